// A pause that was short is taken up where it was: with the breath in which it began, not its whole round.
import fc from 'fast-check';
import {
  anyConventions,
  anyMixedSession,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import type { CountedPassage } from '../session/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  beginRun,
  breathPausedIn,
  currentTake,
  easeRun,
  finishRun,
  pauseRun,
  recordOf,
  resumeRun,
  simplerForm,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
/** In 4, hold 4, out 8: a cycle of 16 s, a round of 32 s from the first second on. */
const held = (change: Partial<CountedPassage> = {}): CountedPassage =>
  counted('1:1:2', 4, { id: 'held', cycles: 8, handUp: 5 as never, ...change });
const begun = (passage: CountedPassage): LeadRun =>
  beginRun({
    session: sessionOf(passage, stillness()),
    student: { hand: 'right' },
    conventions: conventions({ begins: 'at-once' }),
  });
const pausedAt = (passage: CountedPassage, secondsInRounds: number): LeadRun =>
  must(pauseRun(begun(passage), millis((5 + secondsInRounds) * 1000)));
const firstEvents = (run: LeadRun, number: number): readonly (readonly unknown[])[] =>
  currentTake(run)
    .timeline.events.slice(0, number)
    .map(({ section, kind, airway, cycle }) => [section, kind, airway, cycle]);

describe('a pause that is taken up with its breath', () => {
  const rows: readonly [string, number, ReturnType<typeof breathPausedIn>][] = [
    ['the first inhale of a round: the round begins there', 33, null],
    ['its hold: the round begins there too', 38, null],
    ['the first exhale', 42, { kind: 'cycle', passage: 0, cycle: 3, with: 'exhale' }],
    ['the inhale of the other side', 49, { kind: 'cycle', passage: 0, cycle: 4 }],
    ['the hold of the other side', 54, { kind: 'cycle', passage: 0, cycle: 4 }],
    ['the last exhale', 127, { kind: 'cycle', passage: 0, cycle: 8, with: 'exhale' }],
  ];
  for (const [name, at, point] of rows)
    it(`in ${name}`, () => {
      expect(breathPausedIn(pausedAt(held(), at))).toEqual(point);
    });

  it('in the hold after the exhale goes on with the next breath, and not after the last', () => {
    const empty = held({ ratio: { inhale: 1, internalHold: 1, exhale: 1, externalHold: 1 } });
    expect(breathPausedIn(pausedAt(empty, 14))).toEqual({ kind: 'cycle', passage: 0, cycle: 2 });
    expect(breathPausedIn(pausedAt(empty, 8 * 16 - 1))).toBeNull();
  });

  it('goes on with the exhale after the hand is up and a breath in through the same side', () => {
    const run = must(resumeRun(pausedAt(held(), 42), 'breath'));
    expect(firstEvents(run, 4)).toEqual([
      ['opening', 'handUp', 'both', null],
      ['opening', 'inhale', 'left', null],
      ['rounds', 'exhale', 'right', 3],
      ['rounds', 'inhale', 'right', 4],
    ]);
  });

  it('goes on with the inhale of the other side', () => {
    const run = must(resumeRun(pausedAt(held(), 50), 'breath'));
    const [, first] = firstEvents(run, 2);
    expect(first).toEqual(['rounds', 'inhale', 'right', 4]);
  });

  it('goes on with the round where nothing else is asked, or there is no such breath', () => {
    for (const run of [resumeRun(pausedAt(held(), 42)), resumeRun(pausedAt(held(), 33), 'breath')])
      expect(firstEvents(must(run), 2)[1]).toEqual(['rounds', 'inhale', 'left', 3]);
  });

  it('is eased from that breath on', () => {
    const eased = must(easeRun(pausedAt(held(), 50), millis(0)));
    const run = must(resumeRun(eased, 'breath'));
    expect(Number(currentTake(run).timeline.events.find(({ cycle }) => cycle === 4)?.counts)).toBe(3);
  });

  it('is not where something else was put in meanwhile, nor in strokes', () => {
    const paused = pausedAt(held(), 42);
    const put = simplerForm(begun(held()), 10_000 as Millis, 'simple', {
      sustainable: { inhale: 4, internalHold: 4, exhale: 8, externalHold: null } as never,
    } as never);
    expect(put.ok).toBeTrue();
    expect(breathPausedIn({ ...must(pauseRun(must(put), millis(1000))) })).toBeNull();
    expect(breathPausedIn(paused)).not.toBeNull();
    const strokes = beginRun({
      session: sessionOf(passageOf('kapalabhati', 'strokes', { strokes: 30, sets: 2 })),
      student: { hand: 'right' },
      conventions: conventions(),
    });
    expect(breathPausedIn(must(pauseRun(strokes, millis(3000))))).toBeNull();
  });

  it('anywhere is led to its end with every cycle done (property)', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (session, profile, share) => {
          const run = beginRun({ session, student: { hand: 'right' }, conventions: profile });
          const { timeline } = currentTake(run);
          const paused = must(pauseRun(run, millis(timeline.total * share * 0.999)));
          const point = breathPausedIn(paused);
          const done = must(finishRun(must(resumeRun(paused, 'breath'))));
          recordOf(done).passages.forEach((passage, index) => {
            const led = timeline.passages[index]?.rounds?.cycles;
            // A breath whose last hold was let go is not done to its end.
            if (passage.kind === 'counted')
              expect(passage.cyclesDone).toBeGreaterThanOrEqual(
                (led ?? 0) - (point?.passage === index ? 1 : 0),
              );
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
