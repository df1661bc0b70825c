import { phaseLimits, type PhaseCapacity, type PhaseLimit, type UnmeasuredGroup } from '../policy/index.js';
import type { PhaseKind } from '../ratio/index.js';
import { floorToHalf, type Counts, type Pace } from '../units/index.js';

/** A length at which a phase rests while it is dragged, or beyond which it does not go. */
export interface PhaseStop {
  /** The longest that is within the limit, to the half count. */
  readonly counts: Counts;
  readonly because: PhaseLimit['because'];
  /** Whether it cannot be passed: what lies beyond is forbidden. */
  readonly wall: boolean;
}

/** The limits on a phase of a student as lengths at a pace, the shortest first. Domain 9, capacity and never measured. */
export const phaseStops = (
  phase: PhaseKind,
  capacity: PhaseCapacity,
  group: UnmeasuredGroup,
  pace: Pace,
): readonly PhaseStop[] =>
  phaseLimits(phase, capacity, group).map(({ over, level, because }) => ({
    counts: floorToHalf((over * 1000) / pace),
    because,
    wall: level === 'no',
  }));

/** Counts that a phase has to be drawn beyond a stop before it leaves it. */
const GRIP_COUNTS = 1;

/**
 * The length of a phase that is drawn to `drawn` counts: to the nearest multiple of `by`, resting at each stop until it is
 * drawn well beyond it, and never beyond a wall. What is longer already may stay, and only become shorter.
 *
 * @param now its length before
 */
export function restingCounts(drawn: number, now: Counts, stops: readonly PhaseStop[], by = 0.5): number {
  const rest = stops.findLast(({ counts: at }) => drawn > at && drawn < at + GRIP_COUNTS);
  const length = rest ? rest.counts : drawn;
  const asDrawn = now + Math.round((length - now) / by) * by;
  const wall = stops.find(({ wall: stands }) => stands);
  return wall ? Math.min(asDrawn, Math.max(wall.counts, now)) : asDrawn;
}
