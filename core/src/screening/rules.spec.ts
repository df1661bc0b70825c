import { conventions, counted, measuredAt, passageOf, PLAIN_STUDENT, sessionOf } from '../testing.js';
import type { CountedPassage, Passage } from '../session/index.js';
import { withOpenEyes, type Gaze, type LockId, type TechniqueId } from '../technique/index.js';
import { unmeasured } from '../capacity/index.js';
import { counts, seconds } from '../units/index.js';
import {
  describeFinding,
  DERIVED_FACTS,
  factsOf,
  LEVELS,
  measureSession,
  rulesFor,
  PERSON_FACTS,
  RULES,
  screen,
  strictestLevel,
  TODAY_FACTS,
  type FactId,
  type Finding,
  type MeasureId,
  type PersonFact,
  type ScreenedStudent,
} from './index.js';

const PLAIN = PLAIN_STUDENT;

/** A student of whom this fact is true and nothing else. */
function withFact(fact: FactId): ScreenedStudent {
  const aged = (youngest: number): ScreenedStudent => ({ ...PLAIN, age: { youngest, oldest: youngest + 1 } });
  const derived: Readonly<Partial<Record<FactId, ScreenedStudent>>> = {
    'under-8': aged(7),
    'age-8-11': aged(8),
    'age-12-17': aged(15),
    'up-to-15': aged(15),
    'age-16-17': aged(16),
    'age-65-and-older': aged(65),
    beginner: { ...PLAIN, sittings: 9 },
    'pregnancy-16-weeks': { ...PLAIN, facts: ['pregnancy'], pregnancyWeeks: 16 },
    'tongue-does-not-roll': { ...PLAIN, tongueRolls: false },
    measured: { ...PLAIN, capacity: measuredAt(4, 4, 4, 4) },
    'never-measured': { ...PLAIN, capacity: unmeasured() },
    'check-old': {
      ...PLAIN,
      capacity: { ...PLAIN.capacity, inhale: { ...measuredAt(60, 60, 60).inhale, old: true } as never },
    },
    'seats-recorded': { ...PLAIN, seats: ['chair'] },
    'stop-sign-today': { ...PLAIN, stoppedToday: [] },
    anyone: PLAIN,
  };
  return derived[fact] ?? { ...PLAIN, facts: [fact as PersonFact] };
}

const phases = (
  inhale: number,
  internalHold: number,
  exhale: number,
  externalHold: number,
): Partial<CountedPassage> => ({
  ratio: { inhale, internalHold, exhale, externalHold },
  base: counts(inhale),
});
const evenFour = (
  i: number,
  h: number,
  e: number,
  x: number,
  change: Partial<CountedPassage> = {},
): Passage => passageOf('sama-vritti', 'counted', { ...phases(i, h, e, x), cycles: 2, ...change });
const entry = (change: Partial<CountedPassage>): Passage =>
  passageOf('chandra-bhedana', 'counted', { ...phases(5, 0, 5, 0), handUp: seconds(5), ...change });
const locked = (hold: 'internalHold' | 'externalHold', ...locks: LockId[]): Passage =>
  evenFour(4, 8, 4, 8, { locks: { internalHold: [], externalHold: [], fromRound: 1, [hold]: locks } });
const plain = (): Passage => passageOf('slow-even', 'counted', { seat: 'chair', cycles: 2 });
const only =
  (technique: TechniqueId, otherwise: () => Passage = plain) =>
  (value: number): Passage[] => [value > 0 ? { ...passageWith(technique), seat: 'chair' } : otherwise()];
const passageWith = (technique: TechniqueId): Passage => {
  const kinds = ['counted', 'strokes', 'natural'] as const;
  for (const kind of kinds) {
    try {
      return passageOf(technique, kind);
    } catch {
      // Another kind.
    }
  }
  throw new Error(technique);
};
const eyesOpen = (passage: Passage): Passage =>
  passage.kind === 'natural'
    ? passage
    : { ...passage, modifiers: { ...passage.modifiers, gaze: 'half-open', ears: null } };
