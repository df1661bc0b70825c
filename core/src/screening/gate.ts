import { resolveConventions } from '../conventions/index.js';
import { ageOn, isMinor, signById, type OpenEmergency } from '../policy/index.js';
import { dayInWords, type Day } from '../units/index.js';
import { screenCase, type ScreeningCase } from './case.js';
import { measureSession } from './measures.js';
import { describeFinding } from './screen.js';
import { blocksLeading, type StandingFinding } from './standing.js';
import { screeningWords } from '../words/index.js';

/** What must be known of a student before a session is led. */
export interface Readiness {
  readonly birthYear: number | null;
  /** Day on which everything of the intake was asked; null while it was not. */
  readonly healthAskedOn: Day | null;
  /** Day of the guardian's consent; null where there is none. */
  readonly consentOn: Day | null;
  /** Whether the day check of today was made. */
  readonly dayChecked: boolean;
  /** The newest emergency sign after which no clearance was given; null where there is none. */
  readonly emergency: OpenEmergency | null;
}

/** What an open emergency sign means, in words, with what to do. Domain 12, suspend. */
export const describeEmergency = ({ sign, day }: OpenEmergency): string =>
  screeningWords.gate.emergencySign(dayInWords(day), signById(sign).label.toLowerCase());

/** Something that is missing before a session can be led. */
export type LeadNeed =
  | IntakeNeed
  | { readonly code: 'day-check' }
  | { readonly code: 'emergency'; readonly emergency: OpenEmergency }
  | { readonly code: 'finding'; readonly finding: StandingFinding };

/** Whether it has to be resolved before leading; asking about today is a part of leading. */
export const isToResolve = ({ code }: LeadNeed): boolean => code !== 'day-check';

/** Something that the intake still misses. */
export interface IntakeNeed {
  readonly code: 'birth-year' | 'health-not-asked' | 'consent';
}

/** What of a student's record the intake fills in. */
export type IntakeOnRecord = Pick<Readiness, 'birthYear' | 'healthAskedOn' | 'consentOn'>;

/** What the record of a student still misses before anything can be led; the day does not come into it. */
export function missingIntake(student: IntakeOnRecord, day: Day): readonly IntakeNeed[] {
  const { birthYear, healthAskedOn, consentOn } = student;
  const minor = birthYear !== null && isMinor(ageOn(birthYear, day));
  return [
    ...(birthYear === null ? [{ code: 'birth-year' } as const] : []),
    ...(healthAskedOn === null ? [{ code: 'health-not-asked' } as const] : []),
    ...(minor && consentOn === null ? [{ code: 'consent' } as const] : []),
  ];
}

/** Whether nothing at all can be led for a student on a day: an emergency sign is open, or the intake is not finished. */
export const isHeldBack = (student: IntakeOnRecord & Pick<Readiness, 'emergency'>, day: Day): boolean =>
  student.emergency !== null || missingIntake(student, day).length > 0;

/** What the intake still misses, in words, with what to do. */
export const describeMissing = (student: IntakeOnRecord, day: Day): readonly string[] =>
  missingIntake(student, day).map(({ code }) => NEED_WORDS[code]);

/** What keeps a session from being led for a student on a day, what to do first in front; empty when it can be led. */
export function leadNeeds(
  of: ScreeningCase,
  student: Readiness,
  findings: readonly StandingFinding[] = screenCase(of),
): readonly LeadNeed[] {
  const asksToday = !student.dayChecked && !isQuietCase(of);
  const { emergency } = student;
  return [
    ...(emergency ? [{ code: 'emergency', emergency } as const] : []),
    ...missingIntake(student, of.decisions.day),
    ...(asksToday ? [{ code: 'day-check' } as const] : []),
    ...findings.filter(blocksLeading).map((finding) => ({ code: 'finding', finding }) as const),
  ];
}

/** Quiet breathing can be led whatever the day is like; everything else asks for the day check first. */
const isQuietCase = ({ session, student, profile }: ScreeningCase): boolean =>
  measureSession(session, student, resolveConventions(profile, session.conventions)).every(
    ({ notQuiet }) => notQuiet === 0,
  );

/** Whether an adult has to be there when it is practised at home. Domain 9, any minor. */
export const needsAdultAtHome = ({ birthYear }: Pick<Readiness, 'birthYear'>, today: Day): boolean =>
  birthYear !== null && isMinor(ageOn(birthYear, today));

/** What is missing, and what to do about it. */
export function describeNeed(need: LeadNeed): string {
  switch (need.code) {
    case 'finding':
      return describeFinding(need.finding);
    case 'emergency':
      return describeEmergency(need.emergency);
    case 'birth-year':
    case 'health-not-asked':
    case 'consent':
    case 'day-check':
      return NEED_WORDS[need.code];
  }
}

const NEED_WORDS = {
  'birth-year': screeningWords.gate.yearOfBirth,
  'health-not-asked': screeningWords.gate.intakeUnfinished,
  consent: screeningWords.gate.consentMissing,
  'day-check': screeningWords.gate.todayWasNotAsked,
} as const;
