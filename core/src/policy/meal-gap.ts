import type { Conventions } from '../conventions/index.js';
import type { Passage } from '../session/index.js';

const HOUR = 60;

/** Minutes that should lie between a meal and practice. Domain 6, meal gap. */
export const MEAL_GAP = {
  forceful: 4 * HOUR,
  general: 3 * HOUR,
  alternating: 2 * HOUR,
  alternatingByOneSchool: HOUR / 2,
  moreWithReflux: HOUR,
  /** On insulin or similar nobody waits fasting: at most so long, with a light snack. */
  mostOnInsulin: 2 * HOUR,
} as const;

/** What the gap before a passage depends on. */
export interface MealGapCase {
  readonly forceful: boolean;
  /** It needs no gap. */
  readonly gentle: boolean;
  /** Seconds of the longest hold. */
  readonly hold: number;
  readonly reflux: boolean;
  readonly insulin: boolean;
}

/** Minutes that should lie between a meal and a passage. */
export function mealGap(
  passage: Passage,
  { forceful, gentle, hold, reflux, insulin }: MealGapCase,
  { mealGap: convention }: Pick<Conventions, 'mealGap'>,
): number {
  if (gentle) return 0;
  const alternating = passage.kind === 'counted' && passage.route === 'alternating' && hold === 0;
  const short =
    convention === 'half-hour-alternating' ? MEAL_GAP.alternatingByOneSchool : MEAL_GAP.alternating;
  const own = forceful ? MEAL_GAP.forceful : alternating ? short : MEAL_GAP.general;
  const gap = reflux ? own + MEAL_GAP.moreWithReflux : own;
  return insulin ? Math.min(gap, MEAL_GAP.mostOnInsulin) : gap;
}
