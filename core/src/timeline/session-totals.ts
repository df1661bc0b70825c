import type { Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { millis, type Millis } from '../units/index.js';
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
  /** Index of the event of the longest hold; null where nothing is held. */
  readonly longestHold: number | null;
}

/** Totals of a compiled session, or of one of its passages; open stretches count with their expected length. */
export function sessionTotals(
  { passages }: Session,
  timeline: Timeline,
  only: number | null = null,
): SessionTotals {
  const span = only === null ? null : timeline.passages[only];
  const time = span ? span.to - span.from : timeline.total;
  let [held, longest] = [0, 0];
  let longestHold: number | null = null;
  let [armRaised, strokes, heating, cooling] = [0, 0, 0, 0];
  for (const [index, { passage, kind, section, strokes: some, from, to }] of timeline.events.entries()) {
    if (only !== null && passage !== only) continue;
    if (kind === 'internalHold' || kind === 'externalHold') {
      held += to - from;
      if (to - from > longest) [longest, longestHold] = [to - from, index];
    }
    if (some) strokes += some.number;
    const technique = passages[passage]?.technique;
    if (kind === 'seatChange' || !technique) continue;
    if (timeline.passages[passage]?.raised && section !== 'closing') armRaised += to - from;
    const { features } = techniqueOf(technique);
    if (features.includes('heating')) heating += to - from;
    if (features.includes('cooling')) cooling += to - from;
  }
  const share = (of: number): number => (time === 0 ? 0 : of / time);
  return {
    time: millis(time),
    held: millis(held),
    armRaised: millis(armRaised),
    strokes,
    heating: share(heating),
    cooling: share(cooling),
    longestHold,
  };
}
