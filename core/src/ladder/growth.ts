import type { PhaseCounts } from '../ratio/index.js';
import { counts, countsToSeconds, floorToHalf, type Counts, type Pace } from '../units/index.js';

/** A hold grows from rung to rung by at most so many seconds, or by this share of it if that is more. Domain 12. */
export const HOLD_GROWTH = { seconds: 2, share: 0.25 } as const;

/** The longest hold, in seconds, that may follow one of so many seconds. */
export const longestNextHold = (now: number): number =>
  now + Math.max(HOLD_GROWTH.seconds, now * HOLD_GROWTH.share);

/** Half counts by which holds are written; a comparison of seconds allows for what the pace leaves of rounding. */
const ROUNDING = 1e-9;

/**
 * The next hold on the way to one that is wanted: that itself where it may be, else the longest whole count that may, else
 * the longest half count.
 */
export function nextHold(now: Counts, wanted: Counts, pace: Pace): Counts {
  const most = longestNextHold(countsToSeconds(now, pace)) + ROUNDING;
  if (countsToSeconds(wanted, pace) <= most) return wanted;
  const longest = floorToHalf((most * 1000) / pace);
  const whole = Math.floor(longest);
  return whole > now ? counts(whole) : longest;
}

/** A path with rungs put in wherever a hold would grow further than it may. */
export function withRungsBetween(path: readonly PhaseCounts[], pace: Pace): readonly PhaseCounts[] {
  const whole: PhaseCounts[] = [];
  for (const wanted of path) {
    const before = whole.at(-1);
    let now = before;
    while (now) {
      const internalHold = nextHold(now.internalHold, wanted.internalHold, pace);
      const externalHold = nextHold(now.externalHold, wanted.externalHold, pace);
      if (internalHold === wanted.internalHold && externalHold === wanted.externalHold) break;
      now = { ...wanted, internalHold, externalHold };
      whole.push(now);
    }
    whole.push(wanted);
  }
  return whole;
}
