import type { HoldKind } from '../technique/index.js';
import type { Conventions } from '../conventions/index.js';
import { isHoldLength } from '../policy/index.js';
import {
  countsOf,
  fitRatio,
  gentlerRatios,
  isHold,
  numbersFromCounts,
  PHASE_KINDS,
  scaleRatio,
  type PhaseCounts,
  type PhaseKind,
  type Sustainable,
} from '../ratio/index.js';
import {
  leastLockedHold,
  withFittedParts,
  type CountedPassage,
  type OpenHold,
  type Passage,
  type StrokePassage,
} from '../session/index.js';
import { counts, countsToSeconds, floorToHalf, seconds, type Counts, type Pace } from '../units/index.js';
import { phaseRanges } from './at-most.js';

const TOLERANCE = 1e-9;

/** Phases that, at their most, ask for more than can be sustained; a hold of which nothing is known for any at all. */
export function phasesOverCapacity(
  passage: CountedPassage,
  sustainable: Sustainable,
  conventions: Conventions,
): readonly PhaseKind[] {
  const ranges = phaseRanges(passage, conventions);
  return PHASE_KINDS.filter((phase) => {
    const length = ranges[phase].to;
    if (isHold(phase) && !isHoldLength(length)) return false;
    return length > (sustainable[phase] ?? 0) + TOLERANCE;
  });
}

/**
 * A passage within what can be sustained, at its most: as it is where it is so already, else its ratio at the largest base
 * that fits, or a gentler ratio, never longer than it was. null where no breath is short enough.
 */
export function withinCapacity(
  passage: Passage,
  sustainable: Sustainable,
  conventions: Conventions,
): Passage | null {
  switch (passage.kind) {
    case 'natural':
      return passage;
    case 'strokes':
      return strokesWithin(passage, sustainable);
    case 'counted':
      return phasesOverCapacity(passage, sustainable, conventions).length === 0
        ? passage
        : countedWithin(passage, sustainable, conventions);
  }
}

function strokesWithin(passage: StrokePassage, sustainable: Sustainable): StrokePassage | null {
  const { recovery, pace } = passage;
  if (!recovery) return passage;
  const fitted = recoveryWithin(recovery, sustainable, pace);
  return fitted && { ...passage, recovery: fitted };
}

/** A recovery breath within what can be sustained; null where no breath is short enough. */
export function recoveryWithin<R extends { inhale: Counts; hold: Counts; exhale: Counts }>(
  recovery: R,
  sustainable: Sustainable,
  pace: Pace,
): R | null {
  const inhale = atMost(recovery.inhale, sustainable.inhale ?? 0, pace);
  const exhale = atMost(recovery.exhale, sustainable.exhale ?? 0, pace);
  const held = countsToSeconds(recovery.hold, pace);
  const hold = isHoldLength(held)
    ? atMost(recovery.hold, sustainable.internalHold ?? 0, pace)
    : recovery.hold;
  return inhale === 0 || exhale === 0 ? null : { ...recovery, inhale, hold, exhale };
}

const atMost = (value: Counts, limit: number, pace: Pace): Counts =>
  counts(Math.min(value, floorToHalf((limit * 1000) / pace)));

function countedWithin(
  passage: CountedPassage,
  sustainable: Sustainable,
  conventions: Conventions,
): CountedPassage | null {
  const start = { ...passage, ramps: [] };
  const openHold = openHoldWithin(passage.openHold, sustainable);
  const fitted = countsWithin(start, sustainable);
  if (!fitted) return null;
  const equalHold = conventions.externalHold === 'equal' && sustainable.externalHold === null;
  return withPossibleLocks(
    withFittedParts({
      ...start,
      ...numbersFromCounts(fitted),
      openHold,
      emptyHold: equalHold ? 'as-written' : passage.emptyHold,
    }),
  );
}

function openHoldWithin(open: OpenHold | null, sustainable: Sustainable): OpenHold | null {
  if (!open) return null;
  const limit = sustainable[open.phase] ?? 0;
  if (!isHoldLength(limit)) return null;
  // Seconds of an open hold go in halves.
  const cap = Math.min(open.cap, Math.floor(limit * 2) / 2);
  return { ...open, cap: seconds(cap), expected: seconds(Math.min(open.expected, cap)) };
}

/** The same proportions at the largest base that fits, a gentler ratio, or at the last the breaths alone. */
function countsWithin(passage: CountedPassage, sustainable: Sustainable): PhaseCounts | null {
  const { pace } = passage;
  const now = countsOf(passage);
  const within = (fitted: PhaseCounts): boolean => PHASE_KINDS.every((phase) => fitted[phase] <= now[phase]);
  for (const ratio of [passage.ratio, ...gentlerRatios(passage.ratio)]) {
    const fit = fitRatio(ratio, sustainable, pace);
    if (fit.ok && within(fit.value.counts)) return fit.value.counts;
    // It fits as long as it is: only another phase was too long.
    if (fit.ok && fit.value.base > passage.base) {
      const same = countsOf({ ratio, base: passage.base });
      if (within(same)) return same;
    }
  }
  return shortBreath(passage, sustainable);
}

/** The breaths of a passage in their proportion, without holds, at the largest base that fits, below 2 too. */
function shortBreath({ ratio, base, pace }: CountedPassage, sustainable: Sustainable): PhaseCounts | null {
  const breath = { ...ratio, internalHold: 0, externalHold: 0 };
  for (let halves = Math.round(base * 2); halves >= 1; halves--) {
    const { counts: short } = scaleRatio(breath, counts(halves / 2));
    const fits = (phase: 'inhale' | 'exhale'): boolean =>
      countsToSeconds(short[phase], pace) <= (sustainable[phase] ?? 0) + TOLERANCE;
    if (fits('inhale') && fits('exhale')) return short;
  }
  return null;
}

const HOLDS: readonly HoldKind[] = ['internalHold', 'externalHold'];

/** The passage with its locks only where the hold is long enough for them still. */
export function withPossibleLocks(passage: CountedPassage): CountedPassage {
  const now = countsOf(passage);
  const least = leastLockedHold(passage.pace);
  const isLong = (hold: HoldKind): boolean =>
    passage.openHold?.phase === hold
      ? passage.openHold.expected >= least
      : countsToSeconds(now[hold], passage.pace) >= least;
  const locks = { ...passage.locks };
  for (const hold of HOLDS) if (!isLong(hold)) locks[hold] = [];
  return { ...passage, locks };
}
