import { failure, success, type Result } from '../result.js';
import { FASTEST_PACE, isPace, SLOWEST_PACE, type Millis, type Pace } from './units.js';
import { unitsWords } from '../words/index.js';

/** Taps that are enough to know a pace by. */
export const FEWEST_TAPS = 4;
/** Only the last intervals count, so that a tapper who settles is followed. */
const INTERVALS = 8;
/** A gap longer than this begins the tapping anew, in milliseconds. */
const LONGEST_GAP = 4_000;

/** A pulse that can be counted, beats a minute (closed range). */
export const PULSE_RANGE = { from: 30, to: 220 } as const;

export type PaceProblem =
  | { readonly code: 'more-taps'; readonly missing: number }
  | { readonly code: 'pace-out-of-range'; readonly millis: number }
  | { readonly code: 'pulse-out-of-range'; readonly pulse: number };

export function describePaceProblem(problem: PaceProblem): string {
  switch (problem.code) {
    case 'more-taps':
      return unitsWords.pace.tapOn(problem.missing);
    case 'pace-out-of-range':
      return unitsWords.pace.paceBeyond(
        (problem.millis / 1000).toFixed(2),
        FASTEST_PACE / 1000,
        SLOWEST_PACE / 1000,
      );
    case 'pulse-out-of-range':
      return unitsWords.pace.pulseRange(PULSE_RANGE.from, PULSE_RANGE.to);
  }
}

const checked = (millis: number): Result<Pace, PaceProblem> => {
  const whole = Math.round(millis);
  return isPace(whole) ? success(whole) : failure({ code: 'pace-out-of-range', millis: whole });
};

/**
 * The pace at which somebody taps: the median of the last intervals, so that one slip does not count.
 * @param taps moments of the taps, rising.
 */
export function paceFromTaps(taps: readonly Millis[]): Result<Pace, PaceProblem> {
  let begun = 0;
  for (let tap = 1; tap < taps.length; tap++) {
    if ((taps[tap] as number) - (taps[tap - 1] as number) > LONGEST_GAP) begun = tap;
  }
  const run = taps.slice(begun);
  if (run.length < FEWEST_TAPS) return failure({ code: 'more-taps', missing: FEWEST_TAPS - run.length });
  const intervals = run.slice(1).map((tap, index) => tap - (run[index] as number));
  const last = intervals.slice(-INTERVALS).sort((a, b) => a - b);
  const middle = last.length / 2;
  const median =
    last.length % 2 === 1
      ? (last[Math.floor(middle)] as number)
      : ((last[middle - 1] as number) + (last[middle] as number)) / 2;
  return checked(median);
}

/** The pace of a count that lasts so many beats of the pulse (beats a minute). */
export function paceFromPulse(pulse: number, beatsPerCount: number): Result<Pace, PaceProblem> {
  if (!(pulse >= PULSE_RANGE.from && pulse <= PULSE_RANGE.to))
    return failure({ code: 'pulse-out-of-range', pulse });
  return checked((60_000 * beatsPerCount) / pulse);
}
