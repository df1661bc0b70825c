import type { Ratio } from '../ratio/index.js';
import { ratioFromShort, withFittedParts, type CountedPassage } from '../session/index.js';
import { techniqueOf, type Goal, type SeatId } from '../technique/index.js';

/** How long the exhale is to the inhale for a goal, the best first; a goal that is left out asks for nothing. Domain 10, goal fit. */
const EXHALE: Readonly<Partial<Record<Goal, readonly ((share: number) => boolean)[]>>> = {
  calm: [(share) => share > 1],
  sleep: [(share) => share === 2, (share) => share > 1],
  agitation: [(share) => share > 1],
  // Even or inhale-led: a long exhale calms somebody further who is low already.
  mood: [(share) => share <= 1],
};

const shareOf = ({ inhale, exhale }: Ratio): number => exhale / inhale;
const sameHolds = (a: Ratio, b: Ratio): boolean =>
  a.internalHold > 0 === b.internalHold > 0 && a.externalHold > 0 === b.externalHold > 0;

/**
 * A passage as it begins, in the ratio of its technique that serves what the session is for: exhale-led for calm and
 * agitation, 1:2 for sleep, even or inhale-led for a steadier mood. The counts of the inhale stay; a technique without such a ratio stays as it is.
 */
export function shapedForGoals(passage: CountedPassage, goals: readonly Goal[]): CountedPassage {
  const { pattern } = techniqueOf(passage.technique);
  const wanted = goals.map((goal) => EXHALE[goal]).find((ways) => ways !== undefined);
  if (pattern.kind !== 'counted' || !wanted) return passage;
  const own = [passage.ratio, ...pattern.ratios.map(ratioFromShort)].filter((ratio) =>
    sameHolds(ratio, passage.ratio),
  );
  for (const serves of wanted) {
    const ratio = own.find((one) => serves(shareOf(one)));
    if (ratio) return ratio === passage.ratio ? passage : withFittedParts({ ...passage, ratio });
  }
  return passage;
}

/** Seats for what the session is for, in the order in which they are wanted: one lies down to sleep, where that is possible. */
export const seatsForGoals = (
  seats: readonly [SeatId, ...SeatId[]],
  goals: readonly Goal[],
): readonly [SeatId, ...SeatId[]] =>
  goals.includes('sleep') && seats.includes('lying') ? ['lying', ...seats] : seats;
