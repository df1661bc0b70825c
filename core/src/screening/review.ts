import type { Session } from '../session/index.js';
import type { ScreeningCase } from './case.js';
import { screenCase } from './case.js';
import { leadNeeds, type LeadNeed } from './gate.js';
import type { Overruling, StandingFinding } from './standing.js';
import { readinessOf, screeningCaseOf, type ScreeningDay, type StudentOnRecord } from './student-day.js';

/** What is said of a session for a student before it is led or given out. */
export interface Review {
  readonly screening: ScreeningCase;
  readonly findings: readonly StandingFinding[];
  /** What keeps it from being led, or given out; empty where nothing does. */
  readonly needs: readonly LeadNeed[];
}

/** What speaks against leading a session for a student now, and what keeps it from being led. */
export function reviewToLead(
  session: Session,
  student: StudentOnRecord,
  overrulings: readonly Overruling[],
  day: ScreeningDay,
): Review {
  const screening = screeningCaseOf(session, student, overrulings, day);
  const findings = screenCase(screening);
  return { screening, findings, needs: leadNeeds(screening, readinessOf(student, day), findings) };
}

/**
 * The same for practice without the instructor: as a card, a link, a sound track, captions or a sheet. Nobody asks about the
 * day there: what must not be true of it is said instead. One place for all of them.
 */
export function reviewToGiveOut(
  session: Session,
  student: StudentOnRecord,
  overrulings: readonly Overruling[],
  day: ScreeningDay,
): Review {
  const ofAnyDay = { ...student, dayCheck: null };
  const screening = screeningCaseOf(session, ofAnyDay, overrulings, day);
  const findings = screenCase(screening);
  const ready = { ...readinessOf(ofAnyDay, day), dayChecked: true };
  return { screening, findings, needs: leadNeeds(screening, ready, findings) };
}
