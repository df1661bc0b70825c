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
  beginRun,
  finishRun,
  isComplete,
  recordIsOf,
  recordOf,
  recordOfRounds,
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

describe('a practice that is told afterwards', () => {
  const planned = beginRun(setup).takes[0].timeline.total;

  it('with all rounds is complete, and as long as it was planned', () => {
    const record = recordOfRounds(setup, [8, 3]);
    expect(record.outcome).toBe('finished');
    expect(record.led).toEqual(planned);
    expect(record.passages.every(isComplete)).toBeTrue();
    const [, strokes] = record.passages;
    expect(strokes?.kind === 'strokes' && strokes.turns.map(({ set, done }) => [set, done])).toEqual([
      [1, 30],
      [2, 30],
      [3, 30],
    ]);
  });

  it('with some rounds has those, in halves too, and no more than were planned', () => {
    const cycles = (rounds: readonly number[]) =>
      recordOfRounds(setup, rounds).passages.map((passage) =>
        passage.kind === 'natural' ? null : passage.cyclesDone,
      );
    expect(cycles([2.5, 1])).toEqual([5, 1, null]);
    expect(cycles([99, 99])).toEqual([16, 3, null]);
    expect(cycles([-1])).toEqual([0, 0, null]);
    const part = recordOfRounds(setup, [4, 0]);
    expect(part.outcome).toBe('stopped');
    expect(part.led < planned).toBeTrue();
  });

  it('tells of the very practice that was given, and a record of any other does not', () => {
    void fc.assert(
      fc.property(anySession, anyConventions, (session, profile) => {
        const given: LeadSetup = { session, student: { hand: 'left' }, conventions: profile };
        expect(recordIsOf(recordOfRounds(given, []), given)).toBeTrue();
        const finished = finishRun(beginRun(given));
        expect(finished.ok && recordIsOf(recordOf(finished.value), given)).toBeTrue();
      }),
      { numRuns: 50 },
    );
    const record = recordOfRounds(setup, [8, 3]);
    const [first, second, third] = record.passages;
    const others = [
      [first, second],
      [second, first, third],
      [{ ...first, passageId: 'other' }, second, third],
      [{ ...first, pace: 900 }, second, third],
      [{ ...first, cyclesPlanned: 18 }, second, third],
      [first, { ...second, cyclesPlanned: 2 }, third],
    ];
    for (const passages of others) expect(recordIsOf({ passages: passages as never }, setup)).toBeFalse();
  });
});
