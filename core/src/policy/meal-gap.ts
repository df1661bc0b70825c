import type { Conventions } from '../conventions/index.js';
import type { Passage } from '../session/index.js';
import type { Technique } from '../technique/index.js';
import { policyWords } from '../words/index.js';

const HOUR = 60;

/** Minutes that should lie between a meal and practice, by group of techniques and convention. Domain 6, meal gap. */
export const MEAL_GAP: {
  readonly forceful: Readonly<Record<Conventions['mealGapForceful'], number>>;
  readonly general: Readonly<Record<Conventions['mealGapGeneral'], number>>;
  readonly alternating: Readonly<Record<Conventions['mealGap'], number>>;
  readonly moreWithReflux: number;
  readonly mostOnInsulin: number;
} = {
  forceful: { '4-hours': 4 * HOUR, '5-hours': 5 * HOUR, '6-hours': 6 * HOUR },
  general: { '3-hours': 3 * HOUR, '4-hours': 4 * HOUR },
  alternating: { 'by-technique': 2 * HOUR, 'one-hour-alternating': HOUR, 'half-hour-alternating': HOUR / 2 },
  moreWithReflux: HOUR,
  /** On insulin or similar nobody waits fasting: at most so long, with a light snack. */
  mostOnInsulin: 2 * HOUR,
};

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
  conventions: Pick<Conventions, 'mealGap' | 'mealGapForceful' | 'mealGapGeneral'>,
): number {
  if (gentle) return 0;
  const alternating = passage.kind === 'counted' && passage.route === 'alternating' && hold === 0;
  const own = forceful
    ? MEAL_GAP.forceful[conventions.mealGapForceful]
    : alternating
      ? MEAL_GAP.alternating[conventions.mealGap]
      : MEAL_GAP.general[conventions.mealGapGeneral];
  const gap = reflux ? own + MEAL_GAP.moreWithReflux : own;
  return insulin ? Math.min(gap, MEAL_GAP.mostOnInsulin) : gap;
}

/** How long after a meal a technique waits, in words; on its numbers it depends where holds or gentleness count. */
export function describeMealGap(
  { pattern, features }: Pick<Technique, 'pattern' | 'features'>,
  conventions: Pick<Conventions, 'mealGap' | 'mealGapForceful' | 'mealGapGeneral'>,
): readonly string[] {
  const words = policyWords.mealGap;
  const hours = (minutes: number): string => words.hours(minutes / HOUR);
  const general = hours(MEAL_GAP.general[conventions.mealGapGeneral]);
  if (pattern.kind === 'natural') return [words.none];
  if (features.includes('forceful')) return [hours(MEAL_GAP.forceful[conventions.mealGapForceful])];
  if (pattern.kind === 'strokes') return [general];
  if (!pattern.routes.includes('alternating')) return [words.general(general)];
  return [words.without(hours(MEAL_GAP.alternating[conventions.mealGap])), words.withHolds(general)];
}
