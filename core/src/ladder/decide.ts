import { isEmergencySign, signById, type OpenEmergency, type SignId } from '../policy/index.js';
import { describeEmergency } from '../screening/index.js';
import { daysBetween, median, type Day } from '../units/index.js';
import type { Gate } from './schools.js';
import { ladderWords } from '../words/index.js';

/** A sitting as a decision reads it. */
export interface SittingOnRung {
  /** The instructor's local date, yyyy-mm-dd. */
  readonly day: Day;
  /** Share of the planned rounds that was done, 0 to 1; complete is 1. */
  readonly done: number;
  /** 0 to 10; null where it was not told. */
  readonly effort: number | null;
  readonly signs: readonly SignId[];
  /** Whether it was eased on the way. */
  readonly eased: boolean;
}

export interface DecisionRequest {
  /** Sittings on the present rung, in order; the last one is the one after which is decided. */
  readonly sittings: readonly SittingOnRung[];
  /** The first day on the rung. */
  readonly since: Day;
  /** The instructor's local date today. */
  readonly today: Day;
  readonly gate: Gate;
  /** Whether today's fit allows the next rung; null where there is no next rung. */
  readonly nextFits: boolean | null;
  /** The newest emergency sign of any sitting after which no clearance was given; null where there is none. */
  readonly emergency: OpenEmergency | null;
}

/** What to do next: climb, stay on the rung, one rung down, check the capacity anew, or nothing until there is a clearance. */
export const NEXT_STEPS = ['advance', 'stay', 'ease', 'check', 'suspend'] as const;
export type NextStep = (typeof NEXT_STEPS)[number];

/** One reason, in numbers. */
export type DecisionReason =
  | { readonly code: 'emergency'; readonly sign: SignId; readonly day: Day }
  | { readonly code: 'stop-sign'; readonly sign: SignId; readonly day: Day }
  | { readonly code: 'hard-sittings'; readonly hard: number; readonly of: number }
  | { readonly code: 'gap'; readonly days: number }
  | { readonly code: 'no-sittings' }
  | { readonly code: 'last-rung' }
  | { readonly code: 'days'; readonly there: number; readonly wanted: number }
  | { readonly code: 'sittings'; readonly there: number; readonly wanted: number }
  | { readonly code: 'complete'; readonly there: number; readonly wanted: number }
  | { readonly code: 'median-effort'; readonly there: number; readonly wanted: number }
  | { readonly code: 'effort'; readonly there: number; readonly wanted: number }
  | { readonly code: 'effort-untold'; readonly there: number; readonly of: number }
  | { readonly code: 'signs'; readonly there: number }
  | { readonly code: 'eased'; readonly there: number }
  | { readonly code: 'fit' };

export interface Decision {
  readonly step: NextStep;
  /** Why; of a stay, what is missing. Of an advance, what was met. */
  readonly reasons: readonly DecisionReason[];
}

/** Days without practice, in the instructor's local dates: from so many on, inclusive. Domain 12, gap. */
export const GAPS = { repeat: 4, ease: 14, check: 30 } as const;
/** Two of the last three sittings so hard, or so little of them done, ease. */
export const HARD = { effort: 7, done: 0.7, last: 3, number: 2 } as const;

/**
 * What the rules say after a sitting: suspend before ease before gap before advance before stay. The instructor may do
 * otherwise; the rule's answer stays on record beside it. Domain 12.
 */
export function decideNextStep(request: DecisionRequest): Decision {
  return (
    suspended(request) ??
    eased(request) ??
    afterGap(request) ??
    advanced(request) ?? { step: 'stay', reasons: missingForNext(request) }
  );
}

function suspended({ emergency }: DecisionRequest): Decision | null {
  return emergency && { step: 'suspend', reasons: [{ code: 'emergency', ...emergency }] };
}

function eased({ sittings }: DecisionRequest): Decision | null {
  const last = sittings.at(-1);
  const sign = last?.signs.find((one) => !isEmergencySign(one));
  if (last && sign) return { step: 'ease', reasons: [{ code: 'stop-sign', sign, day: last.day }] };
  const recent = sittings.slice(-HARD.last);
  const hard = recent.filter(({ effort, done }) => (effort ?? 0) >= HARD.effort || done < HARD.done).length;
  return hard >= HARD.number
    ? { step: 'ease', reasons: [{ code: 'hard-sittings', hard, of: recent.length }] }
    : null;
}

/** Whole days between the last sitting and today. */
export const daysAway = (last: Day, today: Day): number => daysBetween(last, today);

