import type { Conventions } from '../conventions/index.js';
import { cycleCounts, isHold, sameCounts, type PhaseCounts } from '../ratio/index.js';
import { millis, seconds, type Counts, type Millis, type Seconds } from '../units/index.js';
import { countsInCycle, halfMillisOf, planCycle, steppedValue, stepsOf, ownRoundOf } from './cycle.js';
import type { CountedPassage, Side, StrokePassage } from './session.js';

/** Cycles in one round by convention: an alternating pattern counts both sides as a round, or each side for itself. */
export const cyclesPerRound = ({ route }: Pick<CountedPassage, 'route'>, conventions: Conventions): 1 | 2 =>
  route === 'alternating' && conventions.round === 'both-sides' ? 2 : 1;

/**
 * The fewest cycles, not fewer than `wanted`, after which a passage ends on the side that the convention asks for. A
 * cycle of an alternating pattern ends on the other side than it began, so an even number ends where it began; other
 * routes end where they always do. None stay none: what is breathed at one's own pace alone has no counted round.
 */
export function cyclesThatEndRight(
  { route }: Pick<CountedPassage, 'route'>,
  wanted: number,
  start: Side,
  conventions: Conventions,
): number {
  if (wanted === 0) return 0;
  const least = Math.max(1, wanted);
  if (route !== 'alternating') return least;
  const even = conventions.endsOn === 'side-it-began' || start === 'right';
  return (least % 2 === 0) === even ? least : least + 1;
}

/** The most cycles of a passage: those that may follow until the last round is called, too. */
export const cyclesAtMost = ({
  cycles,
  mostCycles = 0,
}: Pick<CountedPassage, 'cycles' | 'mostCycles'>): number => Math.max(cycles, mostCycles);

/** A passage with so many cycles, and no more of them. */
export function withCycles({ mostCycles: _, ...passage }: CountedPassage, cycles: number): CountedPassage {
  return { ...passage, cycles };
}

/** A passage of which as many cycles as this may be led; no more than planned where they are not more. */
export const withMostCycles = (passage: CountedPassage, most: number): CountedPassage => ({
  ...withCycles(passage, passage.cycles),
  ...(passage.cycles > 0 && most > passage.cycles && { mostCycles: most }),
});

/** Whether nothing of a passage is counted: all of it is breathed at one's own pace. */
export const isOwnPaceAlone = (passage: Pick<CountedPassage, 'cycles'>): boolean => passage.cycles === 0;

/** Rounds as the convention counts them; a half (7½) where the convention adds half a round. */
export const cyclesToRounds = (
  passage: Pick<CountedPassage, 'route'>,
  cycles: number,
  conventions: Conventions,
): number => cycles / cyclesPerRound(passage, conventions);

/** Whole cycles of so many rounds: one at least, unless there are to be no rounds. */
export const roundsToCycles = (
  passage: Pick<CountedPassage, 'route'>,
  rounds: number,
  conventions: Conventions,
): number => (rounds === 0 ? 0 : Math.max(1, Math.round(rounds * cyclesPerRound(passage, conventions))));

/** Exact length of one cycle of a passage, from 1, in half milliseconds; open holds with their expected length. */
export const cycleHalfMillis = (passage: CountedPassage, conventions: Conventions, cycle = 1): number =>
  halfMillisOf(
    planCycle(passage, countsInCycle(passage, cycle, conventions), conventions, ownRoundOf(passage, cycle)),
  );

/** Exact length of the first so many cycles. */
export function cyclesHalfMillis(passage: CountedPassage, conventions: Conventions, cycles: number): number {
  const alike = passage.ramps.length === 0 && (passage.openHold?.fromRound ?? 1) === 1;
  if (alike) return cycleHalfMillis(passage, conventions) * cycles;
  let sum = 0;
  for (let cycle = 1; cycle <= cycles; cycle++) sum += cycleHalfMillis(passage, conventions, cycle);
  return sum;
}

export interface TimeFit {
  readonly rounds: number;
  readonly cycles: number;
  readonly leftOver: Millis;
}

/** Most cycles of one passage. */
export const MOST_CYCLES = 1000;
/** Most seconds of natural breathing in one passage. */
export const LONGEST_NATURAL_SECONDS = 3600;
/** Most seconds at one's own pace in one passage. */
export const LONGEST_OWN_PACE = 3600;

/**
 * Whole rounds in so much time for rounds, and what is left over; a ramp's rounds have their own lengths, and the half round
 * that ends on the side the convention asks for is counted in. Nothing fits below one round: then it is one round and nothing
 * left over, because a passage has at least one.
 */
export function roundsInTime(
  passage: CountedPassage,
  time: Millis,
  start: Side,
  conventions: Conventions,
): TimeFit {
  const perRound = cyclesPerRound(passage, conventions);
  const ends = (rounds: number): number => cyclesThatEndRight(passage, rounds * perRound, start, conventions);
  let [rounds, upTo, used] = [1, 0, 0];
  let whole = { rounds: 1, used: 0 };
  for (; rounds <= MOST_CYCLES / perRound; rounds++) {
    for (const cycles = ends(rounds); upTo < cycles; upTo++)
      used += cycleHalfMillis(passage, conventions, upTo + 1);
    if (rounds > 1 && used > time * 2) break;
    whole = { rounds, used };
  }
  return {
    rounds: whole.rounds,
    cycles: whole.rounds * perRound,
    leftOver: millis(Math.max(0, time - whole.used / 2)),
  };
}

