// Values and generators that several specs share.
import type { TimelineEvent } from './timeline/index.js';
import fc from 'fast-check';
import type { Conventions } from './conventions/index.js';
import { CONVENTION_KEYS, CONVENTION_QUESTIONS, DEFAULT_CONVENTIONS } from './conventions/index.js';
import { parseRatio, type Ratio } from './ratio/index.js';
import {
  newPassage,
  type CountedPassage,
  type NaturalPassage,
  type Passage,
  type Session,
  type Teaching,
} from './session/index.js';
import { unmeasured } from './capacity/index.js';
import { beginClass, type ClassRun } from './class-leading/index.js';
import { alignLanes, type ClassStudent } from './lanes/index.js';
import type { StudentCapacity } from './policy/index.js';
import {
  PERSON_FACTS,
  TODAY_FACTS,
  type PersonFact,
  type ScreenedStudent,
  type ScreeningCase,
  type ScreeningDay,
  type StudentOnRecord,
  type TodayFact,
} from './screening/index.js';
import { TECHNIQUE_IDS, type TechniqueId } from './technique/index.js';
import { counts, day, momentFromText, pace, seconds } from './units/index.js';

export function ratioOf(text: string): Ratio {
  const parsed = parseRatio(text);
  if (!parsed.ok) throw new Error(`bad ratio in a test: ${text}`);
  return parsed.value.ratio;
}

/** A passage of a technique with its starting dosage, some of it changed. */
export function passageOf<K extends Passage['kind']>(
  technique: TechniqueId,
  kind: K,
  change: Partial<Extract<Passage, { kind: K }>> = {},
): Extract<Passage, { kind: K }> {
  const passage = newPassage(technique, technique);
  if (passage.kind !== kind) throw new Error(`${technique} is not ${kind}`);
  return { ...(passage as Extract<Passage, { kind: K }>), ...change };
}

/** Alternate-nostril breathing at this ratio, starting left, without what the convention might add. */
export const counted = (text: string, base: number, change: Partial<CountedPassage> = {}): CountedPassage =>
  passageOf('nadi-shodhana', 'counted', {
    id: 'a',
    ratio: ratioOf(text),
    base: counts(base),
    startsOn: 'left',
    emptyHold: 'as-written',
    cycles: 14,
    ...change,
  });

export const stillness = (length = 60): NaturalPassage =>
  passageOf('closing-stillness', 'natural', { id: 'b', length: seconds(length), seat: 'cross-legged' });

export const sessionOf = (...passages: Session['passages']): Session => ({
  title: 'Evening',
  goal: 'calm',
  conventions: {},
  minutes: null,
  seatChange: seconds(10),
  passages,
});

export const conventions = (change: Partial<Conventions> = {}): Conventions => ({
  ...DEFAULT_CONVENTIONS,
  ...change,
});

export const anyConventions = fc.record(
  Object.fromEntries(
    CONVENTION_KEYS.map((key) => [key, fc.constantFrom(...Object.keys(CONVENTION_QUESTIONS[key].choices))]),
  ),
) as fc.Arbitrary<unknown> as fc.Arbitrary<Conventions>;

const anyRatio: fc.Arbitrary<Ratio> = fc
  .tuple(
    fc.integer({ min: 1, max: 6 }),
    fc.integer({ min: 0, max: 8 }),
    fc.integer({ min: 1, max: 8 }),
    fc.integer({ min: 0, max: 3 }),
  )
  .map((parts) => ratioOf(parts.join(':')));

export const anyCounted: fc.Arbitrary<CountedPassage> = fc
  .record({
    ratio: anyRatio,
    halves: fc.integer({ min: 4, max: 16 }),
    pace: fc.integer({ min: 500, max: 3000 }),
    startsOn: fc.constantFrom('left', 'right', 'convention'),
    cycles: fc.integer({ min: 1, max: 30 }),
  })
  .map(({ ratio, halves, startsOn, cycles, pace: ms }) =>
    counted('1:1', 4, {
      ratio,
      base: counts(halves / 2),
      pace: pace(ms),
      startsOn: startsOn as 'left',
      cycles,
    }),
  );

export const anySession: fc.Arbitrary<Session> = fc
  .record({
    passage: anyCounted,
    rest: fc.integer({ min: 1, max: 120 }),
    goal: fc.constantFrom('calm', 'energise'),
  })
  .map(({ passage, rest, goal }) => ({ ...sessionOf(passage, stillness(rest)), goal: goal as 'calm' }));

