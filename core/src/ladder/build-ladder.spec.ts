import fc from 'fast-check';
import type { PhaseCounts, Sustainable } from '../ratio/index.js';
import { counted, passageOf, conventions } from '../testing.js';
import { countsOf } from '../ratio/index.js';
import type { TechniqueId } from '../technique/index.js';
import { counts, DEFAULT_PACE, pace, seconds, type Pace, day } from '../units/index.js';
import {
  buildLadder,
  describeRung,
  DEFAULT_GATE,
  daysOnRung,
  longestNextHold,
  MOST_RUNGS,
  passageOnRung,
  plannedStairs,
  rungOf,
  SCHOOLS,
  schoolsFor,
  type LadderRequest,
  type RungNumbers,
  type SchoolId,
} from './index.js';

const of = (inhale: number, internalHold: number, exhale: number, externalHold = 0): PhaseCounts => ({
  inhale: counts(inhale),
  internalHold: counts(internalHold),
  exhale: counts(exhale),
  externalHold: counts(externalHold),
});
const breath = (...parts: Parameters<typeof of>): RungNumbers => ({ kind: 'counts', counts: of(...parts) });
const strokes = (number: number, sets: number, rate: number): RungNumbers => ({
  kind: 'strokes',
  strokes: number,
  sets,
  rate,
});
const minutes = (number: number): RungNumbers => ({ kind: 'minutes', minutes: number });

/** Somebody who can sustain whatever there is. */
const ANYTHING: Sustainable = {
  inhale: seconds(1000),
  internalHold: seconds(1000),
  exhale: seconds(1000),
  externalHold: seconds(1000),
};

const CLIMBING = { counts: 'nadi-shodhana', strokes: 'kapalabhati', minutes: 'nadi-shodhana' } as const;

const ladder = (
  school: SchoolId,
  start: RungNumbers,
  target: RungNumbers,
  more: Partial<LadderRequest> = {},
) =>
  buildLadder({
    technique: CLIMBING[target.kind],
    school,
    start,
    target,
    pace: DEFAULT_PACE,
    sustainable: ANYTHING,
    ...more,
  });

/** "4:0:8" for counts, "30x2@60" for strokes, "5 min". */
const short = (numbers: RungNumbers): string => {
  switch (numbers.kind) {
    case 'counts': {
      const { inhale, internalHold, exhale, externalHold } = numbers.counts;
      return [inhale, internalHold, exhale, ...(externalHold > 0 ? [externalHold] : [])].join(':');
    }
    case 'strokes':
      return `${numbers.strokes}x${numbers.sets}@${numbers.rate}`;
    case 'minutes':
      return `${numbers.minutes} min`;
  }
};

