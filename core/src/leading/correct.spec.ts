import fc from 'fast-check';
import {
  anyConventions,
  anySession,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import {
  amountDone,
  beginRun,
  correctRecord,
  finishRun,
  isComplete,
  mostDone,
  recordOf,
  recordOfRounds,
  type LeadRecord,
  type LeadSetup,
} from './index.js';

const setup: LeadSetup = {
  session: sessionOf(
    counted('1:2:2', 4, { cycles: 16 }),
    passageOf('kapalabhati', 'strokes', { strokes: 30, sets: 3 }),
    stillness(60),
  ),
  student: { hand: 'right' },
  conventions: conventions(),
};
const finished = recordOfRounds(setup, [8, 3]);
const amountsOf = ({ passages }: LeadRecord): number[] => passages.map(amountDone);

describe('what was done is corrected', () => {
  it('to fewer rounds: it was stopped, and took so many breaths less', () => {
    const corrected = correctRecord(finished, [5.5, 3, 60], setup);
    expect(amountsOf(corrected)).toEqual([5.5, 3, 60]);
    expect(corrected.outcome).toBe('stopped');
    // Five breaths of 20 counts at one second.
    expect(Number(finished.led) - Number(corrected.led)).toBe(5 * 20_000);
  });

  it('to all rounds: it was finished', () => {
    const stopped = recordOfRounds(setup, [4, 0]);
    const corrected = correctRecord(stopped, [8, 3, 60], setup);
    expect(corrected.outcome).toBe('finished');
    expect(corrected.passages).toEqual(finished.passages);
  });

  it('with strokes that were led at other numbers as they were led', () => {
    const slower = finished.passages.map((passage) =>
      passage.kind === 'strokes'
        ? { ...passage, turns: passage.turns.map((turn) => ({ ...turn, rate: 40 })) }
        : passage,
    );
    const [, strokes] = correctRecord({ ...finished, passages: slower }, [8, 2, 60], setup).passages;
    expect(strokes?.kind === 'strokes' && strokes.turns.map(({ set, rate }) => ({ set, rate }))).toEqual([
      { set: 1, rate: 40 },
      { set: 2, rate: 40 },
    ]);
  });

  it('without what was led beyond the rounds that remain', () => {
    const [first, ...others] = finished.passages;
    if (first?.kind !== 'counted') throw new Error('the first is counted');
    const change = { fromRound: 6, counts: first.counts };
    const led = { ...first, easings: [change], countsLed: [{ ...change, fromRound: 1 }, change] };
    const [cut] = correctRecord({ ...finished, passages: [led, ...others] }, [5, 3, 60], setup).passages;
    expect(cut?.kind === 'counted' && cut.easings).toEqual([]);
    expect(cut?.kind === 'counted' && 'countsLed' in cut).toBeFalse();
    const [kept] = correctRecord({ ...finished, passages: [led, ...others] }, [6, 3, 60], setup).passages;
    expect(kept?.kind === 'counted' && kept.easings).toEqual([change]);
  });

  it('is the same record where nothing is another', () =>
    expect(correctRecord(finished, amountsOf(finished), setup)).toBe(finished));

  it('is within what was planned, whole where all of it is, and can be corrected back', () => {
    fc.assert(
      fc.property(
        anySession,
        anyConventions,
        fc.array(fc.double({ min: -2, max: 60, noNaN: true })),
        (session, profile, wished) => {
          const run = { session, student: { hand: 'right' as const }, conventions: profile };
          const whole = recordOfRounds(
            run,
            session.passages.map(() => 1e6),
          );
          const corrected = correctRecord(whole, wished, run);
          for (const [index, passage] of corrected.passages.entries()) {
            expect(amountDone(passage)).toBeGreaterThanOrEqual(0);
            expect(amountDone(passage)).toBeLessThanOrEqual(mostDone(passage));
            expect(passage.passageId).toBe(whole.passages[index]?.passageId ?? '');
          }
          expect(corrected.outcome === 'finished').toBe(corrected.passages.every(isComplete));
          const back = correctRecord(corrected, amountsOf(whole), run);
          expect(amountsOf(back)).toEqual(amountsOf(whole));
          expect(back.outcome).toBe(whole.outcome);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('of a leading of which nothing was done', () => {
    const begun = finishRun(beginRun(setup));
    if (!begun.ok) throw new Error('it can be finished');
    const corrected = correctRecord(recordOf(begun.value), [2, 1, 30], setup);
    expect(amountsOf(corrected)).toEqual([2, 1, 30]);
  });
});
