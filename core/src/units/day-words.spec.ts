import { momentFromText } from './day.js';
import { clockInWords, dayInShort, dayInWords, momentInWords, weekdayInWords } from './day-words.js';

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
