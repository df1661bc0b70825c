import type { Conventions } from '../conventions/index.js';
import { cycleFigures } from '../policy/index.js';
import {
  fitAt,
  fitRatio,
  scaleRatio,
  SMALLEST_BASE,
  type Fit,
  type FitProblem,
  type Sustainable,
} from '../ratio/index.js';
import { failure, success, type Result } from '../result.js';
import { withFittedParts, type CountedPassage } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { counts, type Counts } from '../units/index.js';
import { capacityWords } from '../words/index.js';

/** A fit of a passage, and what kept it below what the phases alone would allow. */
export interface PassageFit extends Fit {
  /** The technique is practised up to this base; or pauses inside a breath take their share of it. */
  readonly heldBack: { readonly by: 'technique' | 'pauses'; readonly base: Counts } | null;
}

/**
 * The largest base at which a passage stays within what can be sustained, with the pauses inside a breath, and within the
 * range of its technique. Domain 8, fit.
 */
export function fitPassage(
  passage: CountedPassage,
  sustainable: Sustainable,
  conventions: Conventions,
): Result<PassageFit, FitProblem> {
  const fit = fitRatio(passage.ratio, sustainable, passage.pace);
  if (!fit.ok) return fit;
  const { ratio, limiting, base: phasesAlone } = fit.value;
  const { pattern } = techniqueOf(passage.technique);
  const range = pattern.kind === 'counted' ? pattern.base : null;
  const inRange = range ? Math.min(phasesAlone, range.to) : phasesAlone;
  let base = inRange;
  while (base >= SMALLEST_BASE && !breathsFit({ ...passage, base: counts(base) }, sustainable, conventions))
    base--;
  if (base < SMALLEST_BASE)
    return failure({ code: 'base-too-small', base: Math.max(0, base), limiting, gentler: [] });
  const by = base < inRange ? 'pauses' : base < phasesAlone ? 'technique' : null;
  const value = fitAt({ ratio, base: counts(base) }, limiting, sustainable, passage.pace);
  return success({ ...value, heldBack: by && { by, base: counts(base) } });
}

/** Whether each breath is short enough, with the pauses between and after its parts. */
function breathsFit(passage: CountedPassage, sustainable: Sustainable, conventions: Conventions): boolean {
  const { inhale, exhale } = passage.parts;
  if (!inhale && !exhale) return true;
  const fitted = withFittedParts(passage);
  const figures = cycleFigures(fitted, scaleRatio(passage.ratio, passage.base).counts, conventions);
  const fits = (halfMillis: number, there: number | null): boolean =>
    there === null || halfMillis <= there * 2000 + 1e-6;
  return (
    fits(figures.inhaleWithPauses, sustainable.inhale) && fits(figures.exhaleWithPauses, sustainable.exhale)
  );
}

/** What held a fit back beyond the phases, in words; null where nothing did. */
export function describeHeldBack({ heldBack }: PassageFit): string | null {
  if (!heldBack) return null;
  return heldBack.by === 'technique'
    ? capacityWords.fitPassage.baseOfTechnique(heldBack.base)
    : capacityWords.fitPassage.pausesCounted;
}
