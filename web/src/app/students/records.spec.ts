import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type StoredClearance, type StudentFact } from '@nuvrah/contract';
import { configure, ids, student } from '../testing/fixtures';
import { Shown } from '../testing/shown';
import { ClearanceList } from './clearance-list';
import { FactChecklist } from './fact-checklist';
import { day, NAME_WANTED } from '@nuvrah/core';

describe('the checklist of the intake', () => {
  let http: HttpTestingController;
  let list: Shown<FactChecklist>;
  let changed: number;
  const asthma: StudentFact = {
    id: ids.session,
    fact: 'asthma',
    since: null,
    until: null,
    due: null,
    note: '',
  };

  beforeEach(() => {
    http = configure();
    changed = 0;
  });
  function show(...facts: StudentFact[]): void {
    list = new Shown(FactChecklist, { student: { ...student, facts } });
    list.fixture.componentInstance.changed.subscribe(() => changed++);
  }

  it('asks for every condition', () => {
    show();
    expect(list.page.querySelectorAll('input[type=checkbox]').length).toBe(34);
  });

  it('puts a tick on record at once', () => {
    show();
    list.tick('asthma');
    const request = http.expectOne(`${API_ROOT}/students/${ids.student}/facts`);
    expect((request.request.body as StudentFact).fact).toBe('asthma');
    request.flush(asthma);
    expect(changed).toBe(1);
  });

  it('does not show as ticked what was refused or not sent, and says why where it stands', () => {
    show();
    const box = (): HTMLInputElement | undefined =>
      [...list.page.querySelectorAll('label')]
        .find((one) => one.textContent.trim() === 'asthma')
        ?.querySelector('input') ?? undefined;
    list.tick('asthma');
    expect(box()?.checked).toBeTrue();
    http.expectOne(`${API_ROOT}/students/${ids.student}/facts`).error(new ProgressEvent('error'));
    list.fixture.detectChanges();
    expect([box()?.checked, changed]).toEqual([false, 0]);
    expect(list.text('.fact [role=alert]')).toContain('Not on record. The server cannot be reached');
    list.tick('asthma');
    http
      .expectOne(`${API_ROOT}/students/${ids.student}/facts`)
      .flush({ code: 'invalid', detail: 'It is there.', status: 422 }, { status: 422, statusText: 'no' });
    list.fixture.detectChanges();
    expect(box()?.checked).toBeFalse();
    expect(list.text('.fact [role=alert]')).toContain('Not on record. It is there.');
    show(asthma);
    list.tick('asthma');
    http.expectOne(`${API_ROOT}/student-facts/${ids.session}/removal`).error(new ProgressEvent('error'));
    list.fixture.detectChanges();
    expect(box()?.checked).toBeTrue();
    expect(list.text('.fact [role=alert]')).toContain('Still on record.');
  });

  it('makes what ended yesterday true again, and what ended long ago true anew from today', () => {
    show({ ...asthma, until: day('2026-03-09') });
    list.tick('asthma');
    const again = http.expectOne(`${API_ROOT}/student-facts/${ids.session}`);
    expect((again.request.body as StudentFact).until).toBeNull();
    show({ ...asthma, until: day('2026-01-31') });
    list.tick('asthma');
    const anew = http.expectOne(`${API_ROOT}/students/${ids.student}/facts`).request.body as StudentFact;
    expect([anew.since, anew.until]).toEqual([day('2026-03-10'), null]);
  });

  it('takes a slip of today off the record, and ends what is older', () => {
    show(asthma);
    list.tick('asthma');
    const removal = http.expectOne(`${API_ROOT}/student-facts/${ids.session}/removal`);
    // Pressed again while it is on its way, nothing more is sent.
    list.tick('asthma');
    removal.flush(null);
    expect(changed).toBe(1);
    list.fixture.detectChanges();
    list.tick('asthma');
    http
      .expectOne(`${API_ROOT}/student-facts/${ids.session}/removal`)
      .flush({ code: 'invalid', detail: 'no', status: 422 }, { status: 422, statusText: 'no' });
    const ended = http.expectOne(`${API_ROOT}/student-facts/${ids.session}`);
    expect((ended.request.body as StudentFact).until).toBe(day('2026-03-09'));
  });

  it('keeps dates and a note where the tick stands', () => {
    show(asthma);
    list.type('asthma, since', '2020-05-01');
    const since = http.expectOne(`${API_ROOT}/student-facts/${ids.session}`);
    expect((since.request.body as StudentFact).since).toBe(day('2020-05-01'));
    since.flush(asthma);
    list.type('asthma, note', 'Pollen.');
    const note = http.expectOne(`${API_ROOT}/student-facts/${ids.session}`);
    expect((note.request.body as StudentFact).note).toBe('Pollen.');
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
    const alert = (): string => list.text('[role=alert]');
    list.submit();
    expect(alert()).toContain('Choose the condition');
    const [fact] = list.page.querySelectorAll('select');
    if (!fact) return fail('no choice');
    fact.value = 'heart';
    fact.dispatchEvent(new Event('change'));
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
