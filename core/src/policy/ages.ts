import { failure, success, type Result } from '../result.js';
import { yearOf, type Day } from '../units/index.js';
import { policyWords } from '../words/index.js';

/** Youngest and oldest possible age on a day, in whole years: with a birth year alone they differ by one. */
export interface AgeRange {
  readonly youngest: number;
  readonly oldest: number;
}

/** Ages, in whole years, at which rules begin or end. Domain 9, age. */
export const AGES = {
  /** Nobody younger is on record. */
  least: 3,
  /** From this age on a child may breathe through one nostril for more than two minutes. */
  schoolChild: 8,
  /** From this age on short holds may be taught; below it everything is assumed shorter. */
  youth: 12,
  /** From this age on forceful breathing is a care and no longer a change, and a healthy capacity is assumed. */
  nearlyGrown: 16,
  /** Below this age a guardian consents, and an adult is present for practice at home. */
  grownUp: 18,
  /** From this age on: slower and fewer. */
  old: 65,
} as const;

/** Youngest and oldest possible age on a day of somebody of whom only the year of birth is known. */
export function ageOn(birthYear: number, day: Day): AgeRange {
  const oldest = yearOf(day) - birthYear;
  return { youngest: oldest - 1, oldest };
}

/** Whether somebody may be that young: for the young the youngest possible age counts. */
export const isUnder = (age: AgeRange | null, years: number): boolean => age !== null && age.youngest < years;
/** Whether somebody may be that old: for the old the oldest possible age counts. */
export const isFrom = (age: AgeRange | null, years: number): boolean => age !== null && age.oldest >= years;

/** A child for whom shorter breaths are assumed. */
export const isChild = (age: AgeRange | null): boolean => isUnder(age, AGES.youth);
/** Somebody for whom a guardian consents. */
export const isMinor = (age: AgeRange | null): boolean => isUnder(age, AGES.grownUp);

export type BirthYearProblem = { readonly code: 'in-the-future' } | { readonly code: 'too-young' };

/** Whether a year of birth can be that of a student on a day. */
export function checkBirthYear(birthYear: number, today: Day): Result<null, BirthYearProblem> {
  const { oldest } = ageOn(birthYear, today);
  if (oldest < 0) return failure({ code: 'in-the-future' });
  return oldest < AGES.least ? failure({ code: 'too-young' }) : success(null);
}

/** What is wrong with a year of birth, with what to do. */
export const describeBirthYearProblem = ({ code }: BirthYearProblem): string =>
  code === 'in-the-future' ? policyWords.ages.yearOfBirth : policyWords.ages.underAge(AGES.least);
