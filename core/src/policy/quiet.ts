import type { Passage } from '../session/index.js';
import { raisedHand } from '../session/index.js';
import type { Seconds } from '../units/index.js';
import { breathsPerMinute, RAPID_BREATHS, SLOWEST_QUIET } from './breath-rate.js';
import type { CycleFigures } from './cycles.js';
import { LONGEST_QUIET_HUM } from './limits.js';
import { holdsAmong } from './stops.js';

/** Seconds that a quiet inhale and exhale last at most. Domain 20, quiet. */
export const QUIET_BREATH = { inhale: 4, exhale: 6 } as const;

/** What quiet and gentle are measured against: what the student can sustain of the moving phases. */
export interface EasyBreath {
  readonly inhale: Seconds;
  readonly exhale: Seconds;
}

/** Both come from the numbers, never from the name of a technique. Domain 20, quiet and gentle. */
export interface Calmness {
  /** Allowed with fever or bleeding in pregnancy. */
  readonly quiet: boolean;
  /** Needs no gap after a meal. */
  readonly gentle: boolean;
}

const TOLERANCE = 1e-9;

/**
 * Whether a passage is quiet, and whether it is gentle.
 *
 * @param cycles every cycle that the passage can come to; none where nothing is counted.
 * @param humMinutes that have come together by its end.
 */
export function calmnessOf(
  passage: Passage,
  cycles: readonly CycleFigures[],
  easy: EasyBreath,
  humMinutes: number,
): Calmness {
  if (passage.kind === 'natural') return { quiet: true, gentle: true };
  const rough = passage.kind === 'strokes' || hasMore(passage) || humMinutes > LONGEST_QUIET_HUM;
  if (rough || cycles.some(({ stops }) => isHeld(stops))) return { quiet: false, gentle: false };
  const gentle = cycles.every(
    ({ inhale, exhale, halfMillis }) =>
      inhale / 2000 <= easy.inhale + TOLERANCE &&
      exhale / 2000 <= easy.exhale + TOLERANCE &&
      breathsPerMinute(halfMillis) <= RAPID_BREATHS,
  );
  const short = cycles.every(
    ({ inhale, exhale, halfMillis }) =>
      inhale / 2000 <= QUIET_BREATH.inhale &&
      exhale / 2000 <= QUIET_BREATH.exhale &&
      breathsPerMinute(halfMillis) >= SLOWEST_QUIET,
  );
  return { quiet: gentle && short, gentle };
}

const isHeld = (stops: CycleFigures['stops']): boolean => {
  const { internalHold, externalHold } = holdsAmong(stops);
  return internalHold > 0 || externalHold > 0;
};

/** One nostril, a lock, tension, a breath through the mouth, hands at the ears or the face. */
function hasMore(passage: Extract<Passage, { kind: 'counted' }>): boolean {
  const { locks, modifiers, inhaleThrough } = passage;
  return (
    raisedHand(passage) === 'nose' ||
    modifiers.ears !== null ||
    locks.internalHold.length + locks.externalHold.length > 0 ||
    modifiers.tension ||
    inhaleThrough !== 'nose'
  );
}
