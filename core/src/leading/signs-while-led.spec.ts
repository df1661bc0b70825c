import fc from 'fast-check';
import { isEmergencySign, SIGN_IDS, STOP_TAKEN_BACK_WITHIN } from '../policy/index.js';
import {
  A_NOON,
  anyMixedSession,
  conventions,
  counted,
  passageOf,
  READY_STUDENT,
  SCREENING_DAY,
  sessionOf,
  stillness,
} from '../testing.js';
import type { Passage } from '../session/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  easeRun,
  finishRun,
  needsToLeadOn,
  pauseRun,
  recordOf,
  resumeRun,
  sessionAsLed,
  signedIn,
  signOnTheWay,
  signTakenBackOnTheWay,
  stopRun,
  strainNoted,
  takeBackStop,
  tapRun,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const strokes = passageOf('kapalabhati', 'strokes', { id: 'k', seat: 'cross-legged' });
const held = counted('1:2:2', 4, { id: 'h', cycles: 8, seat: 'cross-legged' });
const slow = passageOf('slow-even', 'counted', { id: 's', cycles: 6, seat: 'cross-legged' });
const begun = (...passages: readonly Passage[]): LeadRun =>
  beginRun({ session: sessionOf(...passages), student: { hand: 'right' }, conventions: conventions() });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const needs = (run: LeadRun) => needsToLeadOn(run, READY_STUDENT, [], SCREENING_DAY);
const ON = { id: 'rest', now: A_NOON, needs } as const;
const inside = (run: LeadRun, id: string, after = 15_000): Millis =>
  millis((currentTake(run).timeline.passages.find((span) => span.id === id)?.from ?? 0) + after);
const led = (run: LeadRun): readonly string[] => currentTake(run).timeline.passages.map(({ id }) => id);

describe('a stop sign that shows while leading', () => {
  it('lowers the hand and lets the breath be natural at once, until a tap, while the clock goes on', () => {
    const run = begun(slow, held, stillness());
    const signed = signOnTheWay(run, millis(20_000), 'dizzy', ON);
    expect(signed.state.kind).toBe('leading');
    expect(signed.signs).toEqual(['dizzy']);
    const [first, second] = currentTake(signed).timeline.events;
    expect(second ? [first?.kind, second.kind] : [first?.kind]).toContain('natural');
    const natural = currentTake(signed).timeline.events.find(({ kind }) => kind === 'natural');
    expect(natural?.open?.expected).toBe(millis(120_000));
    expect(natural?.from).toBeLessThanOrEqual(6_000);
  });

  it('leaves out what may not be led after it, and keeps what may', () => {
    const signed = signOnTheWay(begun(slow, held, strokes, stillness()), millis(20_000), 'tingling', ON);
    expect(led(signed)).toEqual(['s', 'rest', stillness().id]);
    expect(needs(signed)).toEqual([]);
    const soft = passageOf('three-part', 'counted', { id: 't', cycles: 4, seat: 'cross-legged' });
    expect(led(signOnTheWay(begun(slow, held, soft, stillness()), millis(20_000), 'tingling', ON))).toContain(
      't',
    );
  });

  it('where nobody screens it, at home, leaves natural breathing alone to follow', () => {
    const soft = passageOf('three-part', 'counted', { id: 't', cycles: 4, seat: 'cross-legged' });
    const signed = signOnTheWay(begun(slow, soft, stillness()), millis(20_000), 'nausea', {
      ...ON,
      needs: null,
    });
    expect(led(signed)).toEqual(['s', 'rest', stillness().id]);
  });

  it('goes on with what is left when it is tapped, and is eased there as any passage', () => {
    const soft = passageOf('three-part', 'counted', { id: 't', cycles: 6, seat: 'cross-legged' });
    const signed = signOnTheWay(begun(slow, soft, stillness()), millis(20_000), 'dizzy', ON);
    const on = must(tapRun(signed, inside(signed, 'rest', 30_000)));
    expect(inside(on, 't', 0) - inside(on, 'rest', 0)).toBe(30_000);
    expect(needs(must(easeRun(on, inside(on, 't'))))).toEqual([]);
  });

  it('counts by the technique in which it was noted, wherever it is paused later', () => {
    const soft = passageOf('three-part', 'counted', { id: 't', cycles: 6, seat: 'cross-legged' });
    const signed = signOnTheWay(begun(slow, soft, stillness()), millis(20_000), 'dizzy', ON);
    const later = must(pauseRun(signed, inside(signed, 't')));
    expect(needs(later)).toEqual([]);
    const record = recordOf(must(finishRun(must(resumeRun(later)))));
    expect(record.outcome).toBe('finished');
    expect(signedIn(record)).toEqual(['slow-even']);
    // Told of afterwards as well, nobody knows in what it came.
    expect(signedIn({ ...record, signs: [...record.signs, 'ears'] })).toEqual([]);
  });

  it('pressed by mistake and noted again later, counts where it was noted last', () => {
    const soft = passageOf('three-part', 'counted', { id: 't', cycles: 6, seat: 'cross-legged' });
    const signed = signOnTheWay(begun(slow, soft, stillness()), millis(20_000), 'dizzy', ON);
    const back = signTakenBackOnTheWay(signed, inside(signed, 'rest', 5_000), 'dizzy', A_NOON);
    const again = signOnTheWay(back, inside(back, 't'), 'dizzy', { ...ON, id: 'later' });
    expect(signedIn(recordOf(must(finishRun(again))))).toEqual(['three-part']);
  });

  it('a second sign leaves out more, in the same rest', () => {
    const signed = signOnTheWay(begun(slow, stillness()), millis(20_000), 'dizzy', ON);
    const again = signOnTheWay(signed, inside(signed, 'rest', 5_000), 'ears', { ...ON, id: 'other' });
    expect(led(again)).toEqual(led(signed));
    expect(again.signs).toEqual(['dizzy', 'ears']);
  });

  it('noted in a pause, natural breathing comes first when it goes on', () => {
    const paused = must(pauseRun(begun(held, strokes, stillness()), millis(20_000)));
    const signed = signOnTheWay(paused, millis(20_000), 'breathless', ON);
    expect(signed.state.kind).toBe('paused');
    const on = must(resumeRun(signed));
    expect(led(on)).toEqual(['rest', stillness().id]);
    expect(currentTake(on).timeline.events[0]?.kind).toBe('natural');
  });

  it('pressed by mistake, what was left out comes back while the rest lasts, and the sign never counts', () => {
    const signed = signOnTheWay(begun(slow, held, strokes, stillness()), millis(20_000), 'dizzy', ON);
    const back = signTakenBackOnTheWay(signed, inside(signed, 'rest', 5_000), 'dizzy', A_NOON);
    expect(led(back)).toEqual(['s', 'rest', 'h', 'k', stillness().id]);
    expect(recordOf(back).signs).toEqual([]);
    expect(recordOf(back).takenBack.map(({ mistake }) => mistake)).toEqual([true]);
    // With another sign there it stays left out.
    const two = signOnTheWay(signed, inside(signed, 'rest', 5_000), 'ears', ON);
    expect(led(signTakenBackOnTheWay(two, inside(two, 'rest', 6_000), 'ears', A_NOON))).toEqual(led(signed));
  });
});

