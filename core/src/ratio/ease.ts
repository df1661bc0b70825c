import { failure, success, type Result } from '../result.js';
import { counts, floorToHalf } from '../units/index.js';
import { countsOf, numbersFromCounts, sameCounts, type Numbers, type PhaseCounts } from './ratio.js';

/** The smallest base that counts as practising a ratio; below it the ratio is not yet for this student. */
export const SMALLEST_BASE = 2;

/** How a passage is made easier: one count off the base, every count halved, or the holds left out. */
export type EaseWay = 'one-count' | 'halve' | 'drop-hold';

export interface Eased {
  readonly numbers: Numbers;
  /** What was done, which is not always what was asked: a base already small loses its hold instead. */
  readonly way: EaseWay;
}

export type EaseProblem = { readonly code: 'nothing-to-ease' };

/**
 * Eases a passage. One count off the base, the rest in proportion to the half count (6:3:9 gives 5:2.5:7.5); or all
 * counts halved (6:24:12 gives 3:12:6); or the holds dropped. Where that would bring the base below 2, the holds are
 * dropped and the base kept; with no hold to drop there is nothing to ease. The pace is never changed.
 */
export function easeDown(numbers: Numbers, way: EaseWay): Result<Eased, EaseProblem> {
  const smaller = way === 'drop-hold' ? null : smallerBase(numbers, way);
  if (smaller && way !== 'drop-hold') return success({ numbers: smaller, way });
  const before = countsOf(numbers);
  const without: PhaseCounts = { ...before, internalHold: counts(0), externalHold: counts(0) };
  return sameCounts(before, without)
    ? failure({ code: 'nothing-to-ease' })
    : success({ numbers: numbersFromCounts(without), way: 'drop-hold' });
}

function smallerBase(numbers: Numbers, way: 'one-count' | 'halve'): Numbers | null {
  const base = way === 'halve' ? floorToHalf(numbers.base / 2) : floorToHalf(numbers.base - 1);
  return base >= SMALLEST_BASE ? { ratio: numbers.ratio, base } : null;
}

/** Strokes of a turn and their rate a minute. */
export interface StrokeNumbers {
  readonly strokes: number;
  readonly rate: number;
}

const FEWEST_STROKES = 10;
const SLOWEST_STROKES = 30;

/** Eases strokes: a quarter fewer of them and 10 a minute slower, as far as there is anything to take off. */
export function easeStrokes({ strokes, rate }: StrokeNumbers): Result<StrokeNumbers, EaseProblem> {
  const eased = {
    strokes: Math.min(strokes, Math.max(FEWEST_STROKES, Math.floor(strokes * 0.75))),
    rate: Math.min(rate, Math.max(SLOWEST_STROKES, rate - 10)),
  };
  return eased.strokes === strokes && eased.rate === rate
    ? failure({ code: 'nothing-to-ease' })
    : success(eased);
}
