import { dayNumber } from './index.js';

describe('the number of a day', () => {
  const cases: readonly [string, number][] = [
    ['1970-01-01', 0],
    ['1969-12-31', -1],
    ['2000-02-29', 11_016],
    ['2000-03-01', 11_017],
    ['1900-03-01', -25_508],
    ['2026-11-25', 20_782],
  ];
  for (const [day, number] of cases) it(`of ${day} is ${number}`, () => expect(dayNumber(day)).toBe(number));

  it('goes on by one over the ends of months and years, leap years too', () => {
    const following: readonly [string, string][] = [
      ['2027-02-28', '2027-03-01'],
      ['2028-02-28', '2028-02-29'],
      ['2028-12-31', '2029-01-01'],
      ['2100-02-28', '2100-03-01'],
    ];
    for (const [day, next] of following) expect(dayNumber(next) - dayNumber(day)).toBe(1);
  });
});
