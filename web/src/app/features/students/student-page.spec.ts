import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Student } from '@nuvrah/contract';
import { day } from '@nuvrah/core';
import { configure, dayCheck, ids, storedSession, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { Notices } from '../../ui/notices';
import { StudentPage } from './student-page';

const other: Student = { ...student, id: ids.natural, name: 'Ada Reed', version: 5 };

describe("a student's page", () => {
  let http: HttpTestingController;
  let page: Shown<StudentPage>;
  /** What is said at the foot of the page, each with what undoes it. */
  let said: { readonly text: string; readonly undo: (() => void) | undefined }[];

  beforeEach(() => {
    localStorage.clear();
    http = configure();
    said = [];
    spyOn(TestBed.inject(Notices), 'say').and.callFake((text, undo) => {
      said.push({ text, undo: undo?.run });
    });
  });
  const answer = (of: Student): void => {
    http.match(`${API_ROOT}/students/${of.id}`).forEach((request) => request.flush(of));
    http
      .match(({ url }) => url.startsWith(`${API_ROOT}/sessions`))
      .filter(({ cancelled }) => !cancelled)
      .forEach((request) => request.flush([storedSession()]));
    for (const request of http.match(() => true)) if (!request.cancelled) request.flush([]);
    page.fixture.detectChanges();
  };
  function show(of: Student = student): void {
    page = new Shown(StudentPage, { id: of.id });
    answer(of);
  }
  const saving = () => http.expectOne(({ method }) => method === 'PUT');
  const inMenu = (words: string): void => {
    page.page.querySelector<HTMLElement>('button[aria-label="More"]')?.click();
    page.fixture.detectChanges();
    const items = [...document.querySelectorAll<HTMLElement>('[mat-menu-item]')];
    items.find(({ textContent }) => textContent.includes(words))?.click();
    page.fixture.detectChanges();
  };

  it('archives, and brings back who was archived though another page is open by then', () => {
    show();
    inMenu('Archive');
    const request = saving();
    expect((request.request.body as Student).archived).toBeTrue();
    request.flush({ ...student, archived: true, version: 2 });
    expect(said.map(({ text }) => text)).toEqual(['Hesper Vane is archived.']);

    page.set('id', other.id);
    answer(other);
    said[0]?.undo?.();
    // Anew, as they are by then: not the version that was archived.
    http.expectOne(`${API_ROOT}/students/${student.id}`).flush({ ...student, archived: true, version: 3 });
    const back = saving();
    expect(back.request.url).toBe(`${API_ROOT}/students/${student.id}`);
    expect(back.request.body).toEqual(jasmine.objectContaining({ archived: false, version: 3 }));
    back.flush({ ...student, version: 4 });
    expect(said.map(({ text }) => text)).toEqual(['Hesper Vane is archived.', 'Hesper Vane is back.']);
  });

  it('says on the page why somebody could not be archived, and that they are not', () => {
    show();
    inMenu('Archive');
    const detail = 'It was changed elsewhere meanwhile.';
    saving().flush(
      { type: '', title: '', status: 409, code: 'stale', detail },
      { status: 409, statusText: 'no' },
    );
    page.fixture.detectChanges();
    expect(page.text('.problem[role=alert]')).toContain(detail);
    expect(said).toEqual([]);
  });

  const heads: readonly (readonly [string, Partial<Student>, string, string])[] = [
    ['of whom all is there', { dayCheck }, 'Lead “Evening”', 'Can be led today'],
    ['not asked today', {}, 'Lead “Evening”', 'Today was not asked yet'],
    ['of whom health was not asked', { healthAskedOn: null }, 'Finish the intake', 'Cannot be led today'],
    [
      'with an open emergency sign',
      { dayCheck, emergency: { sign: 'chest-pain', day: day('2026-03-08') } },
      'File a clearance',
      'Cannot be led today',
    ],
  ];
  for (const [what, change, next, state] of heads)
    it(`has at its head what comes next for a student ${what}`, async () => {
      show({ ...student, ...change });
      const filled = page.page.querySelector('nv-page-bar .mat-mdc-unelevated-button');
      expect(filled?.textContent.replace(/\s+/g, ' ').trim()).toBe(next);
      await page.until(() => page.text('nv-led-today-card h2') !== '');
      expect(page.text('nv-led-today-card h2')).toBe(state);
    });
});