/** Any teaching arc; each part may be empty. */
export const anyTeaching: fc.Arbitrary<Teaching> = fc.record({
  explain: fc.constantFrom('', 'What it is for.'),
  explainFor: fc.constantFrom(0, 20).map(seconds),
  demonstrate: fc.integer({ min: 0, max: 2 }),
  trial: fc.integer({ min: 0, max: 2 }),
  quiet: fc.constantFrom(0, 30).map(seconds),
  ask: fc.constantFrom(0, 10).map(seconds),
});

/** Two passages of any technique as it begins, with what goes with holds where there are any. */
export const anyMixedSession: fc.Arbitrary<Session> = fc
  .array(
    fc.record({
      technique: fc.constantFrom(...TECHNIQUE_IDS),
      open: fc.boolean(),
      late: fc.boolean(),
      locked: fc.boolean(),
      ownPace: fc.integer({ min: 0, max: 40 }),
      cycles: fc.integer({ min: 0, max: 6 }),
      taught: fc.option(anyTeaching, { nil: undefined }),
      getReady: fc.constantFrom(0, 3),
      firstBreath: fc.boolean(),
      bySet: fc.boolean(),
      following: fc.integer({ min: 0, max: 3 }),
    }),
    { minLength: 1, maxLength: 2 },
  )
  .map((specs) =>
    sessionOf(
      ...specs.map(
        (
          { technique, open, late, locked, ownPace, cycles, taught, getReady, firstBreath, bySet, following },
          index,
        ): Passage => {
          const passage = newPassage(technique, `${technique}-${index}`);
          if (passage.kind === 'natural') return { ...passage, untilTap: open };
          const more = { getReady, ...(taught && { teaching: taught }) };
          if (passage.kind === 'strokes') {
            const sets = Math.max(1, Math.min(cycles, 3));
            const changing = bySet && { strokesRamp: { by: 5, every: 1, to: 30 }, ownPaceFrom: sets };
            return { ...passage, ...more, firstBreath, sets, strokes: 20, ...changing };
          }
          const openHold = open
            ? ({
                phase: 'internalHold',
                expected: seconds(6),
                cap: seconds(11),
                ...(late && cycles >= 4 && { fromRound: 2 }),
              } as const)
            : null;
          const locks = { ...passage.locks, internalHold: locked ? (['chin', 'root'] as const) : [] };
          const own = seconds(cycles === 0 ? Math.max(1, ownPace) : ownPace);
          const most = cycles > 0 && following > 0 && { mostCycles: cycles + following };
          return { ...passage, ...more, openHold, locks, ownPace: own, cycles, ...most };
        },
      ),
    ),
  );

/** What can be sustained, in seconds; null for a hold that was never measured. Measured is a quarter more. */
export function measuredAt(
  inhale: number,
  hold: number | null,
  exhale: number,
  emptyHold: number | null = null,
): StudentCapacity {
  const known = (length: number) =>
    ({
      kind: 'measured',
      measured: seconds(length * 1.25),
      sustainable: seconds(length),
      atLeast: false,
      old: false,
    }) as const;
  const unknown = unmeasured();
  return {
    inhale: known(inhale),
    internalHold: hold === null ? unknown.internalHold : known(hold),
    exhale: known(exhale),
    externalHold: emptyHold === null ? unknown.externalHold : known(emptyHold),
  };
}

/** A day on which specs take place. */
export const A_DAY = day('2026-03-10');

/**
 * A healthy grown-up of whom everything was asked, with all the breath and all the approvals that there are: what is found about
 * them follows from what a spec says of them.
 */
export const PLAIN_STUDENT: ScreenedStudent = {
  facts: [],
  age: { youngest: 40, oldest: 41 },
  pregnancyWeeks: null,
  sittings: 50,
  experienced: false,
  tongueRolls: true,
  seats: [],
  mealMinutes: null,
  capacity: measuredAt(60, 60, 60, 60),
  longestSitting: 240,
  stoppedToday: null,
  approvals: [
    { of: { kind: 'technique', technique: 'bhastrika' }, by: 'A teacher', givenOn: day('2025-01-01') },
    { of: { kind: 'all-locks' }, by: 'A teacher', givenOn: day('2025-01-01') },
    { of: { kind: 'hold', seconds: 120 }, by: 'A teacher', givenOn: day('2025-01-01') },
  ],
};

