import fc from 'fast-check';
import { DateTime } from 'luxon';
import { addMonths, dayAt, dayFromNumber, dayNumber, day, momentFromText } from './index.js';

describe('the number of a day', () => {
  const cases: readonly [string, number][] = [
    ['1970-01-01', 0],
    ['1969-12-31', -1],
    ['2000-02-29', 11_016],
    ['2000-03-01', 11_017],
    ['1900-03-01', -25_508],
    ['2026-11-25', 20_782],
  ];
  for (const [text, number] of cases)
    it(`of ${text} is ${number}`, () => expect(dayNumber(day(text))).toBe(number));

  it('goes on by one over the ends of months and years, leap years too', () => {
    const following: readonly [string, string][] = [
      ['2027-02-28', '2027-03-01'],
      ['2028-02-28', '2028-02-29'],
      ['2028-12-31', '2029-01-01'],
      ['2100-02-28', '2100-03-01'],
    ];
    for (const [text, next] of following) expect(dayNumber(day(next)) - dayNumber(day(text))).toBe(1);
  });
});

describe('days back from their numbers', () => {
  it('are the same days, over four centuries', () => {
    for (let number = dayNumber(day('1899-12-28')); number < dayNumber(day('2300-01-05')); number += 1)
      if (dayNumber(dayFromNumber(number)) !== number) fail(dayFromNumber(number));
    expect(dayFromNumber(dayNumber(day('2024-02-29')))).toBe(day('2024-02-29'));
  });
  it('a month on is the same date, or the last of the month', () => {
    expect(addMonths(day('2026-01-31'), 1)).toBe(day('2026-02-28'));
    expect(addMonths(day('2027-12-15'), 2)).toBe(day('2028-02-15'));
    expect(addMonths(day('2026-08-25'), 6)).toBe(day('2027-02-25'));
  });
});

describe('the day it is at a moment', () => {
  const zones = [
    'Europe/London',
    'Pacific/Apia',
    'Pacific/Kiritimati',
    'America/St_Johns',
    'Asia/Kolkata',
    'UTC',
  ];
  it('is what a clock there says, over every change of the clock (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: -2_000_000_000, max: 4_000_000_000 }),
        (zone, second) =>
          dayAt(second * 1000, zone) === DateTime.fromMillis(second * 1000, { zone }).toFormat('yyyy-MM-dd'),
      ),
      { numRuns: 500 },
    );
  });

  it('is the next but one where a place moved over the date line', () => {
    // Apia had no 30 December 2011.
    const before = momentFromText('2011-12-29T12:00:00-10:00');
    expect(dayAt(before, 'Pacific/Apia')).toEqual(day('2011-12-29'));
    expect(dayAt(before + 86_400_000, 'Pacific/Apia')).toEqual(day('2011-12-31'));
  });
});
