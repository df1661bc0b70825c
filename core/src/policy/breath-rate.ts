import type { CycleFigures } from './cycles.js';

/** From so many a minute on strokes are rapid. Domain 20, rapid. */
export const RAPID_STROKES = 30;
/** Above so many breaths a minute counted breathing is rapid, once it goes on for {@link RAPID_COUNTED_SECONDS}. */
export const RAPID_BREATHS = 20;
/** Seconds, in all, of fast counted breathing that make it rapid (closed: 30 s are enough). */
export const RAPID_COUNTED_SECONDS = 30;

/** Breaths a minute below which breathing is not quiet: slower than that every breath is an effort. Domain 20, quiet. */
export const SLOWEST_QUIET = 6;

const HALF_MILLIS_A_MINUTE = 120_000;

/** Breaths a minute of a cycle of so many half milliseconds. */
export const breathsPerMinute = (halfMillis: number): number => HALF_MILLIS_A_MINUTE / halfMillis;

/** Whether counted breathing with this cycle is fast. A hold shortens no breath: the whole cycle counts. */
export const isFastCycle = ({ leastHalfMillis }: Pick<CycleFigures, 'leastHalfMillis'>): boolean =>
  breathsPerMinute(leastHalfMillis) > RAPID_BREATHS;
