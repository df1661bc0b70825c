import type { Conventions } from '../conventions/index.js';
import type { Numbers } from '../ratio/index.js';
import type { TechniqueId } from '../technique/index.js';
import type { Pace, Seconds } from '../units/index.js';

export type Side = 'left' | 'right';
export const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');

/** What the session is for; it decides the starting side where the convention says "by goal". */
export type Goal = 'calm' | 'energise' | 'sleep' | 'focus' | 'lung-capacity' | 'mood';
export const GOALS: Readonly<Record<Goal, string>> = {
  calm: 'calm',
  energise: 'energy',
  sleep: 'sleep',
  focus: 'focus',
  'lung-capacity': 'lung capacity',
  mood: 'a steadier mood',
};

/** One technique with its numbers: cycles of counted phases. */
export interface CountedPassage extends Numbers {
  readonly kind: 'counted';
  readonly id: string;
  readonly technique: TechniqueId;
  readonly pace: Pace;
  readonly startsOn: Side | 'convention';
  /** Dosage in cycles, whatever a round is by convention, so that a change of convention never doubles it. */
  readonly cycles: number;
  /** Time to bring the hand up before, and to lower it with one breath through both after. */
  readonly handUp: Seconds;
  readonly closing: Seconds;
}

/** Natural breathing for so many seconds. */
export interface NaturalPassage {
  readonly kind: 'natural';
  readonly id: string;
  readonly technique: TechniqueId;
  readonly length: Seconds;
}

export type Passage = CountedPassage | NaturalPassage;

/** Passages in order, with what the whole session is for. */
export interface Session {
  readonly title: string;
  readonly goal: Goal;
  readonly conventions: Partial<Conventions>;
  readonly passages: readonly Passage[];
}

/** The side a passage starts on: its own choice, else the convention, else by the goal (left when unsure). */
export function startingSide(passage: CountedPassage, goal: Goal, conventions: Conventions): Side {
  if (passage.startsOn !== 'convention') return passage.startsOn;
  if (conventions.startingSide !== 'by-goal') return conventions.startingSide;
  return goal === 'energise' ? 'right' : 'left';
}
