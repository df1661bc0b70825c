import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type AuditEvent } from '@nuvrah/contract';
import { account, configure, ids, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { AccountPage } from './account-page';
import { AuditTrail } from './audit-trail';
import { WorkplaceForm } from './workplace-form';

describe('where one works', () => {
  let http: HttpTestingController;
  let form: Shown<WorkplaceForm>;
  beforeEach(() => {
    http = configure();
    form = new Shown(WorkplaceForm);
  });
  const write = (name: string, value: string): void => {
    const field = form.page.querySelector<HTMLInputElement>(`input[formcontrolname=${name}]`);
    if (!field) throw new Error(`no field "${name}"`);
    field.value = value;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('blur'));
    form.fixture.detectChanges();
  };
  const saved = () => http.match(`${API_ROOT}/auth/workplace`);

  it('is a zone, a number and a place, whose degrees may be written with a comma', () => {
    write('emergencyNumber', ' 999 ');
    write('place', 'Loft');
    write('latitude', '51,5');
    write('longitude', '−2');
    form.submit();
    const [request] = saved();
    expect(request?.request.body).toEqual({
      timeZone: 'Europe/London',
      emergencyNumber: '999',
      place: { name: 'Loft', latitude: 51.5, longitude: -2 },
    });
    request?.flush({ ...account, emergencyNumber: '999' });
    form.fixture.detectChanges();
    expect(form.text('[role=status]')).toBe('Saved.');
  });

  const refused: readonly (readonly [string, string, string, string])[] = [
    ['no emergency number', 'emergencyNumber', ' ', 'An emergency number is needed'],
    ['degrees beyond the pole', 'latitude', '91', 'Degrees from −90 to 90.'],
    ['degrees that are none', 'longitude', 'west', 'Degrees from −180 to 180.'],
    ['half a place', 'latitude', '51', 'fill all three, or none'],
  ];
  for (const [what, field, typed, words] of refused)
    it(`is not saved with ${what}, and says so`, () => {
      write(field, typed);
      form.submit();
      form.fixture.detectChanges();
      expect(saved()).toEqual([]);
      expect(form.text()).toContain(words);
    });
});

describe('the account', () => {
  it('does not ask the server for a password that is too short, and keeps what was typed', () => {
    const http = configure();
    const page = new Shown(AccountPage);
    for (const [name, value] of [
      ['current', 'a long enough password'],
      ['next', 'short'],
    ] as const) {
      const field = page.page.querySelector<HTMLInputElement>(`input[formcontrolname=${name}]`);
      if (!field) throw new Error(`no field "${name}"`);
      field.value = value;
      field.dispatchEvent(new Event('input'));
    }
    page.press('Change password');
    expect(http.match(({ url }) => url.includes('password'))).toEqual([]);
    expect(page.text('.problem')).toContain('characters or more');
    expect(page.page.querySelector<HTMLInputElement>('input[formcontrolname=next]')?.value).toBe('short');
  });

  it('names whom and what was decided, with what stood before', () => {
    const http = configure();
    const trail = new Shown(AuditTrail);
    const event: AuditEvent = {
      id: ids.natural,
      at: '2026-03-10T12:00:00.000Z',
      studentId: ids.student,
      kind: 'birth-year-changed',
      said: 'Year of birth.',
      before: '1988',
      after: '1989',
    };
    http.expectOne(({ url }) => url.startsWith(`${API_ROOT}/audit-events`)).flush([event]);
    http.expectOne(`${API_ROOT}/students`).flush([student]);
    trail.fixture.detectChanges();
    expect(trail.text('tr.mat-mdc-row')).toContain('10 Mar 2026, 12:00');
    expect(trail.text('tr.mat-mdc-row')).toContain('Hesper Vane');
    expect(trail.text('tr.mat-mdc-row')).toContain('birth year changed Year of birth. 1988 → 1989');
  });
});
