import {
  studentCapacity,
  type CapacityRecord,
  type CheckOnRecord,
  type ComfortFactors,
} from '../capacity/index.js';
import {
  ageOn,
  type AgeRange,
  type Approval,
  type StudentCapacity,
  type Experience,
} from '../policy/index.js';
import { failure, success, type Result } from '../result.js';
import type { SeatId, TechniqueId } from '../technique/index.js';
import { addDays, addMonths, daysBetween, type Day } from '../units/index.js';
import { FACT_SPANS, type PersonFact, type ScreenedStudent, type TodayFact } from './facts.js';

/** A fact about a person as it is on record. */
export interface FactRecord {
  readonly fact: PersonFact;
  /** First day, or null when it has always been so or nobody knows. */
  readonly since: Day | null;
  /** Last day, or null while it goes on. */
  readonly until: Day | null;
  /** Due date of a pregnancy; null for everything else. */
  readonly due: Day | null;
}

/** What is on record of a student, as far as screening reads it. */
export interface StudentRecord extends Experience {
  /** null where it was not asked yet. */
  readonly birthYear: number | null;
  readonly facts: readonly FactRecord[];
  readonly tongueRolls: boolean | null;
  /** Seats that are possible; empty where it was not asked. */
  readonly seats: readonly SeatId[];
  /** The newest capacity check; null where there is none. */
  readonly capacity: CheckOnRecord | null;
  readonly comfort: ComfortFactors;
  /** Seconds of each phase led complete in three easy sittings. */
  readonly ledEasily: CapacityRecord['led'];
  /** Longest sitting that was led or told complete, minutes. */
  readonly longestSitting: number | null;
  /** Techniques in which a stop sign came, by day; also told from home. */
  readonly stopSigns: readonly StopSignOnDay[];
  readonly approvals: readonly Approval[];
}

/** A stop sign of a sitting, with the techniques in which it may have come. */
export interface StopSignOnDay {
  readonly day: Day;
  readonly techniques: readonly TechniqueId[];
}

/** What a day check says, as far as screening reads it. */
export interface DayFacts {
  readonly facts: readonly TodayFact[];
  /** Minutes from the last meal to now; null where it was not asked. */
  readonly mealMinutes: number | null;
  /** 0 (low) to 10; null where it was not asked. */
  readonly mood: number | null;
}

/** Up to this a mood told today counts as low. */
export const LOW_MOOD = 3;

/** The last day on which a fact is true: as recorded, or when a fact that ends by itself does; null while it goes on. */
export function lastDayOf({ fact, since, until }: FactRecord): Day | null {
  const span = FACT_SPANS[fact];
  if (until !== null || since === null || !span) return until;
  return 'months' in span ? addMonths(since, span.months) : addDays(since, span.days);
}

/** Whether a fact was true on a day. */
export function isTrueOn(fact: FactRecord, day: Day): boolean {
  const last = lastDayOf(fact);
  return (fact.since === null || fact.since <= day) && (last === null || day <= last);
}

/** The last day of a fact that is no longer true today: yesterday, and never before it began. */
export function lastDayBefore(today: Day, { since }: Pick<FactRecord, 'since'>): Day {
  const yesterday = addDays(today, -1);
  return since !== null && since > yesterday ? since : yesterday;
}

/** Weeks of a pregnancy on its due date. */
const TERM = 40;

/** Whole weeks of a pregnancy on a day. */
export const weeksPregnant = (due: Day, day: Day): number => Math.floor(TERM - daysBetween(day, due) / 7);

const ageOf = ({ birthYear }: Pick<StudentRecord, 'birthYear'>, day: Day): AgeRange | null =>
  birthYear === null ? null : ageOn(birthYear, day);

/** What is known of a student's breath on a day. */
export const capacityOnDay = (
  student: Pick<StudentRecord, 'birthYear' | 'capacity' | 'comfort' | 'ledEasily'>,
  day: Day,
): StudentCapacity =>
  studentCapacity(
    { check: student.capacity, comfort: student.comfort, led: student.ledEasily, age: ageOf(student, day) },
    day,
  );

/**
 * A student as screening sees them on a day; of the age both ends are taken, because only the year of birth is known.
 *
 * @param today what the day check says; null where there was none.
 */
export function studentOnDay(student: StudentRecord, day: Day, today: DayFacts | null): ScreenedStudent {
  const age = ageOf(student, day);
  const now = student.facts.filter((fact) => isTrueOn(fact, day));
  const due = now.find(({ fact }) => fact === 'pregnancy' || fact === 'pregnancy-guarded')?.due ?? null;
  const lowToday = today !== null && today.mood !== null && today.mood <= LOW_MOOD;
  const stopped = student.stopSigns.filter((one) => one.day === day);
  return {
    facts: [
      ...now.map(({ fact }) => fact),
      ...(today?.facts ?? []),
      ...(lowToday ? ['low-mood' as const] : []),
    ],
    age,
    pregnancyWeeks: due === null ? null : weeksPregnant(due, day),
    sittings: student.sittings,
    experienced: student.experienced,
    tongueRolls: student.tongueRolls,
    seats: student.seats,
    mealMinutes: today?.mealMinutes ?? null,
    capacity: capacityOnDay(student, day),
    longestSitting: student.longestSitting,
    stoppedToday: stopped.length === 0 ? null : stopped.flatMap(({ techniques }) => techniques),
    approvals: student.approvals,
  };
}

export type FactProblem =
  | { readonly code: 'until-before-since' }
  | { readonly code: 'contradiction'; readonly other: PersonFact }
  | { readonly code: 'already-there' }
  | { readonly code: 'due-not-here' };

/** Facts that cannot be true together. */
const CONTRADICTIONS: readonly (readonly [PersonFact, PersonFact])[] = [
  ['pressure-high', 'pressure-controlled'],
];

const FAR = '9999-12-31';
const overlap = (a: FactRecord, b: FactRecord): boolean =>
  (a.since ?? '') <= (lastDayOf(b) ?? FAR) && (b.since ?? '') <= (lastDayOf(a) ?? FAR);

/** Whether a fact can stand beside the others on record. */
export function checkFact(fact: FactRecord, others: readonly FactRecord[]): Result<null, FactProblem> {
  if (fact.since !== null && fact.until !== null && fact.until < fact.since)
    return failure({ code: 'until-before-since' });
  if (fact.due !== null && fact.fact !== 'pregnancy' && fact.fact !== 'pregnancy-guarded')
    return failure({ code: 'due-not-here' });
  for (const other of others.filter((one) => overlap(one, fact))) {
    if (other.fact === fact.fact) return failure({ code: 'already-there' });
    const pair = CONTRADICTIONS.some((facts) => facts.includes(other.fact) && facts.includes(fact.fact));
    if (pair) return failure({ code: 'contradiction', other: other.fact });
  }
  return success(null);
}
