import { DateTime } from 'luxon';

declare const calendarDay: unique symbol;

/** A calendar day where somebody works, written yyyy-mm-dd. Days compare as texts. */
export type Day = string & { readonly [calendarDay]: true };

const MILLIS_A_DAY = 86_400_000;

const atMidnight = (day: string): DateTime => DateTime.fromISO(day, { zone: 'utc' });
const toDay = (moment: DateTime): Day => moment.toFormat('yyyy-MM-dd') as Day;

/** Whether a text is a day that there is, written yyyy-mm-dd, from the year 1 to 9999. */
export const isDay = (text: string): text is Day =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !text.startsWith('0000') && atMidnight(text).isValid;

/** A day from its text. @throws RangeError when there is no such day. */
export function day(text: string): Day {
  if (!isDay(text)) throw new RangeError(`not a day: ${text}`);
  return text;
}

/** Answers that are kept: the same few days are asked about again and again, and the calendar library takes its time. */
const MOST_REMEMBERED = 20_000;

function remembered<T>(make: (text: string, zone: string) => T): (text: string, zone: string) => T {
  const known = new Map<string, T>();
  return (text, zone) => {
    const key = `${text} ${zone}`;
    let answer = known.get(key);
    if (answer === undefined) {
      if (known.size >= MOST_REMEMBERED) known.clear();
      known.set(key, (answer = make(text, zone)));
    }
    return answer;
  };
}

/**
 * The day it is at a moment, where the clock shows the time of a zone: the one place in which days are made of moments.
 *
 * @param moment milliseconds since 1970. @param zone an IANA name, such as "Europe/Vienna".
 */
export function dayAt(moment: number, zone: string): Day {
  const guess = dayFromNumber(Math.floor(moment / MILLIS_A_DAY));
  if (moment < startOfDay(guess, zone)) return addDays(guess, -1);
  const next = addDays(guess, 1);
  return moment < startOfDay(next, zone) ? guess : next;
}

/** The hour, 0 to 23, that the clock of a zone shows at a moment, milliseconds since 1970. */
export const hourAt = (moment: number, zone: string): number => DateTime.fromMillis(moment, { zone }).hour;

/** A moment written as ISO 8601, in milliseconds since 1970; NaN where it is none. */
export const momentFromText = (text: string): number => DateTime.fromISO(text).toMillis();

/** The moment at which a day begins in a zone, milliseconds since 1970. */
export const startOfDay: (of: Day, zone: string) => number = remembered((of, zone) =>
  DateTime.fromISO(of, { zone }).toMillis(),
);

/** Days from 1 January 1970 to a day. */
export const dayNumber = (of: Day): number => numberOf(of, 'utc');
const numberOf = remembered((of) => Math.round(atMidnight(of).toMillis() / MILLIS_A_DAY));

/** The day so many days after 1 January 1970: the inverse of {@link dayNumber}. */
export const dayFromNumber = (number: number): Day => dayOfNumber(String(number), 'utc');
const dayOfNumber = remembered((number) =>
  toDay(DateTime.fromMillis(Number(number) * MILLIS_A_DAY, { zone: 'utc' })),
);

/** Whole days from one day to another; below zero where the other comes first. */
export const daysBetween = (from: Day, to: Day): number => dayNumber(to) - dayNumber(from);

/** The day so many days on. */
export const addDays = (to: Day, days: number): Day => dayFromNumber(dayNumber(to) + days);

/** The same date so many months on; the last day of the month where that has no such date. */
export const addMonths = (to: Day, months: number): Day => toDay(atMidnight(to).plus({ months }));

/** 1 (Monday) to 7. */
export const weekdayOf = (of: Day): number => weekday(of, 'utc');
const weekday = remembered((of) => atMidnight(of).weekday);

/** The year of a day, such as 2026. */
export const yearOf = (of: Day): number => Number(of.slice(0, 4));