describe('a ladder', () => {
  const schools: readonly [SchoolId, RungNumbers, RungNumbers, string][] = [
    ['count-first', breath(8, 0, 8), breath(6, 0, 12), '8:0:8 9:0:9 10:0:10 5:0:10 6:0:12'],
    ['count-first', breath(9, 0, 18), breath(4, 4, 8), '9:0:18 10:0:20 4:1:8 4:2:8 4:3:8 4:4:8'],
    // 8 may grow by 2 s, 10 by 2.5 s of which 2 are whole counts; from 12 on a quarter is 3.
    [
      'ratio-first',
      breath(4, 0, 4),
      breath(4, 16, 8),
      '4:0:4 4:0:8 4:2:8 4:4:8 4:6:8 4:8:8 4:10:8 4:12:8 4:15:8 4:16:8',
    ],
    ['ratio-first', breath(4, 16, 8), breath(5, 20, 10), '4:16:8 5:20:10'],
    ['full-ratio', breath(2, 8, 4), breath(3, 12, 6), '2:8:4 3:10:6 3:12:6'],
    ['even-four-part', breath(3, 3, 3, 3), breath(8, 8, 8, 8), '3:3:3:3 4:4:4:4 6:6:6:6 8:8:8:8'],
    ['exhale-led', breath(4, 0, 4), breath(5, 0, 10), '4:0:4 4:0:5 4:0:6 4:0:7 4:0:8 5:0:10'],
    // A hold comes last and from 3 s on; 2 s stand before, because no hold grows further at once.
    ['exhale-led', breath(9, 0, 18), breath(6, 4, 12), '9:0:18 10:0:20 6:2:12 6:3:12 6:4:12'],
    ['strokes', strokes(20, 2, 60), strokes(45, 3, 70), '20x2@60 30x2@60 40x2@60 45x2@60 45x3@60 45x3@70'],
    ['duration', minutes(3), minutes(10), '3 min 5 min 8 min 10 min'],
  ];
  for (const [school, start, target, rungs] of schools)
    it(`by ${school} goes from ${short(start)} to ${short(target)} by its own steps`, () => {
      const made = ladder(school, start, target);
      if (!made.ok) return fail(made.problem.message);
      expect(made.value.map(({ numbers }) => short(numbers)).join(' ')).toBe(rungs);
    });

  it('begins with the rung of the school that asks no more than today', () => {
    const made = ladder('count-first', breath(6, 3, 9), breath(8, 0, 16));
    expect(made.ok && short(made.value[0]?.numbers ?? minutes(0))).toBe('6:0:6');
  });

  const bad: readonly [string, SchoolId, RungNumbers, RungNumbers, string, RegExp][] = [
    [
      'a target below the start',
      'count-first',
      breath(8, 0, 8),
      breath(5, 0, 5),
      'target-below-start',
      /further on/,
    ],
    ['the same again', 'duration', minutes(5), minutes(3), 'target-below-start', /further on/],
    [
      'a ratio that the school does not come by',
      'count-first',
      breath(4, 0, 4),
      breath(4, 4, 6),
      'not-of-school',
      /Nearest on its way/,
    ],
    [
      'a base that the school leaves',
      'ratio-first',
      breath(6, 0, 6),
      breath(4, 4, 8),
      'not-of-school',
      /does not come by/,
    ],
    [
      'strokes that steps do not meet',
      'strokes',
      strokes(20, 2, 60),
      strokes(33, 2, 60),
      'not-of-school',
      /by 5 or 10/,
    ],
    [
      'fewer sets',
      'strokes',
      strokes(20, 3, 60),
      strokes(30, 2, 60),
      'not-of-school',
      /none of them shrinks/,
    ],
    [
      'a hold beyond any reach',
      'full-ratio',
      breath(2, 8, 4),
      breath(46, 184, 92),
      'out-of-reach',
      /anybody's reach/,
    ],
    ['strokes by counts', 'count-first', strokes(20, 2, 60), breath(5, 0, 5), 'wrong-kind', /strokes/],
  ];
  for (const [what, school, start, target, code, words] of bad)
    it(`says why it does not lead to ${what}`, () => {
      const made = ladder(school, start, target);
      if (made.ok) return fail('should not be built');
      expect(made.problem.code).toEqual(code as 'not-of-school');
      expect(words.test(made.problem.message)).toBeTrue();
    });

  it('offers strokes that its steps meet instead', () => {
    const made = ladder('strokes', strokes(20, 2, 60), strokes(33, 1, 66));
    if (made.ok || made.problem.code !== 'not-of-school') return fail('should not be built');
    expect(made.problem.nearest.map(short)).toEqual(['35x2@70']);
  });

  it("marks the rungs above today's fit, and holds that were never measured", () => {
    const sustainable: Sustainable = {
      inhale: seconds(8),
      internalHold: null,
      exhale: seconds(14),
      externalHold: null,
    };
    const above = (target: RungNumbers): boolean[] => {
      const made = ladder('count-first', breath(6, 0, 12), target, { sustainable });
      return made.ok ? made.value.map(({ aboveFit }) => aboveFit) : [];
    };
    expect(above(breath(8, 0, 16))).toEqual([false, false, true]);
    expect(above(breath(5, 1, 10)).at(-1)).toBeTrue();
  });

  it('stands on dates: the days of the gate, or as many as its sittings take', () => {
    expect(daysOnRung(DEFAULT_GATE, { sittingsADay: 2, daysAWeek: 7 })).toBe(7);
    expect(daysOnRung(DEFAULT_GATE, { sittingsADay: 1, daysAWeek: 5 })).toBe(7);
    expect(daysOnRung(DEFAULT_GATE, { sittingsADay: 1, daysAWeek: 3 })).toBe(12);
    const stairs = (today: string) =>
      plannedStairs({
        rungs: 4,
        at: 1,
        since: day('2026-02-20'),
        today: day(today),
        gate: DEFAULT_GATE,
        plan: { sittingsADay: 1, daysAWeek: 7 },
      }).map(({ rung, on }) => `${rung} ${on}`);
    expect(stairs('2026-02-22')).toEqual(['1 2026-02-20', '2 2026-02-27', '3 2026-03-06']);
    expect(stairs('2026-03-01')).toEqual(['1 2026-02-20', '2 2026-03-01', '3 2026-03-08']);
  });
});

