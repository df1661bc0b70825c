import { seconds } from '../units/index.js';

// Limits that more than one room reads, each with its unit and where it comes from.

/** Minutes that an arm may be up without a rest before care is asked for. Domain 10. */
export const LONGEST_ARM_MINUTES = 8;

/** Share of a session that may be held: total of the stops over 2 s. Domain 10. */
export const MOST_HELD = { beginner: 0.25, otherwise: 0.5 } as const;
export const mostHeld = (beginner: boolean): number => (beginner ? MOST_HELD.beginner : MOST_HELD.otherwise);

/** Share of a session by which everything vigorous has ended. Domain 10, last third. */
export const VIGOROUS_UNTIL = 2 / 3;

/** A session is not more than so many times the longest yet, else care. Domain 9, any. */
export const TIMES_LONGEST_YET = 2;
/** Minutes from which on care is asked for where no sitting is on record yet. Domain 9, any. */
export const LONGEST_FIRST_SITTING = 20;

/** Minutes above which a session is much longer than ever before. @param longest minutes of the longest yet; null where there is none. */
export const longestUsualSession = (longest: number | null): number =>
  longest === null ? LONGEST_FIRST_SITTING : TIMES_LONGEST_YET * longest;

/** Counted rounds and strokes that may be led of a passage, repeats included, in proportion to what was planned. Domain 13. */
export const MOST_OF_PLANNED = 1.5;
/** The most rounds (sets) of a passage that may be led, repeats included: planned x 1.5, rounded up. */
export const mostRoundsLed = (planned: number): number => Math.ceil(planned * MOST_OF_PLANNED - 1e-9);

/** Seconds of natural breathing after a stop sign: a heart that has not settled after it is a sign by itself. Domain 9. */
export const SETTLES_WITHIN = seconds(120);

/** Milliseconds after a stop in which it may be gone on with all the same. */
export const STOP_TAKEN_BACK_WITHIN = 60_000;

/** What is taken for a share of what was measured that is comfortable. */
export const COMFORT = { least: 0.3, most: 1 } as const;
/** Strokes in one go that anybody finds easy, at the most. */
export const MOST_EASY_STROKES = 300;
/** Seconds of a hold that a clearance or an approval can allow. */
export const ALLOWED_HOLD = { least: 1, most: 180 } as const;
/** Minutes before or after the sun at which practice can be planned, at the most. */
export const FURTHEST_FROM_SUN = 240;

/** Schools that hold from the start: the base (counts) until so many sittings were easy. Domain 10. */
export const HOLDS_FROM_THE_START = { base: 3, sittings: 5 } as const;

/**
 * How lanes of a class may differ so that rounds begin together: natural breath of fewer seconds is none, a turning pause at
 * empty lungs is no longer, and paces are no further apart, as a share. Domain 16.
 */
export const LANES = { leastPadding: 5, longestTurning: 2, paceApart: 0.12 } as const;
/** More natural breath than this share of a passage is no practice of it: lanes then meet less often. */
export const MOST_LANE_PADDING = 0.25;

/** Minutes of humming that are still quiet. Domain 20, quiet. */
export const LONGEST_QUIET_HUM = 5;

/** Seconds above which a hold asks for a teacher's approval. Domain 9. */
export const HOLD_FOR_APPROVAL = seconds(20);
/** Strokes of a set, and their rate a minute, that a trial round may have without an approval. Domain 9. */
export const TRIAL_STROKES = { strokes: 10, rate: 40 } as const;
