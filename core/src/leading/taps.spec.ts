import fc from 'fast-check';
import {
  anyConventions,
  asHeard,
  anyMixedSession,
  conventions,
  counted,
  passageOf,
  sessionOf,
} from '../testing.js';
import type { Passage, Session } from '../session/index.js';
import { millis, seconds, type Millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  describeRefusal,
  easeRun,
  finishRun,
  lastRoundNow,
  oneMoreRound,
  pauseRun,
  recordOf,
  resumeRun,
  stopRun,
  tapRun,
  type LeadAnswer,
  type LeadRun,
  type PassageRecord,
} from './index.js';

const begin = (...passages: Passage[]): LeadRun => beginIn(sessionOf(...passages));
const beginIn = (session: Session, profile = conventions()): LeadRun =>
  beginRun({ session, student: { hand: 'right' }, conventions: profile });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const ms = (value: number): Millis => millis(value * 1000);
const eventsOf = (run: LeadRun) => currentTake(run).timeline.events;
const startOf = (run: LeadRun, kind: string, cycle: number | null = null): number => {
  const event = eventsOf(run).find((one) => one.kind === kind && (cycle === null || one.cycle === cycle));
  if (!event) throw new Error(`no ${kind}`);
  return event.from / 1000;
};
const recordAt = <K extends PassageRecord['kind']>(
  run: LeadRun,
  kind: K,
): Extract<PassageRecord, { kind: K }> => {
  const record = recordOf(run).passages.find((one) => one.kind === kind);
  if (!record) throw new Error(`no ${kind}`);
  return record as Extract<PassageRecord, { kind: K }>;
};

describe('an open hold', () => {
  const open = counted('1:0:2', 4, {
    cycles: 2,
    openHold: { phase: 'internalHold', expected: seconds(8), cap: seconds(15) },
  });

  it('goes on to its cap until it is tapped, and its length is on record', () => {
    const run = begin(open);
    const hold = startOf(run, 'internalHold', 1);
    const tapped = must(tapRun(run, ms(hold + 6)));
    expect(startOf(tapped, 'exhale', 1)).toBe(hold + 6);
    const second = startOf(tapped, 'internalHold', 2);
    expect(startOf(tapped, 'exhale', 2))
      .withContext('the next one is open again')
      .toBe(second + 15);
    expect(recordAt(must(finishRun(tapped)), 'counted').openHolds.map(Number)).toEqual([6, 15]);
  });

  it('is done again with its round after a pause', () => {
    const run = begin(open);
    const hold = startOf(run, 'internalHold', 1);
    const tapped = must(tapRun(run, ms(hold + 6)));
    const again = must(resumeRun(must(pauseRun(tapped, ms(hold + 8)))));
    expect(startOf(again, 'exhale', 1) - startOf(again, 'internalHold', 1)).toBe(15);
  });
});

describe('a tap', () => {
  it('ends nothing where nothing waits for it', () => {
    const answer = tapRun(begin(counted('1:1', 4)), ms(20));
    expect(answer).toEqual({ ok: false, problem: { code: 'nothing-to-tap' } });
  });

  it('ends natural breathing that waits for it, which otherwise goes on for three times as long', () => {
    const run = begin(passageOf('breath-watching', 'natural', { length: seconds(60), untilTap: true }));
    expect(Number(currentTake(run).timeline.total)).toBe(180_000);
    const tapped = must(tapRun(run, ms(75)));
    expect(Number(currentTake(tapped).timeline.total)).toBe(75_000);
    expect(Number(recordAt(must(finishRun(tapped)), 'natural').secondsDone)).toBe(75);
  });

  it('ends the rest after strokes, but not before half a minute', () => {
    const run = begin(passageOf('kapalabhati', 'strokes', { sets: 1 }));
    const quiet = startOf(run, 'quiet');
    const early = tapRun(run, ms(quiet + 12));
    expect(early.ok ? '' : describeRefusal(early.problem)).toBe('This rest lasts 18 s more at the least.');
    expect(Number(currentTake(must(tapRun(run, ms(quiet + 31)))).timeline.total)).toBe((quiet + 31) * 1000);
  });
});

