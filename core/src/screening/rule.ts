import type { Conventions } from '../conventions/index.js';
import { LONGEST_PAUSE, type PhaseLimit } from '../policy/index.js';
import { PHASE_KINDS } from '../ratio/index.js';
import type { FactId } from './facts.js';
import type { MeasureId } from './measure-names.js';
import { screeningWords } from '../words/index.js';

/** Strictest first. */
export const LEVELS = ['no', 'clearance', 'change', 'care'] as const;
export type FindingLevel = (typeof LEVELS)[number];

/** Kinds of change that can lift a finding. */
export type RemedyKind =
  | 'remove'
  | 'replace'
  | 'drop-hold'
  | 'shorten-hold'
  | 'drop-lock'
  | 'swap-side'
  | 'change-variant'
  | 'drop-throat-sound'
  | 'shorten'
  | 'fit-breath'
  | 'drop-parts'
  | 'slow-breath'
  | 'shorten-exhale'
  | 'even-exhale'
  | 'slow-strokes'
  | 'seat'
  | 'hands'
  | 'open-eyes'
  | 'add-rest'
  | 'wait';

/** What to do, as it is said after "What to do:". */
export const REMEDY_WORDS: Readonly<Record<RemedyKind, string>> = {
  remove: screeningWords.rule.leaveThePassageOut,
  replace: screeningWords.rule.takeAnotherTechnique,
  'drop-hold': screeningWords.rule.leaveTheHoldOut,
  'shorten-hold': screeningWords.rule.shortenTheHold,
  'drop-lock': screeningWords.rule.leaveTheLockOut,
  'swap-side': screeningWords.rule.takeTheOtherSide,
  'change-variant': screeningWords.rule.otherForm,
  'drop-throat-sound': screeningWords.rule.leaveThroatSound,
  shorten: screeningWords.rule.makeItShorter,
  'fit-breath': screeningWords.rule.shortenToFit,
  'drop-parts': screeningWords.rule.withoutParts,
  'slow-breath': screeningWords.rule.breatheMoreSlowly,
  'shorten-exhale': screeningWords.rule.shortenTheExhale,
  'even-exhale': screeningWords.rule.evenExhale,
  'slow-strokes': screeningWords.rule.slowTheStrokes,
  seat: screeningWords.rule.changeTheSeat,
  hands: screeningWords.rule.takeTheHandsDown,
  'open-eyes': screeningWords.rule.leaveEyesAndEars,
  'add-rest': screeningWords.rule.restBeforeIt,
  wait: screeningWords.rule.waitAfterTheMeal,
};

/** When a fact is true and a measure of a passage is above the threshold, the level applies. */
export interface Rule {
  readonly id: string;
  readonly fact: FactId;
  readonly feature: MeasureId;
  /** In the unit of the measure; what is only there or not is above 0 when it is there. Of a limit of the student: 0 here. */
  readonly over: number;
  /** The limit of the student that takes the place of `over`; null where it is the same for everybody. */
  readonly limit: StudentLimit | null;
  readonly level: FindingLevel;
  /** Why, in one sentence. */
  readonly reason: string;
  readonly remedies: readonly RemedyKind[];
  /** The rule is not in force where the instructor's conventions say so. */
  readonly unless: Unless | null;
}

/** A limit that each student has their own of, from what was measured or what is assumed. */
export type StudentLimit = PhaseLimit['because'];

/** A choice among the conventions. */
export type Unless = {
  readonly [K in keyof Conventions]: { readonly key: K; readonly choice: Conventions[K] };
}[keyof Conventions];

type Line = readonly [MeasureId | readonly [MeasureId, number], FindingLevel];

