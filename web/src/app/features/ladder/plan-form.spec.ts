import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT } from '@nuvrah/contract';
import { DEFAULT_GATE, dailySittings } from '@nuvrah/core';
import { account, configure, ids } from '../../testing/fixtures';
import { AccountStore } from '../../api/account';
import { TestBed } from '@angular/core/testing';
import { Shown } from '../../testing/shown';
import { PlanForm, type Terms } from './plan-form';

describe('when is practised', () => {
  const terms: Terms = {
    gate: DEFAULT_GATE,
    plan: { weekdays: [1, 3], sittings: [...dailySittings(1)] as Terms['plan']['sittings'] },
    wished: null,
  };
  let form: Shown<PlanForm>;
  let changes: Terms[];
  let http: HttpTestingController;
  const show = (more: object = {}): void => {
    http = configure();
    form = new Shown(PlanForm, { terms: { ...terms, ...more }, others: { [ids.session]: 'Before sleep' } });
    changes = [];
    form.fixture.componentInstance.changed.subscribe((changed) => changes.push(changed));
  };

  it('changes the gate, the plan and the wished date, and nothing else of a ladder it is given', () => {
    show({ id: ids.session, version: 4 });
    form.press('One sitting a day more');
    expect(Object.keys(changes.at(-1) ?? {}).sort()).toEqual(['gate', 'plan', 'wished']);
    expect(changes.at(-1)?.plan.sittings).toEqual([...dailySittings(2)] as Terms['plan']['sittings']);
  });

  it('is by the clock or by the sun, and may hold another session in the evening', () => {
    show();
    form.type('at', '07:15');
    expect(changes.at(-1)?.plan.sittings[0]?.time).toEqual({ kind: 'clock', at: '07:15' });
    form.choose('time', 'by sunset');
    expect(changes.at(-1)?.plan.sittings[0]?.time).toEqual({ kind: 'sun', event: 'sunset', minutes: -30 });
    form.choose('session', 'Before sleep');
    expect(changes.at(-1)?.plan.sittings[0]?.sessionId).toBe(ids.session);
  });

  it('by the sun asks where that rises, as long as it is not known', () => {
    const time = { kind: 'sun', event: 'sunrise', minutes: 30 } as const;
    show({ plan: { weekdays: [1], sittings: [{ time, sessionId: null }] } });
    expect(form.text('.notice')).toContain('Say where you work');
    const place = { name: 'Loft', latitude: 51, longitude: -2 };
    const { timeZone, emergencyNumber } = account;
    TestBed.inject(AccountStore).changeWorkplace({ timeZone, emergencyNumber, place }).subscribe();
    http.expectOne(`${API_ROOT}/auth/workplace`).flush({ ...account, place });
    form.fixture.detectChanges();
    expect(form.text('.notice')).toBe('');
    form.type('minutes after it, below 0 before', '500');
    expect(changes).toEqual([]);
    form.type('minutes after it, below 0 before', '-20');
    expect(changes.at(-1)?.plan.sittings[0]?.time).toEqual({ ...time, minutes: -20 });
  });
});
