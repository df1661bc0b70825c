import { sameCounts, type PhaseCounts } from '../ratio/index.js';
import { momentFromText, startOfDay, type Day } from '../units/index.js';
import { type NextStep, type SittingOnRung } from './decide.js';
import { isPracticeDay, practiceMoment, type PracticeDays, type ZoneAndPlace } from './practice-calendar.js';
import type { RungNumbers } from './rung.js';
import type { Gate } from './schools.js';

/** One passage of a sitting as a ladder reads it. */
export interface PractisedPassage {
  readonly technique: string;
  /** As planned; null where nothing of it was counted. */
  readonly counts: PhaseCounts | null;
  /** As planned: all of it, minutes at one's own pace included. */
  readonly minutes: number;
  /** As planned; null of what is no strokes. */
  readonly strokes: { readonly strokes: number; readonly sets: number; readonly rate: number } | null;
}

/** A sitting on record, with what it was of. Moments in milliseconds since 1970. */
export interface PractisedSitting extends SittingOnRung {
  readonly startedAt: number;
  /** When it came on record: of a practice at home, when it was reported. */
  readonly knownAt: number;
  readonly passages: readonly PractisedPassage[];
}

/** Where somebody stands on a ladder. */
export interface OnLadder {
  readonly technique: string;
  readonly rungs: readonly RungNumbers[];
  readonly at: number;
  /** When the present rung was entered, milliseconds since 1970. */
  readonly since: number;
}

/** Share by which the minutes of a sitting may differ from the rung's and still count for it. Domain 20. */
export const MINUTES_TOLERANCE = 0.1;

/**
 * The counts with which a passage was practised, as a ladder reads it: none where all of it was at one's own pace, since nobody
 * knows how long its breaths were.
 */
export const countsPractised = (counts: PhaseCounts | null, cyclesPlanned: number): PhaseCounts | null =>
  cyclesPlanned > 0 ? counts : null;

/** Whether a passage was practised with a rung's own numbers. Domain 20, what counts for a rung. */
export function hasNumbersOf(passage: PractisedPassage, numbers: RungNumbers): boolean {
  switch (numbers.kind) {
    case 'counts':
      return passage.counts !== null && sameCounts(passage.counts, numbers.counts);
    case 'strokes': {
      const { strokes } = passage;
      return (
        strokes !== null &&
        strokes.strokes === numbers.strokes &&
        strokes.sets === numbers.sets &&
        strokes.rate === numbers.rate
      );
    }
    case 'minutes':
      return Math.abs(passage.minutes - numbers.minutes) <= MINUTES_TOLERANCE * numbers.minutes + 1e-9;
  }
}

/** The sittings that count for the present rung: of its technique, with its own numbers, since it was entered. */
export function sittingsOnRung(
  { technique, rungs, at, since }: OnLadder,
  sittings: readonly PractisedSitting[],
): readonly PractisedSitting[] {
  const numbers = rungs[at];
  return sittings.filter(
    ({ passages, startedAt }) =>
      startedAt > since &&
      passages.some((one) => one.technique === technique && (!numbers || hasNumbersOf(one, numbers))),
  );
}

/** The rung that a step leads to; null where there is none. */
export function rungAfter({ at, rungs }: Pick<OnLadder, 'at' | 'rungs'>, step: NextStep): number | null {
  if (step === 'advance') return at + 1 < rungs.length ? at + 1 : null;
  return step === 'ease' ? Math.max(0, at - 1) : at;
}

/** The numbers of the other rung that a step leads to; null where it leads to no other. */
export function numbersAfter(
  { at, rungs }: Pick<OnLadder, 'at' | 'rungs'>,
  step: NextStep,
): RungNumbers | null {
  const to = rungAfter({ at, rungs }, step);
  return to === null || to === at ? null : (rungs[to] ?? null);
}

/** What the question whether a decision waits depends on. */
export interface WaitingRequest {
  /** When the last decision was made, or the ladder, milliseconds since 1970; and the instructor's local date of that. */
  readonly decidedAt: number;
  readonly decidedOn: Day;
  readonly today: Day;
  readonly step: NextStep;
  readonly onRung: readonly PractisedSitting[];
}

/** Whether a decision waits: a sitting came on record since the last one, or days enough went by without any. */
export function decisionWaits({ decidedAt, decidedOn, today, step, onRung }: WaitingRequest): boolean {
  if (onRung.some(({ knownAt }) => knownAt > decidedAt)) return true;
  return step !== 'stay' && step !== 'advance' && decidedOn < today;
}

/** Days over which the log is read for a forecast. */
export const LOG_DAYS = 28;
/** Sittings of late that say how comfortable practice is. */
export const LATE_SITTINGS = 20;
const MILLIS_A_DAY = 86_400_000;

/** What the log of a ladder's practice is read from. */
export interface LogRequest {
  readonly technique: string;
  readonly gate: Gate;
  readonly plan: Pick<PracticeDays, 'weekdays'>;
  /** When the ladder was made, and now; milliseconds since 1970. */
  readonly createdAt: number;
  readonly now: number;
}

/** What a forecast reads of a student's practice: the last 28 days, and the last 20 sittings of the technique. */
export function practiceLog(
  { technique, gate, plan, createdAt, now }: LogRequest,
  sittings: readonly PractisedSitting[],
): {
  readonly planned: number;
  readonly practised: number;
  readonly sittings: number;
  readonly comfortable: number;
} {
  const own = sittings.filter(({ passages }) => passages.some((one) => one.technique === technique));
  const from = now - LOG_DAYS * MILLIS_A_DAY;
  const practised = new Set(own.filter(({ startedAt }) => startedAt >= from).map(({ day }) => day)).size;
  // Before the ladder and its plan there was nothing to be kept: only days since count as planned.
  const span = Math.min(LOG_DAYS, Math.max(0, (now - createdAt) / MILLIS_A_DAY));
  const planned = Math.max(practised, Math.round((span * plan.weekdays.length) / 7));
  const late = own.slice(-LATE_SITTINGS);
  const comfortable = late.filter(
    ({ done, effort, signs, eased }) =>
      done >= 1 && effort !== null && effort <= gate.effort && signs.length === 0 && !eased,
  ).length;
  return { planned, practised, sittings: late.length, comfortable };
}

/** What says whether somebody practises on a day. */
export interface ComingRequest extends ZoneAndPlace {
  readonly plan: PracticeDays;
  /** When the ladder was made, milliseconds since 1970. */
  readonly madeAt: number;
  readonly lastSitting: Day | null;
}

/** Whether practice is planned for a day and was not done yet; a ladder made on that day plans what is still to come of it. */
export const comesOn = ({ plan, madeAt, lastSitting, ...where }: ComingRequest, day: Day): boolean =>
  lastSitting !== day &&
  isPracticeDay(plan, day) &&
  // Made on an earlier day, all of this one is to come.
  (madeAt < startOfDay(day, where.timeZone) ||
    plan.sittings.some(({ time }) => momentFromText(practiceMoment(time, day, where).at) >= madeAt));
