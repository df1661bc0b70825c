import fc from 'fast-check';
import { addDays, dayNumber, day, momentFromText, weekdayOf, type Day } from '../units/index.js';
import { comesOn } from './practised.js';
import {
  dailySittings,
  nextPracticeDay,
  practiceCalendar,
  practiceMoment,
  rhythmOf,
  type CalendarRequest,
  type PracticeTime,
} from './practice-calendar.js';
import { DEFAULT_GATE } from './schools.js';

const LONDON = { timeZone: 'Europe/London', place: { name: 'loft', latitude: 51.5, longitude: -0.13 } };
const clock = (at: string): PracticeTime => ({ kind: 'clock', at });
const sun = (event: 'sunrise' | 'sunset', minutes = 0): PracticeTime => ({ kind: 'sun', event, minutes });

describe('the moment of a sitting', () => {
  // The clocks of this zone go forward on 29 March and back on 25 October 2026.
  const byTheClock: readonly [day: string, at: string, utc: string, there: string][] = [
    ['2026-03-28', '06:30', '2026-03-28T06:30:00Z', '06:30'],
    ['2026-03-29', '06:30', '2026-03-29T05:30:00Z', '06:30'],
    ['2026-10-24', '06:30', '2026-10-24T05:30:00Z', '06:30'],
    ['2026-10-25', '06:30', '2026-10-25T06:30:00Z', '06:30'],
    // This half hour is skipped: it comes as much later.
    ['2026-03-29', '01:30', '2026-03-29T01:30:00Z', '02:30'],
  ];
  for (const [on, at, utc, there] of byTheClock)
    it(`by the clock: ${at} on ${on}`, () =>
      expect(practiceMoment(clock(at), day(on), LONDON)).toEqual({ at: utc, clock: there, instead: null }));

  // Sun times of published tables for these places, by their own clocks, to the minute or two that tables differ by.
  const bySun: readonly [
    where: string,
    zone: string,
    lat: number,
    lon: number,
    day: string,
    rise: string,
    set: string,
  ][] = [
    ['London, midsummer', 'Europe/London', 51.51, -0.13, '2026-06-21', '04:43', '21:21'],
    ['London, midwinter', 'Europe/London', 51.51, -0.13, '2026-12-21', '08:04', '15:53'],
    ['the equator, equinox', 'Africa/Nairobi', -1.29, 36.82, '2026-03-20', '06:36', '18:43'],
    ['Auckland, far east', 'Pacific/Auckland', -36.85, 174.76, '2026-12-21', '05:57', '20:39'],
    ['Honolulu, far west', 'Pacific/Honolulu', 21.31, -157.86, '2026-06-21', '05:50', '19:16'],
  ];
  const minutes = (at: string): number => Number(at.slice(0, 2)) * 60 + Number(at.slice(3));
  for (const [where, timeZone, latitude, longitude, on, rise, set] of bySun)
    it(`by the sun: ${where}`, () => {
      const there = { timeZone, place: { name: '', latitude, longitude } };
      const [up, down] = [sun('sunrise'), sun('sunset')].map((time) => practiceMoment(time, day(on), there));
      expect(Math.abs(minutes(up?.clock ?? '') - minutes(rise))).toBeLessThanOrEqual(2);
      expect(Math.abs(minutes(down?.clock ?? '') - minutes(set))).toBeLessThanOrEqual(2);
    });

  it('is so many minutes before or after the sun', () => {
    const at = (time: PracticeTime) => minutes(practiceMoment(time, day('2026-06-21'), LONDON).clock);
    expect(at(sun('sunrise', -48))).toBe(at(sun('sunrise')) - 48);
    expect(at(sun('sunset', 15))).toBe(at(sun('sunset')) + 15);
  });

  it('is a usual time by the clock where there is no sun or no place, and says so', () => {
    const far = { timeZone: 'Europe/Oslo', place: { name: '', latitude: 78.2, longitude: 15.6 } };
    expect(practiceMoment(sun('sunrise', -30), day('2026-06-21'), far)).toEqual({
      at: '2026-06-21T04:00:00Z',
      clock: '06:00',
      instead: 'no-sun',
    });
    expect(practiceMoment(sun('sunset'), day('2026-01-10'), { timeZone: 'UTC', place: null })).toEqual({
      at: '2026-01-10T18:00:00Z',
      clock: '18:00',
      instead: 'no-place',
    });
  });

  it('of a sunrise always lies on the day it is asked for', () =>
    void fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3650 }),
        fc.integer({ min: -50, max: 50 }),
        fc.constantFrom(
          ['Pacific/Kiritimati', -157.4],
          ['Pacific/Auckland', 174.8],
          ['Asia/Kolkata', 77.2],
          ['America/Los_Angeles', -118.2],
          ['Pacific/Pago_Pago', -170.7],
        ),
        (offset, latitude, [timeZone, longitude]) => {
          const on = addDays(day('2024-01-01'), offset);
          const where = {
            timeZone: String(timeZone),
            place: { name: '', latitude, longitude: Number(longitude) },
          };
          const rise = practiceMoment(sun('sunrise'), on, where);
          expect(rise.instead).toBeNull();
          expect(rise.clock < '12:00').toBeTrue();
        },
      ),
    ));
});

