import fc from 'fast-check';
import { choosePeriod, isBetter, planWith, type LaneRounds } from './index.js';

/** Rounds of so many seconds, with turning pauses of a half second to two seconds a cycle where they may be. */
const rounds = (seconds: number, turns = 0, cycles = 2): LaneRounds => ({
  lengths: Array.from({ length: turns + 1 }, (_, half) => (seconds + (half * cycles) / 2) * 2000),
  leastPadding: 5 * 2000,
});
const inSeconds = (halfMillis: number): number => halfMillis / 2000;
const shown = (lanes: readonly LaneRounds[], about: number): unknown => {
  const period = choosePeriod(lanes, about * 2000);
  return (
    period && {
      every: inSeconds(period.length),
      times: period.times,
      lanes: period.lanes.map((lane) => [lane.rounds, inSeconds(lane.length), inSeconds(lane.padding)]),
    }
  );
};

describe('when lanes begin rounds together', () => {
  it('6:24:12 and 3:12:6 meet every 84 s without padding', () => {
    expect(shown([rounds(84, 4), rounds(42, 4)], 420)).toEqual({
      every: 84,
      times: 5,
      lanes: [
        [1, 84, 0],
        [2, 42, 0],
      ],
    });
  });

  it('4:8:8 beside them turns for two seconds a round, at the common pace', () => {
    expect(shown([rounds(84, 4), rounds(42, 4), rounds(40, 4)], 420)).toEqual({
      every: 84,
      times: 5,
      lanes: [
        [1, 84, 0],
        [2, 42, 0],
        [2, 42, 0],
      ],
    });
  });

  it('4:8:8 beside them goes at a pace of its own, where it has a sound of its own', () => {
    const own = {
      ...rounds(40),
      reaches: (length: number) => length <= 40 * 2000 * 1.12 && length % 2000 === 0,
    };
    expect(shown([rounds(84), rounds(42), own], 420)).toEqual(
      jasmine.objectContaining({ every: 84, lanes: jasmine.arrayContaining([[2, 42, 0]]) }),
    );
  });

  it('a lane that cannot turn breathes naturally for five seconds at least', () => {
    expect(shown([rounds(30), rounds(24)], 300)).toEqual({
      every: 30,
      times: 10,
      lanes: [
        [1, 30, 0],
        [1, 24, 6],
      ],
    });
    // Four seconds are none: they meet later.
    expect(shown([rounds(30), rounds(26)], 780)).toEqual(jasmine.objectContaining({ every: 60 }));
  });

  it('lanes meet less often before a quarter of somebody’s time is padding', () => {
    // Every 40 s the quick lane would breathe naturally for 13 of them.
    expect(shown([rounds(40), rounds(27)], 800)).toEqual({
      every: 86,
      times: 9,
      lanes: [
        [2, 40, 6],
        [3, 27, 5],
      ],
    });
  });

  it('one lane alone has nobody to wait for', () => {
    expect(shown([rounds(36)], 360)).toEqual({ every: 36, times: 10, lanes: [[1, 36, 0]] });
  });

  const anyLanes = fc.array(
    fc
      .record({
        halves: fc.integer({ min: 8, max: 180 }),
        turns: fc.constantFrom(0, 0, 4),
        lead: fc.integer({ min: 0, max: 24 }),
      })
      .map(({ halves, turns, lead }) => ({
        ...rounds(halves / 2, turns),
        leastPadding: (5 + lead) * 2000,
      })),
    { minLength: 1, maxLength: 12 },
  );

  it('fill the time, and are never worse than the longest round with what fits into it (1,000 classes)', () => {
    fc.assert(
      fc.property(anyLanes, fc.integer({ min: 120, max: 900 }), (lanes, about) => {
        const best = choosePeriod(lanes, about * 2000);
        const longest = Math.max(...lanes.map(({ lengths }) => lengths[0] ?? 0));
        for (let greedy = longest; greedy <= about * 2000; greedy += longest) {
          const plan = planWith(greedy, lanes, about * 2000);
          if (!plan) continue;
          if (!best) return fail('a plan was missed');
          expect(isBetter(plan, best, lanes)).toBeFalse();
        }
        for (const [index, lane] of (best?.lanes ?? []).entries()) {
          expect(lane.rounds * lane.length + lane.padding).toBe(best?.length ?? 0);
          expect(lane.padding === 0 || lane.padding >= (lanes[index]?.leastPadding ?? 0)).toBeTrue();
          expect(lanes[index]?.lengths).toContain(lane.length);
        }
      }),
      { numRuns: 1_000 },
    );
  });
});