const seated =
  (seat: Passage['seat'], off: Passage['seat'] = 'chair') =>
  (value: number): Passage[] => [{ ...plain(), seat: value > 0 ? seat : off }];
const bhramari = (ears: 'flaps' | 'full-seal' | null, seat: Passage['seat'] = 'chair'): Passage => {
  const passage = passageOf('bhramari', 'counted', { seat });
  return { ...passage, modifiers: { ...passage.modifiers, ears } };
};

const thirds = (pause: number) => ({
  lengths: [counts(1), counts(1), counts(1)],
  pause: counts(pause),
  atEnd: false,
  regions: false,
});

/** Passages of which the last measures exactly so much. */
const MAKE: Readonly<Record<MeasureId, (value: number) => Passage[]>> = {
  internalHold: (v) => [evenFour(4, v, 4, 0)],
  externalHold: (v) => [evenFour(4, 0, 4, v)],
  hold: (v) => [evenFour(4, v, 4, 0)],
  inhale: (v) => [evenFour(v, 0, 4, 0)],
  inhaleWithPauses: (v) => [
    passageOf('viloma-inhale', 'counted', { parts: { inhale: thirds((v - 3) / 2), exhale: null } }),
  ],
  exhale: (v) => [evenFour(6, 0, v, 0)],
  exhaleWithPauses: (v) => [
    passageOf('viloma-exhale', 'counted', { parts: { inhale: null, exhale: thirds((v - 3) / 2) } }),
  ],
  exhaleToInhale: (v) => [evenFour(4, 0, 4 * v, 0)],
  longExhaleMinutes: (v) => [
    passageOf('ujjayi', 'counted', {
      ...phases(4, 0, 6, 0),
      turning: { full: seconds(0), empty: seconds(0) },
      cycles: Math.round(v * 6),
    }),
  ],
  doubleExhaleMinutes: (v) => [
    passageOf('ujjayi', 'counted', {
      ...phases(5, 0, 10, 0),
      turning: { full: seconds(0), empty: seconds(0) },
      cycles: Math.round(v * 4),
    }),
  ],
  coolingMinutes: (v) => [passageOf('sheetali', 'counted', { cycles: Math.round(v * 5) })],
  leftOnlyMinutes: (v) => [
    passageOf('left-resting', 'counted', { byAttention: true, cycles: Math.round(v * 6) }),
  ],
  raisedArm: (v) => [entry({ cycles: Math.round(v * 6) - 1 })],
  oneNostril: (v) => [v === 0 ? plain() : entry({ cycles: Math.round(v * 6) })],
  rate: (v) => [v === 0 ? plain() : passageOf('kapalabhati', 'strokes', { rate: v })],
  forceful: only('bhastrika'),
  rapid: (v) => [passageOf('bhastrika', 'strokes', { rate: v > 0 ? 30 : 29 })],
  tension: only('tense-release'),
  locks: (v) => [v > 0 ? locked('internalHold', 'root') : locked('internalHold')],
  chinLock: (v) => [v > 0 ? locked('internalHold', 'chin') : locked('internalHold', 'root')],
  abdominalLock: (v) => [v > 0 ? locked('externalHold', 'abdominal') : locked('externalHold', 'chin')],
  rightEntry: only('surya-bhedana', () => passageOf('chandra-bhedana', 'counted')),
  rightOnly: (v) => [passageOf('left-resting', 'counted', { startsOn: v > 0 ? 'right' : 'left' })],
  leftOnly: (v) => [passageOf('left-resting', 'counted', { startsOn: v > 0 ? 'left' : 'right' })],
  mouthInhale: only('sitkari'),
  teeth: only('sitkari', () => passageOf('sheetali-flat', 'counted')),
  rolledTongue: only('sheetali', () => passageOf('sheetali-flat', 'counted')),
  cooling: only('sheetali'),
  heating: only('surya-bhedana', () => passageOf('chandra-bhedana', 'counted')),
  throat: only('ujjayi'),
  hum: only('bhramari'),
  humLying: (v) => [bhramari(null, v > 0 ? 'lying' : 'chair')],
  earClosure: (v) => [bhramari(v > 0 ? 'flaps' : null)],
  faceSeal: (v) => [bhramari(v > 0 ? 'full-seal' : 'flaps')],
  eyesOrEarsClosed: (v) => [v > 0 ? plain() : eyesOpen(plain())],
  lying: seated('lying'),
  folded: seated('folded'),
  standing: seated('standing'),
  floorSeat: seated('cross-legged'),
  seatNotPossible: seated('kneeling'),
  stoppedToday: () => [plain()],
  unapprovedTechnique: () => [passageWith('bhastrika')],
  unapprovedLocks: () => [locked('externalHold', 'chin', 'abdominal', 'root')],
  unapprovedHold: (v) => [evenFour(4, 20 + v, 4, 0)],
  notNatural: only('slow-even', () => passageOf('breath-watching', 'natural')),
  notQuiet: (v) => [v > 0 ? evenFour(4, 4, 4, 0) : plain()],
  strokes: only('kapalabhati'),
  always: () => [plain()],
  holdAfterStrokes: (v) => [
    passageOf('kapalabhati', 'strokes', { sets: 1, quiet: seconds(30), recovery: null, seat: 'chair' }),
    evenFour(4, v > 0 ? 7 : 6, 4, 0, { seat: 'chair' }),
  ],
  mealShort: () => [evenFour(4, 3, 4, 0)],
  exhaleOverCapacity: (v) => [evenFour(6, 0, 8 + v, 0)],
  overTwiceLongest: (v) => [passageOf('natural-breath', 'natural', { length: seconds(600 + v * 60) })],
};

