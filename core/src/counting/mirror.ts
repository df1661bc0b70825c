import { PHASE_KINDS, PHASE_NAMES, type PhaseKind } from '../ratio/index.js';
import { failure, success, type Result } from '../result.js';
import { SIDE_NAMES, countingWords } from '../words/index.js';
import type { Airway, Timeline, TimelineEvent } from '../timeline/index.js';
import type { Millis } from '../units/index.js';

/** One count of a round, as it is to be counted. */
export interface CountInRound {
  readonly phase: PhaseKind;
  /** The side, where one is open alone. */
  readonly side: 'left' | 'right' | null;
  /** From 1, within its phase. */
  readonly number: number;
  /** Until the next count, milliseconds: longer where a turning pause follows. */
  readonly length: number;
}

/** From so much on a count that is faster or slower than it should be is told. Domain 13, counting mirror. */
export const DRIFT_TOLD = 0.05;

/** Shorter than this share of a count: the same count was tapped twice. */
const TWICE = 0.35;
/** Longer than this many times a count: counts were left out. */
const LEFT_OUT = 1.6;

const sideOf = (airway: Airway): CountInRound['side'] =>
  airway === 'left' || airway === 'right' ? airway : null;

/** The counts of the first round of the passage of a timeline, in order; a breath in parts is one breath. */
export function countsOfRound(timeline: Timeline): readonly CountInRound[] {
  const counted = timeline.events.filter(
    ({ section, round, counts, kind }) =>
      section === 'rounds' && round === 1 && counts !== null && PHASE_KINDS.some((phase) => phase === kind),
  );
  const end = timeline.events.findLast(({ section, round }) => section === 'rounds' && round === 1)?.to ?? 0;
  const ticks = counted.flatMap((event) => event.ticks.map((at) => ({ at, event })));
  let number = 0;
  let before: TimelineEvent | null = null;
  return ticks.map(({ at, event }, index) => {
    const goesOn = before !== null && before.kind === event.kind && before.airway === event.airway;
    number = goesOn ? number + 1 : 1;
    before = event;
    return {
      phase: event.kind as PhaseKind,
      side: sideOf(event.airway),
      number,
      length: (ticks[index + 1]?.at ?? end) - at,
    };
  });
}

/** How much faster than it should be: 0.18 is 18 % fast, below zero slow. */
type Drift = number;

/** How one phase, on one side, was counted. */
export interface PhaseDrift {
  readonly phase: PhaseKind;
  readonly side: CountInRound['side'];
  /** Over the whole phase. */
  readonly drift: Drift;
  /** By count, from 1; null where none was heard. */
  readonly counts: readonly (Drift | null)[];
  /** What is told of it: the drift from a count on; null where it keeps the pace. */
  readonly told: { readonly drift: Drift; readonly from: number } | null;
}

/** What a counting mirror shows. */
export interface Counted {
  /** Whole rounds that were counted. */
  readonly rounds: number;
  readonly leftOut: number;
  readonly twice: number;
  readonly drift: Drift;
  /** In the order in which they come in a round. */
  readonly phases: readonly PhaseDrift[];
}

export interface CountingProblem {
  readonly code: 'more-counts';
  readonly missing: number;
}

/** What is counted next after some taps, and in which round; the first count where there are none. */
export function countAfter(
  round: readonly CountInRound[],
  taps: readonly Millis[],
): { readonly count: CountInRound | null; readonly round: number } {
  const { at } = heard(round, taps);
  const next = taps.length === 0 ? 0 : at + 1;
  return { count: round[next % round.length] ?? null, round: Math.floor(next / round.length) + 1 };
}

/**
 * How evenly somebody counts: each tap is a count, from the first of a round on. One tapped twice is taken once, and what was
 * left out is skipped.
 *
 * @param round the counts of one round.
 * @param taps moments of the taps, rising.
 * @returns a problem before a whole round was counted.
 */
