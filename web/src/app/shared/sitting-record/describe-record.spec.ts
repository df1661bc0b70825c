import type { EasingRecord, PassageRecord } from '@nuvrah/core';
import { describePassageRecord } from './describe-record';

const at = (fromRound: number, exhale: number, inhale = 4): EasingRecord => ({
  fromRound,
  counts: { inhale, internalHold: 0, exhale, externalHold: 0 } as never,
});
const recorded = (change: Partial<Extract<PassageRecord, { kind: 'counted' }>> = {}): string =>
  describePassageRecord(
    {
      kind: 'counted',
      passageId: 'a',
      technique: 'slow-even',
      counts: at(1, 6).counts,
      pace: 1000 as never,
      cyclesPerRound: 1,
      cyclesPlanned: 12,
      cyclesDone: 12,
      easings: [],
      openHolds: [],
      secondsPlanned: 0 as never,
      secondsDone: 0 as never,
      ...change,
    },
    'english',
  );
const BEGINS = 'Slow even breathing, 12 rounds: in 4 · out 6';

describe('what was done of a passage, in words', () => {
  const rows: readonly [string, Parameters<typeof recorded>[0], string][] = [
    ['as it was written', {}, BEGINS],
    [
      'at own pace alone, broken off',
      { cyclesPlanned: 0, cyclesDone: 0, secondsPlanned: 300 as never, secondsDone: 90 as never },
      'Slow even breathing, in 4 · out 6, 1:30 of 5:00 at own pace',
    ],
    [
      'as it grew',
      { countsLed: [at(1, 6), at(3, 7), at(5, 8)] },
      `${BEGINS}; from round 3 out 7; from round 5 out 8`,
    ],
    [
      'as it grew many times',
      { countsLed: [6, 7, 8, 9, 10, 11, 12].map((exhale, index) => at(1 + 2 * index, exhale)) },
      `${BEGINS}; by round 13 out 12`,
    ],
    [
      'as it was eased',
      { easings: [at(3, 5, 3)], countsLed: [at(1, 6), at(3, 5, 3)] },
      `${BEGINS}; from round 3 eased to in 3 · out 5`,
    ],
    [
      'as an earlier version kept it',
      { easings: [at(3, 5, 3)] },
      `${BEGINS}; from round 3 eased to in 3 · out 5`,
    ],
  ];
  for (const [name, change, said] of rows) it(name, () => expect(recorded(change)).toBe(said));
});
