import type { Conventions } from '../conventions/index.js';
import { heaviestOf } from '../capacity/index.js';
import {
  countsOf,
  cycleCounts,
  formatBreath,
  mapPhases,
  sameCounts,
  type PhaseCounts,
  type PhaseKind,
  type Sustainable,
} from '../ratio/index.js';
import { cyclesHalfMillis, type Passage } from '../session/index.js';
import { countsToSeconds, type Pace, type Seconds } from '../units/index.js';
import { ladderWords } from '../words/index.js';

/** The numbers of one rung of a ladder. */
export type RungNumbers =
  | { readonly kind: 'counts'; readonly counts: PhaseCounts }
  | { readonly kind: 'strokes'; readonly strokes: number; readonly sets: number; readonly rate: number }
  | { readonly kind: 'minutes'; readonly minutes: number };

export const sameRung = (a: RungNumbers, b: RungNumbers): boolean => {
  if (a.kind === 'counts' && b.kind === 'counts') return sameCounts(a.counts, b.counts);
  if (a.kind === 'strokes' && b.kind === 'strokes')
    return a.strokes === b.strokes && a.sets === b.sets && a.rate === b.rate;
  return a.kind === 'minutes' && b.kind === 'minutes' && a.minutes === b.minutes;
};

/** "in 4 · hold 8 · out 8", "3 sets of 30 strokes at 60 a minute", "10 minutes". */
export function describeRung(numbers: RungNumbers): string {
  switch (numbers.kind) {
    case 'counts':
      return formatBreath(numbers.counts);
    case 'strokes': {
      const { strokes, sets, rate } = numbers;
      return ladderWords.rung.strokes(sets, strokes, rate);
    }
    case 'minutes':
      return ladderWords.rung.minutes(numbers.minutes);
  }
}

/** Seconds of one breath; of strokes and of a duration there is none. */
export const rungCycle = (numbers: RungNumbers, pace: Pace): Seconds | null =>
  numbers.kind === 'counts' ? countsToSeconds(cycleCounts(numbers.counts), pace) : null;

/** What a rung asks of what can be sustained. */
export interface RungNeed {
  readonly phase: PhaseKind;
  /** 1 is all that can be sustained; above it the rung is above today's fit. */
  readonly share: number;
}

/**
 * The phase that asks most of what can be sustained. A hold of which nothing is known asks for more than is known: the rung
 * opens only when a later check allows it. null of strokes and of a duration.
 */
export function rungNeed(numbers: RungNumbers, sustainable: Sustainable, pace: Pace): RungNeed | null {
  if (numbers.kind !== 'counts') return null;
  for (const phase of ['internalHold', 'externalHold'] as const)
    if (numbers.counts[phase] > 0 && sustainable[phase] === null) return { phase, share: Infinity };
  const heaviest = heaviestOf(
    mapPhases((phase) => countsToSeconds(numbers.counts[phase], pace)),
    sustainable,
  );
  return heaviest && { phase: heaviest.phase, share: heaviest.share };
}

/** Whether a rung is within what can be sustained today; where nothing was measured, within what is assumed. Domain 12. */
export function rungFits(numbers: RungNumbers, sustainable: Sustainable, pace: Pace): boolean {
  const need = rungNeed(numbers, sustainable, pace);
  return need === null || need.share <= 1 + 1e-9;
}

/** Fewest minutes of a duration. */
const SHORTEST_DURATION = 3;

/** The numbers that a passage has now, as a rung of this kind where it has such numbers. */
export function rungOf(passage: Passage, kind: RungNumbers['kind'], conventions: Conventions): RungNumbers {
  if (kind === 'minutes') return { kind, minutes: minutesOf(passage, conventions) };
  switch (passage.kind) {
    case 'counted':
      return { kind: 'counts', counts: countsOf(passage) };
    case 'strokes':
      return { kind: 'strokes', strokes: passage.strokes, sets: passage.sets, rate: passage.rate };
    case 'natural':
      return { kind: 'minutes', minutes: minutesOf(passage, conventions) };
  }
}

/** Whole minutes that a passage takes, at least those of the first duration. */
function minutesOf(passage: Passage, conventions: Conventions): number {
  const taken =
    passage.kind === 'natural'
      ? passage.length
      : passage.kind === 'counted'
        ? cyclesHalfMillis(passage, conventions, passage.cycles) / 2000 + passage.ownPace
        : 0;
  return Math.max(SHORTEST_DURATION, Math.floor(taken / 60));
}
