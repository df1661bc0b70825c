import { randomBeta, randomLcg } from 'd3-random';
import { addDays, dayNumber, type Day } from '../units/index.js';
import { GAPS, HARD } from './decide.js';
import type { PracticePlan } from './build-ladder.js';
import type { Gate } from './schools.js';
import { ladderWords } from '../words/index.js';

/** What the log says of somebody's practice. */
export interface PracticeLog {
  /** Planned days of the last weeks, and on how many of them something was practised. */
  readonly planned: number;
  readonly practised: number;
  /** Sittings of late, and how many of them were comfortable: complete, within the gate's effort, no sign, not eased. */
  readonly sittings: number;
  readonly comfortable: number;
}

export interface ForecastRequest {
  /** Rungs to be climbed to the target. */
  readonly rungs: number;
  readonly gate: Gate;
  readonly plan: PracticePlan;
  readonly log: PracticeLog;
  /** The first day, yyyy-mm-dd. */
  readonly from: Day;
  /** The wished day, or null. */
  readonly wished: Day | null;
  readonly seed: number;
}

export interface Forecast {
  /** Dates by which so many of a hundred courses are at the target; null where that is further than is looked. */
  readonly p10: Day | null;
  readonly p50: Day | null;
  readonly p90: Day | null;
  /** Share of courses at the target on the wished day; null where none is wished. */
  readonly chance: number | null;
  /** Share of courses that get there within the time that is looked at. */
  readonly arrived: number;
  readonly courses: number;
}

/** Courses of one forecast, and the days that are looked ahead. */
export const COURSES = 10_000;
export const HORIZON_DAYS = 3 * 365;
/** Before anything is known, a chance is somewhere about a half. */
const PRIOR = 2;
/** Courses between two messages of progress. */
const STEP = 250;

/**
 * When the target will be reached: ten thousand courses are lived through day by day. The chance of practising on a planned
 * day and of a comfortable sitting are each drawn from Beta(2, 2) updated from the log; a rung is climbed when its days and
 * sittings are there and the last of them were all comfortable; two hard ones of three and long gaps go one rung down, a
 * short gap begins the rung anew. The same seed gives the same answer. Domain 12, forecast.
 *
 * @param progress called with how far it is, 0 to 1.
 */
export function forecastLadder(
  request: ForecastRequest,
  progress: (done: number) => void = () => undefined,
): Forecast {
  const source = randomLcg((request.seed >>> 0) / 2 ** 32);
  const { planned, practised, sittings, comfortable } = request.log;
  const practises = randomBeta.source(source)(PRIOR + practised, PRIOR + Math.max(0, planned - practised));
  const goesWell = randomBeta.source(source)(PRIOR + comfortable, PRIOR + sittings - comfortable);
  const days = practiceDays(request.plan.daysAWeek);
  const arrivals: number[] = [];
  for (let course = 0; course < COURSES; course++) {
    if (course % STEP === 0) progress(course / COURSES);
    const arrival = simulateCourse(request, days, practises(), goesWell(), source);
    if (arrival !== null) arrivals.push(arrival);
  }
  progress(1);
  arrivals.sort((a, b) => a - b);
  const { from, wished } = request;
  const byShare = (share: number): Day | null => {
    const at = arrivals[Math.ceil(share * COURSES) - 1];
    return at === undefined ? null : addDays(from, at);
  };
  const until = wished === null ? 0 : dayNumber(wished) - dayNumber(from);
  return {
    p10: byShare(0.1),
    p50: byShare(0.5),
    p90: byShare(0.9),
    chance: wished === null ? null : arrivals.filter((arrival) => arrival <= until).length / COURSES,
    arrived: arrivals.length / COURSES,
    courses: COURSES,
  };
}

/** Which days of a week are practised, spread evenly. */
function practiceDays(daysAWeek: number): readonly boolean[] {
  return Array.from(
    { length: 7 },
    (_, day) => Math.floor(((day + 1) * daysAWeek) / 7) > Math.floor((day * daysAWeek) / 7),
  );
}

/** One course. @returns the days until the target, or null beyond the horizon. */
function simulateCourse(
  { rungs, gate, plan }: ForecastRequest,
  week: readonly boolean[],
  practises: number,
  goesWell: number,
  random: () => number,
): number | null {
  // Plain numbers and no closures: this runs ten million times.
  let rung = 0;
  let since = 0;
  let last = 0;
  /** Comfortable sittings in a row on the rung, and whether the last two were. */
  let run = 0;
  let before = true;
  let beforeThat = true;
  /** A rung was entered: the next sitting is the first on it. */
  let entered = true;
  for (let day = 0; day < HORIZON_DAYS; day++) {
    if (rung >= rungs) return day;
    if (!week[day % 7] || random() >= practises) continue;
    const gap = day - last;
    last = day;
    if (gap >= GAPS.repeat) {
      since = day;
      entered = true;
    }
    if (gap >= GAPS.ease && rung > 0) rung--;
    for (let sitting = 0; sitting < plan.sittingsADay; sitting++) {
      if (entered) {
        run = 0;
        before = beforeThat = true;
        entered = false;
      }
      const well = random() < goesWell;
      run = well ? run + 1 : 0;
      const hard = (well ? 0 : 1) + (before ? 0 : 1) + (beforeThat ? 0 : 1);
      beforeThat = before;
      before = well;
      if (hard >= HARD.number) {
        if (rung > 0) rung--;
        since = day;
        entered = true;
      } else if (run >= gate.sittings && day - since >= gate.days) {
        rung++;
        since = day;
        entered = true;
      }
    }
  }
  return null;
}

/** Something that could be done differently. */
export interface Alternative {
  readonly said: string;
  readonly request: ForecastRequest;
}

export interface Help {
  readonly said: string;
  readonly forecast: Forecast;
  /** Days earlier at the middle course than without it; null where either does not get there. */
  readonly earlier: number | null;
}

/** A day more a week, a sitting more a day, and what else is given (gentler schools), each lived through; what helps most comes first. */
export function whatHelpsMost(
  request: ForecastRequest,
  now: Forecast,
  others: readonly Alternative[] = [],
  progress: (done: number) => void = () => undefined,
): readonly Help[] {
  const { plan } = request;
  const more: Alternative[] = [
    ...(plan.daysAWeek < 7
      ? [
          {
            said: ladderWords.forecast.dayMore,
            request: { ...request, plan: { ...plan, daysAWeek: plan.daysAWeek + 1 } },
          },
        ]
      : []),
    ...(plan.sittingsADay < 2
      ? [
          {
            said: ladderWords.forecast.sittingMore,
            request: { ...request, plan: { ...plan, sittingsADay: plan.sittingsADay + 1 } },
          },
        ]
      : []),
    ...others,
  ];
  const daysTo = ({ p50 }: Forecast): number | null => (p50 === null ? null : dayNumber(p50));
  const base = daysTo(now);
  return more
    .map(({ said, request: other }, index): Help => {
      const forecast = forecastLadder(other, (done) => progress((index + done) / more.length));
      const there = daysTo(forecast);
      return { said, forecast, earlier: base === null || there === null ? null : base - there };
    })
    .sort((a, b) => b.forecast.arrived - a.forecast.arrived || (b.earlier ?? 0) - (a.earlier ?? 0));
}
