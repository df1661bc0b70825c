import type { Conventions } from '../conventions/index.js';
import {
  cyclesPerRound,
  isOwnPaceAlone,
  withCycles,
  type CountedPassage,
  type Passage,
  type StrokePassage,
} from '../session/index.js';
import { techniqueOf } from '../technique/index.js';

/** The passage with so many rounds, or sets of strokes; a rest has none. */
export function withRounds(passage: Passage, rounds: number, conventions: Conventions): Passage {
  switch (passage.kind) {
    case 'counted':
      return withCycles(passage, rounds * cyclesPerRound(passage, conventions));
    case 'strokes':
      return { ...passage, sets: rounds };
    case 'natural':
      return passage;
  }
}

/** Rounds as the convention counts them, or sets of strokes; 0 of a rest. */
export const roundsOf = (passage: Passage, conventions: Conventions): number =>
  passage.kind === 'counted'
    ? passage.cycles / cyclesPerRound(passage, conventions)
    : passage.kind === 'strokes'
      ? passage.sets
      : 0;

/** Whether a passage has rounds (sets) that could be more or fewer: a rest has none, nor what is at one's own pace alone. */
export const hasRounds = (passage: Passage): passage is CountedPassage | StrokePassage =>
  passage.kind === 'strokes' || (passage.kind === 'counted' && !isOwnPaceAlone(passage));

/** Most rounds of its technique, at least 1. */
export function mostRounds(passage: Passage, conventions: Conventions): number {
  const { pattern } = techniqueOf(passage.technique);
  if (passage.kind === 'counted' && pattern.kind === 'counted')
    return Math.max(1, Math.floor(pattern.cycles.to / cyclesPerRound(passage, conventions)));
  return passage.kind === 'strokes' && pattern.kind === 'strokes' ? pattern.sets.to : 1;
}

/** "6 rounds", "1 set". */
export const roundsWord = ({ kind }: Passage, number: number): string =>
  `${number} ${kind === 'strokes' ? 'set' : 'round'}${number === 1 ? '' : 's'}`;