/** What of the student a measure is taken against. */
const AGAINST: Readonly<
  Partial<Record<MeasureId, (value: number, student: ScreenedStudent) => Partial<ScreenedStudent>>>
> = {
  mealShort: (v, { facts }) => ({ mealMinutes: (facts.includes('insulin') ? 120 : 180) - v }),
  exhaleOverCapacity: () => ({ capacity: measuredAt(60, 60, 6.4, 60) }),
  stoppedToday: (v) => ({ stoppedToday: [v > 0 ? 'slow-even' : 'ujjayi'] }),
  unapprovedTechnique: (v) => ({ approvals: v > 0 ? [] : PLAIN.approvals }),
  unapprovedLocks: (v) => ({ approvals: v > 0 ? [] : PLAIN.approvals }),
  unapprovedHold: () => ({ approvals: [] }),
  overTwiceLongest: () => ({ longestSitting: 5 }),
};

/** The smallest step above a threshold that the numbers of a passage can make. */
const STEP: Readonly<Partial<Record<MeasureId, number>>> = {
  exhaleToInhale: 0.125,
  longExhaleMinutes: 1 / 6,
  doubleExhaleMinutes: 0.25,
  coolingMinutes: 0.2,
  leftOnlyMinutes: 1 / 6,
  raisedArm: 1 / 6,
  oneNostril: 1 / 6,
  exhale: 0.5,
  exhaleOverCapacity: 0.5,
};
function findings(passages: readonly Passage[], student: ScreenedStudent): readonly Finding[] {
  const session = sessionOf(...passages.map((passage, index) => ({ ...passage, id: `p${index}` })));
  return screen(session, student, conventions());
}

