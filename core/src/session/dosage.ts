import type { Conventions } from '../conventions/index.js';
import { countsOf, cycleCounts, holdShare, PHASE_KINDS, type Numbers } from '../ratio/index.js';
import {
  countsToHalfMillis,
  countsToSeconds,
  millis,
  type Counts,
  type Millis,
  type Pace,
  type Seconds,
} from '../units/index.js';
import type { CountedPassage, Side } from './session.js';

/** Cycles in one round: alternate-nostril counts both sides as a round, or each side for itself. */
export const cyclesPerRound = (conventions: Conventions): 1 | 2 =>
  conventions.round === 'both-sides' ? 2 : 1;

/**
 * The fewest cycles, not fewer than `wanted`, after which an alternating passage ends on the side that the convention
 * asks for. A cycle ends on the other side than it began, so an even number ends where the passage began.
 */
export function cyclesThatEndRight(wanted: number, start: Side, conventions: Conventions): number {
  const even = conventions.endsOn === 'side-it-began' || start === 'right';
  const least = Math.max(1, wanted);
  return (least % 2 === 0) === even ? least : least + 1;
}

/** Rounds as the convention counts them; a half (7½) where the convention adds half a round. */
export const cyclesToRounds = (cycles: number, conventions: Conventions): number =>
  cycles / cyclesPerRound(conventions);

export const roundsToCycles = (rounds: number, conventions: Conventions): number =>
  Math.max(1, Math.round(rounds * cyclesPerRound(conventions)));

/** Exact length of a cycle in half milliseconds. */
export const cycleHalfMillis = (numbers: Numbers, pace: Pace): number =>
  PHASE_KINDS.reduce((sum, kind) => sum + countsToHalfMillis(countsOf(numbers)[kind], pace), 0);

export interface TimeFit {
  readonly rounds: number;
  readonly cycles: number;
  readonly leftOver: Millis;
}

/**
 * Whole rounds in so much time for rounds: floor(time / round), and what is left over. Nothing fits below one round:
 * then it is one round and nothing left over, because a passage has at least one.
 */
export function roundsInTime(numbers: Numbers, pace: Pace, time: Millis, conventions: Conventions): TimeFit {
  const perRound = cyclesPerRound(conventions);
  const roundLength = cycleHalfMillis(numbers, pace) * perRound;
  const rounds = Math.max(1, Math.floor((time * 2) / roundLength));
  return {
    rounds,
    cycles: rounds * perRound,
    leftOver: millis(Math.max(0, time - (rounds * roundLength) / 2)),
  };
}

/** What a passage's numbers amount to. */
export interface PassageTotals {
  readonly cycleCounts: Counts;
  readonly cycleSeconds: Seconds;
  readonly roundSeconds: Seconds;
  readonly breathsPerMinute: number;
  /** 0 to 1. */
  readonly holdShare: number;
  /** Phases of non-zero length in a round; instructors classify techniques by it. */
  readonly steps: number;
  readonly rounds: number;
}

export function passageTotals(passage: CountedPassage, start: Side, conventions: Conventions): PassageTotals {
  const phaseCounts = countsOf(passage);
  const perRound = cyclesPerRound(conventions);
  const inCycle = cycleCounts(phaseCounts);
  const cycleSeconds = countsToSeconds(inCycle, passage.pace);
  return {
    cycleCounts: inCycle,
    cycleSeconds,
    roundSeconds: (cycleSeconds * perRound) as Seconds,
    breathsPerMinute: 60 / cycleSeconds,
    holdShare: holdShare(phaseCounts),
    // A round of alternate-nostril always has both sides in it when its steps are counted.
    steps: PHASE_KINDS.filter((kind) => phaseCounts[kind] > 0).length * 2,
    rounds: cyclesToRounds(cyclesThatEndRight(passage.cycles, start, conventions), conventions),
  };
}
