import { isDone, shareDone, type Done } from './index.js';

const passage = (change: Partial<Done>): Done => ({
  cyclesDone: 8,
  cyclesPlanned: 8,
  secondsDone: 0,
  secondsPlanned: 0,
  cycleSeconds: 10,
  ...change,
});

describe('what was done of what was planned', () => {
  const rows: readonly [string, Partial<Done>, boolean, number][] = [
    ['all rounds', {}, true, 1],
    ['half of the rounds', { cyclesDone: 4 }, false, 0.5],
    [
      'all rounds, and 3:31 of 5:00 at one’s own pace',
      { secondsDone: 211, secondsPlanned: 300 },
      false,
      29.1 / 38,
    ],
    ['all rounds, and 5:00 but for a second', { secondsDone: 299, secondsPlanned: 300 }, true, 1],
    ['more rounds than planned', { cyclesDone: 12 }, true, 1],
    ['strokes, which have no cycle', { cycleSeconds: 0, cyclesDone: 2, cyclesPlanned: 4 }, false, 0.5],
  ];
  for (const [name, change, whole, share] of rows)
    it(name, () => {
      expect(isDone(passage(change))).toBe(whole);
      expect(shareDone([passage(change)])).toBeCloseTo(share, 9);
    });

  it('is whole where there was nothing but rest', () => {
    expect(shareDone([])).toBe(1);
  });
});
