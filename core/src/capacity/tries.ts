import { median, seconds, type Seconds } from '../units/index.js';

/** Tries of one phase that are wanted, and the most that are made. */
export const TRIES = { from: 3, to: 5 } as const;

/** From this spread on, in proportion to the median, tries are erratic and one more is asked for. */
export const ERRATIC = 0.3;

/** What tries of one phase come to. */
export interface TriesResult {
  /** The middle one; with an even number the mean of the two in the middle. */
  readonly median: Seconds;
  /** Longest minus shortest, seconds. */
  readonly spread: Seconds;
  /** The tries differ so much that the median says little. */
  readonly erratic: boolean;
  /** Fewer than three tries, or erratic ones and room for another. */
  readonly wantsAnother: boolean;
}

/** Median and spread of comfortable tries, in seconds; null where there is none. */
export function resultOfTries(tries: readonly number[]): TriesResult | null {
  if (tries.length === 0) return null;
  const sorted = [...tries].sort((a, b) => a - b);
  const middle = median(sorted);
  const spread = (sorted.at(-1) as number) - (sorted[0] as number);
  const erratic = sorted.length > 1 && spread > ERRATIC * middle;
  const few = sorted.length < TRIES.from;
  return {
    median: toTenths(middle),
    spread: toTenths(spread),
    erratic,
    wantsAnother: few || (erratic && sorted.length < TRIES.to),
  };
}

/**
 * Whether the result of tries is only "at least": it is that of a try that ended by itself. Domain 8.
 *
 * @param cap seconds at which a try ends by itself; null where none does.
 */
export const isAtLeast = (median: number | null, cap: number | null): boolean =>
  median !== null && cap !== null && median >= cap;

const toTenths = (value: number): Seconds => seconds(Math.round(value * 10) / 10);

/**
 * Breaths a minute from the moments at which inhales began, in milliseconds: by the intervals between them, so that what
 * was cut off at the ends does not count. null with fewer than three.
 */
export function restingRate(inhales: readonly number[]): number | null {
  const [first, last] = [inhales[0], inhales.at(-1)];
  if (inhales.length < 3 || first === undefined || last === undefined || last <= first) return null;
  return Math.round(((inhales.length - 1) * 600_000) / (last - first)) / 10;
}
