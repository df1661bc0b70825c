import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type StoredOverruling, type Student } from '@nuvrah/contract';
import { screenCase, type PersonFact, type Session, screeningCaseOf } from '@nuvrah/core';
import { configure, ids, session, student, withCounted, DAY } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { FindingList } from './finding-list';

const HELD = { inhale: 1, internalHold: 1, exhale: 2, externalHold: 0 };
const held = withCounted({ ratio: HELD, base: 6 as never }, session);

const withFacts = (...facts: PersonFact[]): Student => ({
  ...student,
  sittings: 50,
  facts: facts.map((fact, index) => ({
    id: `${ids.session.slice(0, -1)}${index}`,
    fact,
    since: null,
    until: null,
    due: null,
    note: '',
  })),
});

describe('what speaks against a session', () => {
  let http: HttpTestingController;
  let list: Shown<FindingList>;
  let applied: Session[];
  let decided: (readonly StoredOverruling[])[];

  beforeEach(() => (http = configure()));

  function show(who: Student, of = held, overrulings: readonly StoredOverruling[] = []): void {
    const screening = screeningCaseOf(of, who, overrulings, DAY);
    list = new Shown(FindingList, {
      findings: screenCase(screening),
      of: screening,
      student: who,
      sessionId: ids.session,
      overrulings,
      names: new Map([
        [ids.counted, 'Alternate-nostril'],
        [ids.natural, 'Stillness'],
      ]),
      editable: true,
    });
    applied = [];
    decided = [];
    list.fixture.componentInstance.apply.subscribe((session) => applied.push(session));
    list.fixture.componentInstance.decided.subscribe((all) => decided.push(all));
  }
  const decision = () => http.expectOne(`${API_ROOT}/sessions/${ids.session}/overrulings`);
  const made = (change: Partial<StoredOverruling> = {}): StoredOverruling => ({
    id: ids.sitting,
    kind: 'overruled',
    rule: 'fainting/hold>4/change',
    passageId: ids.counted,
    value: 6,
    reason: 'Seen often.',
    madeAt: '2026-03-10T12:00:00.000Z',
    ...change,
  });

  it('says level, passage, measure, reason and what to do', () => {
    show(withFacts('fainting'));
    expect(list.text('nv-finding-item')).toContain(
      'Change Alternate-nostril — Has fainted · hold 6 s, above 4 s. Over-breathing and longer holds can bring on a faint. What to do: Shorten the hold, leave the hold out, or breathe without parts and pauses.',
    );
  });

  it('says that nothing speaks against it where nothing does', () => {
    show(withFacts(), session);
    expect(list.text()).toBe('Nothing known of Hesper Vane speaks against it.');
  });

  it('offers the remedies that help, and what of the record would allow it', () => {
    show(withFacts('heart'));
    list.press('What can be done');
    expect(list.text('nv-finding-ways')).toContain('without holds');
    expect(list.text('nv-finding-ways')).toContain(
      "A clinician's clearance for holds up to 6 s (heart disease or arrhythmia).",
    );
    list.press('without holds');
    expect(applied.length).toBe(1);
    expect(list.text('nv-finding-item')).toContain('File a clearance');
  });

  it('applies all safe fixes at once and names them', () => {
    show(withFacts('fainting', 'knees'));
    list.press('Apply all safe fixes');
    expect(applied.length).toBe(1);
    expect(list.text('[role=status]')).toContain('Alternate-nostril: holds of 4 s at most');
    expect(list.text('[role=status]')).toContain('Stillness: seat: chair');
  });

  it('overrules only with a reason, and shows it with the way back', () => {
    show(withFacts('fainting'));
    list.press('Overrule …');
    list.submit();
    expect(list.text('[role=alert]')).toContain('Say why');
    list.type('reason', 'Seen often.');
    list.submit();
    const { request } = decision();
    expect(request.body).toEqual(
      jasmine.objectContaining({
        kind: 'overruled',
        rule: 'fainting/hold>4/change',
        passageId: ids.counted,
        value: 6,
        reason: 'Seen often.',
      }),
    );

    show(withFacts('fainting'), held, [made()]);
    expect(list.text()).toContain('✓ Overruled: Seen often.');
    expect(list.text()).not.toContain('Apply all safe fixes');
    list.press('Take back');
    http.expectOne(`${API_ROOT}/overrulings/${ids.sitting}/withdrawal`).flush(null);
    expect(decided).toEqual([[]]);
  });

  it('asks again for a higher value', () => {
    show(withFacts('fainting'), held, [made({ value: 5.5 })]);
    expect(list.text()).toContain('Overrule …');
  });

  it('acknowledges a care', () => {
    show(withFacts('diabetes'), withCounted({ ratio: HELD, base: 9 as never }, session));
    list.press('Acknowledge');
    const request = decision();
    expect((request.request.body as StoredOverruling).kind).toBe('acknowledged');
    request.flush(made({ kind: 'acknowledged', reason: '' }));
    expect(decided[0]?.length).toBe(1);
  });
});