describe('after a stop sign, whatever is led', () => {
  it('breathes naturally within the closing of the passage, and nothing that follows is forbidden', () => {
    void fc.assert(
      fc.property(
        anyMixedSession,
        fc.nat(),
        fc.constantFrom(...SIGN_IDS.filter((sign) => !isEmergencySign(sign))),
        (session, moment, sign) => {
          const run = beginRun({ session, student: { hand: 'right' }, conventions: conventions() });
          const at = millis(moment % Math.max(1, currentTake(run).timeline.total));
          const signed = signOnTheWay(run, at, sign, ON);
          const { events, passages } = currentTake(signed).timeline;
          const natural = events.findIndex(({ kind }) => kind === 'natural');
          expect(events.slice(0, natural).every(({ section }) => section === 'closing')).toBe(true);
          const ids = new Set(passages.map(({ id }) => id));
          const after = sessionAsLed(signed)
            .passages.filter(({ id }) => ids.has(id))
            .slice(1);
          const onlyNatural = after.every(({ kind }) => kind === 'natural');
          expect(onlyNatural || needs(signed).length === 0).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('an emergency sign that shows while leading', () => {
  it('stops', () => {
    const signed = signOnTheWay(begun(slow, stillness()), millis(20_000), 'chest-pain', ON);
    expect(signed.state.kind).toBe('stopped');
    expect(recordOf(signed).signs).toEqual(['chest-pain']);
    expect(signOnTheWay(signed, millis(0), 'faint', ON)).toBe(signed);
  });
});

describe('a sign of strain', () => {
  it('is noted with its time and its round, and leading goes on as it was', () => {
    const run = begun(held, stillness());
    const noted = strainNoted(run, millis(30_000), 'tired-arm');
    expect(currentTake(noted).timeline).toBe(currentTake(run).timeline);
    expect(recordOf(noted).log).toEqual([
      { at: millis(30_000), passageId: 'h', round: 1, what: 'tired-arm' },
    ]);
    expect(recordOf(noted).signs).toEqual([]);
  });
});

describe('a stop that is taken back', () => {
  it('is a pause where it was stopped, and the interrupted round is led again', () => {
    const run = begun(held, stillness());
    const stopped = must(stopRun(run, millis(70_000)));
    const paused = must(takeBackStop(stopped));
    expect(paused.state).toEqual(must(pauseRun(run, millis(70_000))).state);
    expect(recordOf(must(finishRun(must(resumeRun(paused))))).pauses).toBe(1);
    expect(takeBackStop(run).ok).toBe(false);
    expect(STOP_TAKEN_BACK_WITHIN).toBe(60_000);
  });

  it('after a sign is screened as any going on: the passage in which it came is not led', () => {
    const signed = signOnTheWay(begun(slow, stillness()), millis(20_000), 'chest-pain', ON);
    expect(needs(must(takeBackStop(signed))).length).toBeGreaterThan(0);
  });
});

describe('the record of what was put in', () => {
  it('tells it apart from what was planned', () => {
    const signed = signOnTheWay(begun(slow, stillness()), millis(20_000), 'dizzy', ON);
    const record = recordOf(must(finishRun(signed)));
    expect(record.passages.map(({ passageId }) => passageId)).toEqual(['s', stillness().id]);
    expect(record.added?.map(({ kind, passageId }) => [kind, passageId])).toEqual([['natural', 'rest']]);
    expect(record.log?.map(({ what }) => what)).toEqual(['dizzy']);
    expect(sessionAsLed(signed).passages.map(({ id }) => id)).toContain('rest');
  });
});
