import { of } from 'rxjs';
import { Questions } from '../../ui/questions';
import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT, type StudentFact } from '@nuvrah/contract';
import { asthma, configure, ids, student } from '../../testing/fixtures';
import { FactList } from './fact-list';
import { day, dayInWords } from '@nuvrah/core';

const fact = (change: Partial<StudentFact>): StudentFact => ({ ...asthma, ...change });

describe('what is known of a student', () => {
  let http: HttpTestingController;
  let fixture: ComponentFixture<FactList>;
  let page: HTMLElement;
  let changed: number;

  beforeEach(() => {
    localStorage.clear();
    http = configure();
    changed = 0;
    fixture = TestBed.createComponent(FactList);
    fixture.componentInstance.changed.subscribe(() => changed++);
  });
  function show(...facts: StudentFact[]): void {
    fixture.componentRef.setInput('student', { ...student, facts });
    fixture.detectChanges();
    page = fixture.nativeElement as HTMLElement;
  }
  /** The change of a fact that the server has. */
  const changeOf = (stored: StudentFact): TestRequest => {
    http.expectOne(`${API_ROOT}/students/${ids.student}/facts`).flush(stored);
    return http.expectOne(`${API_ROOT}/student-facts/${ids.session}`);
  };
  const rows = (): string[] =>
    [...page.querySelectorAll('li')].map((row) => row.textContent.replace(/\s+/g, ' ').trim());
  const endButton = (): HTMLButtonElement => page.querySelector('li button.mdc-button') as HTMLButtonElement;
  const choose = (words: string): void => {
    page.querySelector<HTMLElement>('mat-select')?.click();
    fixture.detectChanges();
    const options = [...document.querySelectorAll<HTMLElement>('mat-option')];
    options.find(({ textContent }) => textContent.trim() === words)?.click();
    fixture.detectChanges();
  };
  const type = (name: string, value: string): void => {
    const field = page.querySelector(`input[aria-label="${name}"]`) as HTMLInputElement;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  const submit = (): void => {
    page.querySelector('form')?.dispatchEvent(new Event('submit'));
    fixture.detectChanges();
  };

  it('shows what is true first, then what was, with the weeks of a pregnancy', () => {
    show(
      fact({ id: ids.sitting, fact: 'vertigo', until: day('2026-01-05') }),
      fact({ fact: 'pregnancy', due: day('2026-06-30') }),
    );
    expect(rows()[0]).toContain(`pregnant due ${dayInWords('2026-06-30')}, 24 weeks now`);
    expect(rows()[1]).toContain(`vertigo until ${dayInWords('2026-01-05')}`);
    const buttons = [...page.querySelectorAll('li button.mdc-button')].map(({ textContent }) =>
      textContent.trim(),
    );
    expect(buttons).toEqual(['No longer', 'True again']);
  });

  it('puts a fact on record, asks what is meant when nothing was chosen, and keeps what was typed when refused', () => {
    show();
    submit();
    expect(page.querySelector('[role=alert]')?.textContent).toContain('Choose what is true');
    choose('pregnant');
    type('due date', '30 Jun 2026');
    (page.querySelector('[aria-label="note on the fact"]') as HTMLInputElement).value = 'Second one.';
    submit();
    const request = http.expectOne(`${API_ROOT}/students/${ids.student}/facts`);
    expect(request.request.body).toEqual(
      jasmine.objectContaining({
        fact: 'pregnancy',
        since: null,
        until: null,
        due: '2026-06-30',
        note: 'Second one.',
      }),
    );
    const errors = [
      { pointer: '/fact', detail: 'This is on record for these days already: change that entry.' },
    ];
    request.flush(
      { type: '', title: '', status: 422, detail: 'no', code: 'invalid-request', errors },
      { status: 422, statusText: 'no' },
    );
    fixture.detectChanges();
    expect(page.querySelector('[role=alert]')?.textContent).toContain('change that entry');
    expect((page.querySelector('[aria-label="note on the fact"]') as HTMLInputElement).value).toBe(
      'Second one.',
    );
    expect(changed).toBe(0);
  });

  it('puts nothing on record while a day that was typed is none, and goes to it', () => {
    show();
    choose('asthma');
    type('since', 'last year');
    submit();
    http.expectNone(`${API_ROOT}/students/${ids.student}/facts`);
    expect(document.activeElement?.getAttribute('aria-label')).toBe('since');
    type('since', '2 Mar 2025');
    submit();
    const { body } = http.expectOne(`${API_ROOT}/students/${ids.student}/facts`).request;
    expect((body as StudentFact).since).toBe(day('2025-03-02'));
  });

  it('ends a fact yesterday and never before it began, when that is confirmed', () => {
    show(fact({ since: day('2026-03-01') }));
    const asked = spyOn(TestBed.inject(Questions), 'ask').and.returnValues(of(false), of(true));
    endButton().click();
    http.expectNone(`${API_ROOT}/student-facts/${ids.session}`);
    endButton().click();
    expect(asked).toHaveBeenCalledTimes(2);
    const request = changeOf(fact({ since: day('2026-03-01') }));
    expect((request.request.body as StudentFact).until).toBe(day('2026-03-09'));
    request.flush(fact({ since: day('2026-03-01'), until: day('2026-03-09') }));
    expect(changed).toBe(1);
  });

  it('makes a fact true again that was ended by mistake, or ends it on another day', () => {
    const ended = fact({ fact: 'pregnancy', until: day('2026-03-08'), due: day('2026-06-30') });
    show(ended);
    expect(rows()[0]).toContain('was due');
    expect(rows()[0]).not.toContain('weeks now');
    type('pregnant, until', '2026-03-01');
    const sooner = changeOf(ended);
    expect((sooner.request.body as StudentFact).until).toBe(day('2026-03-01'));
    sooner.flush({ ...ended, until: day('2026-03-01') });
    fixture.detectChanges();
    endButton().click();
    expect((changeOf(ended).request.body as StudentFact).until).toBeNull();
  });
});
