import {
  AGES,
  hasOldCheck,
  isBeginner,
  isChild,
  isFrom,
  isUnder,
  type AgeRange,
  type Approval,
  type Experience,
  type StudentCapacity,
  type UnmeasuredGroup,
} from '../policy/index.js';
import type { SeatId, TechniqueId } from '../technique/index.js';
import { inLanguage, textsInLanguage } from '../language.js';

/** What may be true of a person, in the words that are shown. Each has its dates in the record; here it is true on the day. */
export const PERSON_FACTS = inLanguage({
  pregnancy: 'pregnant',
  'pregnancy-guarded': 'pregnant, with bleeding, raised pressure or advised rest',
  'birth-recent': 'gave birth within 3 months',
  'pressure-high': 'high blood pressure, not controlled',
  'pressure-controlled': 'high blood pressure, controlled',
  'pressure-low': 'low blood pressure',
  heart: 'heart disease or arrhythmia',
  stroke: 'stroke, brief stroke, aneurysm or raised pressure in the head',
  eyes: 'glaucoma or retina trouble',
  'eye-surgery': 'eye surgery within 6 months',
  seizures: 'seizures',
  fainting: 'has fainted',
  'healing-inside': 'concussion, or surgery of brain, chest, nose or belly, within 6 months',
  'lung-collapsed': 'a collapsed lung, ever',
  panic: 'panic, strong anxiety or trauma',
  'low-mood': 'depression or low mood',
  psychosis: 'psychosis, mania or dissociation',
  diabetes: 'diabetes',
  insulin: 'diabetes, on insulin or similar',
  asthma: 'asthma',
  'lung-chronic': 'chronic lung disease',
  hernia: 'hernia, prolapse or ulcer',
  reflux: 'reflux',
  ears: 'ear infection or ear surgery',
  'nose-narrow': 'deviated septum or polyps',
  nosebleed: 'nosebleed within a week',
  neck: 'neck injury',
  thyroid: 'thyroid trouble',
  'thyroid-overactive': 'overactive thyroid',
  shoulder: 'shoulder or arm trouble',
  knees: 'knee or hip trouble',
  teeth: 'sensitive teeth',
  migraine: 'migraine',
  vertigo: 'vertigo',
} as const);

/** How long a fact lasts that ends by itself, counted from its first day, where that is known. */
export const FACT_SPANS: Readonly<Partial<Record<PersonFact, { months: number } | { days: number }>>> = {
  'birth-recent': { months: 3 },
  'eye-surgery': { months: 6 },
  'healing-inside': { months: 6 },
  nosebleed: { days: 7 },
};

/** In the order in which they are asked: what decides most first. */
export const FACT_GROUPS: readonly { readonly name: string; readonly facts: readonly PersonFact[] }[] =
  textsInLanguage(
    [
      {
        name: 'Heart, blood pressure, head',
        facts: [
          'pressure-high',
          'pressure-controlled',
          'pressure-low',
          'heart',
          'stroke',
          'fainting',
          'seizures',
        ],
      },
      { name: 'Pregnancy and birth', facts: ['pregnancy', 'pregnancy-guarded', 'birth-recent'] },
      {
        name: 'Breath and nose',
        facts: ['asthma', 'lung-chronic', 'lung-collapsed', 'nose-narrow', 'nosebleed'],
      },
      {
        name: 'Operations and injuries',
        facts: ['healing-inside', 'eye-surgery', 'neck', 'shoulder', 'knees'],
      },
      { name: 'Eyes, ears, teeth', facts: ['eyes', 'ears', 'teeth', 'vertigo', 'migraine'] },
      {
        name: 'Belly and metabolism',
        facts: ['hernia', 'reflux', 'diabetes', 'insulin', 'thyroid', 'thyroid-overactive'],
      },
      { name: 'Mood and mind', facts: ['panic', 'low-mood', 'psychosis'] },
    ],
    'name',
  );

/** What may be true today. */
export const TODAY_FACTS = inLanguage({
  'nose-blocked': 'blocked nose today',
  fever: 'fever or acute illness today',
  intoxicated: 'alcohol, cannabis, other drugs or sedatives not prescribed, today',
  'asthma-flare': 'asthma flare today',
  'room-hot': 'hot room',
  'exercise-hard': 'hard exercise within 15 minutes',
  'room-cold': 'cold room or congestion',
  'air-bad': 'smoke or bad air',
  'throat-sore': 'sore throat',
  menstruation: 'menstruation',
  'bedtime-near': 'bedtime within 3 hours',
  'not-still': 'driving, machinery, water or heights while practising',
} as const);