/** What one round amounts to. */
export interface RoundFigures {
  readonly cycleCounts: Counts;
  readonly cycleSeconds: Seconds;
  readonly roundSeconds: Seconds;
  readonly breathsPerMinute: number;
  /** 0 to 1. */
  readonly holdShare: number;
}

/** What a passage's numbers amount to, in its first round; with what changes, also in the round it comes to at the end. */
export interface PassageTotals extends RoundFigures {
  /** Phases of non-zero length in the technique's own round. */
  readonly steps: number;
  readonly rounds: number;
  /** Where more of them may follow until the last round is called; null where they are so many. */
  readonly mostRounds: number | null;
  /** Where the last round is another than the first; null otherwise. */
  readonly last: RoundFigures | null;
}

export function passageTotals(passage: CountedPassage, start: Side, conventions: Conventions): PassageTotals {
  const cycles = cyclesThatEndRight(passage, passage.cycles, start, conventions);
  const most = cyclesThatEndRight(passage, cyclesAtMost(passage), start, conventions);
  const first = countsInCycle(passage, 1, conventions);
  const last = countsInCycle(passage, most, conventions);
  return {
    ...roundFigures(passage, first, conventions),
    steps: stepsOf(passage, first),
    rounds: cyclesToRounds(passage, cycles, conventions),
    mostRounds: most > cycles ? cyclesToRounds(passage, most, conventions) : null,
    last: sameCounts(first, last) ? null : roundFigures(passage, last, conventions),
  };
}

function roundFigures(
  passage: CountedPassage,
  phaseCounts: PhaseCounts,
  conventions: Conventions,
): RoundFigures {
  const phases = planCycle(passage, phaseCounts, conventions);
  const cycle = halfMillisOf(phases);
  const held = halfMillisOf(
    phases.filter(({ kind }) => kind !== 'pause' && kind !== 'turning' && kind !== 'letGo' && isHold(kind)),
  );
  const toSeconds = (halfMillis: number): Seconds => (halfMillis / 2000) as Seconds;
  return {
    cycleCounts: cycleCounts(phaseCounts),
    cycleSeconds: toSeconds(cycle),
    roundSeconds: toSeconds(cycle * cyclesPerRound(passage, conventions)),
    breathsPerMinute: 120_000 / cycle,
    holdShare: held / cycle,
  };
}

/** Strokes a minute in a set, counted from 1. */
export const rateInSet = ({ rate, rateRamp }: StrokePassage, set: number): number =>
  rateRamp ? steppedValue(rate, rateRamp, set) : rate;

/** Strokes a turn in a set, counted from 1. */
export const strokesInSet = ({ strokes, strokesRamp }: StrokePassage, set: number): number =>
  strokesRamp ? steppedValue(strokes, strokesRamp, set) : strokes;

/** The most strokes of a turn, and the highest rate: a change counts at its limit, whether or not its sets reach it. Domain 20. */
export const strokesAtMost = ({
  strokes,
  strokesRamp,
}: Pick<StrokePassage, 'strokes' | 'strokesRamp'>): number => Math.max(strokes, strokesRamp?.to ?? 0);
export const rateAtMost = ({ rate, rateRamp }: StrokePassage): number => Math.max(rate, rateRamp?.to ?? 0);

/** A passage with so many strokes in every turn. */
export function withStrokes({ strokesRamp: _, ...passage }: StrokePassage, strokes: number): StrokePassage {
  return { ...passage, strokes };
}

/** Whether the strokes of a set are at one's own pace. */
export const isOwnPaceSet = ({ ownPaceFrom = Infinity }: StrokePassage, set: number): boolean =>
  set >= ownPaceFrom;

/** Turns of a whole passage: the unit in which strokes are led, paused and recorded. */
export const turnsOf = ({ sets, turns }: StrokePassage): number => sets * turns.length;

/** Seconds of one breath at one's own pace: as long as the last counted one. */
const ownBreathSeconds = (passage: CountedPassage, conventions: Conventions): number =>
  cycleHalfMillis(passage, conventions, passage.cycles) / 2000;

/** How many breaths the minutes at one's own pace are about. */
export const breathsAtOwnPace = (passage: CountedPassage, conventions: Conventions): number =>
  Math.round(passage.ownPace / ownBreathSeconds(passage, conventions));

/** Minutes at one's own pace for so many breaths, in seconds; within the hour that they may last. */
export const ownPaceOfBreaths = (
  passage: CountedPassage,
  breaths: number,
  conventions: Conventions,
): Seconds =>
  seconds(Math.min(LONGEST_OWN_PACE, Math.round(breaths * ownBreathSeconds(passage, conventions))));
