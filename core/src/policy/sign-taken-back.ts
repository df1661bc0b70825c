import { failure, success, type Result } from '../result.js';
import { isReason, REASON_WANTED } from './reasons.js';
import type { SignId } from './signs.js';

/** Minutes after it was noted within which a sign can be taken back as pressed by mistake. Domain 14. */
export const MISTAKE_MINUTES = 10;

/** A sign that was taken back: by mistake it never counted; later it is told why, and counts all the same. */
export interface SignTakenBack {
  readonly sign: SignId;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly mistake: boolean;
  /** Empty where it was pressed by mistake. */
  readonly reason: string;
}

/** Why a sign is not taken back. */
export type TakeBackProblem = { readonly code: 'reason-wanted'; readonly message: string };

/**
 * How a sign is taken back: as pressed by mistake before the closing is confirmed or within 10 minutes of it, later with a
 * reason; then it lifts nothing. Domain 14.
 *
 * @param minutesSince minutes since the sign came on record; 0 or less before the closing was confirmed.
 */
export function takeBackSign(
  sign: SignId,
  at: string,
  minutesSince: number,
  reason: string,
): Result<SignTakenBack, TakeBackProblem> {
  if (minutesSince <= MISTAKE_MINUTES) return success({ sign, at, mistake: true, reason: '' });
  return isReason(reason)
    ? success({ sign, at, mistake: false, reason: reason.trim() })
    : failure({ code: 'reason-wanted', message: REASON_WANTED });
}

/** The signs that count: all but those that were pressed by mistake. */
export const signsThatCount = (
  signs: readonly SignId[],
  takenBack: readonly SignTakenBack[],
): readonly SignId[] => signs.filter((sign) => !takenBack.some((one) => one.sign === sign && one.mistake));
