import type { Conventions } from '../conventions/index.js';
import type { PhaseCounts } from '../ratio/index.js';
import { sameCounts, scaleRatio } from '../ratio/index.js';
import {
  countsInCycle,
  cyclesInOwnRound,
  halfMillisOf,
  ownRoundOf,
  planCycle,
  roundOfStep,
  steppedValue,
  type CountedPassage,
  type CyclePhase,
  type Steps,
} from '../session/index.js';
import { heldHalfMillis, stopsOf, type Stop } from './stops.js';

/** Everything that is measured of one cycle with its counts. Lengths in half milliseconds, exact. */
export interface CycleFigures {
  readonly counts: PhaseCounts;
  /** As planned (an open hold with its expected length), and with an open hold at its cap. */
  readonly halfMillis: number;
  readonly mostHalfMillis: number;
  /** With an open hold that is tapped away at once. */
  readonly leastHalfMillis: number;
  readonly stops: readonly Stop[];
  /** Held in stops over 2 s; an open hold as it is expected. */
  readonly held: number;
  /** Moving parts of each breath alone, and with the pauses between and after its parts. */
  readonly inhale: number;
  readonly exhale: number;
  readonly inhaleWithPauses: number;
  readonly exhaleWithPauses: number;
}

/** Cycles of equal counts that follow each other; cycles from 1. */
export interface CycleGroup {
  readonly from: number;
  readonly cycles: number;
  readonly figures: CycleFigures;
}

/** More changes than any ramp that can be written makes. */
const MOST_CHANGES = 200;

/** The technique's own rounds, from 1 and ascending, from which a passage has other counts than before. */
function roundsOfChange(passage: CountedPassage): readonly number[] {
  const rounds = new Set([1]);
  const baseRamp = passage.ramps.find((ramp) => ramp.kind === 'step' && ramp.of === 'base');
  const bases = [passage.base, ...(baseRamp?.kind === 'step' ? [baseRamp.to] : [])];
  for (const ramp of passage.ramps) {
    if (ramp.kind === 'from') {
      rounds.add(ramp.round);
      continue;
    }
    const { of } = ramp;
    const starts =
      of === 'base' ? [passage.base] : bases.map((base) => scaleRatio(passage.ratio, base).counts[of]);
    for (let step = 1; step <= MOST_CHANGES; step++) {
      const round = roundOfStep(ramp, step);
      rounds.add(round);
      if (ramp.by === 0 || starts.every((start) => isAtLimit(start, ramp, round))) break;
    }
  }
  if (passage.openHold) rounds.add(passage.openHold.fromRound ?? 1);
  return [...rounds].sort((a, b) => a - b);
}

const isAtLimit = (
  start: number,
  ramp: Steps & { readonly by: number; readonly to: number },
  round: number,
): boolean =>
  steppedValue(start, ramp, round) === steppedValue(start, ramp, round + MOST_CHANGES * ramp.every);

/** Figures of one cycle with these counts. @param round the technique's own round that it lies in; a late one where it is left out. */
export function cycleFigures(
  passage: CountedPassage,
  counts: PhaseCounts,
  conventions: Conventions,
  round?: number,
): CycleFigures {
  const phases = planCycle(passage, counts, conventions, round);
  const halfMillis = halfMillisOf(phases);
  const open = phases.find((phase) => phase.open !== null);
  const cap = open?.open ? Math.round(open.open.cap * 2000) : 0;
  return {
    counts,
    halfMillis,
    mostHalfMillis: open ? halfMillis - open.halfMillis + cap : halfMillis,
    leastHalfMillis: open ? halfMillis - open.halfMillis : halfMillis,
    stops: stopsOf(phases),
    held: heldHalfMillis(stopsOf(phases, 'expected')),
    ...breathsOf(phases),
  };
}

function breathsOf(phases: readonly CyclePhase[]) {
  const lengths = { inhale: 0, exhale: 0, inhaleWithPauses: 0, exhaleWithPauses: 0 };
  let breath: 'inhale' | 'exhale' = 'inhale';
  for (const { kind, halfMillis } of phases) {
    if (kind === 'inhale' || kind === 'exhale') {
      breath = kind;
      lengths[kind] += halfMillis;
      lengths[`${kind}WithPauses`] += halfMillis;
    } else if (kind === 'pause') {
      lengths[`${breath}WithPauses`] += halfMillis;
    }
  }
  return lengths;
}

/** The first so many cycles of a passage, grouped by their counts. */
export function cycleGroups(
  passage: CountedPassage,
  cycles: number,
  conventions: Conventions,
): readonly CycleGroup[] {
  const perRound = cyclesInOwnRound(passage);
  const firsts = roundsOfChange(passage)
    .map((round) => (round - 1) * perRound + 1)
    .filter((cycle) => cycle <= cycles);
  return firsts.map((from, index) => ({
    from,
    cycles: (firsts[index + 1] ?? cycles + 1) - from,
    figures: cycleFigures(
      passage,
      countsInCycle(passage, from, conventions),
      conventions,
      ownRoundOf(passage, from),
    ),
  }));
}

/**
 * Every counts that a passage can come to: a falling ramp at its start, a growing one at its limit, whether or not the
 * planned rounds get there. Domain 20, at its most.
 */
export function everyCounts(passage: CountedPassage, conventions: Conventions): readonly PhaseCounts[] {
  const perRound = cyclesInOwnRound(passage);
  const all: PhaseCounts[] = [];
  for (const round of roundsOfChange(passage)) {
    const counts = countsInCycle(passage, (round - 1) * perRound + 1, conventions);
    if (!all.some((other) => sameCounts(other, counts))) all.push(counts);
  }
  return all;
}

/** Figures of every cycle that a passage can come to. */
export const everyCycle = (passage: CountedPassage, conventions: Conventions): readonly CycleFigures[] =>
  // A hold that is open later is counted before.
  ((passage.openHold?.fromRound ?? 1) > 1 ? [1, Infinity] : [Infinity]).flatMap((round) =>
    everyCounts(passage, conventions).map((counts) => cycleFigures(passage, counts, conventions, round)),
  );

/** Each phase at its most, in counts: the highest that any round of the passage comes to. */
export function countsAtMost(passage: CountedPassage, conventions: Conventions): PhaseCounts {
  return everyCounts(passage, conventions).reduce((most, counts) => ({
    inhale: most.inhale > counts.inhale ? most.inhale : counts.inhale,
    internalHold: most.internalHold > counts.internalHold ? most.internalHold : counts.internalHold,
    exhale: most.exhale > counts.exhale ? most.exhale : counts.exhale,
    externalHold: most.externalHold > counts.externalHold ? most.externalHold : counts.externalHold,
  }));
}
