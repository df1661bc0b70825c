import { dayCheckOf, dayFactsOf, isDayChecked, type DayCheck } from './index.js';

const check: DayCheck = {
  id: '6f1c2a52-54e6-4f0c-9a5e-1d7f3a1b2c3d',
  day: '2026-03-10',
  checkedAt: '2026-03-10T12:00:00.000Z',
  facts: ['fever'],
  lastMealAt: '2026-03-10T09:00:10.000Z',
  freerNostril: null,
  sleep: null,
  calm: null,
  alert: null,
  mood: 7,
  pulse: null,
  note: '',
};
const at = (time: string): number => Date.parse(`2026-03-10T${time}Z`);

describe('a day check', () => {
  it('is of its day alone', () => {
    expect(dayCheckOf({ dayCheck: check }, '2026-03-10')).toBe(check);
    expect(dayCheckOf({ dayCheck: check }, '2026-03-11')).toBeNull();
  });
  it('counts for three hours', () => {
    const counts = (time: string) => isDayChecked({ dayCheck: check }, '2026-03-10', at(time));
    expect([counts('12:00:00'), counts('15:00:00'), counts('15:00:01')]).toEqual([true, true, false]);
    expect(isDayChecked({ dayCheck: null }, '2026-03-10', at('12:00:00'))).toBeFalse();
  });
  it('gives the meal in whole minutes, because it was told in hours', () => {
    expect(dayFactsOf(check, at('12:00:00'))).toEqual({ facts: ['fever'], mealMinutes: 180, mood: 7 });
    expect(dayFactsOf({ ...check, lastMealAt: null }, at('12:00:00')).mealMinutes).toBeNull();
  });
});
