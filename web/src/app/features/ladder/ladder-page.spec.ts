import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { API_ROOT, type Ladder } from '@nuvrah/contract';
import { dailySittings, DEFAULT_GATE } from '@nuvrah/core';
import { configure, ids, storedSession, student } from '../../testing/fixtures';
import { ladder as climbed } from '../../testing/ladders';
import { Shown } from '../../testing/shown';
import { LadderPage } from './ladder-page';

const ladder: Ladder = {
  ...climbed,
  id: ids.sitting,
  sessionId: ids.session,
  rungs: climbed.rungs.slice(0, 2),
  at: 0,
  plan: { weekdays: [1, 3], sittings: [...dailySittings(1)] as Ladder['plan']['sittings'] },
  waits: false,
};

describe('the plan of a ladder', () => {
  let http: HttpTestingController;
  let page: Shown<LadderPage>;
  let went: jasmine.Spy;
  const address = `${API_ROOT}/ladders/${ids.sitting}`;
  const saves = () => http.match(({ method, url }) => method === 'PUT' && url === address);
  const answer = (shown: Ladder): void => {
    http.expectOne(({ method, url }) => method === 'GET' && url === address).flush(shown);
    http.expectOne(`${API_ROOT}/students/${ids.student}`).flush(student);
    http.expectOne(`${API_ROOT}/sessions?student=${ids.student}`).flush([storedSession()]);
    page.fixture.detectChanges();
  };

  beforeEach(() => {
    http = configure();
    went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    page = new Shown(LadderPage, { id: ids.sitting });
    answer(ladder);
    page.unfold('Days of practice, gate and wished date');
  });

  it('rungs are not saved while a number stands in them that cannot be read', () => {
    page.press('Edit the rungs');
    const fields = (): HTMLInputElement[] => [
      ...page.page.querySelectorAll<HTMLInputElement>('nv-rung-table input'),
    ];
    const [first, second] = fields().map((field) => field.getAttribute('aria-label') ?? '');
    page.type(first ?? '', '2');
    page.type(second ?? '', '500');
    page.press('Save the rungs');
    expect(saves()).toEqual([]);
    expect(page.text('nv-rung-table [role=alert]')).toContain('The nearest is 100.');
    page.type(second ?? '', '3');
    page.press('Save the rungs');
    expect(saves().length).toBe(1);
  });

  it('is saved change by change, each over what the one before left, and the calendar waits for it', () => {
    page.type('Wished date', '2026-06-01');
    page.type('days on a rung', '9');
    const [first, ...more] = saves();
    expect(first?.request.body.version).toBe(3);
    expect(first?.request.body.wished).toBe('2026-06-01');
    expect(more.length).toBe(0);
    page.press('Practice calendar');
    expect(went).not.toHaveBeenCalled();
    first?.flush({ ...ladder, version: 4, wished: '2026-06-01' });
    page.fixture.detectChanges();
    const [second] = saves();
    expect(second?.request.body.version).toBe(4);
    expect(second?.request.body.wished).toBe('2026-06-01');
    expect(second?.request.body.gate.days).toBe(9);
    expect(went).not.toHaveBeenCalled();
    second?.flush({ ...ladder, version: 5, wished: '2026-06-01', gate: { ...DEFAULT_GATE, days: 9 } });
    page.fixture.detectChanges();
    expect(went).toHaveBeenCalledOnceWith(['/ladders', ids.sitting, 'calendar']);
    // The next one is based on what was stored last, with all that was chosen.
    page.type('no effort above', '4');
    const [third] = saves();
    expect(third?.request.body.version).toBe(5);
    expect(third?.request.body.wished).toBe('2026-06-01');
    expect(third?.request.body.gate).toEqual({ ...DEFAULT_GATE, days: 9, effort: 4 });
  });

  it('that is refused says why and stays on the page; then the calendar is of what is stored', () => {
    page.type('Wished date', '2026-06-01');
    page.press('Practice calendar');
    saves()[0]?.flush(
      { code: 'invalid', detail: 'Say first where you work.', status: 422 },
      { status: 422, statusText: 'invalid' },
    );
    page.fixture.detectChanges();
    expect(page.text('[role=alert]')).toBe('Say first where you work.');
    expect(went.calls.count()).toBe(0);
    page.press('Practice calendar');
    expect(went).toHaveBeenCalledTimes(1);
  });
});