/** What lifts a finding on a measure, the mildest first. */
const REMEDIES: Readonly<Partial<Record<MeasureId, readonly RemedyKind[]>>> = {
  hold: ['shorten-hold', 'drop-hold', 'drop-parts', 'replace', 'remove'],
  internalHold: ['shorten-hold', 'drop-hold', 'drop-parts', 'replace', 'remove'],
  externalHold: ['shorten-hold', 'drop-hold', 'drop-parts', 'replace', 'remove'],
  holdAfterStrokes: ['add-rest', 'shorten-hold', 'drop-hold'],
  locks: ['drop-lock'],
  chinLock: ['drop-lock'],
  abdominalLock: ['drop-lock'],
  notQuiet: ['replace', 'remove'],
  notNatural: ['replace', 'remove'],
  rightEntry: ['replace', 'remove'],
  rightOnly: ['swap-side', 'replace', 'remove'],
  leftOnly: ['replace', 'remove'],
  leftOnlyMinutes: ['shorten', 'add-rest', 'replace', 'remove'],
  coolingMinutes: ['shorten', 'add-rest', 'replace', 'remove'],
  doubleExhaleMinutes: ['shorten', 'shorten-exhale', 'add-rest', 'replace', 'remove'],
  longExhaleMinutes: ['even-exhale', 'shorten', 'replace', 'remove'],
  exhale: ['shorten-exhale', 'fit-breath', 'drop-parts', 'replace', 'remove'],
  exhaleToInhale: ['shorten-exhale', 'even-exhale', 'replace', 'remove'],
  exhaleOverCapacity: ['shorten-exhale'],
  inhale: ['fit-breath', 'drop-parts', 'replace', 'remove'],
  inhaleWithPauses: ['drop-parts', 'fit-breath'],
  exhaleWithPauses: ['drop-parts', 'fit-breath'],
  eyesOrEarsClosed: ['open-eyes', 'replace', 'remove'],
  mealShort: ['wait', 'replace', 'remove'],
  overTwiceLongest: ['shorten'],
  raisedArm: ['shorten', 'hands', 'add-rest', 'replace', 'remove'],
  oneNostril: ['hands', 'shorten', 'replace', 'remove'],
  rate: ['slow-strokes', 'replace', 'remove'],
  rapid: ['slow-strokes', 'slow-breath', 'replace', 'remove'],
  mouthInhale: ['replace', 'remove'],
  teeth: ['change-variant', 'replace', 'remove'],
  rolledTongue: ['change-variant', 'replace', 'remove'],
  throat: ['drop-throat-sound', 'replace', 'remove'],
  faceSeal: ['hands', 'replace', 'remove'],
  earClosure: ['hands', 'replace', 'remove'],
  humLying: ['seat', 'replace', 'remove'],
  lying: ['seat', 'replace', 'remove'],
  folded: ['seat', 'replace', 'remove'],
  standing: ['seat', 'replace', 'remove'],
  floorSeat: ['seat', 'replace', 'remove'],
  seatNotPossible: ['seat', 'replace', 'remove'],
  unapprovedLocks: ['drop-lock'],
  unapprovedHold: ['shorten-hold', 'drop-hold'],
};
const OTHERWISE: readonly RemedyKind[] = ['replace', 'remove'];

export function rulesAbout(fact: FactId, reason: string, ...lines: readonly Line[]): Rule[] {
  return lines.map(([what, level]) => {
    const [feature, over] = typeof what === 'string' ? [what, leastOf(what)] : what;
    const id = `${fact}/${feature}${typeof what === 'string' ? '' : `>${over}`}/${level}`;
    const remedies = REMEDIES[feature] ?? OTHERWISE;
    return { id, fact, feature, over, level, reason, remedies, unless: null, limit: null };
  });
}

/** A hold is there above the longest pause; anything else is there above nothing. */
const leastOf = (feature: MeasureId): number =>
  feature === 'hold' || feature === 'internalHold' || feature === 'externalHold' ? LONGEST_PAUSE : 0;

/** Rules whose threshold is a limit of the student. */
export const limitedBy = (
  fact: FactId,
  limit: StudentLimit,
  level: FindingLevel,
  reason: string,
  features: readonly MeasureId[],
): Rule[] =>
  features.map((feature) => ({
    id: `${fact}/${feature}>${limit}/${level}`,
    fact,
    feature,
    over: 0,
    level,
    reason,
    remedies: REMEDIES[feature] ?? OTHERWISE,
    unless: null,
    limit,
  }));

/** Rules that a convention takes out of force. */
export const unlessChosen = (unless: Unless, rules: readonly Rule[]): Rule[] =>
  rules.map((rule) => ({ ...rule, unless }));

/** The same lines for several facts. */
export const forEach = (facts: readonly FactId[], reason: string, ...lines: readonly Line[]): Rule[] =>
  facts.flatMap((fact) => rulesAbout(fact, reason, ...lines));

export const FORCE: readonly Line[] = [
  ['forceful', 'no'],
  ['rapid', 'no'],
];

/** The phases that are judged against what was measured: each has a measure of its own name. */
export const PHASES: readonly MeasureId[] = PHASE_KINDS;
