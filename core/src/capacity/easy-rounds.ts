import { PHASE_KINDS, type PhaseCounts } from '../ratio/index.js';
import { countsToSeconds, type Pace } from '../units/index.js';

/** Rounds with these numbers that were easy: effort at most {@link EASY_EFFORT}, no sign, not eased. */
export interface EasyRounds {
  readonly counts: PhaseCounts;
  readonly pace: Pace;
  readonly rounds: number;
}

/** Single tries flatter: a fit is provisional until so many rounds at it were easy. */
export const ROUNDS_TO_TRUST = 3;
/** Of 10. */
export const EASY_EFFORT = 3;

/** Rounds on record that were at least as long in every phase, and easy. */
export const easyRoundsAt = (counts: PhaseCounts, pace: Pace, record: readonly EasyRounds[]): number =>
  record
    .filter((one) =>
      PHASE_KINDS.every(
        (kind) => countsToSeconds(one.counts[kind], one.pace) >= countsToSeconds(counts[kind], pace) - 1e-9,
      ),
    )
    .reduce((sum, { rounds }) => sum + rounds, 0);

/** Whether a fit still has to prove itself. */
export const isProvisional = (counts: PhaseCounts, pace: Pace, record: readonly EasyRounds[]): boolean =>
  easyRoundsAt(counts, pace, record) < ROUNDS_TO_TRUST;