describe('every rule', () => {
  for (const rule of RULES) {
    const { id, fact, feature } = rule;
    // A limit of the student takes the place of a threshold.
    const over = rulesFor(withFact(fact), conventions()).find((one) => one.id === id)?.over ?? rule.over;
    const step = STEP[feature] ?? 1;
    it(`${id} fires just above its threshold and not at it`, () => {
      const student = withFact(fact);
      const fires = (value: number): boolean =>
        findings(MAKE[feature](value), { ...student, ...AGAINST[feature]?.(value, student) }).some(
          ({ fact: of, feature: on, threshold }) => of === fact && on === feature && threshold === over,
        );
      expect(fires(over + step))
        .withContext('above')
        .toBeTrue();
      if (feature !== 'always') expect(fires(over)).withContext('at').toBeFalse();
    });

    it(`${id} needs its fact`, () => {
      if (fact === 'anyone') return expect(factsOf(PLAIN).has(fact)).toBeTrue();
      const all = findings(MAKE[feature](over + step), PLAIN);
      expect(all.filter((finding) => finding.fact === fact)).toEqual([]);
    });
  }

  it('is there for every fact but those that only others follow from, has a reason and an id of its own', () => {
    const facts = new Set(RULES.map(({ fact }) => fact));
    const named = [...Object.keys(PERSON_FACTS), ...Object.keys(TODAY_FACTS), ...Object.keys(DERIVED_FACTS)];
    expect(named.filter((fact) => !facts.has(fact as FactId))).toEqual([]);
    expect(new Set(RULES.map(({ id }) => id)).size).toBe(RULES.length);
    for (const { reason, remedies } of RULES) {
      expect(reason.endsWith('.')).toBeTrue();
      expect(remedies.length).toBeGreaterThan(0);
    }
  });
});

describe('facts that follow from the record', () => {
  const aged = (youngest: number, oldest = youngest + 1) => [
    ...factsOf({ ...PLAIN, age: { youngest, oldest } }),
  ];

  it('take the youngest age for the young and the oldest for the old', () => {
    expect(aged(7, 8)).toContain('under-8');
    expect(aged(11, 12)).toContain('age-8-11');
    expect(aged(17, 18)).toEqual(jasmine.arrayContaining(['age-12-17', 'age-16-17']));
    expect(aged(18, 19)).toEqual(['anyone', 'measured', 'never-measured']);
    expect(aged(64, 65)).toContain('age-65-and-older');
    expect(aged(63, 64)).not.toContain('age-65-and-older');
  });

  it('call a pregnancy of unknown weeks a late one, and nobody experienced a beginner', () => {
    expect(factsOf({ ...PLAIN, facts: ['pregnancy'] }).has('pregnancy-16-weeks')).toBeTrue();
    expect(
      factsOf({ ...PLAIN, facts: ['pregnancy'], pregnancyWeeks: 15 }).has('pregnancy-16-weeks'),
    ).toBeFalse();
    expect(factsOf({ ...PLAIN, sittings: 0, experienced: true }).has('beginner')).toBeFalse();
    expect(factsOf({ ...PLAIN, sittings: 10 }).has('beginner')).toBeFalse();
  });

  it('let the stricter fact bring the wider one with it', () => {
    const follow: readonly [PersonFact, FactId][] = [
      ['insulin', 'diabetes'],
      ['thyroid-overactive', 'thyroid'],
      ['pregnancy-guarded', 'pregnancy'],
    ];
    for (const [fact, wider] of follow) expect(factsOf({ ...PLAIN, facts: [fact] }).has(wider)).toBeTrue();
  });
});

