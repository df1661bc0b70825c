declare const unit: unique symbol;
type Quantity<U extends string> = number & { readonly [unit]: U };

/** Spoken counts (matra). Always a whole number of half counts. A count is not a second. */
export type Counts = Quantity<'Counts'>;
/** Seconds, possibly fractional. Safety thresholds are in seconds, never in counts. */
export type Seconds = Quantity<'Seconds'>;
/** Whole milliseconds. */
export type Millis = Quantity<'Millis'>;
/** Whole milliseconds a count lasts, {@link SLOWEST_PACE} to {@link FASTEST_PACE} inclusive. */
export type Pace = Quantity<'Pace'>;

export const FASTEST_PACE = 500;
export const SLOWEST_PACE = 3000;
export const DEFAULT_PACE = 1000 as Pace;

/** Counts from a number. @throws RangeError when it is negative or not a whole number of half counts. */
export function counts(value: number): Counts {
  if (!(value >= 0) || !Number.isInteger(value * 2))
    throw new RangeError(`not a number of half counts: ${value}`);
  return value as Counts;
}

/** Seconds from a number. @throws RangeError when it is negative or not finite. */
export function seconds(value: number): Seconds {
  if (!(value >= 0) || !Number.isFinite(value)) throw new RangeError(`not a length in seconds: ${value}`);
  return value as Seconds;
}

/** Milliseconds from a number, rounded to whole ones. @throws RangeError when it is negative or not finite. */
export function millis(value: number): Millis {
  if (!(value >= 0) || !Number.isFinite(value))
    throw new RangeError(`not a length in milliseconds: ${value}`);
  return Math.round(value) as Millis;
}

/** True for whole milliseconds in the allowed range (closed at both ends). */
export const isPace = (value: number): value is Pace =>
  Number.isInteger(value) && value >= FASTEST_PACE && value <= SLOWEST_PACE;

/** Pace from milliseconds a count. @throws RangeError outside 500 to 3000 or between whole milliseconds. */
export function pace(value: number): Pace {
  if (!isPace(value)) throw new RangeError(`pace must be ${FASTEST_PACE} to ${SLOWEST_PACE} ms: ${value}`);
  return value;
}

/**
 * Length of so many counts, in half milliseconds: exact whole numbers, because counts go in halves and pace in
 * whole milliseconds. Sums of these carry no rounding; round once, with {@link halfMillisToMillis}.
 */
export const countsToHalfMillis = (value: Counts, at: Pace): number => value * 2 * at;

/** Half milliseconds to whole milliseconds, halves rounded up. */
export const halfMillisToMillis = (value: number): Millis => Math.round(value / 2) as Millis;

/** Seconds that so many counts last at a pace. */
export const countsToSeconds = (value: Counts, at: Pace): Seconds => ((value * at) / 1000) as Seconds;

/** The most counts, in steps of `step`, that fit into so many seconds. */
export function secondsToCounts(value: Seconds, at: Pace, step: number): Counts {
  // The tiny allowance keeps 7.2 s at 1.2 s a count from becoming 5.999… counts.
  return (Math.floor((value * 1000) / at / step + 1e-9) * step) as Counts;
}

export const secondsToMillis = (value: Seconds): Millis => millis(value * 1000);
export const millisToSeconds = (value: Millis): Seconds => (value / 1000) as Seconds;

/** Rounds down to the half count. */
export const floorToHalf = (value: number): Counts => (Math.floor(value * 2 + 1e-9) / 2) as Counts;
