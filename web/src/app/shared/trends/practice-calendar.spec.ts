import { configure } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { PracticeCalendar } from './practice-calendar';

describe('the calendar of days practised', () => {
  it('fills the days with sittings, and counts those of the last four weeks', () => {
    configure();
    // A Tuesday: the last column has two days.
    const calendar = new Shown(PracticeCalendar, {
      today: '2026-03-10',
      sittings: ['2026-03-10', '2026-03-09', '2026-03-09', '2026-02-11', '2026-02-10'],
    });
    const days = [...calendar.page.querySelectorAll('rect')];
    expect(days.length).toBe(25 * 7 + 2);
    expect(days.filter((day) => day.classList.contains('done')).length).toBe(4);
    expect(days.at(-2)?.textContent).toContain('2 on record');
    expect(calendar.text('.number')).toBe('2');
    expect(calendar.text('p')).toBe('Practised on 3 of the last 28 days.');
  });
});