describe('a passage on a rung', () => {
  it('is read as one: its counts, its strokes, or the whole minutes it takes', () => {
    const passage = counted('1:2', 5, { cycles: 16 });
    expect(short(rungOf(passage, 'counts', conventions()))).toBe('5:0:10');
    expect(short(rungOf(passage, 'minutes', conventions()))).toBe('4 min');
    expect(short(rungOf(counted('1:1', 4, { cycles: 2 }), 'minutes', conventions()))).toBe('3 min');
    expect(
      short(
        rungOf(
          passageOf('kapalabhati', 'strokes', { strokes: 20, sets: 2, rate: 60 }),
          'strokes',
          conventions(),
        ),
      ),
    ).toBe('20x2@60');
  });

  it('has its numbers and keeps its rounds', () => {
    const passage = counted('1:1', 4, { cycles: 16 });
    const climbed = passageOnRung(passage, breath(5, 2, 10), conventions(), 'calm');
    expect(
      climbed.kind === 'counted' && [short({ kind: 'counts', counts: countsOf(climbed) }), climbed.cycles],
    ).toEqual(['5:2:10', 16]);
    const rapid = passageOf('kapalabhati', 'strokes');
    expect(passageOnRung(rapid, strokes(40, 3, 70), conventions(), 'calm')).toEqual(
      jasmine.objectContaining({ strokes: 40, sets: 3, rate: 70, rateRamp: null }),
    );
    // Ten minutes of 16 s a round of both sides.
    const longer = passageOnRung(passage, minutes(10), conventions(), 'calm');
    expect(longer.kind === 'counted' && longer.cycles).toBe(74);
  });
});

// What the schools say, written down a second time and another way: whether one rung follows another by one of their steps.
describe('every rung of every school', () => {
  const whole = (value: number): boolean => Number.isInteger(value);
  const even = (c: PhaseCounts): boolean =>
    c.inhale === c.exhale && c.internalHold === 0 && c.externalHold === 0;
  const double = (c: PhaseCounts): boolean => c.exhale === 2 * c.inhale && c.externalHold === 0;
  const empty = (c: PhaseCounts): boolean => c.internalHold === 0 && c.externalHold === 0;
  const grew = (a: number, b: number, by: number): boolean => Math.abs(b - a - by) < 1e-9;

  const holdsStep = (a: PhaseCounts, b: PhaseCounts): boolean =>
    double(b) &&
    b.internalHold > 0 &&
    (double(a) && a.internalHold > 0
      ? a.inhale === b.inhale && b.internalHold > a.internalHold && b.internalHold - a.internalHold <= 1
      : empty(a) && a.inhale === Math.max(10, b.inhale) && a.exhale === 2 * a.inhale);

  const isStep: Readonly<Record<string, (a: PhaseCounts, b: PhaseCounts) => boolean>> = {
    'count-first': (a, b) =>
      (even(a) && even(b) && grew(a.inhale, b.inhale, 1)) ||
      (even(a) && a.inhale === 10 && double(b) && empty(b) && b.inhale === 5) ||
      (double(a) && double(b) && empty(b) && grew(a.inhale, b.inhale, 1) && grew(a.exhale, b.exhale, 2)) ||
      holdsStep(a, b),
    'exhale-led': (a, b) =>
      (empty(a) && empty(b) && a.inhale === b.inhale && grew(a.exhale, b.exhale, 1)) ||
      (double(a) && double(b) && empty(b) && grew(a.inhale, b.inhale, 1)) ||
      holdsStep(a, b),
    'ratio-first': (a, b) => {
      const next = [0, 1, 2, 4].find((times) => times * b.inhale >= b.internalHold) ?? 0;
      const between = b.internalHold <= next * b.inhale;
      if (a.inhale === b.inhale)
        return a.internalHold === 0 && b.internalHold === 0
          ? even(a) && double(b)
          : double(a) && double(b) && b.internalHold > a.internalHold && between;
      return (
        grew(a.inhale, b.inhale, 1) &&
        a.internalHold === 4 * a.inhale &&
        double(b) &&
        b.internalHold <= 4 * b.inhale
      );
    },
    'full-ratio': (a, b) =>
      double(b) &&
      (a.inhale === b.inhale || (grew(a.inhale, b.inhale, 1) && a.internalHold === 4 * a.inhale)) &&
      b.internalHold > a.internalHold &&
      b.internalHold <= 4 * b.inhale,
    'even-four-part': (a, b) =>
      b.inhale === b.exhale &&
      b.internalHold <= b.inhale &&
      b.externalHold <= b.inhale &&
      (a.inhale === b.inhale || ([3, 4, 6, 8, 10].includes(b.inhale) && a.internalHold === a.inhale)),
  };

  const startOf = fc.record({
    school: fc.constantFrom<SchoolId>(
      'count-first',
      'exhale-led',
      'ratio-first',
      'full-ratio',
      'even-four-part',
    ),
    start: fc.tuple(
      fc.integer({ min: 4, max: 24 }),
      fc.integer({ min: 0, max: 30 }),
      fc.integer({ min: 4, max: 48 }),
      fc.integer({ min: 0, max: 12 }),
    ),
    target: fc.integer({ min: 2, max: 12 }),
    times: fc.constantFrom(0, 1, 2, 4),
    pace: fc.integer({ min: 600, max: 2500 }).map(pace),
  });

  it('is one step of the school from the one before, and no hold grows further than it may', () => {
    let built = 0;
    fc.assert(
      fc.property(startOf, ({ school, start, target, times, pace: at }) => {
        const half = start.map((value) => value / 2) as [number, number, number, number];
        const wanted: Readonly<Record<string, RungNumbers>> = {
          'count-first': breath(target, times * target, 2 * target),
          'exhale-led': breath(target, times * target, 2 * target),
          'ratio-first': breath(Math.floor(half[0]), times * Math.floor(half[0]), 2 * Math.floor(half[0])),
          'full-ratio': breath(target, 4 * target, 2 * target),
          'even-four-part': breath(8, 8, 8, 8),
        };
        const end = wanted[school] as RungNumbers;
        const made = buildLadder({
          technique: 'nadi-shodhana',
          school,
          start: breath(...half),
          target: end,
          pace: at,
          sustainable: ANYTHING,
        });
        if (!made.ok) return made.problem.message.length > 20;
        built++;
        const rungs = made.value.map(({ numbers }) =>
          numbers.kind === 'counts' ? numbers.counts : of(1, 0, 1),
        );
        const step = isStep[school] as (a: PhaseCounts, b: PhaseCounts) => boolean;
        return (
          rungs.length <= MOST_RUNGS &&
          short(made.value.at(-1)?.numbers ?? minutes(0)) === short(end) &&
          rungs.every((b, index) => {
            const a = rungs[index - 1];
            return !a || (step(a, b) && growsWithin(a, b, at) && (whole(b.inhale) || a.inhale === b.inhale));
          })
        );
      }),
      { numRuns: 1000 },
    );
    expect(built).toBeGreaterThan(300);
  });

  const growsWithin = (a: PhaseCounts, b: PhaseCounts, at: Pace): boolean =>
    (['internalHold', 'externalHold'] as const).every(
      (kind) => (b[kind] * at) / 1000 <= longestNextHold((a[kind] * at) / 1000) + 1e-6,
    );
});

