import fc from 'fast-check';
import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import type { Passage, Session } from '../session/index.js';
import { compileSession } from '../timeline/index.js';
import { seconds } from '../units/index.js';
import {
  fitTime,
  orderFindings,
  orderFixes,
  type OrderingCase,
  type OrderingRecord,
  type OrderingRule,
} from './index.js';

const RECORD: OrderingRecord = {
  beginner: false,
  withoutHold: (['nadi-shodhana', 'sama-vritti', 'surya-bhedana', 'chandra-bhedana'] as const).map(
    (technique) => ({ technique, inhale: 10, exhale: 20, minutes: 5 }),
  ),
  easySittings: 20,
  entriesToday: [],
};
const caseFor = (
  passages: readonly Passage[],
  record: Partial<OrderingRecord> = {},
  profile = conventions(),
): OrderingCase => ({
  session: sessionOf(...passages.map((passage, index) => ({ ...passage, id: `p${index}` }))),
  record: { ...RECORD, ...record },
  profile,
});
const rules = (of: OrderingCase): OrderingRule[] => orderFindings(of).map(({ rule }) => rule);

const kapalabhati = (quiet: number | 'convention' = 60) =>
  passageOf('kapalabhati', 'strokes', {
    sets: 2,
    recovery: null,
    seat: 'cross-legged',
    quiet: quiet === 'convention' ? quiet : seconds(quiet),
  });
const long = (cycles = 60) => counted('1:1', 4, { cycles, seat: 'cross-legged' });
const held = (base = 4) => counted('1:1:2', base, { cycles: 4, seat: 'cross-legged' });
const bhramari = passageOf('bhramari', 'counted', { seat: 'cross-legged' });

describe('the order of a session', () => {
  const rows: readonly [OrderingRule, readonly Passage[], readonly Passage[], Partial<OrderingRecord>?][] = [
    ['vigorous-late', [long(10), kapalabhati(), stillness(30)], [kapalabhati(), long(), stillness()]],
    [
      'vigorous-after-quiet',
      [long(10), kapalabhati(), long(80), stillness()],
      [kapalabhati(), long(80), stillness()],
    ],
    ['rest-after-strokes', [kapalabhati(29), long(), stillness()], [kapalabhati(30), long(), stillness()]],
    [
      'rest-before-hold',
      [kapalabhati(59), held(), long(), stillness()],
      [kapalabhati(60), held(), long(), stillness()],
    ],
    [
      'heating-after-cooling',
      [passageOf('sheetali', 'counted'), passageOf('surya-bhedana', 'counted'), stillness()],
      [passageOf('surya-bhedana', 'counted'), passageOf('sheetali', 'counted'), stillness()],
    ],
    [
      'same-numbers',
      [long(4), long(6), stillness()],
      [long(4), counted('1:1', 5, { cycles: 6 }), stillness()],
    ],
    [
      'hold-unprepared',
      [held(), long(), stillness()],
      [counted('1:2', 4, { cycles: 4 }), held(), stillness()],
      { withoutHold: [] },
    ],
    ['arm-raised-long', [long(61), stillness()], [long(58), stillness()]],
    [
      'too-much-hold',
      [counted('1:2:2', 4, { cycles: 8, seat: 'cross-legged' }), stillness(1)],
      [held(), long(20), stillness()],
      { beginner: true },
    ],
    [
      'both-entries',
      [passageOf('surya-bhedana', 'counted'), passageOf('chandra-bhedana', 'counted'), stillness()],
      [passageOf('surya-bhedana', 'counted'), stillness()],
    ],
    ['slot-order', [bhramari, long(4), stillness()], [long(4), bhramari, stillness()]],
    ['no-settling', [long(4)], [long(4), stillness()]],
  ];
  for (const [rule, wrong, right, record] of rows) {
    it(`${rule} is found where it is broken, and not where it just is not`, () => {
      expect(rules(caseFor(wrong, record))).toContain(rule);
      expect(rules(caseFor(right, record))).not.toContain(rule);
    });

    it(`${rule} has a fix that helps`, () => {
      const of = caseFor(wrong, record);
      const finding = orderFindings(of).find((one) => one.rule === rule);
      if (!finding) return fail('not found');
      const [fix] = orderFixes(finding, of, () => 'new');
      if (!fix) return fail('no fix');
      expect(rules({ ...of, session: fix.session })).not.toContain(rule);
    });
  }

  it('lets holds come in from the start by one school: small, until there are easy sittings', () => {
    const profile = conventions({ holdsComeIn: 'from-the-start' });
    const of = (base: number, easySittings: number) =>
      rules(caseFor([held(base), long(), stillness()], { withoutHold: [], easySittings }, profile));
    expect(of(3, 0)).not.toContain('hold-unprepared');
    expect(of(3.5, 4)).toContain('hold-unprepared');
    expect(of(3.5, 5)).not.toContain('hold-unprepared');
  });

  it('lets both entries stand where the convention allows them', () => {
    const [, wrong] = rows.find(([rule]) => rule === 'both-entries') ?? [];
    const of = caseFor(wrong ?? [], {}, conventions({ bothEntriesInADay: 'allow' }));
    expect(rules(of)).not.toContain('both-entries');
  });
});

