import { DateTime } from 'luxon';
import { getTimes } from 'suncalc';
import { addDays, daysBetween, momentFromText, weekdayOf, type Day } from '../units/index.js';
import { plannedStairs, type PracticePlan } from './build-ladder.js';
import type { Gate } from './schools.js';

/** When on a day: by the clock, or so many minutes before (below zero) or after sunrise or sunset. */
export type PracticeTime =
  /** "06:30". */
  | { readonly kind: 'clock'; readonly at: string }
  | { readonly kind: 'sun'; readonly event: SunEvent; readonly minutes: number };

export type SunEvent = 'sunrise' | 'sunset';

/** One sitting of a day of practice. */
export interface DailySitting {
  readonly time: PracticeTime;
  /** Another session of the student; null for the one that climbs. */
  readonly sessionId: string | null;
}

/** When is practised: days of the week, 1 (Monday) to 7, and the sittings of each of them. */
export interface PracticeDays {
  readonly weekdays: readonly number[];
  readonly sittings: readonly DailySitting[];
}

/** Where is practised, for sunrise and sunset: degrees, north and east above zero. */
export interface Place {
  readonly name: string;
  readonly latitude: number;
  readonly longitude: number;
}

/** Times by the clock that sittings of a day are given first. */
const FIRST_TIMES = ['06:30', '18:00', '12:00', '21:00'];

/** So many sittings a day of the session that climbs, at usual times. */
export const dailySittings = (number: number): readonly DailySitting[] =>
  FIRST_TIMES.slice(0, number).map((at) => ({ time: { kind: 'clock', at }, sessionId: null }));

/** Whether a day is one of practice. */
export const isPracticeDay = ({ weekdays }: Pick<PracticeDays, 'weekdays'>, day: Day): boolean =>
  weekdays.includes(weekdayOf(day));

/** The first day of practice after a day; there is one in every week. */
export function nextPracticeDay(days: Pick<PracticeDays, 'weekdays'>, after: Day): Day {
  let next = addDays(after, 1);
  while (!isPracticeDay(days, next) && daysBetween(after, next) <= 7) next = addDays(next, 1);
  return next;
}

/** How often the session that climbs is practised. */
export const rhythmOf = ({ weekdays, sittings }: PracticeDays): PracticePlan => ({
  daysAWeek: weekdays.length,
  sittingsADay: Math.max(1, sittings.filter(({ sessionId }) => sessionId === null).length),
});

/** Where the sun does not rise or set on a day, or no place is known: these times by the clock. */
const SUNLESS: Readonly<Record<SunEvent, string>> = { sunrise: '06:00', sunset: '18:00' };

/** The moment of a sitting. */
export interface PracticeMoment {
  /** In UTC, ISO 8601. */
  readonly at: string;
  /** By the clock there, "06:30". */
  readonly clock: string;
  /** Why it is a usual time by the clock although the sun was asked for; null where it is as asked. */
  readonly instead: 'no-place' | 'no-sun' | null;
}

/** Everything that makes a moment of a time and a day. */
export interface ZoneAndPlace {
  readonly timeZone: string;
  readonly place: Place | null;
}

/**
 * The moment of a time on a day (yyyy-mm-dd), in the zone's own clock: what daylight saving skips comes as much later. Sun
 * times are of the place and rounded to the minute. Domain 12, practice calendar.
 */
export function practiceMoment(
  time: PracticeTime,
  day: Day,
  { timeZone, place }: ZoneAndPlace,
): PracticeMoment {
  if (time.kind === 'clock') return momentOf(clockOn(day, time.at, timeZone), null);
  const sun = place && sunOn(time.event, day, place, timeZone);
  if (!sun) return momentOf(clockOn(day, SUNLESS[time.event], timeZone), place ? 'no-sun' : 'no-place');
  return momentOf(sun.plus({ minutes: time.minutes }), null);
}

const clockOn = (day: string, clock: string, zone: string): DateTime =>
  DateTime.fromISO(`${day}T${clock}`, { zone });

const momentOf = (moment: DateTime, instead: PracticeMoment['instead']): PracticeMoment => ({
  at: moment.toUTC().toISO({ suppressMilliseconds: true }) ?? '',
  clock: moment.toFormat('HH:mm'),
  instead,
});

/** Sunrise or sunset of a local day; null where there is none. The solar day is asked for from noon there. */
function sunOn(event: SunEvent, day: string, { latitude, longitude }: Place, zone: string): DateTime | null {
  const noon = clockOn(day, '12:00', zone);
  // Far from Greenwich the solar day of noon's date in UTC may be the one beside it.
  for (const days of [0, 1, -1]) {
    const moment = getTimes(noon.plus({ days }).toJSDate(), latitude, longitude)[event];
    const local = moment && DateTime.fromJSDate(moment, { zone }).plus({ seconds: 30 }).startOf('minute');
    if (local?.toFormat('yyyy-MM-dd') === day) return local;
  }
  return null;
}

export interface CalendarRequest extends ZoneAndPlace {
  readonly days: PracticeDays;
  /** How many rungs there are, how many of them from the first on today's fit allows, and the one practised now. */
  readonly rungs: number;
  readonly open: number;
  readonly at: number;
  readonly since: Day;
  readonly gate: Gate;
  /** When the ladder was made, milliseconds since 1970: what lay before on its first day is not planned any more. */
  readonly madeAt: number;
  /** The first day, and how many weeks from it on. */
  readonly from: Day;
  readonly weeks: number;
}

/** One sitting of the calendar. */
export interface CalendarSitting extends PracticeMoment {
  readonly day: Day;
  /** Which sitting of the day, from 0. */
  readonly sitting: number;
  readonly sessionId: string | null;
  /** The rung whose numbers it has if every sitting is easy; null where it holds another session. */
  readonly rung: number | null;
}

/**
 * The sittings of the next weeks, in order, with the rung each has if every sitting before it is easy. No rung above
 * today's fit is planned: it opens only when a later check allows it.
 */
export function practiceCalendar(request: CalendarRequest): readonly CalendarSitting[] {
  const { days, rungs, open, at, since, gate, from, weeks } = request;
  const stairs = plannedStairs({ rungs, at, since, today: from, gate, plan: rhythmOf(days) });
  const rungOn = (day: Day): number => {
    const planned = stairs.findLast(({ on }) => on <= day)?.rung ?? at;
    return Math.max(at, Math.min(planned, open - 1));
  };
  return Array.from({ length: weeks * 7 }, (_, index) => addDays(from, index))
    .filter((day) => isPracticeDay(days, day))
    .flatMap((day) =>
      days.sittings
        .map(({ time, sessionId }, sitting) => ({
          day,
          sitting,
          sessionId,
          rung: sessionId === null ? rungOn(day) : null,
          ...practiceMoment(time, day, request),
        }))
        .filter((one) => momentFromText(one.at) >= request.madeAt)
        .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
    );
}