/** A session to be screened for somebody, with nothing decided. */
export const caseOf = (session: Session, student: Partial<ScreenedStudent> = {}): ScreeningCase => ({
  session,
  student: { ...PLAIN_STUDENT, ...student },
  hand: 'right',
  profile: conventions(),
  decisions: { clearances: [], overrulings: [], day: A_DAY },
});

const ALL_FACTS = [...Object.keys(PERSON_FACTS), ...Object.keys(TODAY_FACTS)] as (PersonFact | TodayFact)[];

/** Somebody of any age with a few facts, beginners and well practised. */
export const anyStudent: fc.Arbitrary<ScreenedStudent> = fc
  .record({
    facts: fc.uniqueArray(fc.constantFrom(...ALL_FACTS), { maxLength: 4 }),
    age: fc.integer({ min: 5, max: 85 }),
    sittings: fc.constantFrom(0, 5, 40),
    tongueRolls: fc.constantFrom(true, false, null),
    mealMinutes: fc.constantFrom(null, 20, 100, 300),
    capacity: fc.constantFrom(
      unmeasured(),
      measuredAt(4, null, 6),
      measuredAt(8, 12, 14, 6),
      measuredAt(60, 60, 60, 60),
    ),
    seats: fc.constantFrom<ScreenedStudent['seats']>([], ['chair'], ['cross-legged', 'chair', 'lying-left']),
    stoppedToday: fc.constantFrom<ScreenedStudent['stoppedToday']>(null, null, null, ['nadi-shodhana']),
    approvals: fc.constantFrom<ScreenedStudent['approvals']>([], PLAIN_STUDENT.approvals),
    longestSitting: fc.constantFrom(null, 1, 30),
  })
  .map(({ age, ...rest }) => ({
    ...PLAIN_STUDENT,
    ...rest,
    age: { youngest: age, oldest: age + 1 },
  }));

/** Events as they were heard: which round is the last may change while it is led. */
export const asHeard = (events: readonly TimelineEvent[]): readonly Omit<TimelineEvent, 'lastRound'>[] =>
  events.map(({ lastRound: _, ...event }) => event);

export const A_NOON = '2026-03-10T12:00:00.000Z';
/** Noon of the day of the specs. */
export const SCREENING_DAY: ScreeningDay = {
  today: A_DAY,
  now: momentFromText(A_NOON),
  profile: DEFAULT_CONVENTIONS,
};
/** A student on record who may be led today: measured, asked, experienced. */
export const READY_STUDENT: StudentOnRecord = {
  birthYear: 1986,
  hand: 'right',
  tongueRolls: true,
  seats: [],
  healthAskedOn: A_DAY,
  consentOn: null,
  comfort: null,
  experienced: true,
  sittings: 40,
  capacity: { checkedOn: A_DAY, inhale: 15, exhale: 25, hold: 20, emptyHold: 8, atLeast: [] },
  dayCheck: { day: A_DAY, checkedAt: A_NOON, facts: [], lastMealAt: null, mood: 7 },
  clearances: [],
  facts: [],
  emergency: null,
  longestSitting: 60,
  ledEasily: { inhale: null, internalHold: null, exhale: null, externalHold: null },
  stopSigns: [],
  approvals: [],
};

/** Somebody who is in a class, otherwise as {@link PLAIN_STUDENT}. */
export const inClass = (id: string, change: Partial<ScreenedStudent> = {}): ClassStudent => ({
  id,
  screening: {
    student: { ...PLAIN_STUDENT, ...change },
    hand: 'right',
    decisions: { clearances: [], overrulings: [], day: A_DAY },
  },
});

let madeInClass = 0;
/** Ids of what is put in while a class is led. */
export const newInClass = (): string => `put-in-${++madeInClass}`;

/** By which conventions classes of the specs are led. */
export const IN_CLASS = conventions({ begins: 'empty-through-start' });

/** A class of these people that begins to be led, each in a lane of theirs. */
export function classOf(
  session: Session,
  people: Readonly<Record<string, Partial<ScreenedStudent>>>,
): ClassRun {
  const students = Object.entries(people).map(([id, change]) => inClass(id, change));
  const work = { session, students, profile: IN_CLASS, ownSound: false, newId: newInClass };
  return beginClass(alignLanes(work), { session, conventions: IN_CLASS, handOf: () => 'right' });
}
