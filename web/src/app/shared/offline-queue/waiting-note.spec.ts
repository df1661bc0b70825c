import { of } from 'rxjs';
import { Questions } from '../../ui/questions';
import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { configure, dayCheck, ids } from '../../testing/fixtures';
import type { PlainDisk } from '../../testing/plain-disk';
import { Shown } from '../../testing/shown';
import { EntryDisk } from './entry-disk';
import { OfflineQueue } from './offline-queue';
import { WaitingNote } from './waiting-note';

const { id: _, day: __, checkedAt: ___, ...asked } = dayCheck;

describe('what is said of what waits', () => {
  let http: HttpTestingController;
  let note: Shown<WaitingNote>;
  beforeEach(() => {
    localStorage.clear();
    http = configure();
    note = new Shown(WaitingNote);
  });
  afterEach(() => localStorage.clear());
  const put = (id: string): void => {
    TestBed.inject(OfflineQueue)
      .put({ kind: 'day-check', id, studentId: ids.student, body: asked })
      .subscribe();
  };
  const answer = (status: number, code: string): void => {
    for (const request of http.match(() => true))
      request.flush({ code, detail: 'A reason.', status }, { status, statusText: code });
    note.fixture.detectChanges();
  };

  it('names what is kept and why, and is silent while it is only on its way', () => {
    put(ids.sitting);
    note.fixture.detectChanges();
    expect(note.text()).toBe('');
    answer(503, 'away');
    expect(note.text()).toBe('The server is away. Kept in this browser and sent by itself: a day check.');
    put(ids.natural);
    answer(401, 'not-signed-in');
    expect(note.text()).toContain('You are signed out. Kept in this browser: 2 day checks.');
    expect(note.page.querySelector('a')?.getAttribute('href')).toContain('/sign-in');
  });

  it('calls nothing kept that this browser would not keep', () => {
    (TestBed.inject(EntryDisk) as unknown as PlainDisk).full = true;
    put(ids.sitting);
    answer(503, 'away');
    expect(note.text()).toBe(
      'The server is away, and this browser keeps nothing: leave this page open until the server is back.',
    );
  });

  it('says why something is not accepted, and lets it go only after a question', () => {
    put(ids.sitting);
    answer(422, 'invalid');
    expect(note.text('[role=alert]')).toContain(
      'Not accepted and kept in this browser: a day check. A reason.',
    );
    const sure = spyOn(TestBed.inject(Questions), 'ask').and.returnValue(of(false));
    note.press('Discard it');
    expect(note.text()).toContain('Not accepted');
    sure.and.returnValue(of(true));
    note.press('Discard it');
    expect(note.text()).toBe('');
  });
});