describe('strokes that are led', () => {
  const rapid = passageOf('even-rapid', 'strokes', { sets: 2 });

  it('are recorded by side, with what was begun of a turn that was ended early', () => {
    const run = begin(rapid);
    const tapped = must(tapRun(run, ms(startOf(run, 'strokes', 1) + 10.5)));
    const turns = recordAt(must(finishRun(tapped)), 'strokes').turns;
    expect(turns.slice(0, 3).map(({ set, airway, done }) => [set, airway, done])).toEqual([
      [1, 'left', 11],
      [1, 'right', 25],
      [1, 'both', 25],
    ]);
    expect(recordAt(must(finishRun(tapped)), 'strokes').cyclesDone).toBe(5);
  });

  it('lose no count by a stop in the middle', () => {
    const run = begin(rapid);
    const stopped = must(stopRun(run, ms(startOf(run, 'strokes', 2) + 5.2)));
    const record = recordAt(stopped, 'strokes');
    expect(record.turns.map(({ airway, planned, done }) => [airway, planned, done])).toEqual([
      ['left', 25, 25],
      ['right', 25, 6],
    ]);
    expect(record.cyclesDone).toBe(1);
    expect(record.cyclesPlanned).toBe(6);
  });

  it('take a turn again that was paused, and go on after a pause in its rest', () => {
    const run = begin(rapid);
    const inStrokes = must(resumeRun(must(pauseRun(run, ms(startOf(run, 'strokes', 2) + 5)))));
    expect(eventsOf(inStrokes).find(({ strokes }) => strokes)?.cycle).toBe(2);
    const inRest = must(resumeRun(must(pauseRun(run, ms(startOf(run, 'quiet', 2) + 5)))));
    expect(eventsOf(inRest).find(({ strokes }) => strokes)?.cycle).toBe(3);
  });

  it('are eased from the next set on in the rest between two turns, too: what was heard stays', () => {
    const run = begin(rapid);
    const at = ms(startOf(run, 'quiet', 1) + 1);
    const rates = eventsOf(must(easeRun(run, at))).flatMap(({ strokes }) => (strokes ? [strokes.rate] : []));
    expect(rates).toEqual([60, 60, 60, 50, 50, 50]);
  });

  it('are eased from the turn that was paused on: those of its set that were led stay as they were', () => {
    const run = begin(rapid);
    const paused = must(pauseRun(run, ms(startOf(run, 'strokes', 2) + 5)));
    const record = recordAt(must(finishRun(must(resumeRun(must(easeRun(paused, ms(0))))))), 'strokes');
    expect(record.turns.map(({ rate, planned }) => ({ rate, planned })).slice(0, 3)).toEqual([
      { rate: 60, planned: 25 },
      { rate: 50, planned: 18 },
      { rate: 50, planned: 18 },
    ]);
  });

  it('are eased from the next set on, ended after this one, or get one more', () => {
    const run = begin(rapid);
    const at = ms(startOf(run, 'strokes', 1) + 2);
    const rates = (of: LeadRun): number[] =>
      eventsOf(of).flatMap(({ strokes }) => (strokes ? [strokes.rate] : []));
    expect(rates(must(easeRun(run, at)))).toEqual([60, 60, 60, 50, 50, 50]);
    expect(rates(must(lastRoundNow(run, at))).length).toBe(3);
    expect(rates(must(oneMoreRound(run, at))).length).toBe(9);
  });
});

describe('own pace', () => {
  it('is taken up with what was left of it, and recorded', () => {
    const run = begin(counted('1:1', 4, { cycles: 2, ownPace: seconds(60) }));
    const again = must(resumeRun(must(pauseRun(run, ms(startOf(run, 'ownPace') + 20)))));
    expect(eventsOf(again).map(({ kind }) => kind)).toEqual(['ownPace', 'ownPace', 'closing']);
    expect(startOf(again, 'closing')).toBe(40);
    const record = recordAt(must(finishRun(again)), 'counted');
    const { secondsPlanned, secondsDone, cyclesDone } = record;
    expect({ secondsPlanned, secondsDone, cyclesDone } as object).toEqual({
      secondsPlanned: 60,
      secondsDone: 60,
      cyclesDone: 2,
    });
  });
});

describe('whatever is led', () => {
  it('never changes what was heard, by a tap, an easing or one more round (property)', () => {
    const commands = [tapRun, easeRun, oneMoreRound, lastRoundNow];
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        fc.array(fc.tuple(fc.nat({ max: commands.length - 1 }), fc.double({ min: 0, max: 1, noNaN: true })), {
          maxLength: 5,
        }),
        (session, profile, steps) => {
          let run = beginIn(session, profile);
          let at = 0;
          for (const [command, share] of steps) {
            const before = currentTake(run).timeline;
            at = Math.floor(at + (before.total - at) * share * 0.999);
            const answer = (commands[command] as (run: LeadRun, at: Millis) => LeadAnswer)(run, millis(at));
            if (!answer.ok) continue;
            const takes = run.takes.length;
            run = answer.value;
            // On to the next part of what is taught: another take begins, and the one before is as it was heard.
            if (run.takes.length > takes) {
              expect(run.takes.at(-2)).toEqual({
                timeline: before,
                from: run.takes.at(-2)?.from ?? null,
                ledTo: millis(at),
              });
              at = 0;
              continue;
            }
            const past = (events: typeof before.events) => asHeard(events.filter(({ to }) => to < at));
            expect(past(currentTake(run).timeline.events)).toEqual(past(before.events));
            expect(currentTake(run).timeline.total).toBeGreaterThanOrEqual(at);
          }
        },
      ),
      { numRuns: 80 },
    );
  });

  it('can be paused anywhere and led to its end, with every planned cycle done (property)', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (session, profile, share) => {
          const run = beginIn(session, profile);
          const at = millis(currentTake(run).timeline.total * share * 0.999);
          const done = must(finishRun(must(resumeRun(must(pauseRun(run, at))))));
          recordOf(done).passages.forEach((passage, index) => {
            const led = currentTake(run).timeline.passages[index]?.rounds?.cycles;
            if (passage.kind === 'counted') expect(passage.cyclesDone).toBe(led as number);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
