import type { Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { describeFinding } from './screen.js';
import { signById, type SignId } from './signs.js';
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
  /** The newest emergency sign after which no clearance was given; null where there is none. */
  readonly emergency: OpenEmergency | null;
}

/** An emergency sign of a sitting that nobody has cleared yet. */
export interface OpenEmergency {
  readonly sign: SignId;
  /** The instructor's local date, yyyy-mm-dd. */
  readonly day: string;
}

/** What an open emergency sign means, in words, with what to do. Domain: "progression", suspend. */
export const describeEmergency = ({ sign, day }: OpenEmergency): string =>
  `An emergency sign on ${day}: ${signById(sign).label.toLowerCase()}. Nothing is practised until a clearance is on file.`;

/** Something that is missing before a session can be led. */
export type LeadNeed =
  | { readonly code: 'birth-year' | 'health-not-asked' | 'consent' | 'day-check' }
  | { readonly code: 'emergency'; readonly emergency: OpenEmergency }
  | { readonly code: 'finding'; readonly finding: StandingFinding };

type IntakeNeed = Extract<LeadNeed, { readonly code: keyof typeof NEED_WORDS }>;

/** What the record of a student still misses before anything can be led; the day does not come into it. */
export function missingIntake(student: Readiness, day: string): readonly IntakeNeed[] {
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
  missingIntake(student, day).map(({ code }) => NEED_WORDS[code]);

/** What keeps a session from being led for a student on a day, what to do first in front; empty when it can be led. */
export function leadNeeds(
  session: Session,
  student: Readiness,
  findings: readonly StandingFinding[],
  day: string,
): readonly LeadNeed[] {
  const asksToday = !isQuiet(session) && !student.dayChecked;
  const { emergency } = student;
  return [
    ...(emergency ? [{ code: 'emergency', emergency } as const] : []),
    ...missingIntake(student, day),
    ...(asksToday ? [{ code: 'day-check' } as const] : []),
    ...findings.filter(blocksLeading).map((finding) => ({ code: 'finding', finding }) as const),
  ];
}

/** Quiet breathing can be led whatever the day is like; everything else asks for the day check first. */
const isQuiet = ({ passages }: Session): boolean =>
  passages.every(({ technique }) => techniqueOf(technique).features.includes('quiet'));

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
  'birth-year': 'The year of birth is missing: put it on record.',
  'health-not-asked': 'The intake is not finished: ask everything of it once.',
  consent: "A guardian's consent is needed for anybody under 18: put it on file.",
  'day-check': 'Today was not asked yet: make the day check.',
} as const;
