import type { HoldKind } from '../technique/index.js';
import type { Conventions } from '../conventions/index.js';
import {
  countsOf,
  isHold,
  PHASE_KINDS,
  scaleRatio,
  type PhaseCounts,
  type PhaseKind,
} from '../ratio/index.js';
import { counts, countsToHalfMillis, seconds, type Counts, type Seconds } from '../units/index.js';
import type { BreathKind, CountedPassage, OpenHold, Parts } from './session.js';

export const REGIONS = ['belly', 'ribs', 'chest'] as const;
export type Region = (typeof REGIONS)[number];

/** A part of a breath, or the pause after one; fullness of the lungs from 0 to 1. */
export interface Part {
  /** From 1. */
  readonly index: number;
  readonly of: number;
  readonly region: Region | null;
  readonly from: number;
  readonly to: number;
}

export type CyclePhaseKind = PhaseKind | 'pause' | 'turning' | 'letGo';

/** One stretch of a cycle, as long as it is planned. */
export interface CyclePhase {
  readonly kind: CyclePhaseKind;
  /** null where it is not counted: turning pauses, open holds, letting go. */
  readonly counts: Counts | null;
  /** Exact length; an open hold with its expected length. */
  readonly halfMillis: number;
  readonly part: Part | null;
  readonly open: OpenHold | null;
}

/** Cycles in the technique's own round: both sides of an alternating pattern, one breath of any other. */
export const cyclesInOwnRound = ({ route }: Pick<CountedPassage, 'route'>): 1 | 2 =>
  route === 'alternating' ? 2 : 1;

/** Number of the technique's own round that a cycle lies in; both from 1. */
export const ownRoundOf = (passage: Pick<CountedPassage, 'route'>, cycle: number): number =>
  Math.max(1, Math.ceil(cycle / cyclesInOwnRound(passage)));

/** When a change takes its steps. */
export interface Steps {
  readonly every: number;
  readonly first?: number;
}

/** The round of the first step of a change. */
export const firstStepOf = ({ every, first = every + 1 }: Steps): number => first;

/** The round of the so-manieth step of a change. */
export const roundOfStep = (steps: Steps, step: number): number =>
  firstStepOf(steps) + (step - 1) * steps.every;

/** Steps of a change that were taken by a round. */
export const stepsTaken = (steps: Steps, round: number): number =>
  round < firstStepOf(steps) ? 0 : 1 + Math.floor((round - firstStepOf(steps)) / steps.every);

/** A number that grows (or falls) by steps until its limit, in a round counted from 1. */
export function steppedValue(
  start: number,
  ramp: Steps & { readonly by: number; readonly to: number },
  round: number,
): number {
  const value = start + ramp.by * stepsTaken(ramp, round);
  return ramp.by > 0 ? Math.min(value, Math.max(start, ramp.to)) : Math.max(value, Math.min(start, ramp.to));
}

/** The counts of the four phases in one cycle, with the passage's ramps and the convention's empty hold. */
export function countsInCycle(passage: CountedPassage, cycle: number, conventions: Conventions): PhaseCounts {
  return withConventionalHold(passage, rampedCounts(passage, ownRoundOf(passage, cycle)), conventions);
}

/** An empty hold as long as the full one, where the convention asks for it and the passage lets it. */
export function withConventionalHold(
  passage: CountedPassage,
  phaseCounts: PhaseCounts,
  conventions: Conventions,
): PhaseCounts {
  const applies = passage.route === 'alternating' && passage.emptyHold === 'convention';
  return applies && conventions.externalHold === 'equal' && phaseCounts.externalHold === 0
    ? { ...phaseCounts, externalHold: phaseCounts.internalHold }
    : phaseCounts;
}

function rampedCounts(passage: CountedPassage, round: number): PhaseCounts {
  const { ratio, base, ramps } = passage;
  if (ramps.length === 0) return countsOf(passage);
  const baseRamp = ramps.find((ramp) => ramp.kind === 'step' && ramp.of === 'base');
  const baseNow = baseRamp?.kind === 'step' ? counts(steppedValue(base, baseRamp, round)) : base;
  const now: Record<PhaseKind, Counts> = { ...scaleRatio(ratio, baseNow).counts };
  for (const ramp of ramps) {
    if (ramp.kind === 'from') {
      if (round < ramp.round) now[ramp.of] = counts(0);
    } else if (ramp.of !== 'base') {
      now[ramp.of] = counts(Math.max(0, steppedValue(now[ramp.of], ramp, round)));
    }
  }
  return now;
}

