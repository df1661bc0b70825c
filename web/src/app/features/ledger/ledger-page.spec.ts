import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { API_ROOT, type LedgerLine } from '@nuvrah/contract';
import { beginRun, DEFAULT_CONVENTIONS, finishRun, recordOf } from '@nuvrah/core';
import { configure, ids, session, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { LedgerPage } from './ledger-page';

const run = beginRun({ session, student: { hand: 'right' }, conventions: DEFAULT_CONVENTIONS });
const finished = finishRun(run);
const line = (change: Partial<LedgerLine> = {}): LedgerLine => ({
  id: ids.sitting,
  studentId: ids.student,
  title: 'Evening',
  startedAt: '2026-03-10T12:00:00.000Z',
  place: 'with-instructor',
  record: { ...recordOf(finished.ok ? finished.value : run), takenBack: [], signs: ['dizzy'] } as never,
  effort: 3,
  note: 'Even.',
  feltBefore: null,
  feltAfter: null,
  ...change,
});

describe('the Ledger', () => {
  let http: HttpTestingController;
  let page: Shown<LedgerPage>;

  beforeEach(() => (http = configure()));
  function show(inputs: Readonly<Record<string, string>> = {}): void {
    page = new Shown(LedgerPage, inputs);
    http.expectOne(`${API_ROOT}/students`).flush([student]);
  }
  const asked = () => http.match(({ url }) => url.startsWith(`${API_ROOT}/ledger?`));
  function answer(lines: readonly LedgerLine[], total = lines.length): URLSearchParams {
    const [request] = asked();
    if (!request) throw new Error('nothing was asked');
    request.flush({ lines, total });
    page.fixture.detectChanges();
    return new URL(request.request.url, 'http://a').searchParams;
  }

  it('shows who did what when, with time, effort and signs', () => {
    show();
    answer([line(), line({ id: ids.counted, record: null, effort: null })]);
    const rows = [...page.page.querySelectorAll('tr.mat-mdc-row')].map(({ textContent }) => textContent);
    expect(rows.length).toBe(2);
    expect(rows[0]).toContain('10 Mar 2026, 12:00');
    expect(rows[0]).toContain('Hesper Vane');
    expect(rows[0]).toContain('Dizzy');
    expect(rows[1]).toContain('Begun; what was done never arrived.');
    expect(page.page.querySelector('mat-paginator')).toBeNull();
  });

  it('says beside the effort what was felt more or less afterwards', () => {
    show();
    const feltBefore = { calm: 4, alert: 6, mood: 5, pulse: null };
    answer([
      line({ feltBefore, feltAfter: { ...feltBefore, calm: 7, alert: 5, mood: 5 } }),
      line({ feltBefore }),
    ]);
    const felt = [...page.page.querySelectorAll('.felt')].map(({ textContent }) => textContent);
    expect(felt).toEqual(['calm +3, alert −1, mood 0']);
  });

  it('asks for the page, the order and the filters of its address', () => {
    show({ student: ids.student, effort: '7', sort: 'led', up: 'yes', part: '2', size: '50' });
    const query = answer([line()], 120);
    expect(Object.fromEntries(query)).toEqual({
      student: ids.student,
      effort: '7',
      sort: 'led',
      up: 'yes',
      part: '2',
      size: '50',
    });
    expect(page.text('.mat-mdc-paginator-range-label')).toBe('101 – 120 of 120');
    expect(page.page.querySelector('th.mat-column-student')).toBeNull();
  });

  it('keeps its rows until another page is there', () => {
    show();
    answer([line()], 60);
    page.set('part', '1');
    expect(page.page.querySelectorAll('tr.mat-mdc-row').length).toBe(1);
    expect(answer([line({ id: ids.counted, note: 'Second page.' })], 60).get('part')).toBe('1');
    expect(page.text('tr.mat-mdc-row')).toContain('Second page.');
  });

  it('turns pages and changes its order in the address, from the first page on', () => {
    show({ part: '1' });
    answer([line()], 60);
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    page.page.querySelector<HTMLElement>('.mat-mdc-paginator-navigation-next')?.click();
    page.page.querySelector<HTMLElement>('th.mat-column-effort .mat-sort-header-container')?.click();
    expect(navigate.calls.allArgs().map(([, extras]) => extras?.queryParams)).toEqual([
      { part: '2', size: null },
      { part: null, sort: 'effort', up: null },
    ]);
  });
});
