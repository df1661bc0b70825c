import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type ComingStudent, type Today } from '@nuvrah/contract';
import { counts } from '@nuvrah/core';
import { configure, ids } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { TodayPage } from './today-page';

const coming = (index: number, change: Partial<ComingStudent> = {}): ComingStudent => ({
  studentId: ids.student,
  name: `Student ${index}`,
  facts: [],
  ladderId: `ladder-${index}`,
  sessionId: ids.session,
  title: 'Evening',
  clock: '06:30',
  numbers: {
    kind: 'counts',
    counts: { inhale: counts(4), internalHold: counts(0), exhale: counts(8), externalHold: counts(0) },
  },
  ...change,
});
const nobody: Today = { students: 1, coming: [], waiting: [], home: [] };

describe('Today', () => {
  let http: HttpTestingController;
  let page: Shown<TodayPage>;

  beforeEach(() => {
    localStorage.clear();
    http = configure();
    page = new Shown(TodayPage);
  });
  const show = (today: Partial<Today>): void => {
    http.expectOne(`${API_ROOT}/today`).flush({ ...nobody, ...today });
    page.fixture.detectChanges();
  };
  const answerReviews = (toResolve: number | null): void => {
    const [request] = http.match(({ url }) => url.startsWith(`${API_ROOT}/session-reviews`));
    request?.flush([{ id: ids.session, length: 432_000, toResolve }]);
    page.fixture.detectChanges();
  };

  it('takes the first steps of an account where nobody was ever added, and asks for no list of students', () => {
    show({ students: 0 });
    expect(page.text()).toContain('Add your first student.');
    expect(http.match(`${API_ROOT}/students`).length).toBe(0);
  });

  it('is an empty day, not a new account, where everybody is archived or nobody is planned', () => {
    show({});
    expect(page.text()).not.toContain('Add your first student.');
    expect(page.text()).toContain('Nobody is planned for today.');
  });

  it('asks once what leading a whole day would find, and shows the day before it is told', () => {
    show({ coming: Array.from({ length: 40 }, (_, index) => coming(index)) });
    expect(page.page.querySelectorAll('nv-coming-row').length).toBe(40);
    expect(page.text('nv-coming-row:last-of-type')).toContain('Evening · in 4 · out 8');
    const asked = http.match(({ url }) => url.startsWith(`${API_ROOT}/session`));
    expect(asked.map(({ request }) => request.url)).toEqual([
      `${API_ROOT}/session-reviews?ids=${ids.session}`,
    ]);
  });

  it('leads who can be led, and leads to what is in the way of who cannot', () => {
    show({ coming: [coming(0)] });
    answerReviews(0);
    expect(page.text('nv-coming-row a[href^="/lead"]')).toContain('Lead');
    expect(page.text('nv-coming-row')).toContain('Evening · 7:12 · in 4 · out 8');
  });

  it('says how much is in the way', () => {
    show({ coming: [coming(0)] });
    answerReviews(1);
    expect(page.text('nv-coming-row a[href^="/lead"]')).toBe('Resolve');
    expect(page.text('nv-coming-row')).toContain('Evening · 7:12 · 1 to resolve before leading');
  });

  it('opens the ladder of a session that was deleted', () => {
    show({ coming: [coming(0, { sessionId: null, title: '' })] });
    expect(page.page.querySelector('a[href="/ladders/ladder-0"]')).not.toBeNull();
    expect(page.text('nv-coming-row')).toContain('The session of this ladder was deleted');
  });

  it('tells what was practised at home, with effort and signs', () => {
    const told = { studentId: ids.student, name: 'Hesper Vane', sittingId: ids.sitting };
    show({
      home: [{ ...told, startedAt: '2026-03-10T07:05:00.000Z', effort: 3, signs: ['dizzy'] }],
    });
    expect(page.text('.home')).toContain('Hesper Vane 07:05');
    expect(page.text('.home')).toContain('effort 3, dizzy');
  });
});
