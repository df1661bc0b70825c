import { failure, success, type Result } from '../result.js';
import type { Sustainable } from '../ratio/index.js';
import { seconds, type Seconds } from '../units/index.js';
import { capacityWords } from '../words/index.js';

/** What was measured or typed in as easy, in seconds; a hold that was not measured is null. */
export interface MeasuredCapacity {
  readonly inhale: Seconds;
  readonly exhale: Seconds;
  readonly hold: Seconds | null;
  readonly emptyHold: Seconds | null;
}

export type CapacityPhase = keyof MeasuredCapacity;

/** Lengths in seconds that can be a comfortable capacity (closed ranges); outside them it is a slip of the pen. */
export const CAPACITY_RANGES: Readonly<
  Record<CapacityPhase, { readonly from: number; readonly to: number }>
> = {
  inhale: { from: 1, to: 60 },
  exhale: { from: 1, to: 90 },
  hold: { from: 1, to: 180 },
  emptyHold: { from: 1, to: 90 },
};

export interface CapacityProblem {
  readonly code: 'capacity-out-of-range' | 'capacity-missing';
  readonly phase: CapacityPhase;
  readonly value: number | null;
}

const PHASE_WORDS: Readonly<Record<CapacityPhase, string>> = {
  inhale: 'inhale',
  exhale: 'exhale',
  hold: 'hold',
  emptyHold: capacityWords.capacity.emptyHold,
};

export function describeCapacityProblem({ code, phase }: CapacityProblem): string {
  const { from, to } = CAPACITY_RANGES[phase];
  return code === 'capacity-missing'
    ? capacityWords.capacity.comfortableNeeded(PHASE_WORDS[phase])
    : capacityWords.capacity.comfortableRange(PHASE_WORDS[phase], from, to);
}

/** Checks typed-in seconds; a hold may be left out. @returns the capacity, or every problem at once. */
export function checkCapacity(
  typed: Readonly<Record<CapacityPhase, number | null>>,
): Result<MeasuredCapacity, readonly CapacityProblem[]> {
  const problems: CapacityProblem[] = [];
  const read = (phase: CapacityPhase): Seconds | null => {
    const value = typed[phase];
    const { from, to } = CAPACITY_RANGES[phase];
    if (value === null) return null;
    if (!(value >= from && value <= to)) problems.push({ code: 'capacity-out-of-range', phase, value });
    return value >= 0 && Number.isFinite(value) ? seconds(value) : null;
  };
  const [inhale, exhale, hold, emptyHold] = [read('inhale'), read('exhale'), read('hold'), read('emptyHold')];
  for (const phase of ['inhale', 'exhale'] as const) {
    if (typed[phase] === null) problems.push({ code: 'capacity-missing', phase, value: null });
  }
  if (problems.length > 0 || inhale === null || exhale === null) return failure(problems);
  return success({ inhale, exhale, hold, emptyHold });
}

/** Share of the measured capacity that can be kept up without strain. */
export interface ComfortFactors {
  readonly breath: number;
  readonly hold: number;
}

/** Sittings on record below which the factors are lower: single tries flatter. */
export const EARLY_SITTINGS = 3;

/** 0.8 for the breaths and 0.6 for holds; 0.1 lower for a student's first three sittings. */
export const comfortFactors = (sittingsOnRecord: number): ComfortFactors =>
  sittingsOnRecord < EARLY_SITTINGS ? { breath: 0.7, hold: 0.5 } : { breath: 0.8, hold: 0.6 };

/** Measured x comfort factor for each phase; what was never measured stays unknown. */
export function sustainableCapacity(measured: MeasuredCapacity, factors: ComfortFactors): Sustainable {
  const times = (value: Seconds | null, factor: number): Seconds | null =>
    value === null ? null : seconds(Number((value * factor).toFixed(3)));
  return {
    inhale: times(measured.inhale, factors.breath),
    internalHold: times(measured.hold, factors.hold),
    exhale: times(measured.exhale, factors.breath),
    externalHold: times(measured.emptyHold, factors.hold),
  };
}
