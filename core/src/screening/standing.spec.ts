import { caseOf, counted, passageOf, sessionOf, stillness } from '../testing.js';
import {
  blocksLeading,
  clears,
  screenCase,
  type Clearance,
  type Overruling,
  type ScreeningCase,
  strictestByPassage,
} from './index.js';
import { leadNeeds, type LeadNeed, type Readiness } from './index.js';
import { holdCheck } from './index.js';
import { conventions, measuredAt } from '../testing.js';
import { seconds, day } from '../units/index.js';

const CLEARANCE: Clearance = {
  clinician: 'Dr. Amaru Feld',
  givenOn: day('2026-03-01'),
  until: day('2026-03-10'),
  sign: null,
  fact: 'heart',
  scope: 'holds',
  upTo: null,
  withdrawnOn: null,
};
const held = sessionOf(counted('1:1:2', 5), stillness());
const heart = caseOf(held, { facts: ['heart'] });
const on = (of: ScreeningCase, decisions: Partial<ScreeningCase['decisions']>): ScreeningCase => ({
  ...of,
  decisions: { ...of.decisions, day: day('2026-03-10'), ...decisions },
});
const blocked = (of: ScreeningCase): string[] =>
  screenCase(of)
    .filter(blocksLeading)
    .map(({ rule }) => rule);

describe('a clearance', () => {
  it('lifts what it is for through its last day, from its first', () => {
    expect(blocked(heart)).toEqual(['heart/hold/clearance']);
    const onDay = (of: string) => blocked(on(heart, { clearances: [CLEARANCE], day: day(of) }));
    expect(onDay('2026-03-10')).toEqual([]);
    expect(onDay('2026-03-11').length).toBe(1);
    expect(onDay('2026-02-28').length).toBe(1);
  });
  it('is for one condition, one scope and up to its limit', () => {
    const with_ = (change: Partial<Clearance>) =>
      blocked(on(heart, { clearances: [{ ...CLEARANCE, ...change }] }));
    expect(with_({ fact: 'birth-recent' }).length).toBe(1);
    expect(with_({ scope: 'force' }).length).toBe(1);
    expect(with_({ scope: 'everything' })).toEqual([]);
    expect(with_({ upTo: 5 })).toEqual([]);
    expect(with_({ upTo: 4.5 }).length).toBe(1);
  });
  it('ends at once when it is withdrawn, also on the day it was given', () => {
    const withdrawn = (of: string) =>
      blocked(
        on(heart, {
          clearances: [{ ...CLEARANCE, givenOn: day('2026-03-10'), withdrawnOn: day(of) }],
        }),
      ).length;
    expect(withdrawn('2026-03-10')).toBe(1);
    expect(withdrawn('2026-03-11')).toBe(0);
  });
  it('never lifts a "no"', () => {
    const stroke = caseOf(held, { facts: ['stroke'] });
    expect(
      blocked(on(stroke, { clearances: [{ ...CLEARANCE, fact: 'stroke', scope: 'everything' }] })),
    ).toEqual(['stroke/hold/no']);
    const [finding] = screenCase(stroke);
    expect(finding && clears({ ...CLEARANCE, fact: 'stroke' }, finding, day('2026-03-10'))).toBeFalse();
  });
});

describe('an overruling', () => {
  const faint = caseOf(held, { facts: ['fainting'] });
  const made: Overruling = {
    kind: 'overruled',
    rule: 'fainting/hold>4/change',
    passageId: 'a',
    value: 5,
    reason: 'Sits against the wall, has done it for years.',
  };
  it('lifts a "change" for its rule, its passage and a value not higher', () => {
    expect(blocked(faint)).toEqual([made.rule]);
    expect(blocked(on(faint, { overrulings: [made] }))).toEqual([]);
    expect(blocked(on(faint, { overrulings: [{ ...made, value: 4.5 }] }))).toEqual([made.rule]);
    expect(blocked(on(faint, { overrulings: [{ ...made, passageId: 'b' }] }))).toEqual([made.rule]);
    const [finding] = screenCase(on(faint, { overrulings: [made] }));
    expect(finding?.standing).toEqual({ kind: 'overruled', reason: made.reason });
  });
  it('lifts neither a "no" nor a "clearance"', () => {
    for (const [fact, rule] of [
      ['stroke', 'stroke/hold/no'],
      ['heart', 'heart/hold/clearance'],
    ] as const)
      expect(blocked(on(caseOf(held, { facts: [fact] }), { overrulings: [{ ...made, rule }] }))).toEqual([
        rule,
      ]);
  });
  it('acknowledges a care, which blocks nothing', () => {
    const asthma = caseOf(sessionOf(passageOf('ujjayi', 'counted')), { facts: ['asthma'] });
    expect(blocked(asthma)).toEqual([]);
    const [care] = screenCase(
      on(asthma, {
        overrulings: [
          { kind: 'acknowledged', rule: 'asthma/always/care', passageId: null, value: 1, reason: '' },
        ],
      }),
    );
    expect(care?.standing.kind).toBe('acknowledged');
  });
});