describe('fitting a session into the time there is', () => {
  const session = sessionOf(
    passageOf('slow-even', 'counted', { id: 'a', seat: 'chair', cycles: 10 }),
    counted('1:2', 4, { id: 'b', seat: 'chair', cycles: 16 }),
    passageOf('bhramari', 'counted', { id: 'c', seat: 'chair', cycles: 5 }),
    { ...stillness(60), id: 'd', seat: 'chair' },
  );
  const total = (of: Session): number => compileSession(of, { hand: 'right' }, conventions()).total / 1000;
  const fitted = (minutes: number, locked: string[] = [], weights: [string, number][] = []) => {
    const fit = fitTime(session, conventions(), minutes, new Set(locked), new Map(weights));
    if (!fit.ok) throw new Error(fit.problem.code);
    return fit.value;
  };

  it('fills it, and says what it did', () => {
    const { session: longer, changes, leftOver } = fitted(20);
    expect(total(longer) + leftOver).toBeCloseTo(1200, 1);
    expect(leftOver).toBeLessThan(24);
    expect(changes.map(({ passageId }) => passageId)).toContain('b');
    expect(changes[0]?.said).toMatch(/^\d+ rounds instead of 10$/);
  });
  it('leaves alone what is locked, and follows weights', () => {
    const locked = fitted(20, ['b', 'd']).session;
    expect(locked.passages.slice(1)).toEqual([
      session.passages[1] as Passage,
      jasmine.objectContaining({ id: 'c' }),
      session.passages[3] as Passage,
    ]);
    const even = fitted(
      20,
      [],
      [
        ['a', 1],
        ['b', 1],
        ['c', 1],
      ],
    ).session;
    const heavy = fitted(
      20,
      [],
      [
        ['a', 1],
        ['b', 5],
        ['c', 1],
      ],
    ).session;
    const cycles = (of: Session) =>
      of.passages.flatMap((one) => (one.kind === 'counted' ? [one.cycles] : []));
    expect(cycles(heavy)[1]).toBeGreaterThan(cycles(even)[1] ?? 0);
  });
  it('says what the least is where the time is too short for one round of everything', () => {
    const fit = fitTime(session, conventions(), 1);
    expect(!fit.ok && fit.problem.least).toBeGreaterThan(60);
  });
  it('never takes longer than there is, in whole rounds only', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 60 }), (minutes) => {
        const { session: fit, leftOver } = fitted(minutes);
        const alternating = fit.passages[1];
        return (
          total(fit) <= minutes * 60 + 0.001 &&
          leftOver >= 0 &&
          alternating?.kind === 'counted' &&
          alternating.cycles % 2 === 0
        );
      }),
    );
  });
});
