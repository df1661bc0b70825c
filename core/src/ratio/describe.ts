import { formatSeconds, type Counts } from '../units/index.js';
import type { Fit, FitProblem } from './fit.js';
import { formatBreath, PHASE_NAMES } from './format.js';
import { PHASE_KINDS } from './ratio.js';

/** "The exhale limits; to spare: inhale 1.8 s, internal hold 5 s." */
export function describeFit({ limiting, headroom }: Fit): string {
  const spare = PHASE_KINDS.flatMap((kind) => {
    const seconds = headroom[kind];
    return seconds === undefined || kind === limiting
      ? []
      : [`${PHASE_NAMES[kind]} ${formatSeconds(seconds)} s`];
  });
  const limits = `The ${PHASE_NAMES[limiting]} limits`;
  return spare.length > 0 ? `${limits}; to spare: ${spare.join(', ')}.` : `${limits}.`;
}

/** Why a ratio cannot be fitted, and what to do. */
export function describeFitProblem(problem: FitProblem): string {
  switch (problem.code) {
    case 'unmeasured':
      return `The ${PHASE_NAMES[problem.phase]} was never measured for this student, so it cannot be fitted. Record it, or choose a ratio without it.`;
    case 'base-too-small': {
      const first = problem.gentler[0];
      const instead = first ? ` Gentler: ${formatBreath(first.counts)}.` : '';
      return `Not yet: the ${PHASE_NAMES[problem.limiting]} allows only ${describeBase(problem.base)}.${instead}`;
    }
  }
}

const describeBase = (base: Counts | number): string =>
  base === 0 ? 'less than one count' : `a base of ${base}, and 2 is the least`;