/** The counts when every ramp has come to its limit: what screening looks at. */
export const countsAtLimit = (passage: CountedPassage, conventions: Conventions): PhaseCounts =>
  countsInCycle(passage, 1_000_000, conventions);

/**
 * Counts shared out in proportion to the lengths, each at least half a count, to the half count; the sum is kept. Where there
 * are fewer halves than parts, the parts that there is something for come first.
 */
export function partCounts(total: Counts, lengths: readonly number[]): readonly Counts[] {
  const halves = Math.round(total * 2);
  if (halves < lengths.length) return Array<Counts>(Math.max(1, halves)).fill(counts(0.5));
  const sum = lengths.reduce((all, length) => all + length, 0);
  let [shared, upTo] = [0, 0];
  return lengths.map((length, index) => {
    upTo += length;
    const rest = lengths.length - index - 1;
    const end =
      rest === 0 ? halves : Math.max(shared + 1, Math.min(halves - rest, Math.round((halves * upTo) / sum)));
    const part = counts((end - shared) / 2);
    shared = end;
    return part;
  });
}

const DEFAULT_TURNING = seconds(1);

/**
 * The stretches of one cycle with these counts, in order. Both the timeline and the totals are made from it.
 *
 * @param round the technique's own round that it lies in; a late one where it is left out.
 */
export function planCycle(
  passage: CountedPassage,
  phaseCounts: PhaseCounts,
  conventions: Conventions,
  round = Infinity,
): readonly CyclePhase[] {
  const phases: CyclePhase[] = [];
  const add = (kind: CyclePhaseKind, length: Counts, part: Part | null = null): void => {
    if (length > 0)
      phases.push({
        kind,
        counts: length,
        halfMillis: countsToHalfMillis(length, passage.pace),
        part,
        open: null,
      });
  };
  const hold = (kind: HoldKind, pause: Seconds): void => {
    const { openHold } = passage;
    const full = kind === 'internalHold' ? 1 : 0;
    if (openHold?.phase === kind && round >= (openHold.fromRound ?? 1)) {
      phases.push({
        kind,
        counts: null,
        halfMillis: Math.round(openHold.expected * 2000),
        part: null,
        open: openHold,
      });
    } else if (phaseCounts[kind] > 0) {
      add(kind, phaseCounts[kind]);
    } else if (pause > 0) {
      const part: Part = { index: 1, of: 1, region: null, from: full, to: full };
      phases.push({ kind: 'turning', counts: null, halfMillis: Math.round(pause * 2000), part, open: null });
    }
  };
  const breath = (kind: BreathKind): void => {
    const parts = passage.parts[kind];
    if (parts) addParts(kind, parts, phaseCounts[kind], add);
    else add(kind, phaseCounts[kind]);
  };
  const byConvention =
    passage.route === 'alternating' &&
    passage.emptyHold === 'convention' &&
    conventions.externalHold === 'turning-pause';
  const { full, empty } = passage.turning;
  breath('inhale');
  hold('internalHold', full);
  breath('exhale');
  hold('externalHold', empty > 0 || !byConvention ? empty : DEFAULT_TURNING);
  if (passage.between > 0) {
    const halfMillis = Math.round(passage.between * 2000);
    phases.push({ kind: 'letGo', counts: null, halfMillis, part: null, open: null });
  }
  return phases;
}

function addParts(
  kind: BreathKind,
  parts: Parts,
  total: Counts,
  add: (kind: CyclePhaseKind, length: Counts, part: Part) => void,
): void {
  const lengths = partCounts(total, parts.lengths);
  const of = lengths.length;
  const fullness = (done: number): number => (kind === 'inhale' ? done / of : 1 - done / of);
  lengths.forEach((length, i) => {
    const index = i + 1;
    const region = parts.regions ? (REGIONS[kind === 'inhale' ? i : of - index] ?? null) : null;
    add(kind, length, { index, of, region, from: fullness(i), to: fullness(index) });
    const level = fullness(index);
    if (parts.pause > 0 && (index < of || parts.atEnd))
      add('pause', parts.pause, { index, of, region, from: level, to: level });
  });
}

/** Exact length of a planned cycle, in half milliseconds. */
export const halfMillisOf = (phases: readonly CyclePhase[]): number =>
  phases.reduce((sum, { halfMillis }) => sum + halfMillis, 0);

/** Phases of non-zero length in the technique's own round: instructors classify techniques by it. */
export function stepsOf(passage: CountedPassage, phaseCounts: PhaseCounts): number {
  const phases = PHASE_KINDS.filter(
    (kind) => phaseCounts[kind] > 0 || (isHold(kind) && passage.openHold?.phase === kind),
  );
  return phases.length * cyclesInOwnRound(passage);
}