export type PersonFact = keyof typeof PERSON_FACTS;
export type TodayFact = keyof typeof TODAY_FACTS;

/** Derived from what is on record, never typed. */
export const DERIVED_FACTS = inLanguage({
  'under-8': 'under 8 years old',
  'age-8-11': '8 to 11 years old',
  'age-12-17': '12 to 17 years old',
  'up-to-15': '15 years old or younger',
  'age-16-17': '16 or 17 years old',
  'age-65-and-older': '65 years old or older',
  beginner: 'fewer than 10 sittings on record',
  'pregnancy-16-weeks': 'pregnant, 16 weeks or more',
  'tongue-does-not-roll': 'tongue does not roll',
  measured: 'what was measured',
  'never-measured': 'never measured',
  'check-old': 'the capacity check is more than 90 days old',
  'seats-recorded': 'seats that are possible',
  'stop-sign-today': 'a stop sign today',
  anyone: 'anyone',
} as const);

export type DerivedFact = keyof typeof DERIVED_FACTS;
export type FactId = PersonFact | TodayFact | DerivedFact;

export const FACT_NAMES: Readonly<Record<FactId, string>> = {
  ...PERSON_FACTS,
  ...TODAY_FACTS,
  ...DERIVED_FACTS,
};

/** What screening knows of a student on the day. */
export interface ScreenedStudent extends Experience {
  readonly facts: readonly (PersonFact | TodayFact)[];
  /** Youngest and oldest possible age on the day; null where it is not known. */
  readonly age: AgeRange | null;
  /** Whole weeks on the day; null where not pregnant or not known. */
  readonly pregnancyWeeks: number | null;
  readonly tongueRolls: boolean | null;
  /** Seats that are possible, the best one first; empty where it was not asked. */
  readonly seats: readonly SeatId[];
  /** Minutes since the last meal; null where it was not asked. */
  readonly mealMinutes: number | null;
  readonly capacity: StudentCapacity;
  /** Longest sitting that was led or told complete, minutes; null where there is none. */
  readonly longestSitting: number | null;
  /** Techniques in which a stop sign came today, also told from home; null where none came. */
  readonly stoppedToday: readonly TechniqueId[] | null;
  readonly approvals: readonly Approval[];
}

/** Whose unmeasured phases are judged how. Domain 9, never measured. */
export function unmeasuredGroup({ age, facts }: Pick<ScreenedStudent, 'age' | 'facts'>): UnmeasuredGroup {
  if (isChild(age)) return 'child';
  const ageFits = age !== null && !isUnder(age, AGES.nearlyGrown) && !isFrom(age, AGES.old);
  return ageFits && !facts.some((fact) => fact in PERSON_FACTS) ? 'healthy-adult' : 'other';
}

/**
 * Every fact that is true: what is on record, and what follows from it. Where only a birth year is known the youngest
 * possible age is taken for the young and the oldest for the old.
 */
export function factsOf(student: ScreenedStudent): ReadonlySet<FactId> {
  const { age, pregnancyWeeks } = student;
  const facts = new Set<FactId>([...student.facts, 'anyone', 'measured', 'never-measured']);
  // What a fact brings with it comes first: others follow from that.
  if (facts.has('insulin')) facts.add('diabetes');
  if (facts.has('thyroid-overactive')) facts.add('thyroid');
  if (facts.has('pregnancy-guarded')) facts.add('pregnancy');
  const when = (fact: DerivedFact, holds: boolean): void => void (holds && facts.add(fact));
  const between = (from: number, below: number): boolean => isUnder(age, below) && !isUnder(age, from);
  when('under-8', isUnder(age, AGES.schoolChild));
  when('age-8-11', between(AGES.schoolChild, AGES.youth));
  when('age-12-17', between(AGES.youth, AGES.grownUp));
  when('up-to-15', between(AGES.youth, AGES.nearlyGrown));
  when('age-16-17', between(AGES.nearlyGrown, AGES.grownUp));
  when('age-65-and-older', isFrom(age, AGES.old));
  when('beginner', isBeginner(student));
  when(
    'pregnancy-16-weeks',
    facts.has('pregnancy') && (pregnancyWeeks === null || pregnancyWeeks >= LYING_FLAT_UNTIL_WEEK),
  );
  when('tongue-does-not-roll', student.tongueRolls === false);
  when('check-old', hasOldCheck(student.capacity));
  when('seats-recorded', student.seats.length > 0);
  when('stop-sign-today', student.stoppedToday !== null);
  return facts;
}

/** From this week of a pregnancy on lying flat is left out. Domain 9, pregnancy. */
const LYING_FLAT_UNTIL_WEEK = 16;
