import {
  comfortFactors,
  sustainableFrom,
  type CapacityRecord,
  type CheckOnRecord,
  type ComfortFactors,
} from '../capacity/index.js';
import type { Conventions } from '../conventions/index.js';
import {
  dayCheckOf,
  isDayChecked,
  type Approval,
  type DatedCheck,
  type Experience,
  type OpenEmergency,
} from '../policy/index.js';
import type { Sustainable } from '../ratio/index.js';
import type { Session, Side } from '../session/index.js';
import type { SeatId } from '../technique/index.js';
import { momentFromText, type Day } from '../units/index.js';
import type { ScreeningCase } from './case.js';
import type { TodayFact } from './facts.js';
import type { Readiness } from './gate.js';
import type { Clearance, Overruling } from './standing.js';
import {
  capacityOnDay,
  studentOnDay,
  type DayFacts,
  type FactRecord,
  type StopSignOnDay,
} from './student-record.js';

// What server and browser make of a student on a day: made here, so that they come to the same findings.

/** A day check as it is on record. */
export interface DayCheckOnRecord extends DatedCheck {
  readonly facts: readonly TodayFact[];
  /** ISO 8601, UTC; null where it was not asked. */
  readonly lastMealAt: string | null;
  readonly mood: number | null;
}

/** A student as they are on record, as far as anything is decided about them. */
export interface StudentOnRecord extends Experience {
  readonly birthYear: number | null;
  readonly hand: Side;
  readonly tongueRolls: boolean | null;
  readonly seats: readonly SeatId[];
  readonly healthAskedOn: Day | null;
  readonly consentOn: Day | null;
  readonly comfort: ComfortFactors | null;
  readonly capacity: CheckOnRecord | null;
  readonly dayCheck: DayCheckOnRecord | null;
  readonly clearances: readonly Clearance[];
  readonly facts: readonly FactRecord[];
  readonly emergency: OpenEmergency | null;
  readonly longestSitting: number | null;
  readonly ledEasily: CapacityRecord['led'];
  readonly stopSigns: readonly StopSignOnDay[];
  readonly approvals: readonly Approval[];
}

/** When a student is screened, and by whose conventions. */
export interface ScreeningDay {
  /** The date where the instructor works. */
  readonly today: Day;
  /** Milliseconds since 1970. */
  readonly now: number;
  readonly profile: Conventions;
}

const MILLIS_A_MINUTE = 60_000;

/** What screening reads of a day check; a meal is told in hours, so its minutes are whole ones. */
export const dayFactsOf = ({ facts, lastMealAt, mood }: DayCheckOnRecord, now: number): DayFacts => ({
  facts,
  mealMinutes:
    lastMealAt === null
      ? null
      : Math.max(0, Math.round((now - momentFromText(lastMealAt)) / MILLIS_A_MINUTE)),
  mood,
});

/** The shares of the measured capacity that count for a student: their own, or the usual ones. */
export const comfortOf = ({
  comfort,
  sittings,
}: Pick<StudentOnRecord, 'comfort' | 'sittings'>): ComfortFactors => comfort ?? comfortFactors(sittings);

/** A student as screening sees them now. */
export function screenedStudent(student: StudentOnRecord, { today, now }: ScreeningDay) {
  const check = dayCheckOf(student, today);
  const record = { ...student, comfort: comfortOf(student) };
  return studentOnDay(record, today, check && dayFactsOf(check, now));
}

/** Everything that decides what speaks against a session for a student now. */
export const screeningCaseOf = (
  session: Session,
  student: StudentOnRecord,
  overrulings: readonly Overruling[],
  day: ScreeningDay,
): ScreeningCase => ({
  session,
  student: screenedStudent(student, day),
  hand: student.hand,
  profile: day.profile,
  decisions: { clearances: student.clearances, overrulings, day: day.today },
});

/** What a student can sustain now; assumed where nothing was measured, a hold of which nothing is known null. */
export const sustainableOf = (
  student: Pick<StudentOnRecord, 'birthYear' | 'comfort' | 'sittings' | 'capacity' | 'ledEasily'>,
  { today }: Pick<ScreeningDay, 'today'>,
): Sustainable => sustainableFrom(capacityOnDay({ ...student, comfort: comfortOf(student) }, today));

/** What must be known of a student before leading. */
export const readinessOf = (student: StudentOnRecord, { today, now }: ScreeningDay): Readiness => ({
  birthYear: student.birthYear,
  healthAskedOn: student.healthAskedOn,
  consentOn: student.consentOn,
  dayChecked: isDayChecked(student, today, now),
  emergency: student.emergency,
});
