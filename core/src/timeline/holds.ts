import { millisToSeconds, type Millis, type Seconds } from '../units/index.js';
import type { Timeline } from './timeline.js';

/** How long the breath is held in a session. */
export interface HoldTotals {
  readonly longest: Seconds;
  readonly total: Seconds;
}

/** Longest and total hold, full and empty together, in seconds. */
export function holdTotals(timeline: Timeline): HoldTotals {
  let longest = 0;
  let total = 0;
  for (const event of timeline.events) {
    if (event.kind !== 'internalHold' && event.kind !== 'externalHold') continue;
    const length = event.to - event.from;
    total += length;
    longest = Math.max(longest, length);
  }
  return { longest: millisToSeconds(longest as Millis), total: millisToSeconds(total as Millis) };
}
