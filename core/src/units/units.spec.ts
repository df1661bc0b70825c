import {
  counts,
  countsToHalfMillis,
  formatClock,
  formatCounts,
  pace,
  seconds,
  secondsToCounts,
} from './index.js';

describe('units', () => {
  it('takes counts in halves only', () => {
    expect(counts(2.5)).toEqual(counts(5 / 2));
    expect(() => counts(2.25)).toThrowError(RangeError);
    expect(() => counts(-1)).toThrowError(RangeError);
    expect(() => counts(NaN)).toThrowError(RangeError);
  });

  it('takes a pace from 0.500 to 3.000 s in whole milliseconds', () => {
    expect(pace(500) + pace(3000)).toBe(3500);
    for (const bad of [499, 3001, 1000.5, 100]) expect(() => pace(bad)).toThrowError(RangeError);
  });

  it('keeps half counts exact at paces that are odd milliseconds', () => {
    expect(countsToHalfMillis(counts(2.5), pace(833))).toBe(5 * 833);
  });

  it('does not lose a count to binary fractions', () => {
    expect(secondsToCounts(seconds(7.2), pace(1200), 1)).toEqual(counts(6));
    expect(secondsToCounts(seconds(7.19), pace(1200), 1)).toEqual(counts(5));
    expect(secondsToCounts(seconds(7.19), pace(1200), 0.5)).toEqual(counts(5.5));
  });

  it('prints counts and clocks as they are read aloud', () => {
    expect([0.5, 2.5, 3].map(formatCounts)).toEqual(['½', '2½', '3']);
    expect([0, 61_999, 3_600_000].map(formatClock)).toEqual(['0:00', '1:01', '1:00:00']);
  });
});
