import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type StoredSession } from '@nuvrah/contract';
import { newSession } from '@nuvrah/core';
import { configure, ids, storedSession } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { Notices } from '../../ui/notices';
import { SessionTable } from './session-table';

const other = '11111111-2222-4333-8444-555566667777';
const led = storedSession();
const template: StoredSession = {
  ...storedSession(newSession('Template', ids)),
  id: other,
  owner: { kind: 'nobody' },
};

describe('the table of sessions', () => {
  let http: HttpTestingController;
  let table: Shown<SessionTable>;
  let said: { readonly text: string; readonly undo: (() => void) | undefined }[];
  let changes: number;

  beforeEach(() => {
    http = configure();
    said = [];
    changes = 0;
    spyOn(TestBed.inject(Notices), 'say').and.callFake((text, undo) => {
      said.push({ text, undo: undo?.run });
    });
  });
  function show(sessions: readonly StoredSession[], toResolve: number | null = 0): void {
    table = new Shown(SessionTable, {
      sessions,
      names: new Map([[ids.student, 'Hesper Vane']]),
      empty: 'None.',
    });
    table.fixture.componentInstance.changed.subscribe(() => changes++);
    for (const request of http.match(({ url }) => url.startsWith(`${API_ROOT}/session-reviews`)))
      request.flush([
        { id: ids.session, length: 1000, toResolve },
        { id: other, length: 1000, toResolve: null },
      ]);
    table.fixture.detectChanges();
  }
  const row = (title: string): HTMLElement => {
    const found = [...table.page.querySelectorAll<HTMLElement>('tr.mat-mdc-row')].find(({ textContent }) =>
      textContent.includes(title),
    );
    if (!found) throw new Error(`no row "${title}"`);
    return found;
  };
  const inMenu = (title: string, words: string): void => {
    row(title).querySelector<HTMLElement>('button')?.click();
    table.fixture.detectChanges();
    const items = [...document.querySelectorAll<HTMLElement>('[mat-menu-item]')];
    items.find(({ textContent }) => textContent.trim() === words)?.click();
    table.fixture.detectChanges();
  };

  it('leads what can be led, resolves what cannot, and fits what is nobody’s', () => {
    show([led, template]);
    expect(row('Evening').textContent).toContain('can be led');
    expect(row('Evening').querySelector('a[href^="/lead"]')?.textContent).toContain('Lead');
    expect(row('Template').querySelector('.ways a')?.textContent).toContain('Fit');
    expect(row('Template').querySelector('a[href^="/lead"]')).toBeNull();
    show([led], 2);
    expect(row('Evening').textContent).toContain('2 to resolve');
    expect(row('Evening').querySelector('a[href^="/lead"]')?.textContent).toContain('Resolve');
  });

  it('asks about the sessions of one page, not of all', () => {
    const many = Array.from({ length: 60 }, (_, index) => ({
      ...led,
      id: `${String(index).padStart(8, '0')}-2222-4333-8444-555566667777`,
    }));
    table = new Shown(SessionTable, { sessions: many, empty: 'None.' });
    const [asked] = http.match(({ url }) => url.startsWith(`${API_ROOT}/session-reviews`));
    expect(asked?.request.url.split('%2C').length).toBe(25);
    expect(table.page.querySelectorAll('tr.mat-mdc-row').length).toBe(25);
  });

  it('deletes, says so, and brings back', () => {
    show([led]);
    inMenu('Evening', 'Delete');
    http.expectOne(`${API_ROOT}/sessions/${led.id}/deletion`).flush(null);
    expect(said.map(({ text }) => text)).toEqual(['“Evening” is deleted.']);
    expect(changes).toBe(1);
    said[0]?.undo?.();
    http.expectOne(`${API_ROOT}/sessions/${led.id}/restoration`).flush(led);
    expect(changes).toBe(2);
  });

  it('says why a session cannot be deleted, and not that it was', () => {
    show([led]);
    inMenu('Evening', 'Delete');
    const detail = 'A ladder plans it: end the ladder first. Or archive the session. Nothing was deleted.';
    http
      .expectOne(`${API_ROOT}/sessions/${led.id}/deletion`)
      .flush({ type: '', title: '', status: 409, code: 'in-use', detail }, { status: 409, statusText: 'no' });
    table.fixture.detectChanges();
    expect(table.text('.problem[role=alert]')).toBe(detail);
    expect(said).toEqual([]);
    expect(changes).toBe(0);
  });

  it('archives without losing the tags, and brings back', () => {
    show([{ ...led, tags: ['calm'] }]);
    inMenu('Evening', 'Archive');
    const request = http.expectOne(`${API_ROOT}/sessions/${led.id}/filing`);
    expect(request.request.body).toEqual({ tags: ['calm'], archived: true });
    request.flush({ ...led, archived: true });
    said[0]?.undo?.();
    const back = http.expectOne(`${API_ROOT}/sessions/${led.id}/filing`);
    expect(back.request.body).toEqual({ tags: ['calm'], archived: false });
    back.flush(led);
  });

  it('copies for the same student under another title', () => {
    show([led]);
    inMenu('Evening', 'Copy');
    const request = http.expectOne(`${API_ROOT}/sessions`);
    const body = request.request.body as Pick<StoredSession, 'owner' | 'document'>;
    expect(body.owner).toEqual(led.owner);
    expect(body.document.title).toBe('Copy of Evening');
    expect(body.document.passages.length).toBe(led.document.passages.length);
    expect(body.document.passages[0]?.id).not.toBe(led.document.passages[0]?.id);
    request.flush({ ...led, id: other });
    expect(said.map(({ text }) => text)).toEqual(['“Copy of Evening” was added.']);
  });

  it('sends the tags alone once more where the title was saved and they were not', () => {
    show([led]);
    inMenu('Evening', 'Name and tags');
    const sheet = document.querySelector('nv-session-details') as HTMLElement;
    const title = sheet.querySelector('input[formcontrolname=title]') as HTMLInputElement;
    const tags = sheet.querySelector('nv-tags input') as HTMLInputElement;
    title.value = 'Late evening';
    title.dispatchEvent(new Event('input'));
    tags.value = 'calm';
    tags.dispatchEvent(new Event('blur'));
    const submit = (): void => {
      sheet.querySelector<HTMLElement>('button[type=submit]')?.click();
      table.fixture.detectChanges();
    };
    submit();
    const renamed = { ...led, version: 2, document: { ...led.document, title: 'Late evening' } };
    http.expectOne(`${API_ROOT}/sessions/${led.id}`).flush(renamed);
    const filing = () => http.expectOne(`${API_ROOT}/sessions/${led.id}/filing`);
    filing().flush(
      { type: '', title: '', status: 422, code: 'invalid', detail: 'Not so.' },
      { status: 422, statusText: 'no' },
    );
    table.fixture.detectChanges();
    expect(changes).toBe(0);
    submit();
    filing().flush({ ...renamed, tags: ['calm'] });
    expect(changes).toBe(1);
  });

  it('renames over the version that was shown, and tags', () => {
    show([led]);
    inMenu('Evening', 'Name and tags');
    const sheet = document.querySelector('nv-session-details') as HTMLElement;
    const title = sheet.querySelector('input[formcontrolname=title]') as HTMLInputElement;
    const submit = (): void => {
      sheet.querySelector<HTMLElement>('button[type=submit]')?.click();
      table.fixture.detectChanges();
    };
    title.value = ' ';
    title.dispatchEvent(new Event('input'));
    submit();
    http.expectNone(({ method }) => method === 'PUT');
    title.value = 'Late evening';
    title.dispatchEvent(new Event('input'));
    const tags = sheet.querySelector('nv-tags input') as HTMLInputElement;
    tags.value = 'calm';
    tags.dispatchEvent(new Event('blur'));
    table.fixture.detectChanges();
    submit();
    const save = http.expectOne(`${API_ROOT}/sessions/${led.id}`);
    expect(save.request.body).toEqual({ version: 1, document: { ...led.document, title: 'Late evening' } });
    save.flush({ ...led, version: 2 });
    const file = http.expectOne(`${API_ROOT}/sessions/${led.id}/filing`);
    expect(file.request.body).toEqual({ tags: ['calm'], archived: false });
    file.flush(led);
    expect(changes).toBe(1);
  });
});
