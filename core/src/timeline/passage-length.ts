import type { Conventions } from '../conventions/index.js';
import {
  cyclesPerRound,
  isOwnPaceAlone,
  LONGEST_NATURAL_SECONDS,
  LONGEST_OWN_PACE,
  roundsInTime,
  cycleHalfMillis,
  MOST_CYCLES,
  withCycles,
  type Passage,
  type Side,
  type StrokePassage,
} from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { millis, seconds } from '../units/index.js';
import type { PassageSpan } from './timeline.js';

/** Natural breathing goes by so many seconds. */
const REST_STEP_SECONDS = 5;

/** Milliseconds in whole steps of a rest, seconds; one step at least. */
const inRestSteps = (length: number): number =>
  Math.max(1, Math.round(length / 1000 / REST_STEP_SECONDS)) * REST_STEP_SECONDS;

/**
 * A passage about so long, in milliseconds from its beginning to its end: the nearest whole number of rounds or sets, at
 * least one; natural breathing, and what is at one's own pace alone, by five
 * seconds. What surrounds the rounds (hand up, own pace, closing) stays as it is.
 *
 * @param span where the passage lies as it is now
 */
export function withLength(
  passage: Passage,
  span: PassageSpan,
  length: number,
  start: Side,
  conventions: Conventions,
): Passage {
  switch (passage.kind) {
    case 'natural': {
      return { ...passage, length: seconds(Math.min(LONGEST_NATURAL_SECONDS, inRestSteps(length))) };
    }
    case 'strokes': {
      const rounds = span.rounds ? span.rounds.to - span.rounds.from : span.to - span.from;
      const ofSet = rounds / passage.sets;
      const sets = Math.round((length - (span.to - span.from - rounds)) / ofSet);
      return { ...passage, sets: Math.min(mostSets(passage), Math.max(1, sets)) };
    }
    case 'counted': {
      if (isOwnPaceAlone(passage)) {
        const around = span.to - span.from - passage.ownPace * 1000;
        const wanted = inRestSteps(length - around);
        return { ...passage, ownPace: seconds(Math.min(LONGEST_OWN_PACE, wanted)) };
      }
      const rounds = span.rounds ? span.rounds.to - span.rounds.from : 0;
      const wanted = Math.max(0, length - (span.to - span.from - rounds));
      // The nearest: a half round more is the next one.
      const last = passage.cycles;
      const half = (cycleHalfMillis(passage, conventions, last) * cyclesPerRound(passage, conventions)) / 4;
      const { cycles } = roundsInTime(passage, millis(Math.round(wanted + half)), start, conventions);
      return withCycles(passage, Math.min(MOST_CYCLES, cycles));
    }
  }
}

function mostSets({ technique, sets }: StrokePassage): number {
  const { pattern } = techniqueOf(technique);
  return pattern.kind === 'strokes' ? pattern.sets.to : sets;
}
