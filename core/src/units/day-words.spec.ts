import { momentFromText } from './day.js';
import {
  nextMomentAt,
  clockInWords,
  dayInShort,
  dayInWords,
  momentInWords,
  weekdayInWords,
} from './day-words.js';

describe('days and times in words', () => {
  it('are written in one way, whatever the machine is set to', () => {
    expect(['2026-09-01', '2026-11-27'].map(dayInWords)).toEqual(['1 Sep 2026', '27 Nov 2026']);
    expect(dayInShort('2026-11-27')).toBe('27 Nov');
    expect(weekdayInWords('2026-11-27')).toBe('Fri');
  });

  it('go by the clock of the zone, in hours from 0 to 23', () => {
    const late = '2026-11-26T23:30:00.000Z';
    expect(momentInWords(late, 'Europe/Vienna')).toBe('27 Nov 2026, 00:30');
    expect(momentInWords(late, 'America/New_York')).toBe('26 Nov 2026, 18:30');
    expect(clockInWords(momentFromText(late), 'Europe/Vienna')).toBe('00:30');
  });
});

describe('the next time a clock shows', () => {
  const now = momentFromText('2026-03-10T06:30:00Z');
  for (const [clock, zone, moment] of [
    ['07:15', 'utc', '2026-03-10T07:15:00Z'],
    ['06:30', 'utc', '2026-03-11T06:30:00Z'],
    ['05:00', 'utc', '2026-03-11T05:00:00Z'],
    ['07:45', 'Europe/Vienna', '2026-03-10T06:45:00Z'],
  ] as const)
    it(`${clock} in ${zone}`, () => expect(nextMomentAt(clock, now, zone)).toBe(momentFromText(moment)));
  it('is none for what is no time', () => expect(nextMomentAt('25:00', now)).toBeNull());
});
