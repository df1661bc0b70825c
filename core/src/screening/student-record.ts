import { failure, success, type Result } from '../result.js';
import { dayNumber } from '../units/index.js';
import type { PersonFact, ScreenedStudent } from './facts.js';

/** A fact about a person as it is on record; days as yyyy-mm-dd. */
export interface FactRecord {
  readonly fact: PersonFact;
  /** First day, or null when it has always been so or nobody knows. */
  readonly since: string | null;
  /** Last day, or null while it goes on. */
  readonly until: string | null;
  /** Due date of a pregnancy; null for everything else. */
  readonly due: string | null;
}

/** What is on record of a student, as far as screening reads it. */
export interface StudentRecord {
  readonly birthYear: number;
  readonly facts: readonly FactRecord[];
  readonly sittings: number;
  readonly experienced: boolean;
  readonly tongueRolls: boolean | null;
}

/** Whether a fact was true on a day. Days compare as texts. */
export const isTrueOn = ({ since, until }: Pick<FactRecord, 'since' | 'until'>, day: string): boolean =>
  (since === null || since <= day) && (until === null || day <= until);

/** Weeks of a pregnancy on its due date. */
const TERM = 40;

/** Whole weeks of a pregnancy on a day. */
export const weeksPregnant = (due: string, day: string): number =>
  Math.floor(TERM - (dayNumber(due) - dayNumber(day)) / 7);

/** A student as screening sees them on a day; of the age both ends are taken, because only the year of birth is known. */
export function studentOnDay(student: StudentRecord, day: string): ScreenedStudent {
  const year = Number(day.slice(0, 4));
  const now = student.facts.filter((fact) => isTrueOn(fact, day));
  const due = now.find(({ fact }) => fact === 'pregnancy' || fact === 'pregnancy-guarded')?.due ?? null;
  return {
    facts: now.map(({ fact }) => fact),
    age: { youngest: year - student.birthYear - 1, oldest: year - student.birthYear },
    pregnancyWeeks: due === null ? null : weeksPregnant(due, day),
    sittings: student.sittings,
    experienced: student.experienced,
    tongueRolls: student.tongueRolls,
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
  (a.since ?? '') <= (b.until ?? FAR) && (b.since ?? '') <= (a.until ?? FAR);

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
