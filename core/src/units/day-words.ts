import { DateTime } from 'luxon';
import type { Day } from './day.js';

// Months and weekdays by their first three letters, whatever the machine is set to; hours from 0 to 23.
const LOCALE = { locale: 'en-US' };
const ofDay = (day: string): DateTime => DateTime.fromISO(day, { zone: 'utc' });

/** A day as it is written everywhere: "27 Nov 2026". */
export const dayInWords = (day: Day | string): string => ofDay(day).toFormat('d LLL yyyy', LOCALE);

/** A day without its year: "27 Nov". */
export const dayInShort = (day: Day | string): string => ofDay(day).toFormat('d LLL', LOCALE);

/** "Fri". */
export const weekdayInWords = (day: Day | string): string => ofDay(day).toFormat('ccc', LOCALE);

/** Day and time of a moment, ISO 8601, by the clock of a zone: "27 Nov 2026, 17:05". */
export const momentInWords = (moment: string, zone: string): string =>
  DateTime.fromISO(moment, { zone }).toFormat('d LLL yyyy, HH:mm', LOCALE);

/**
 * The next moment after another at which a clock shows a time, by the zone of the machine where none is given.
 *
 * @param clock "HH:mm". @returns milliseconds since 1970, or null for what is no time of day.
 */
export function nextMomentAt(clock: string, now: number, zone = 'local'): number | null {
  const there = DateTime.fromFormat(clock, 'HH:mm', { zone });
  if (!there.isValid) return null;
  const { hour, minute } = there;
  const today = DateTime.fromMillis(now, { zone }).set({ hour, minute, second: 0, millisecond: 0 });
  return (today.toMillis() > now ? today : today.plus({ days: 1 })).toMillis();
}

/** Hours and minutes of a moment, milliseconds since 1970, by the clock of a zone, of the machine where none is given: "17:05". */
export const clockInWords = (moment: number, zone = 'local'): string =>
  DateTime.fromMillis(moment, { zone }).toFormat('HH:mm');
