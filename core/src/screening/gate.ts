import type { Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { blocksLeading, type StandingFinding } from './standing.js';

/** Below this age a guardian's consent is asked for. */
export const GROWN_UP = 18;

/** What must be known of a student before a session is led. */
export interface Readiness {
  readonly birthYear: number | null;
  /** Day on which everything of the intake was asked; null while it was not. */
  readonly healthAskedOn: string | null;
  /** Day of the guardian's consent; null where there is none. */
  readonly consentOn: string | null;
  /** Whether the day check of today was made. */
  readonly dayChecked: boolean;
}

/** Something that is missing before a session can be led. */
export type LeadNeed =
  | { readonly code: 'birth-year' | 'health-not-asked' | 'consent' | 'day-check' }
  | { readonly code: 'finding'; readonly finding: StandingFinding };

/** What the record of a student still misses before anything can be led; the day does not come into it. */
export function missingIntake(student: Readiness, day: string): readonly LeadNeed[] {
  const { birthYear, healthAskedOn, consentOn } = student;
  const minor = birthYear !== null && Number(day.slice(0, 4)) - birthYear - 1 < GROWN_UP;
  return [
    ...(birthYear === null ? [{ code: 'birth-year' } as const] : []),
    ...(healthAskedOn === null ? [{ code: 'health-not-asked' } as const] : []),
    ...(minor && consentOn === null ? [{ code: 'consent' } as const] : []),
  ];
}

/** What the intake still misses, in words, with what to do. */
export const describeMissing = (student: Readiness, day: string): readonly string[] =>
  missingIntake(student, day).flatMap(({ code }) => (code === 'finding' ? [] : [NEED_WORDS[code]]));

/** What keeps a session from being led for a student on a day, what to do first in front; empty when it can be led. */
export function leadNeeds(
  session: Session,
  student: Readiness,
  findings: readonly StandingFinding[],
  day: string,
): readonly LeadNeed[] {
  const asksToday = !isQuiet(session) && !student.dayChecked;
  return [
    ...missingIntake(student, day),
    ...(asksToday ? [{ code: 'day-check' } as const] : []),
    ...findings.filter(blocksLeading).map((finding) => ({ code: 'finding', finding }) as const),
  ];
}

/** Quiet breathing can be led whatever the day is like; everything else asks for the day check first. */
const isQuiet = ({ passages }: Session): boolean =>
  passages.every(({ technique }) => techniqueOf(technique).features.includes('quiet'));

/** What is missing, and what to do about it. */
export const NEED_WORDS: Readonly<Record<Exclude<LeadNeed['code'], 'finding'>, string>> = {
  'birth-year': 'The year of birth is missing: put it on record.',
  'health-not-asked': 'The intake is not finished: ask everything of it once.',
  consent: "A guardian's consent is needed for anybody under 18: put it on file.",
  'day-check': 'Today was not asked yet: make the day check.',
};
