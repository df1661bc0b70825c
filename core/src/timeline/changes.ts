import type { Conventions } from '../conventions/index.js';
import { countsOf, type Numbers, type PhaseCounts } from '../ratio/index.js';
import {
  countsInCycle,
  cyclesAtMost,
  cyclesThatEndRight,
  rateInSet,
  strokesInSet,
  turnsOf,
  withConventionalHold,
  type CountedPassage,
  type Side,
  type StrokePassage,
} from '../session/index.js';
import type { Millis } from '../units/index.js';
import type { EventKind, LeadPlan, LiveChange } from './timeline.js';

/** The numbers that the last easing at or before a cycle left, or null where nothing was eased. */
function easedNumbers(passageId: string, cycle: number, changes: readonly LiveChange[]): Numbers | null {
  let numbers: Numbers | null = null;
  for (const change of changes) {
    if (change.passageId !== passageId) continue;
    if (change.kind === 'ease' && change.fromCycle <= cycle) numbers = change.numbers;
    if (change.kind === 'as-planned' && change.fromCycle <= cycle) numbers = null;
  }
  return numbers;
}

/**
 * The counts of a passage in a cycle: as written with its ramps, or as the last easing left them; ramps stand still after
 * that. @param easedBy the cycle up to which easings count, where that is another one.
 */
export function countsInForce(
  passage: CountedPassage,
  cycle: number,
  conventions: Conventions,
  changes: readonly LiveChange[],
  easedBy = cycle,
): PhaseCounts {
  const eased = easedNumbers(passage.id, easedBy, changes);
  return eased
    ? withConventionalHold(passage, countsOf(eased), conventions)
    : countsInCycle(passage, cycle, conventions);
}

/**
 * Cycles of a passage: as written, or as the last change of its length says; it still ends on the right side.
 *
 * @param open where the last round is called while leading: whether they are the fewest, or as many as may follow.
 */
export function cyclesToLead(
  passage: CountedPassage,
  start: Side,
  conventions: Conventions,
  changes: readonly LiveChange[],
  open: LeadPlan['open'],
): number {
  const written = open === 'cap' ? cyclesAtMost(passage) : passage.cycles;
  return cyclesThatEndRight(passage, endOf(passage.id, written, changes), start, conventions);
}

/** Turns of a stroke passage: as written, or as the last change of its length says. */
export const turnsToLead = (passage: StrokePassage, changes: readonly LiveChange[]): number =>
  endOf(passage.id, turnsOf(passage), changes);

function endOf(passageId: string, written: number, changes: readonly LiveChange[]): number {
  let end = written;
  for (const change of changes) {
    if (change.kind === 'end-after' && change.passageId === passageId) end = change.cycle;
  }
  return end;
}

/** Strokes and rate of a turn: as written for its set, or as the last easing at or before it left them. */
export function strokesInForce(
  passage: StrokePassage,
  turn: number,
  changes: readonly LiveChange[],
): { readonly strokes: number; readonly rate: number } {
  const { id, turns } = passage;
  const set = Math.ceil(turn / turns.length);
  const written = { strokes: strokesInSet(passage, set), rate: rateInSet(passage, set) };
  let now = written;
  for (const change of changes) {
    if (change.passageId !== id) continue;
    if (change.kind === 'ease-strokes' && change.fromCycle <= turn)
      now = { strokes: change.strokes, rate: change.rate };
    if (change.kind === 'as-planned' && change.fromCycle <= turn) now = written;
  }
  return now;
}

/** Passages that are led no more, since rest was skipped to. */
export const leftOutOf = (changes: readonly LiveChange[]): ReadonlySet<string> =>
  new Set(changes.flatMap((change) => (change.kind === 'skip' ? change.leftOut : [])));

/** By how much natural breathing was made longer. */
export const longerBy = (passageId: string, changes: readonly LiveChange[]): number =>
  changes.reduce(
    (sum, change) => (change.kind === 'longer' && change.passageId === passageId ? sum + change.by : sum),
    0,
  );

/** How long an event had lasted when a tap ended it, or null where none did. */
export function endedAfter(
  passageId: string,
  cycle: number,
  event: EventKind,
  changes: readonly LiveChange[],
): Millis | null {
  let after: Millis | null = null;
  for (const change of changes) {
    if (
      change.kind === 'ended' &&
      change.passageId === passageId &&
      change.cycle === cycle &&
      change.event === event
    )
      after = change.after;
  }
  return after;
}
