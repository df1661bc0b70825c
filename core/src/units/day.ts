/**
 * Days from 1 January 1970 to a day written yyyy-mm-dd, in the Gregorian calendar. Counted without a clock: a year is taken
 * to begin in March, so that the leap day comes last and months before it have fixed lengths.
 */
export function dayNumber(day: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const marchYear = month > 2 ? year : year - 1;
  const marchMonth = (month + 9) % 12;
  const inYear = Math.floor((153 * marchMonth + 2) / 5) + date - 1;
  const leapDays = Math.floor(marchYear / 4) - Math.floor(marchYear / 100) + Math.floor(marchYear / 400);
  return marchYear * 365 + leapDays + inYear - 719_468;
}