describe('the range of a technique', () => {
  const schools: readonly [TechniqueId, readonly SchoolId[]][] = [
    [
      'nadi-shodhana',
      ['count-first', 'ratio-first', 'full-ratio', 'even-four-part', 'exhale-led', 'duration'],
    ],
    ['three-part', ['count-first', 'exhale-led', 'duration']],
    ['kapalabhati', ['strokes']],
    ['breath-watching', ['duration']],
  ];
  for (const [technique, ids] of schools)
    it(`offers no school that would hold where nothing is held: ${technique}`, () =>
      expect(schoolsFor(technique)).toEqual(ids));

  const targets: readonly [TechniqueId, SchoolId, RungNumbers, RungNumbers, string][] = [
    ['three-part', 'count-first', breath(6, 0, 6), breath(9, 4, 9), 'in 9 · out 9'],
    ['three-part', 'count-first', breath(6, 0, 6), breath(14, 0, 14), 'in 12 · out 12'],
    [
      'kapalabhati',
      'strokes',
      strokes(20, 3, 40),
      strokes(300, 3, 40),
      '3 sets of 120 strokes at 40 a minute',
    ],
    ['kapalabhati', 'strokes', strokes(3, 1, 40), strokes(70, 1, 40), '1 set of 68 strokes at 40 a minute'],
  ];
  for (const [technique, school, start, target, nearest] of targets)
    it(`names the nearest target of ${technique} for ${short(target)}`, () => {
      const made = ladder(school, start, target, { technique });
      expect(!made.ok && made.problem.message).toContain(nearest);
      expect(!made.ok && 'nearest' in made.problem && made.problem.nearest.map(describeRung)).toContain(
        nearest,
      );
    });

  it('refuses a school that would hold, and says which are left', () => {
    const made = ladder('full-ratio', breath(3, 0, 3), breath(6, 0, 6), { technique: 'three-part' });
    expect(!made.ok && made.problem.message).toBe(
      'Three-part breath does not grow by Full ratio, small base: choose Count first or Exhale-led, holds last or Duration.',
    );
  });

  it('says of a school what its first holds are', () => {
    const made = ladder('exhale-led', breath(9, 0, 18), breath(10, 5, 20));
    expect(made.ok && made.value.map(({ numbers }) => short(numbers))).toEqual([
      '9:0:18',
      '10:0:20',
      '10:2:20',
      '10:3:20',
      '10:4:20',
      '10:5:20',
    ]);
    expect(SCHOOLS['exhale-led'].rule).toContain('a hold: 2 s, 3 s, and on by 1');
  });
});
