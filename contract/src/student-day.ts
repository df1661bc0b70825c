import {
  BEGINNER_SITTINGS,
  comfortFactors,
  checkCapacity,
  isTechniqueId,
  studentOnDay,
  sustainableCapacity,
  type ComfortFactors,
  type Conventions,
  type DayFacts,
  type OrderingRecord,
  type Readiness,
  type ScreeningCase,
  type Session,
  type Sustainable,
} from '@nuvrah/core';
import type { StoredOverruling } from './schemas.js';
import type { DayCheck, Student, StudentLine } from './student-schemas.js';

// What server and browser both make of a student on a day, so that they come to the same findings.

/** Hours after which the day is asked about again, even on the same day: people eat, and tire. */
export const DAY_CHECK_LASTS = 3;

/** The day check of today, or null: yesterday's answers are never assumed. */
export const dayCheckOf = ({ dayCheck }: Pick<Student, 'dayCheck'>, today: string): DayCheck | null =>
  dayCheck?.day === today ? dayCheck : null;

/**
 * Whether the day was asked about, and not too long ago.
 *
 * @param now milliseconds since 1970.
 */
export function isDayChecked(student: Pick<Student, 'dayCheck'>, today: string, now: number): boolean {
  const check = dayCheckOf(student, today);
  return check !== null && now - Date.parse(check.checkedAt) <= DAY_CHECK_LASTS * 3_600_000;
}

/** What screening reads of a day check; a meal is told in hours, so its minutes are whole ones. */
export const dayFactsOf = ({ facts, lastMealAt, mood }: DayCheck, now: number): DayFacts => ({
  facts,
  mealMinutes: lastMealAt === null ? null : Math.max(0, Math.round((now - Date.parse(lastMealAt)) / 60_000)),
  mood,
});

/** The shares of the measured capacity that count for a student: their own, or the usual ones. */
export const comfortOf = ({ comfort, sittings }: Pick<StudentLine, 'comfort' | 'sittings'>): ComfortFactors =>
  comfort ?? comfortFactors(sittings);

/** What a student can sustain by the capacity on record, or null where none was recorded. */
export function sustainableOf(
  student: Pick<StudentLine, 'capacity' | 'sittings' | 'comfort'>,
): Sustainable | null {
  const checked = student.capacity && checkCapacity(student.capacity);
  return checked?.ok ? sustainableCapacity(checked.value, comfortOf(student)) : null;
}

/** When a student is screened, and by whose conventions. */
export interface ScreeningDay {
  /** The date where the instructor works, yyyy-mm-dd. */
  readonly today: string;
  /** Milliseconds since 1970. */
  readonly now: number;
  readonly profile: Conventions;
}

/** Everything that decides what speaks against a session for a student now. */
export function screeningCaseOf(
  session: Session,
  student: Student,
  overrulings: readonly StoredOverruling[],
  { today, now, profile }: ScreeningDay,
): ScreeningCase {
  const check = dayCheckOf(student, today);
  return {
    session,
    student: studentOnDay(student, today, check && dayFactsOf(check, now)),
    hand: student.hand,
    profile,
    decisions: { clearances: student.clearances, overrulings, day: today },
    sustainable: sustainableOf(student),
  };
}

/** What must be known of a student before leading. */
export const readinessOf = (student: Student, { today, now }: ScreeningDay): Readiness => ({
  birthYear: student.birthYear,
  healthAskedOn: student.healthAskedOn,
  consentOn: student.consentOn,
  dayChecked: isDayChecked(student, today, now),
  emergency: student.emergency,
});

/** What of a student's record the order of a session depends on. */
export function orderingRecordOf(student: Student): OrderingRecord {
  const { experienced, sittings, easySittings, easyRounds } = student;
  const withoutHold = easyRounds
    .filter(({ counts }) => counts.internalHold === 0 && counts.externalHold === 0)
    .map(({ technique }) => technique)
    .filter(isTechniqueId);
  return {
    beginner: !experienced && sittings < BEGINNER_SITTINGS,
    withoutHold: [...new Set(withoutHold)],
    easySittings,
  };
}

/** A name without its last word, where it has more than one: what is shown where a surname must not be. */
export function givenNameOf(name: string): string {
  const words = name.trim().split(/\s+/);
  return words.slice(0, Math.max(1, words.length - 1)).join(' ');
}