function afterGap({ sittings, today }: DecisionRequest): Decision | null {
  const last = sittings.at(-1);
  const days = last ? daysAway(last.day, today) : 0;
  if (days < GAPS.repeat) return null;
  const step = days >= GAPS.check ? 'check' : days >= GAPS.ease ? 'ease' : 'stay';
  return { step, reasons: [{ code: 'gap', days }] };
}

function advanced(request: DecisionRequest): Decision | null {
  const { sittings, gate, since, today } = request;
  if (missingForNext(request).length > 0) return null;
  const efforts = lastOf(request).flatMap(({ effort }) => (effort === null ? [] : [effort]));
  return {
    step: 'advance',
    reasons: [
      { code: 'days', there: daysAway(since, today), wanted: gate.days },
      { code: 'sittings', there: sittings.length, wanted: gate.sittings },
      { code: 'median-effort', there: median(efforts), wanted: gate.medianEffort },
    ],
  };
}

const lastOf = ({ sittings, gate }: DecisionRequest): readonly SittingOnRung[] =>
  sittings.slice(-gate.sittings);

/** What the gate still misses, in numbers; empty where it is met. */
export function missingForNext(request: DecisionRequest): readonly DecisionReason[] {
  const { sittings, since, today, gate, nextFits } = request;
  if (nextFits === null) return [{ code: 'last-rung' }];
  if (sittings.length === 0) return [{ code: 'no-sittings' }];
  const last = lastOf(request);
  const days = daysAway(since, today);
  const complete = last.filter(({ done }) => done >= 1).length;
  const efforts = last.flatMap(({ effort }) => (effort === null ? [] : [effort]));
  const highest = Math.max(0, ...efforts);
  const middle = median(efforts);
  const untold = last.length - efforts.length;
  const signs = last.filter((one) => one.signs.length > 0).length;
  const easings = last.filter((one) => one.eased).length;
  const reasons: readonly (DecisionReason | false)[] = [
    days < gate.days && { code: 'days', there: days, wanted: gate.days },
    sittings.length < gate.sittings && { code: 'sittings', there: sittings.length, wanted: gate.sittings },
    complete < last.length && { code: 'complete', there: complete, wanted: last.length },
    middle > gate.medianEffort && { code: 'median-effort', there: middle, wanted: gate.medianEffort },
    highest > gate.effort && { code: 'effort', there: highest, wanted: gate.effort },
    untold > 0 && { code: 'effort-untold', there: untold, of: last.length },
    signs > 0 && { code: 'signs', there: signs },
    easings > 0 && { code: 'eased', there: easings },
    !nextFits && { code: 'fit' },
  ];
  return reasons.filter((reason): reason is DecisionReason => reason !== false);
}

const labelOf = (sign: SignId): string => signById(sign).label.toLowerCase();
const some = (number: number, word: string): string => `${number} ${word}${number === 1 ? '' : 's'}`;

/** A reason in plain words, with its numbers: "median effort 4, wanted 3 or less". */
export function describeReason(reason: DecisionReason): string {
  switch (reason.code) {
    case 'emergency':
      return describeEmergency(reason);
    case 'stop-sign':
      return ladderWords.decide.stopSignInLast(labelOf(reason.sign));
    case 'hard-sittings':
      return ladderWords.decide.hardAmongLast(
        reason.hard,
        some(reason.of, 'sitting'),
        HARD.effort,
        HARD.done * 100,
      );
    case 'gap':
      return ladderWords.decide.daysSinceLast(reason.days, gapWords(reason.days));
    case 'no-sittings':
      return ladderWords.decide.noSittingYet;
    case 'last-rung':
      return ladderWords.decide.lastAlready;
    case 'days':
      return ladderWords.decide.onTheRungWanted(some(reason.there, 'day'), reason.wanted);
    case 'sittings':
      return ladderWords.decide.of(reason.there, some(reason.wanted, 'sitting'));
    case 'complete':
      return ladderWords.decide.completeAmongLast(reason.there, some(reason.wanted, 'sitting'));
    case 'median-effort':
      return ladderWords.decide.medianEffort(reason.there, reason.wanted);
    case 'effort':
      return ladderWords.decide.highestEffort(reason.there, reason.wanted);
    case 'effort-untold':
      return ladderWords.decide.effortNotTold(reason.there, some(reason.of, 'sitting'));
    case 'signs':
      return ladderWords.decide.stopSignsInLast(some(reason.there, 'sitting'));
    case 'eased':
      return ladderWords.decide.easedOnTheWay(some(reason.there, 'sitting'));
    case 'fit':
      return ladderWords.decide.notWithinFit;
  }
}

const gapWords = (days: number): string =>
  days >= GAPS.check
    ? ladderWords.decide.checkCapacity
    : days >= GAPS.ease
      ? ladderWords.decide.oneRungDown
      : ladderWords.decide.repeatTheRung;
