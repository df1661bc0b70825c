import type { Conventions } from '../conventions/index.js';
import { strokesAtMost, type StrokePassage } from '../session/index.js';
import { seconds, type Seconds } from '../units/index.js';

/** Natural breathing after strokes, in seconds. Domain 6, rest after strokes. */
export const STROKE_REST = {
  planned: seconds(45),
  /** Between strokes and a passage with a hold over 2 s. */
  beforeHolds: seconds(60),
  least: seconds(30),
  leastAfterTasters: seconds(10),
  most: seconds(120),
} as const;

/** So many strokes or fewer are tasters. Domain 10. */
export const TASTERS = 5;

/** A long hold soon after strokes: carbon dioxide is low, and a faint may come. Domain 9. */
export const AFTER_STROKES = { within: seconds(60), hold: seconds(6) } as const;

/** The least natural breathing after a set of so many strokes. */
export const leastStrokeRest = (strokes: number): Seconds =>
  strokes <= TASTERS ? STROKE_REST.leastAfterTasters : STROKE_REST.least;

/** How long natural breathing after strokes is planned, and between what a tap can end it; seconds. */
export interface StrokeRest {
  readonly planned: Seconds;
  readonly least: Seconds;
  readonly most: Seconds;
  /** Whether it lasts until a tap. */
  readonly open: boolean;
}

/**
 * The rest after a turn of strokes.
 *
 * @param beforeHold seconds of it that are needed because a hold follows; 0 where none does.
 */
export function restAfterStrokes(
  passage: Pick<StrokePassage, 'quiet' | 'strokes' | 'strokesRamp'>,
  conventions: Conventions,
  beforeHold: number,
): StrokeRest {
  const { quiet } = passage;
  if (quiet !== 'convention') return { planned: quiet, least: quiet, most: quiet, open: false };
  const planned = seconds(Math.max(STROKE_REST.planned, beforeHold));
  if (conventions.restAfterStrokes === 'fixed')
    return { planned, least: planned, most: planned, open: false };
  const least = seconds(Math.max(leastStrokeRest(strokesAtMost(passage)), beforeHold));
  return { planned, least, most: STROKE_REST.most, open: true };
}
