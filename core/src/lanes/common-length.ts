import { LANES } from '../policy/index.js';

/** Half milliseconds of the shortest natural breath of a lane between its rounds. */
export const LEAST_PADDING = LANES.leastPadding * 2000;

/** Something that comes to a common end. */
export interface ToLevel {
  /** Half milliseconds. */
  readonly length: number;
  /** Whether it can last any longer; else it waits with natural breath. */
  readonly stretches: boolean;
}

/**
 * The shortest length that everybody can come to: with what stretches, or with natural breath that is not too short. Half
 * milliseconds.
 *
 * @param more what it takes beyond the shortest natural breath, where something follows it.
 */
export function commonLength(all: readonly ToLevel[], least = 0, more = 0): number {
  const wait = LEAST_PADDING + more;
  const fits = (length: number): boolean =>
    all.every((one) => one.stretches || one.length === length || length - one.length >= wait);
  const longest = Math.max(least, ...all.map(({ length }) => length));
  const candidates = [longest, ...all.map(({ length }) => length + wait)];
  return candidates.filter((length) => length >= longest && fits(length)).sort((a, b) => a - b)[0] ?? longest;
}
