import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { configure, ids, storedSession, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { StudentData } from './student-data';

describe('everything that is kept of a student', () => {
  let http: HttpTestingController;
  let data: Shown<StudentData>;
  let gone: boolean;
  const FIELD = 'to erase, type the name: Hesper Vane';
  const address = `${API_ROOT}/students/${ids.student}/erasure`;
  beforeEach(() => {
    localStorage.clear();
    http = configure();
    data = new Shown(StudentData, { student, sessions: [storedSession()] });
    gone = false;
    data.fixture.componentInstance.erased.subscribe(() => (gone = true));
  });

  it('is taken out by an address', () => {
    const link = data.page.querySelector('a')?.getAttribute('href');
    expect(link).toBe(`${API_ROOT}/students/${ids.student}/archive.zip`);
  });

  it('is erased only when the name is typed, and what this browser keeps goes too', () => {
    const entry = { kind: 'session', id: ids.session, studentId: ids.student } as const;
    const queue = TestBed.inject(OfflineQueue);
    queue.keep({ ...entry, body: { version: 1, document: storedSession().document } });
    queue.keep({
      ...entry,
      id: ids.sitting,
      studentId: ids.natural,
      body: { version: 1, document: {} as never },
    });
    data.submit();
    data.type(FIELD, 'Hesper Vale');
    data.submit();
    http.expectNone(address);
    expect(data.text('[role=alert]')).toBe(
      'Type the name as it stands here: Hesper Vane. Nothing was erased.',
    );
    data.type(FIELD, ' Hesper Vane ');
    data.submit();
    const sent = http.expectOne(address);
    expect(sent.request.body).toEqual({ name: 'Hesper Vane' });
    sent.flush({ sittings: 7, sessions: 1 });
    expect(gone).toBeTrue();
    expect(queue.waiting().map(({ id }) => id)).toEqual([ids.sitting]);
  });
});
