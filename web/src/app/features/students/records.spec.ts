import { boxOf } from '../../testing/kit';
import { PERSON_FACTS } from '@nuvrah/core';
import { of } from 'rxjs';
import { Questions } from '../../ui/questions';
import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type StoredClearance, type StudentFact } from '@nuvrah/contract';
import { EntryDisk } from '../../shared/offline-queue/entry-disk';
import type { PlainDisk } from '../../testing/plain-disk';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { asthma, configure, ids, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { ClearanceList } from './clearance-list';
import { FactChecklist } from './fact-checklist';
import { day, NAME_WANTED } from '@nuvrah/core';

describe('the checklist of the intake', () => {
  let http: HttpTestingController;
  let list: Shown<FactChecklist>;
  let changed: number;

  beforeEach(() => {
    localStorage.clear();
    http = configure();
    changed = 0;
  });
  afterEach(() => localStorage.clear());
  function show(...facts: StudentFact[]): void {
    list = new Shown(FactChecklist, { student: { ...student, facts } });
    list.fixture.componentInstance.changed.subscribe(() => changed++);
  }
  const box = (): HTMLInputElement | null => boxOf(list.page, 'asthma');
  const added = () => http.expectOne(`${API_ROOT}/students/${ids.student}/facts`);
  const removal = () => http.expectOne(`${API_ROOT}/student-facts/${ids.session}/removal`);
  const refuse = (request: TestRequest, detail: string): void => {
    request.flush({ code: 'invalid', detail, status: 422 }, { status: 422, statusText: 'no' });
    list.fixture.detectChanges();
  };
  /** What a fact that is there already is changed to. */
  const changedTo = (stored: StudentFact): StudentFact => {
    added().flush(stored);
    return http.expectOne(`${API_ROOT}/student-facts/${ids.session}`).request.body as StudentFact;
  };

  it('asks for every condition', () => {
    show();
    expect(list.page.querySelectorAll('input[type=checkbox]').length).toBe(34);
  });

  it('puts a tick on record at once', () => {
    show();
    list.tick('asthma');
    const request = added();
    expect((request.request.body as StudentFact).fact).toBe('asthma');
    request.flush(request.request.body as StudentFact);
    expect(changed).toBe(1);
  });

  it('does not show as ticked what was refused, and says why where it stands', () => {
    show();
    list.tick('asthma');
    expect(box()?.checked).toBeTrue();
    refuse(added(), 'It is there.');
    expect(box()?.checked).toBeFalse();
    expect(changed).toBe(0);
    expect(list.text('.fact [role=alert]')).toContain('Not on record. It is there.');
    expect(TestBed.inject(OfflineQueue).refused()).toEqual([]);
  });

  it('says of a tick that waits that it is kept, and of one that cannot even wait that it is not', () => {
    show();
    list.tick('asthma');
    added().error(new ProgressEvent('error'));
    list.fixture.detectChanges();
    expect(changed).toBe(0);
    expect(list.text('.fact [role=status]')).toBe('Kept in this browser until the server is back.');
    localStorage.clear();
    TestBed.resetTestingModule();
    http = configure();
    (TestBed.inject(EntryDisk) as unknown as PlainDisk).full = true;
    show();
    list.tick('asthma');
    added().error(new ProgressEvent('error'));
    list.fixture.detectChanges();
    expect(list.text('.fact [role=alert]')).toContain('leave this page open');
  });

  it('makes what ended yesterday true again, and what ended long ago true anew from today', () => {
    show({ ...asthma, until: day('2026-03-09') });
    list.tick('asthma');
    expect(changedTo({ ...asthma, until: day('2026-03-09') }).until).toBeNull();
    show({ ...asthma, until: day('2026-01-31') });
    list.tick('asthma');
    TestBed.inject(OfflineQueue).discard({ kind: 'fact', id: ids.session });
    expect(box()?.checked).toBeTrue();
    expect(changed).toBe(0);
  });

  it('shows until when it was true, which can be set otherwise, and makes it true again', () => {
    const ended = { ...asthma, since: day('2025-01-01'), until: day('2026-01-31') };
    show(ended);
    list.type('asthma, until', '2026-02-10');
    expect(changedTo(ended).until).toBe(day('2026-02-10'));
    TestBed.resetTestingModule();
    http = configure();
    localStorage.clear();
    show(ended);
    list.type('asthma, until', '');
    expect(list.text('.fact [role=alert]')).toContain('Say until which day');
    list.press('True again');
    expect(changedTo(ended)).toEqual(jasmine.objectContaining({ since: day('2025-01-01'), until: null }));
  });

  it('asks before it ends what stood there before, not before a slip of now is taken back', () => {
    show(asthma);
    const asked = spyOn(TestBed.inject(Questions), 'ask').and.returnValue(of(false));
    list.tick('asthma');
    expect(box()?.checked).toBeTrue();
    http.expectNone(`${API_ROOT}/student-facts/${ids.session}/removal`);
    asked.and.returnValue(of(true));
    list.tick('asthma');
    const first = removal();
    // Pressed again while it is on its way, nothing more is sent.
    list.tick('asthma');
    first.flush(null);
    expect(changed).toBe(1);
    expect(asked.calls.count()).toBe(2);
    list.set('student', { ...student, facts: [] });
    list.tick('asthma');
    const again = added();
    const { id } = again.request.body as StudentFact;
    again.flush({ ...asthma, id });
    list.set('student', { ...student, facts: [{ ...asthma, id }] });
    list.tick('asthma');
    http.expectOne(`${API_ROOT}/student-facts/${id}/removal`).flush(null);
    expect(asked.calls.count()).toBe(2);
  });

  it('takes what was put on record today off it, and ends what is older', () => {
    spyOn(TestBed.inject(Questions), 'ask').and.returnValue(of(true));
    show(asthma);
    list.tick('asthma');
    refuse(removal(), 'Only of today.');
    const ended = http.expectOne(`${API_ROOT}/student-facts/${ids.session}`);
    expect((ended.request.body as StudentFact).until).toBe(day('2026-03-09'));
  });

  it('keeps dates and a note where the tick stands', () => {
    show(asthma);
    list.type('asthma, since', '2020-05-01');
    expect(changedTo(asthma).since).toBe(day('2020-05-01'));
    TestBed.resetTestingModule();
    http = configure();
    localStorage.clear();
    show(asthma);
    list.type('asthma, note', 'Pollen.');
    expect(changedTo(asthma).note).toBe('Pollen.');
  });
});

describe('clearances', () => {
  let http: HttpTestingController;
  let list: Shown<ClearanceList>;
  const clearance: StoredClearance = {
    id: ids.session,
    version: 1,
    clinician: 'Dr. Feld',
    givenOn: day('2026-01-05'),
    until: day('2026-03-10'),
    fact: 'heart',
    scope: 'holds',
    upTo: 8,
    withdrawnOn: null,
    sign: null,
    filedAt: '2026-01-05T10:00:00.000Z',
    note: '',
  };

  beforeEach(() => (http = configure()));
  const show = (...clearances: StoredClearance[]): void => {
    list = new Shown(ClearanceList, { student: { ...student, clearances } });
  };

  it('say for what, by whom and through which day; a past one cannot be withdrawn', () => {
    show(clearance, { ...clearance, id: ids.sitting, until: day('2026-03-09') });
    expect(list.text('li')).toContain('holds up to 8 s, for heart disease or arrhythmia');
    expect(list.page.querySelectorAll('li button').length).toBe(1);
  });

  it('are filed only whole: each missing thing is named, and nothing typed is lost', () => {
    show();
    list.unfold('File a clearance');
    const alert = (): string => list.text('[role=alert]');
    list.submit();
    expect(alert()).toContain('Choose the condition');
    list.choose('for', PERSON_FACTS.heart);
    list.submit();
    expect(alert()).toContain(NAME_WANTED);
    list.type('clinician', 'Dr. Feld');
    list.submit();
    expect(alert()).toContain('the date is missing');
    list.type('given on', '2026-03-01');
    list.submit();
    expect(alert()).toContain('a clearance without an end is none');
    list.type('holds through', '2026-06-01');
    list.submit();
    const request = http.expectOne(`${API_ROOT}/students/${ids.student}/clearances`);
    expect(request.request.body).toEqual(
      jasmine.objectContaining({
        fact: 'heart',
        scope: 'holds',
        clinician: 'Dr. Feld',
        givenOn: '2026-03-01',
        until: '2026-06-01',
        upTo: null,
      }),
    );
  });

  it('end at once when they are withdrawn', () => {
    show(clearance);
    list.press('Withdrawn');
    const request = http.expectOne(`${API_ROOT}/clearances/${ids.session}`);
    expect(request.request.body).toEqual(
      jasmine.objectContaining({ version: 1, until: '2026-03-10', withdrawnOn: '2026-03-10' }),
    );
  });
});
