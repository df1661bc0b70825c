import { fixedStretch, type Stretch } from './stretches.js';

/** Natural breathing of so many seconds keeps passages of one kind apart. Domain 20, neighbours. */
export const NEIGHBOUR_REST_SECONDS = 30;
/** A rest of the arm of so many seconds ends the time that it was up. Domain 20, raised arm. */
export const ARM_REST_SECONDS = 30;

/** From so many seconds on a raised arm is asked whether it wants support; shoulders that are ill rest from then on. Domain 9, 13. */
export const ARM_TIRES_AFTER = 180;

/**
 * What adds up over neighbouring stretches: for each passage the most that has come together by then, in half
 * milliseconds; 0 where it adds nothing itself. A rest that is long enough begins anew.
 *
 * @param passages their stretches, in order.
 * @param amount what a stretch adds; 0 where it is of another kind.
 * @param rest how much of a stretch is rest, half milliseconds.
 * @param restSeconds rest in one go (for the arm) or in all between two that add (for neighbours) that begins anew.
 */
function sumsOfRuns(
  passages: readonly (readonly Stretch[])[],
  amount: (stretch: Stretch, passage: number) => number,
  rest: (stretch: Stretch) => number,
  restSeconds: number,
): readonly number[] {
  let [run, rested] = [0, 0];
  return passages.map((stretches, passage) => {
    let most = 0;
    for (const stretch of stretches) {
      const added = amount(stretch, passage);
      if (added > 0) {
        if (rested >= restSeconds * 2000) run = 0;
        rested = 0;
        run += added;
        most = Math.max(most, run);
      } else {
        rested += rest(stretch);
      }
    }
    return most;
  });
}

/** Half milliseconds of a kind of breathing that have come together in each passage, its neighbours before it included. */
export const runsOfBreathing = (
  passages: readonly (readonly Stretch[])[],
  amount: (stretch: Stretch, passage: number) => number,
): readonly number[] =>
  sumsOfRuns(passages, amount, ({ kind, least }) => (kind === 'natural' ? least : 0), NEIGHBOUR_REST_SECONDS);

/**
 * Minutes that the arm has been up by the end of each passage without a rest that counts: only the time that a hand really is
 * at the face.
 *
 * @param seatChange half milliseconds of a change of seat before each passage; 0 where there is none.
 */
export function minutesArmRaised(
  passages: readonly (readonly Stretch[])[],
  seatChange: readonly number[],
): readonly number[] {
  const withChanges = passages.map((stretches, index) => {
    const change = seatChange[index] ?? 0;
    return change === 0 ? stretches : [fixedStretch('closing', change), ...stretches];
  });
  const halfMillis = sumsOfRuns(
    withChanges,
    ({ handAtFace, most }) => (handAtFace ? most : 0),
    ({ least }) => least,
    ARM_REST_SECONDS,
  );
  return halfMillis.map((length) => length / 120_000);
}
