import { failure, success, type Result } from '../result.js';
import { countsToSeconds, secondsToCounts, type Pace, type Seconds } from '../units/index.js';
import { SMALLEST_BASE } from './ease.js';
import {
  PHASE_KINDS,
  reduceParts,
  scaleRatio,
  type Numbers,
  type PhaseCounts,
  type PhaseKind,
  type Ratio,
} from './ratio.js';

/** Seconds that each phase can be kept up without strain; null where it was never measured. */
export type Sustainable = Readonly<Record<PhaseKind, Seconds | null>>;

/** Step in which bases are proposed, in counts. */
export type BaseStep = 1 | 0.5;

export interface Fit extends Numbers {
  readonly counts: PhaseCounts;
  readonly limiting: PhaseKind;
  /** Sustainable minus needed seconds, for every phase the ratio uses. */
  readonly headroom: Readonly<Partial<Record<PhaseKind, Seconds>>>;
  /** Phases rounded down to the half count. */
  readonly rounded: readonly PhaseKind[];
}

export type FitProblem =
  | { readonly code: 'unmeasured'; readonly phase: PhaseKind }
  /** The base would be below 2; `gentler` fits, in the order in which they should be offered. */
  | {
      readonly code: 'base-too-small';
      readonly base: number;
      readonly limiting: PhaseKind;
      readonly gentler: readonly Fit[];
    };

/**
 * The largest base at which every phase stays within what the student can sustain: the minimum over the parts r above
 * zero of c·r_in / (r·p), rounded down to the step, the other phases in proportion, rounded down to half counts.
 */
export function fitRatio(
  ratio: Ratio,
  sustainable: Sustainable,
  pace: Pace,
  step: BaseStep = 1,
): Result<Fit, FitProblem> {
  const used = PHASE_KINDS.filter((kind) => ratio[kind] > 0);
  const limits: { kind: PhaseKind; base: number; seconds: Seconds }[] = [];
  for (const kind of used) {
    const available = sustainable[kind];
    if (available === null) return failure({ code: 'unmeasured', phase: kind });
    const seconds = ((available * ratio.inhale) / ratio[kind]) as Seconds;
    limits.push({ kind, base: seconds / pace, seconds });
  }
  const tightest = limits.reduce((a, b) => (b.base < a.base ? b : a));
  const base = secondsToCounts(tightest.seconds, pace, step);
  if (base < SMALLEST_BASE) {
    const gentler = gentlerRatios(ratio).flatMap((candidate) => {
      const fit = fitRatio(candidate, sustainable, pace, step);
      return fit.ok ? [fit.value] : [];
    });
    return failure({ code: 'base-too-small', base, limiting: tightest.kind, gentler });
  }
  return success(fitAt({ ratio, base }, tightest.kind, sustainable, pace));
}

/** A ratio at a base within what can be sustained, with what is to spare. */
export function fitAt(numbers: Numbers, limiting: PhaseKind, sustainable: Sustainable, pace: Pace): Fit {
  const { counts, rounded } = scaleRatio(numbers.ratio, numbers.base);
  const headroom: Partial<Record<PhaseKind, Seconds>> = {};
  for (const kind of PHASE_KINDS) {
    if (numbers.ratio[kind] > 0)
      headroom[kind] = ((sustainable[kind] ?? 0) - countsToSeconds(counts[kind], pace)) as Seconds;
  }
  return { ...numbers, counts, limiting, headroom, rounded };
}

/**
 * Gentler forms of a ratio, mildest change first: drop the external hold, lower the hold to the next of 4, 2, 1, 0
 * times the inhale, then the exhale to the length of the inhale. Each step keeps the ones before it.
 */
export function gentlerRatios(ratio: Ratio): readonly Ratio[] {
  const steps: Ratio[] = [];
  let parts: Ratio = ratio;
  const take = (change: Partial<Record<PhaseKind, number>>): void => {
    parts = { ...parts, ...change };
    steps.push(reduceParts(parts).ratio);
  };
  if (parts.externalHold > 0) take({ externalHold: 0 });
  for (const times of [4, 2, 1, 0]) {
    if (times * ratio.inhale < parts.internalHold) take({ internalHold: times * ratio.inhale });
  }
  if (parts.exhale > ratio.inhale) take({ exhale: ratio.inhale });
  return steps;
}
