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

/** The day so many days after 1 January 1970: the inverse of {@link dayNumber}. */
export function dayFromNumber(number: number): string {
  const shifted = number + 719_468;
  // Estimated from the mean year, then mended: the estimate is at most one year too high.
  let marchYear = Math.floor(shifted / 365.2425);
  const startOf = (year: number): number =>
    year * 365 + Math.floor(year / 4) - Math.floor(year / 100) + Math.floor(year / 400);
  while (startOf(marchYear) > shifted) marchYear -= 1;
  while (startOf(marchYear + 1) <= shifted) marchYear += 1;
  const inYear = shifted - startOf(marchYear);
  const marchMonth = Math.floor((5 * inYear + 2) / 153);
  const date = inYear - Math.floor((153 * marchMonth + 2) / 5) + 1;
  const month = marchMonth < 10 ? marchMonth + 3 : marchMonth - 9;
  const year = month > 2 ? marchYear : marchYear + 1;
  return `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
}

export const addDays = (day: string, days: number): string => dayFromNumber(dayNumber(day) + days);

/** The same date so many months on; the last day of the month where that has no such date. */
export function addMonths(day: string, months: number): string {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const all = year * 12 + month - 1 + months;
  const first = `${String(Math.floor(all / 12)).padStart(4, '0')}-${String((all % 12) + 1).padStart(2, '0')}-01`;
  const next = all + 1;
  const firstOfNext = `${String(Math.floor(next / 12)).padStart(4, '0')}-${String((next % 12) + 1).padStart(2, '0')}-01`;
  const last = dayNumber(firstOfNext) - dayNumber(first);
  return addDays(first, Math.min(date, last) - 1);
}
