import { MOST_LANE_PADDING } from '../policy/index.js';

/** What somebody's rounds can be in a class. Lengths in half milliseconds, exact. */
export interface LaneRounds {
  /** Lengths that a round may have: as it is in the first place, then with turning pauses; without doubles. */
  readonly lengths: readonly number[];
  /** Whether a round can be exactly so long by its pace; left out where the pace is common. */
  readonly reaches?: (length: number) => boolean;
  /** The shortest padding there can be after some rounds: natural breath, and what leads to the next round. */
  readonly leastPadding: number;
}

/** A lane in one period: so many rounds of a length, and what is left, with natural breath. */
export interface LaneInPeriod {
  readonly rounds: number;
  readonly length: number;
  readonly padding: number;
}

/** All lanes begin a round together, so many times, and again after each period. */
export interface Period {
  readonly length: number;
  readonly times: number;
  readonly lanes: readonly LaneInPeriod[];
}

const paddingOf = ({ lanes, times }: Period): number =>
  lanes.reduce((sum, { padding }) => sum + padding * times, 0);
const worstShare = ({ lanes, length }: Period): number =>
  Math.max(...lanes.map(({ padding }) => padding / length));
/** By how much rounds are other than they were written, so that lanes meet. */
const changeOf = ({ lanes }: Period, of: readonly LaneRounds[]): number =>
  lanes.reduce(
    (sum, { length, rounds }, index) => sum + Math.abs(length - (of[index]?.lengths[0] ?? 0)) * rounds,
    0,
  );

/**
 * Whether a plan for the same lanes is better than another: one without too much padding before one with, then the one that
 * meets most often, then the one with the least padding, then the one nearest to what was written. Domain 16.
 */
export function isBetter(one: Period, other: Period, of: readonly LaneRounds[]): boolean {
  const [few, fewOther] = [worstShare(one) <= MOST_LANE_PADDING, worstShare(other) <= MOST_LANE_PADDING];
  if (few !== fewOther) return few;
  const order = few
    ? [other.times - one.times, paddingOf(one) - paddingOf(other)]
    : [paddingOf(one) - paddingOf(other), other.times - one.times];
  const [first = 0, second = 0] = order;
  if (first !== 0) return first < 0;
  if (second !== 0) return second < 0;
  return changeOf(one, of) < changeOf(other, of);
}

/** The rounds of a lane that leave the least padding in a period; null where not even one can be. */
export function laneInPeriod(
  { lengths, reaches, leastPadding }: LaneRounds,
  period: number,
): LaneInPeriod | null {
  let best: LaneInPeriod | null = null;
  const take = (rounds: number, length: number): void => {
    const padding = period - rounds * length;
    const possible = rounds >= 1 && (padding === 0 || padding >= leastPadding);
    if (possible && (best === null || padding < best.padding)) best = { rounds, length, padding };
  };
  for (const length of lengths) {
    const most = Math.floor(period / length);
    take(most, length);
    // What is left is too short to breathe in: one round less leaves more.
    for (let rounds = most - 1; rounds >= 1 && period - (rounds + 1) * length < leastPadding; rounds--)
      take(rounds, length);
  }
  const [written] = lengths;
  if (leftOver(best) !== 0 && reaches && written !== undefined)
    for (const rounds of [Math.floor(period / written), Math.ceil(period / written)])
      if (rounds >= 1 && period % rounds === 0 && reaches(period / rounds)) take(rounds, period / rounds);
  return best;
}

/** A plan with this period for about so long; null where a lane has no round in it. */
export function planWith(period: number, lanes: readonly LaneRounds[], about: number): Period | null {
  const each = lanes.map((lane) => laneInPeriod(lane, period));
  return each.every((lane) => lane !== null)
    ? { length: period, times: Math.max(1, Math.round(about / period)), lanes: each }
    : null;
}

/**
 * How lanes begin rounds together as often as possible, for about so long. The search is exact: a period that is no multiple of
 * any lane's rounds, with or without its shortest padding, could be shorter, with as many meetings and less padding.
 *
 * @param about half milliseconds of the rounds as they are planned.
 * @returns null where no period of that time has a round for everybody.
 */
export function choosePeriod(lanes: readonly LaneRounds[], about: number): Period | null {
  let best: Period | null = null;
  const longest = Math.max(about, ...lanes.map(({ lengths }) => lengths[0] ?? 0));
  for (const period of periodsUpTo(lanes, longest)) {
    const plan = planWith(period, lanes, about);
    if (plan && (best === null || isBetter(plan, best, lanes))) best = plan;
  }
  return best;
}

function periodsUpTo(lanes: readonly LaneRounds[], longest: number): ReadonlySet<number> {
  const shortest = Math.max(...lanes.map(({ lengths }) => Math.min(...lengths)));
  const periods = new Set<number>();
  const add = (period: number): void => {
    if (period >= shortest && period <= longest) periods.add(period);
  };
  for (const { lengths, leastPadding } of lanes)
    for (const length of lengths)
      for (let rounds = 1; rounds * length <= longest; rounds++) {
        add(rounds * length);
        add(rounds * length + leastPadding);
      }
  return periods;
}

const leftOver = (lane: LaneInPeriod | null): number => lane?.padding ?? Infinity;
