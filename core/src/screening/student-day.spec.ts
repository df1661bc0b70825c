import { dayCheckOf, isDayChecked } from '../policy/index.js';
import { day, momentFromText } from '../units/index.js';
import { dayFactsOf, type DayCheckOnRecord } from './index.js';

const TODAY = day('2026-03-10');
const check: DayCheckOnRecord = {
  day: TODAY,
  checkedAt: '2026-03-10T12:00:00.000Z',
  facts: ['fever'],
  lastMealAt: '2026-03-10T09:00:10.000Z',
  mood: 7,
};
const at = (time: string): number => momentFromText(`2026-03-10T${time}Z`);

describe('a day check', () => {
  it('is of its day alone', () => {
    expect(dayCheckOf({ dayCheck: check }, TODAY)).toBe(check);
    expect(dayCheckOf({ dayCheck: check }, day('2026-03-11'))).toBeNull();
  });
  it('counts for three hours', () => {
    const counts = (time: string) => isDayChecked({ dayCheck: check }, TODAY, at(time));
    expect(counts('12:00:00')).toBeTrue();
    expect(counts('15:00:00')).toBeTrue();
    expect(counts('15:00:01')).toBeFalse();
    expect(isDayChecked({ dayCheck: null }, TODAY, at('12:00:00'))).toBeFalse();
  });
  it('gives the meal in whole minutes, because it was told in hours', () => {
    expect(dayFactsOf(check, at('12:00:00'))).toEqual({ facts: ['fever'], mealMinutes: 180, mood: 7 });
    expect(dayFactsOf({ ...check, lastMealAt: null }, at('12:00:00')).mealMinutes).toBeNull();
  });
});
