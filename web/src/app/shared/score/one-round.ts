import {
  compileSession,
  cyclesInOwnRound,
  newPassage,
  seconds,
  withStrokes,
  type Conventions,
  type Goal,
  type Passage,
  type Side,
  type Technique,
  type TechniqueId,
  type Timeline,
} from '@nuvrah/core';
import type { ScoreWindow } from './score-window';

/** One round of a technique as it begins: what the Shelf shows and plays. */
export interface OneRound {
  readonly timeline: Timeline;
  readonly window: ScoreWindow;
}

/** Natural breathing is shown for so many seconds. */
const NATURAL = seconds(20);

export function oneRound(
  entry: Technique & { readonly id: TechniqueId },
  hand: Side,
  conventions: Conventions,
): OneRound {
  const passage = newPassage(entry.id, entry.id, { entry });
  return roundOf(passage, entry.effects[0] ?? 'calm', hand, conventions);
}

/** One round of a passage as it is practised. */
export function roundOf(passage: Passage, goal: Goal, hand: Side, conventions: Conventions): OneRound {
  const session = {
    title: passage.technique,
    goal,
    conventions: {},
    minutes: null,
    seatChange: seconds(0),
    passages: [shortened(passage)],
  };
  const timeline = compileSession(session, { hand }, conventions);
  const rounds = timeline.passages[0]?.rounds;
  return { timeline, window: { from: rounds?.from ?? 0, to: rounds?.to ?? timeline.total } };
}

function shortened(passage: Passage): Passage {
  switch (passage.kind) {
    case 'natural':
      return { ...passage, length: NATURAL };
    case 'strokes':
      return { ...withStrokes(passage, passage.strokes), sets: 1, quiet: seconds(30), rateRamp: null };
    case 'counted':
      return { ...passage, cycles: cyclesInOwnRound(passage), ownPace: seconds(0), ramps: [] };
  }
}