describe('screening', () => {
  it('explains itself: fact, feature, value against threshold, reason and what may lift it', () => {
    const [finding] = findings([evenFour(4, 6, 4, 0)], withFact('pressure-controlled'));
    expect(finding).toEqual(
      jasmine.objectContaining({
        fact: 'pressure-controlled',
        feature: 'internalHold',
        value: 6,
        threshold: 4,
        level: 'change',
      }),
    );
    expect(finding?.remedies[0]).toBe('shorten-hold');
    expect(finding && describeFinding(finding)).toBe(
      'High blood pressure, controlled · hold with full lungs 6 s, above 4 s. Longer holds and force can raise the blood pressure while it is being controlled.',
    );
  });

  it('puts the strictest first, and of one fact on one measure only the strictest', () => {
    const found = findings([passageOf('kapalabhati', 'strokes'), evenFour(4, 10, 4, 0)], {
      ...PLAIN,
      facts: ['asthma', 'diabetes'],
    });
    const levels = found.map(({ level }) => LEVELS.indexOf(level));
    expect(levels).toEqual([...levels].sort((a, b) => a - b));
    expect(strictestLevel(found)).toBe('clearance');
    expect(strictestLevel([])).toBeNull();
  });

  it('looks at the cap of an open hold, the limit of a ramp and the fastest set', () => {
    const open = counted('1:1', 4, {
      openHold: { phase: 'internalHold', expected: seconds(3), cap: seconds(9) },
    });
    const ramped = counted('4:1:4', 4, {
      cycles: 4,
      ramps: [{ kind: 'step', of: 'internalHold', by: 1, every: 2, to: counts(9) }],
    });
    for (const passage of [open, ramped])
      expect(findings([passage], withFact('seizures')).map(({ feature, value }) => [feature, value])).toEqual(
        [['hold', 9]],
      );
    const faster = passageOf('kapalabhati', 'strokes', {
      rate: 50,
      sets: 2,
      rateRamp: { by: 10, every: 1, to: 80 },
    });
    expect(findings([faster], withFact('beginner')).find(({ feature }) => feature === 'rate')?.value).toBe(
      80,
    );
  });

  it('knows the side that a convention or the goal gives to a one-sided breath', () => {
    const session = {
      ...sessionOf(passageOf('left-resting', 'counted', { startsOn: 'convention' })),
      goal: 'energise' as const,
    };
    const found = screen(session, withFact('pressure-high'), conventions());
    expect(found.map(({ feature }) => feature)).toContain('rightOnly');
  });

  it('leaves out a rule where the conventions say so', () => {
    const long = MAKE.longExhaleMinutes(4);
    const session = sessionOf(...long.map((passage) => ({ ...passage, id: 'p' })));
    const fires = (change: 'avoid' | 'allow'): boolean => {
      const profile = conventions({ longExhaleInLowMood: change });
      return screen(session, withFact('low-mood'), profile).some(
        ({ feature }) => feature === 'longExhaleMinutes',
      );
    };
    expect(fires('avoid')).toBeTrue();
    expect(fires('allow')).toBeFalse();
  });

  it('finds nothing against quiet breathing for a healthy grown-up', () => {
    expect(findings([plain()], PLAIN)).toEqual([]);
  });

  it('measures a session of every technique', () => {
    const session = sessionOf(counted('1:1:2', 5));
    const [measures] = measureSession(session, PLAIN, conventions());
    expect(measures?.hold).toBe(5);
    expect(measures?.exhaleToInhale).toBe(2);
    expect(measures?.exhale).toBe(10);
  });
});

describe('closed eyes', () => {
  const rows: readonly [Gaze, number, Gaze][] = [
    ['eyes-closed', 1, 'half-open'],
    ['closed-brows', 1, 'brows'],
    ['closed-nose-tip', 1, 'nose-tip'],
    ['half-open', 0, 'half-open'],
    ['nose-tip', 0, 'nose-tip'],
    ['open', 0, 'open'],
  ];
  for (const [gaze, closed, opened] of rows)
    it(`are measured apart from where they look: ${gaze}`, () => {
      const passage = counted('1:1', 4);
      const session = sessionOf({ ...passage, modifiers: { ...passage.modifiers, gaze } });
      expect(measureSession(session, PLAIN, conventions())[0]?.eyesOrEarsClosed).toBe(closed);
      expect(withOpenEyes(gaze)).toBe(opened);
    });
});

describe('too soon after a meal', () => {
  it('is not asked for where nobody asked about the meal', () => {
    expect(findings([passageOf('ujjayi', 'counted')], PLAIN).map(({ feature }) => feature)).not.toContain(
      'mealShort',
    );
  });
});
