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

/** Hours and minutes of a moment, milliseconds since 1970, by the clock of a zone, of the machine where none is given: "17:05". */
export const clockInWords = (moment: number, zone = 'local'): string =>
  DateTime.fromMillis(moment, { zone }).toFormat('HH:mm');
