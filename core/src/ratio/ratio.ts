import { counts, floorToHalf, type Counts } from '../units/index.js';

/** The four phases of a cycle, in the order in which ratios are always written. */
export const PHASE_KINDS = ['inhale', 'internalHold', 'exhale', 'externalHold'] as const;
export type PhaseKind = (typeof PHASE_KINDS)[number];

export const isHold = (kind: PhaseKind): kind is 'internalHold' | 'externalHold' =>
  kind === 'internalHold' || kind === 'externalHold';

/** Proportion inhale : internal hold : exhale : external hold, whole numbers in lowest terms; breaths above zero. */
export type Ratio = Readonly<Record<PhaseKind, number>>;

/** Lengths of the four phases in counts. */
export type PhaseCounts = Readonly<Record<PhaseKind, Counts>>;

/** Longest length of one phase, in counts. */
export const LONGEST_PHASE = 100;

/** A ratio together with its base, the counts of the inhale: what a passage stores. */
export interface Numbers {
  readonly ratio: Ratio;
  readonly base: Counts;
}

export const mapPhases = <T>(make: (kind: PhaseKind) => T): Record<PhaseKind, T> => ({
  inhale: make('inhale'),
  internalHold: make('internalHold'),
  exhale: make('exhale'),
  externalHold: make('externalHold'),
});

const greatestCommonDivisor = (a: number, b: number): number =>
  b === 0 ? a : greatestCommonDivisor(b, a % b);

/** Whole-number proportions in lowest terms from parts with at most two decimals, and the factor taken out. */
export function reduceParts(parts: Readonly<Record<PhaseKind, number>>): { ratio: Ratio; factor: number } {
  const hundredths = mapPhases((kind) => Math.round(parts[kind] * 100));
  const divisor = PHASE_KINDS.map((kind) => hundredths[kind]).reduce(greatestCommonDivisor);
  return { ratio: mapPhases((kind) => hundredths[kind] / divisor), factor: divisor / 100 };
}

export interface Scaled {
  readonly counts: PhaseCounts;
  /** Phases that had to be rounded down to the half count, so that the proportion is not quite kept. */
  readonly rounded: readonly PhaseKind[];
}

/** Counts of the four phases at a base, rounded down to half counts. An exhale never becomes shorter than half a count. */
export function scaleRatio(ratio: Ratio, base: Counts): Scaled {
  const exact = mapPhases((kind) => (base * ratio[kind]) / ratio.inhale);
  const scaled = mapPhases((kind) => floorToHalf(exact[kind]));
  if (scaled.exhale === 0) scaled.exhale = counts(0.5);
  return {
    counts: scaled,
    rounded: PHASE_KINDS.filter((kind) => Math.abs(scaled[kind] - exact[kind]) > 1e-9),
  };
}

/** The counts that a passage's numbers stand for. */
export const countsOf = (numbers: Numbers): PhaseCounts => scaleRatio(numbers.ratio, numbers.base).counts;

/** Numbers that give exactly these counts. @throws RangeError when inhale or exhale is zero. */
export function numbersFromCounts(phaseCounts: PhaseCounts): Numbers {
  if (phaseCounts.inhale === 0 || phaseCounts.exhale === 0)
    throw new RangeError('inhale and exhale must be above zero');
  return { ratio: reduceParts(phaseCounts).ratio, base: phaseCounts.inhale };
}

/** Counts of one whole cycle. */
export const cycleCounts = (phaseCounts: PhaseCounts): Counts =>
  counts(PHASE_KINDS.reduce((sum, kind) => sum + phaseCounts[kind], 0));

/** Share of a cycle spent in holds, 0 to 1: (H + X) / (I + H + E + X). */
export const holdShare = (phaseCounts: PhaseCounts): number =>
  (phaseCounts.internalHold + phaseCounts.externalHold) / cycleCounts(phaseCounts);

export const sameCounts = (a: PhaseCounts, b: PhaseCounts): boolean =>
  PHASE_KINDS.every((kind) => a[kind] === b[kind]);
