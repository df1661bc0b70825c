import { millisToSeconds, type Millis, type Seconds } from '../units/index.js';
import type { Timeline } from './timeline.js';

/** How long the breath is held in a session. */
export interface HoldTotals {
  readonly longest: Seconds;
  readonly total: Seconds;
}

/**
 * Longest and total hold, full and empty together, in seconds. The longest is what the session can come to: an open hold
 * at its cap, a ramp at its limit; the total is as planned.
 */
export function holdTotals(timeline: Timeline): HoldTotals {
  let longest = 0;
  let total = 0;
  for (const event of timeline.events) {
    if (event.kind !== 'internalHold' && event.kind !== 'externalHold') continue;
    const length = event.to - event.from;
    total += length;
    longest = Math.max(longest, length);
  }
  for (const { longestHold } of timeline.passages) longest = Math.max(longest, longestHold * 1000);
  return { longest: millisToSeconds(longest as Millis), total: millisToSeconds(total as Millis) };
}
