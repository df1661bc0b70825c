import fc from 'fast-check';
import { anyMixedSession, conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import type { Session } from '../session/index.js';
import { millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  finishBy,
  pauseRun,
  recordOf,
  sessionAsLed,
  timeToGo,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const held = counted('1:2:2', 4, { id: 'h', cycles: 20, seat: 'cross-legged' });
const strokes = passageOf('kapalabhati', 'strokes', { id: 'k', sets: 5, seat: 'cross-legged' });
const begun = (session: Session): LeadRun =>
  beginRun({ session, student: { hand: 'right' }, conventions: conventions() });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};

describe('late start, same end', () => {
  const run = begun(sessionOf(held, strokes, { ...held, id: 'z' }, stillness(120)));
  const whole = timeToGo(run, millis(0));

  it('leads fewer rounds of every passage, in proportion, and rests as planned', () => {
    const shorter = must(finishBy(run, millis(0), millis(whole - 300_000)));
    const left = timeToGo(shorter, millis(0));
    expect(left).toBeLessThanOrEqual(whole - 300_000);
    expect(left).toBeGreaterThan(whole - 300_000 - 45_000);
    const [first, sets, last, rest] = sessionAsLed(shorter).passages;
    expect(first?.kind === 'counted' && first.cycles).toBeLessThan(20);
    expect(last?.kind === 'counted' && last.cycles).toBeLessThan(20);
    expect(sets?.kind === 'strokes' && sets.sets).toBeLessThan(5);
    expect(rest).toEqual(stillness(120));
    expect(recordOf(shorter).log?.map(({ what }) => what)).toEqual(['finish-by']);
  });

  it('says how long it lasts at the least, or that it ends in time already', () => {
    const short = finishBy(run, millis(0), millis(30_000));
    expect(short.ok ? null : short.problem.code).toBe('too-little-time');
    const least = !short.ok && short.problem.code === 'too-little-time' ? short.problem.least : millis(0);
    expect(timeToGo(must(finishBy(run, millis(0), least)), millis(0))).toBe(least);
    const long = finishBy(run, millis(0), millis(whole + 1_000));
    expect(long.ok ? null : long.problem.code).toBe('in-time-already');
  });

  it('finishes the round in progress, and nothing that was heard changes', () => {
    const at = millis(130_000);
    const heard = currentTake(run).timeline.events.filter(({ to }) => to <= at);
    const shorter = must(finishBy(run, at, millis(timeToGo(run, at) - 400_000)));
    expect(currentTake(shorter).timeline.events.slice(0, heard.length)).toEqual(heard);
  });

  it('works in a pause too', () => {
    const at = millis(130_000);
    const paused = must(pauseRun(run, at));
    const shorter = must(finishBy(paused, at, millis(timeToGo(paused, at) - 200_000)));
    expect(shorter.state.kind).toBe('paused');
    expect(timeToGo(shorter, at)).toBeLessThanOrEqual(timeToGo(paused, at) - 200_000);
  });

  it('is over in time wherever it is asked, or says that it cannot', () => {
    void fc.assert(
      fc.property(
        anyMixedSession,
        fc.nat(),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (session, moment, share) => {
          const any = begun(session);
          const at = millis(moment % Math.max(1, currentTake(any).timeline.total));
          const left = millis(Math.round(timeToGo(any, at) * share));
          const answer = finishBy(any, at, left);
          if (answer.ok) expect(timeToGo(answer.value, at)).toBeLessThanOrEqual(left);
          else if (answer.problem.code === 'too-little-time')
            expect(answer.problem.least).toBeGreaterThan(left);
          else expect(answer.problem.code).toBe('in-time-already');
        },
      ),
      { numRuns: 60 },
    );
  });
});