describe('what must be there before leading', () => {
  const READY: Readiness = {
    birthYear: 1985,
    healthAskedOn: day('2026-01-05'),
    consentOn: null,
    dayChecked: true,
    emergency: null,
  };
  const codes = (ready: Partial<Readiness>, of = caseOf(sessionOf(counted('1:1', 4)))): string[] =>
    leadNeeds(of, { ...READY, ...ready }).map((need: LeadNeed) => need.code);
  it('is nothing for a grown-up who was asked everything', () => void expect(codes({})).toEqual([]));
  it('is what the intake still misses', () => {
    expect(codes({ birthYear: null, healthAskedOn: null })).toEqual(['birth-year', 'health-not-asked']);
  });
  it("is a guardian's consent as long as somebody may be under 18", () => {
    expect(codes({ birthYear: 2008 })).toEqual(['consent']);
    expect(codes({ birthYear: 2007 })).toEqual([]);
    expect(codes({ birthYear: 2008, consentOn: day('2026-01-01') })).toEqual([]);
  });
  it('is the day check, but not before quiet breathing', () => {
    expect(codes({ dayChecked: false })).toEqual(['day-check']);
    expect(codes({ dayChecked: false }, caseOf(sessionOf(stillness())))).toEqual([]);
  });
  it('is every finding that blocks', () => void expect(codes({}, heart)).toEqual(['finding']));
});

describe('measuring a hold', () => {
  const check = (
    of: ScreeningCase,
    hold: 'internalHold' | 'externalHold' = 'internalHold',
    clearances: Clearance[] = [],
  ) => holdCheck(hold, of.student, clearances, day('2026-03-10'), conventions());
  const with_ = (...facts: ScreeningCase['student']['facts']) => caseOf(held, { facts });

  it('is open-ended where nothing speaks against holds', () => {
    expect(check(with_())).toEqual({ offered: true, cap: null });
  });
  it('ends by itself at the lowest threshold that applies', () => {
    expect(check(with_('asthma', 'menstruation'))).toEqual({ offered: true, cap: seconds(4) });
    expect(check(with_('diabetes', 'fainting'))).toEqual({ offered: true, cap: seconds(4) });
  });
  it('is not ended by experience, by a care, by an approval or by what was measured before', () => {
    expect(check(caseOf(held, { sittings: 3 }))).toEqual({ offered: true, cap: null });
    expect(check(with_('diabetes', 'room-hot'))).toEqual({ offered: true, cap: null });
    expect(check(caseOf(held, { approvals: [], capacity: measuredAt(2, 3, 4) }))).toEqual({
      offered: true,
      cap: null,
    });
  });
  it('is not offered where holds are left out or a clearance is missing', () => {
    expect(check(with_('stroke')).offered).toBeFalse();
    expect(check(with_('pressure-controlled'), 'externalHold').offered).toBeFalse();
    expect(check(with_('heart')).offered).toBeFalse();
    expect(check(with_('heart'), 'internalHold', [CLEARANCE])).toEqual({ offered: true, cap: null });
    expect(check(with_('heart'), 'internalHold', [{ ...CLEARANCE, upTo: 6 }])).toEqual({
      offered: true,
      cap: seconds(6),
    });
    expect(
      check(with_('heart'), 'internalHold', [{ ...CLEARANCE, until: day('2026-03-09') }]).offered,
    ).toBeFalse();
  });
});

describe('the strictest that is said of each passage', () => {
  it('is by the order of levels, whatever comes first, and of the whole session is nothing said', () => {
    const said = [
      { passageId: 'a', level: 'care' },
      { passageId: 'b', level: 'clearance' },
      { passageId: 'a', level: 'no' },
      { passageId: 'b', level: 'change' },
      { passageId: null, level: 'no' },
    ] as const;
    expect(Object.fromEntries(strictestByPassage(said))).toEqual({ a: 'no', b: 'clearance' });
  });
});