export function countingDrift(
  round: readonly CountInRound[],
  taps: readonly Millis[],
): Result<Counted, CountingProblem> {
  const { intervals, leftOut, twice, at } = heard(round, taps);
  const missing = round.length - at;
  if (round.length === 0 || missing > 0) return failure({ code: 'more-counts', missing });
  const lengths = new Map<CountInRound, number[]>();
  for (const { count, length } of intervals) {
    const all = lengths.get(count) ?? [];
    if (all.length === 0) lengths.set(count, all);
    all.push(length);
  }
  const driftOf = (counts: readonly CountInRound[]): Drift | null => {
    let [wanted, was] = [0, 0];
    for (const count of counts)
      for (const length of lengths.get(count) ?? []) [wanted, was] = [wanted + count.length, was + length];
    return was === 0 ? null : wanted / was - 1;
  };
  const phases = phasesOf(round).map((counts): PhaseDrift => {
    const [{ phase, side }] = counts as [CountInRound];
    return {
      phase,
      side,
      drift: driftOf(counts) ?? 0,
      counts: counts.map((count) => driftOf([count])),
      told: toldOf(counts, driftOf),
    };
  });
  return success({
    rounds: Math.floor(at / round.length),
    leftOut,
    twice,
    drift: driftOf(round) ?? 0,
    phases,
  });
}

interface Heard {
  /** How long counts were, those beside a count that was left out apart. */
  readonly intervals: readonly { readonly count: CountInRound; readonly length: number }[];
  readonly leftOut: number;
  readonly twice: number;
  /** The count of the last tap, from 0 through all rounds. */
  readonly at: number;
}

/** Which count each tap is. */
function heard(round: readonly CountInRound[], taps: readonly Millis[]): Heard {
  const intervals: { count: CountInRound; length: number }[] = [];
  let [at, leftOut, twice] = [0, 0, 0];
  let [before] = taps;
  for (const tap of taps.slice(1)) {
    const count = round[at % round.length];
    if (!count || before === undefined) break;
    const length = tap - before;
    if (length < count.length * TWICE) {
      twice++;
      continue;
    }
    before = tap;
    const counts = countsIn(round, at, length);
    if (counts === 1) intervals.push({ count, length });
    leftOut += counts - 1;
    at += counts;
  }
  return { intervals, leftOut, twice, at };
}

/** How many counts an interval from a count on comes nearest to; one, unless it is much too long for that. */
function countsIn(round: readonly CountInRound[], at: number, length: number): number {
  const lengthOf = (index: number): number => round[index % round.length]?.length ?? 0;
  if (length <= lengthOf(at) * LEFT_OUT) return 1;
  let [counts, sum] = [1, lengthOf(at)];
  while (sum + lengthOf(at + counts) / 2 < length) sum += lengthOf(at + counts++);
  return counts;
}

/** The counts of a round by phases. */
function phasesOf(round: readonly CountInRound[]): readonly (readonly CountInRound[])[] {
  const phases: CountInRound[][] = [];
  for (const count of round) {
    if (count.number === 1) phases.push([]);
    phases.at(-1)?.push(count);
  }
  return phases;
}

/** From which count on a phase runs fast or slow, and how much. */
function toldOf(
  counts: readonly CountInRound[],
  driftOf: (counts: readonly CountInRound[]) => Drift | null,
): PhaseDrift['told'] {
  const first = counts.findIndex((count) => Math.abs(driftOf([count]) ?? 0) >= DRIFT_TOLD);
  if (first < 0) return null;
  const drift = driftOf(counts.slice(first)) ?? 0;
  return Math.abs(drift) < DRIFT_TOLD ? null : { drift, from: first + 1 };
}

/** "exhale left", "internal hold". */
export const nameOfPhase = ({ phase, side }: Pick<CountInRound, 'phase' | 'side'>): string =>
  side ? `${PHASE_NAMES[phase]} ${SIDE_NAMES[side]}` : PHASE_NAMES[phase];

/** "Your exhale left runs 18 % fast from count 5." */
export function describeDrift(phase: PhaseDrift): string {
  const { told } = phase;
  const name = nameOfPhase(phase);
  if (!told) return countingWords.keeps(name);
  const percent = Math.round(Math.abs(told.drift) * 100);
  return countingWords.runs(name, percent, told.drift > 0, told.from);
}
