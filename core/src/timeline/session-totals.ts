import type { Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { millis, type Millis } from '../units/index.js';
import { holdTotals } from './holds.js';
import type { Timeline } from './timeline.js';

/** What a whole session amounts to. */
export interface SessionTotals {
  readonly time: Millis;
  readonly held: Millis;
  /** Time with a hand at the face. */
  readonly armRaised: Millis;
  readonly strokes: number;
  /** Shares of the time, 0 to 1. */
  readonly heating: number;
  readonly cooling: number;
}

/** Totals of a compiled session; open stretches count with their expected length. */
export function sessionTotals({ passages }: Session, timeline: Timeline): SessionTotals {
  let [armRaised, strokes, heating, cooling] = [0, 0, 0, 0];
  for (const { passage, kind, section, strokes: some, from, to } of timeline.events) {
    if (some) strokes += some.number;
    const technique = passages[passage]?.technique;
    if (kind === 'seatChange' || !technique) continue;
    if (timeline.passages[passage]?.raised && section !== 'closing') armRaised += to - from;
    const { features } = techniqueOf(technique);
    if (features.includes('heating')) heating += to - from;
    if (features.includes('cooling')) cooling += to - from;
  }
  const share = (of: number): number => (timeline.total === 0 ? 0 : of / timeline.total);
  return {
    time: timeline.total,
    held: millis(holdTotals(timeline).total * 1000),
    armRaised: millis(armRaised),
    strokes,
    heating: share(heating),
    cooling: share(cooling),
  };
}
