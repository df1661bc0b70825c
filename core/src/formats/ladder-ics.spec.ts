// Read by a parser that is not ours.
import ICAL from 'ical.js';
import { calendarUid, ladderToIcs, type PracticeCalendar } from './ladder-ics.js';

const CALENDAR: PracticeCalendar = {
  name: 'Practice of Hesper',
  written: '2026-03-10T12:00:00Z',
  entries: [
    {
      uid: calendarUid('a', '2026-03-28', 0),
      at: '2026-03-28T06:30:00Z',
      minutes: 12,
      title: 'in 5 · hold 0 · out 10; both sides, "easy"',
      text: 'Nāḍī śodhana, 16 breaths.\nStop at any stop sign; see the card, please. '.repeat(4),
    },
    {
      uid: calendarUid('a', '2026-03-29', 0),
      at: '2026-03-29T05:30:00Z',
      minutes: 12.5,
      title: 'b',
      text: '',
    },
  ],
};

const read = (text: string) => new ICAL.Component(ICAL.parse(text) as never[]);
const octets = (line: string): number => encodeURIComponent(line).replace(/%../g, 'x').length;
const eventsOf = (text: string) =>
  read(text)
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));

describe('a practice calendar as iCalendar', () => {
  it('is read by others as it was written: words, commas, breaks and marks above letters too', () => {
    const events = eventsOf(ladderToIcs(CALENDAR));
    expect(events.map(({ uid, summary, description }) => [uid, summary, description || ''])).toEqual(
      CALENDAR.entries.map(({ uid, title, text }) => [uid, title, text]),
    );
  });

  it('has the hour right on both sides of a change of the clocks', () => {
    const starts = eventsOf(ladderToIcs(CALENDAR)).map(({ startDate, endDate }) => [
      startDate.toString(),
      startDate.zone === ICAL.Timezone.utcTimezone,
      endDate.subtractDate(startDate).toSeconds(),
    ]);
    expect(starts).toEqual([
      ['2026-03-28T06:30:00Z', true, 720],
      ['2026-03-29T05:30:00Z', true, 750],
    ]);
  });

  it('keeps the identifiers of its sittings when it is written again, with a higher sequence', () => {
    const later = { ...CALENDAR, written: '2026-03-11T12:00:00Z' };
    const [before, after] = [eventsOf(ladderToIcs(CALENDAR)), eventsOf(ladderToIcs(later))];
    expect(after.map(({ uid }) => uid)).toEqual(before.map(({ uid }) => uid));
    expect((after[0]?.sequence ?? 0) - (before[0]?.sequence ?? 0)).toBe(24 * 60);
  });

  it('folds long lines at 75 octets and ends them as the standard says', () => {
    const lines = ladderToIcs(CALENDAR).split('\r\n');
    expect(Math.max(...lines.map(octets))).toBeLessThanOrEqual(75);
    expect(lines.some((line) => line.includes('\n'))).toBeFalse();
    expect(read(lines.join('\r\n')).getFirstPropertyValue('version')).toBe('2.0');
  });

  it('of no sitting is a calendar without one', () =>
    expect(eventsOf(ladderToIcs({ ...CALENDAR, entries: [] }))).toEqual([]));
});
