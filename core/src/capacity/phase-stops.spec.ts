import { counts, pace, seconds } from '../units/index.js';
import { phaseStops, restingCounts } from './index.js';

describe('the stops of a phase that is drawn', () => {
  const measured = {
    kind: 'measured',
    measured: seconds(10),
    sustainable: seconds(7.8),
    atLeast: false,
    old: false,
  } as const;

  it('are what can be sustained, what was measured, and one and a half times that, which is a wall', () => {
    expect(phaseStops('exhale', measured, 'healthy-adult', pace(1000))).toEqual([
      { counts: counts(7.5), because: 'sustainable', wall: false },
      { counts: counts(10), because: 'measured', wall: false },
      { counts: counts(15), because: 'far-over', wall: true },
    ]);
    expect(
      phaseStops('exhale', measured, 'healthy-adult', pace(1200)).map(({ counts: stop }) => stop),
    ).toEqual([6.5, 8, 12.5].map(counts));
  });

  it('forbid nothing by an old check, and of an unmeasured phase say what is assumed', () => {
    const old = phaseStops('exhale', { ...measured, old: true }, 'healthy-adult', pace(1000));
    expect(old.map(({ wall }) => wall)).toEqual([false, false, false]);
    const assumed = { kind: 'assumed', sustainable: seconds(0) } as const;
    expect(phaseStops('internalHold', assumed, 'healthy-adult', pace(1000))).toEqual([
      { counts: counts(2), because: 'unmeasured', wall: false },
      { counts: counts(5), because: 'unmeasured', wall: false },
    ]);
  });

  it('hold an edge until it is drawn well beyond, and the wall for good', () => {
    const stops = phaseStops('exhale', measured, 'healthy-adult', pace(1000));
    const cases: readonly [drawn: number, counts: number][] = [
      [5.2, 5],
      [7.3, 7.5],
      [7.9, 7.5],
      [8.4, 7.5],
      [8.6, 8.5],
      [10.9, 10],
      [11.1, 11],
      [15.2, 15],
      [40, 15],
    ];
    for (const [drawn, expected] of cases)
      expect(restingCounts(drawn, counts(6), stops))
        .withContext(`drawn to ${drawn}`)
        .toBe(expected);
  });

  it('let what is beyond the wall already stay, and become shorter', () => {
    const stops = phaseStops('exhale', measured, 'healthy-adult', pace(1000));
    expect(restingCounts(18, counts(18), stops)).toBe(18);
    expect(restingCounts(19, counts(18), stops)).toBe(18);
    expect(restingCounts(16.4, counts(18), stops)).toBe(16.5);
  });

  it('go by larger steps where only those can be made', () => {
    expect(restingCounts(8.6, counts(7), [], 1)).toBe(9);
    expect(restingCounts(8.4, counts(7), [], 1)).toBe(8);
  });
});
