import { formatSeconds, type Counts } from '../units/index.js';
import type { Fit, FitProblem } from './fit.js';
import { formatBreath, PHASE_NAMES } from './format.js';
import { PHASE_KINDS } from './ratio.js';
import { ratioWords } from '../words/index.js';

/** "The exhale limits; to spare: inhale 1.8 s, internal hold 5 s." */
export function describeFit({ limiting, headroom }: Fit): string {
  const spare = PHASE_KINDS.flatMap((kind) => {
    const seconds = headroom[kind];
    return seconds === undefined || kind === limiting
      ? []
      : [`${PHASE_NAMES[kind]} ${formatSeconds(seconds)} s`];
  });
  const limits = ratioWords.describe.theLimits(PHASE_NAMES[limiting]);
  return spare.length > 0 ? ratioWords.describe.toSpare(limits, spare.join(', ')) : `${limits}.`;
}

/** Why a ratio cannot be fitted, and what to do. */
export function describeFitProblem(problem: FitProblem): string {
  switch (problem.code) {
    case 'unmeasured':
      return ratioWords.describe.neverMeasured(PHASE_NAMES[problem.phase]);
    case 'base-too-small': {
      const first = problem.gentler[0];
      const instead = first ? ratioWords.describe.gentler(formatBreath(first.counts)) : '';
      return ratioWords.describe.notYetAllowed(
        PHASE_NAMES[problem.limiting],
        describeBase(problem.base),
        instead,
      );
    }
  }
}

const describeBase = (base: Counts | number): string =>
  base === 0 ? ratioWords.describe.lessThanOneCount : ratioWords.describe.baseAtLeast(base);
