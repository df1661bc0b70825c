import ical, { ICalCalendarMethod } from 'ical-generator';
import { DateTime } from 'luxon';

/** One sitting of a calendar, as it is told to a calendar program. */
export interface CalendarEntry {
  /** The same for the same sitting of the same ladder, whatever else changes. */
  readonly uid: string;
  /** In UTC, ISO 8601. */
  readonly at: string;
  readonly minutes: number;
  readonly title: string;
  readonly text: string;
}

/** A calendar of dated sittings. */
export interface PracticeCalendar {
  readonly name: string;
  /** When it was written, in UTC, ISO 8601: a later one takes the place of what an earlier one said. */
  readonly written: string;
  readonly entries: readonly CalendarEntry[];
}

/** What is calendar programs' own identifier of a sitting. */
export const calendarUid = (ladderId: string, day: string, sitting: number): string =>
  `${ladderId}-${day}-${sitting + 1}@nuvrah`;

/** Sequence numbers count the minutes from here, so that a calendar that is written later never has a lower one. */
const SEQUENCE_FROM = '2025-01-01T00:00:00Z';

/**
 * The sittings of a practice calendar as iCalendar (RFC 5545). Each has a date of its own, so its start is written in UTC:
 * the hour is right on both sides of a change of the clocks, and no client needs to know the zone.
 */
export function ladderToIcs({ name, written, entries }: PracticeCalendar): string {
  const stamp = DateTime.fromISO(written, { zone: 'utc' });
  const sequence = Math.max(0, Math.floor(stamp.diff(DateTime.fromISO(SEQUENCE_FROM), 'minutes').minutes));
  const calendar = ical({
    name,
    prodId: { company: 'Nuvrah', product: 'practice calendar', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { uid, at, minutes, title, text } of entries) {
    const start = DateTime.fromISO(at, { zone: 'utc' });
    calendar.createEvent({
      id: uid,
      stamp,
      sequence,
      start,
      end: start.plus({ minutes }),
      summary: title,
      description: text,
    });
  }
  return calendar.toString();
}