describe('the practice calendar', () => {
  const request: CalendarRequest = {
    ...LONDON,
    days: { weekdays: [1, 3, 6], sittings: dailySittings(1) },
    rungs: 4,
    open: 4,
    at: 0,
    since: day('2026-03-09'),
    gate: DEFAULT_GATE,
    madeAt: 0,
    from: day('2026-03-09'),
    weeks: 4,
  };

  it('has the days of practice with the numbers of each', () => {
    const sittings = practiceCalendar(request);
    expect(sittings.map(({ day, rung }) => `${day} ${rung}`)).toEqual([
      '2026-03-09 0',
      '2026-03-11 0',
      '2026-03-14 0',
      '2026-03-16 0',
      '2026-03-18 0',
      // Five sittings at three a week take twelve days.
      '2026-03-21 1',
      '2026-03-23 1',
      '2026-03-25 1',
      '2026-03-28 1',
      '2026-03-30 1',
      '2026-04-01 1',
      '2026-04-04 2',
    ]);
  });

  it('begins at the next time to come of the day on which it was made', () => {
    const days = { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: dailySittings(2) };
    const made = (clock: string) => momentFromText(`2026-03-09T${clock}:00Z`);
    const first = (clock: string): string | undefined => {
      const [one] = practiceCalendar({ ...request, days, madeAt: made(clock) });
      return one && `${one.day} ${one.clock}`;
    };
    expect(first('05:00')).toBe('2026-03-09 06:30');
    expect(first('17:50')).toBe('2026-03-09 18:00');
    expect(first('18:01')).toBe('2026-03-10 06:30');
    const comes = (clock: string, lastSitting: Day | null = null): boolean =>
      comesOn({ ...LONDON, plan: days, madeAt: made(clock), lastSitting }, day('2026-03-09'));
    expect(comes('17:50')).toBeTrue();
    expect(comes('18:01')).toBeFalse();
    expect(comes('05:00', day('2026-03-09'))).toBeFalse();
  });

  it('holds another session in the evening, in order of the day, and counts only its own for the rungs', () => {
    const evening = { time: sun('sunset', -60), sessionId: 'other' };
    const days = { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [evening, ...dailySittings(1)] };
    expect(rhythmOf(days)).toEqual({ daysAWeek: 7, sittingsADay: 1 });
    const [first, second] = practiceCalendar({ ...request, days });
    expect(first?.clock).toBe('06:30');
    expect(first?.rung).toBe(0);
    expect(first?.sitting).toBe(1);
    expect(second?.sessionId).toBe('other');
    expect(second?.rung).toBeNull();
    expect(second?.sitting).toBe(0);
  });

  it("plans no rung above today's fit", () => {
    const rungs = (open: number, at = 0) =>
      new Set(practiceCalendar({ ...request, open, at, weeks: 12 }).map(({ rung }) => rung));
    expect([...rungs(4)]).toEqual([0, 1, 2, 3]);
    expect([...rungs(2)]).toEqual([0, 1]);
    // One that is practised already stays.
    expect([...rungs(0, 1)]).toEqual([1]);
  });

  const nextDays: readonly {
    readonly weekdays: readonly number[];
    readonly after: string;
    readonly next: string;
  }[] = [
    { weekdays: [1, 2, 3, 4, 5, 6, 7], after: '2026-03-09', next: '2026-03-10' },
    { weekdays: [1], after: '2026-03-09', next: '2026-03-16' },
    { weekdays: [1, 3], after: '2026-03-09', next: '2026-03-11' },
    { weekdays: [7], after: '2026-12-28', next: '2027-01-03' },
  ];
  for (const { weekdays, after, next } of nextDays)
    it(`knows the next day of practice on ${weekdays.join()} after ${after}`, () =>
      void expect(nextPracticeDay({ weekdays }, day(after))).toBe(day(next)));

  it('knows the days of the week', () => {
    const names = ['2026-11-23', '2026-11-29', '1970-01-01', '1969-12-29'].map((of) => weekdayOf(day(of)));
    expect(names).toEqual([1, 7, 4, 1]);
    expect(dayNumber(day('1970-01-01'))).toBe(0);
  });
});
