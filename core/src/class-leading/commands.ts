import { choosePeriod, commonLength, waysOf } from '../lanes/index.js';
import {
  conventionsOfRun,
  currentTake,
  easeRun,
  leadInstead,
  logged,
  stopRun,
  noteSigns,
  writtenAnew,
  type LeadRefusal,
  type LeadRun,
} from '../leading/index.js';
import { isEmergencySign, LANES, mostRoundsLed, type SignId } from '../policy/index.js';
import { easeDown, numbersFromCounts, countsOf, type EaseWay, type Numbers } from '../ratio/index.js';
import { failure, success, type Result } from '../result.js';
import { cycleHalfMillis, cyclesInOwnRound } from '../session/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  changedLane,
  endOfClass,
  endOfLane,
  isLed,
  meetingsOf,
  placeIn,
  withLanes,
  type ClassLane,
  type ClassRun,
  type Meeting,
} from './class-run.js';
import {
  closingOf,
  endingAt,
  natural,
  refilled,
  restOfPassage,
  roundsIn,
  type RestOfPassage,
} from './refill.js';

export type ClassAnswer = Result<ClassRun, LeadRefusal>;

/** Ids of passages that are put in. */
type NewId = () => string;

const NO_ROUNDS = failure<LeadRefusal>({ code: 'no-rounds-here' });
const TOO_LATE = failure<LeadRefusal>({ code: 'last-round-already' });

/** When lanes still meet in a passage of the class, after a moment. */
const meetingsAfter = (of: ClassRun, passage: string, at: Millis): readonly Millis[] =>
  meetingsOf(of).flatMap((one) => (one.passage === passage && one.at > at ? [one.at] : []));

/** One lane counts less from its next round on; it goes on meeting the others, and ends with them. */
export function easeLane(of: ClassRun, at: Millis, index: number, way: EaseWay, newId: NewId): ClassAnswer {
  const lane = of.lanes[index];
  if (!lane || !isLed(lane)) return failure({ code: 'not-leading' });
  const rest = restOfPassage(lane, at);
  if (!rest) return easeStrokesIn(of, at, index, way, newId);
  if (!rest.counts) return NO_ROUNDS;
  const eased = easeDown(numbersFromCounts(countsOf(rest.counts)), way);
  if (!eased.ok) return eased;
  return refilledLane(of, at, index, rest, eased.value.numbers, STEPS[way], newId);
}

const STEPS = { 'one-count': 'ease', halve: 'halve', 'drop-hold': 'drop-hold' } as const;

function refilledLane(
  of: ClassRun,
  at: Millis,
  index: number,
  rest: RestOfPassage,
  numbers: Numbers | undefined,
  step: (typeof STEPS)[EaseWay] | null,
  newId: NewId,
): ClassAnswer {
  const lane = of.lanes[index] as ClassLane;
  const meetings = meetingsAfter(of, rest.passage, at);
  const next = refilled(lane, rest, { ...(numbers && { numbers }), meetings, end: rest.end, newId });
  if (!next) return TOO_LATE;
  const run = step ? logged(lane.run, placeIn(lane, at), step, next.run) : next.run;
  return success(changedLane(of, index, () => ({ ...next, run })));
}

/** Fewer strokes from the next turn on; natural breath takes the time to the end of the passage. */
function easeStrokesIn(of: ClassRun, at: Millis, index: number, way: EaseWay, newId: NewId): ClassAnswer {
  const lane = of.lanes[index] as ClassLane;
  const place = placeIn(lane, at);
  const eased = easeRun(lane.run, place, way);
  if (!eased.ok) return eased;
  return success(changedLane(of, index, () => levelledAfter(lane, eased.value, place, newId)));
}

/** The lane with natural breath after the passage that is led, so that what follows begins when it did. */
function levelledAfter(lane: ClassLane, run: LeadRun, place: Millis, newId: NewId): ClassLane {
  const before = currentTake(lane.run).timeline.passages.find(({ from, to }) => from <= place && place < to);
  const now = currentTake(run).timeline.passages.find(({ id }) => id === before?.id);
  const passage = run.setup.session.passages.find(({ id }) => id === now?.id);
  const missing = before && now ? before.to - now.to : 0;
  if (!passage || missing <= 0) return { ...lane, run };
  const put = natural(passage, newId(), missing * 2);
  const level = withAdded({ ...lane, run }, passage.id, put);
  return endingAt(level, [put], endOfLane(lane)) ?? level;
}

/** A lane with one more passage, after the one with this id. */
function withAdded(lane: ClassLane, after: string, put: ReturnType<typeof natural>): ClassLane {
  const { run } = lane;
  const { session } = run.setup;
  const passages = session.passages.flatMap((one) => (one.id === after ? [one, put] : [one]));
  const added = [...run.added, { id: put.id, after, why: 'lane' as const }];
  const next = { ...run, setup: { ...run.setup, session: { ...session, passages } }, added };
  const standsFor = { ...lane.standsFor, [put.id]: lane.standsFor[after] ?? after };
  return { ...lane, run: writtenAnew(next), standsFor };
}

/** One lane breathes naturally at once, to the end of the passage; then it goes on with the others. */
export function restLane(of: ClassRun, at: Millis, index: number, newId: NewId): ClassAnswer {
  const lane = of.lanes[index];
  if (!lane || !isLed(lane)) return failure({ code: 'not-leading' });
  const end = endOfPassage(lane, at);
  if (end === null) return failure({ code: 'at-rest-already' });
  const { later, passage } = end;
  const resting = naturalUntil(lane, at, passage, endOfLane(lane), later, newId);
  if (!resting) return TOO_LATE;
  const run = logged(lane.run, placeIn(lane, at), 'watch', resting.run);
  return success(changedLane(of, index, () => ({ ...resting, run })));
}

/** Where the passage of the class ends in which a lane is, with the passages that still stand for it; null at rest to its end. */
function endOfPassage(lane: ClassLane, at: Millis) {
  const { run, offset, standsFor } = lane;
  const { passages } = currentTake(run).timeline;
  const place = placeIn(lane, at);
  const span = passages.find(({ from, to }) => from <= place && place < to);
  if (!span) return null;
  const passage = standsFor[span.id] ?? span.id;
  const later = passages.filter(({ id, from }) => from > span.from && (standsFor[id] ?? id) === passage);
  if (span.rounds === null && later.every(({ rounds }) => rounds === null)) return null;
  const last = later.at(-1) ?? span;
  return { passage, at: millis(last.to + offset), later: later.map(({ id }) => id) };
}

/** Lets the hand down and breathes naturally at once, for so long that the lane ends at a moment; null where that is too soon. */
function naturalUntil(
  lane: ClassLane,
  at: Millis,
  passage: string,
  end: Millis,
  leftOut: readonly string[],
  newId: NewId,
): ClassLane | null {
  const { run } = lane;
  const place = placeIn(lane, at);
  const id = newId();
  const here =
    run.setup.session.passages[
      currentTake(run).timeline.events.findLast(({ from }) => from <= place)?.passage ?? 0
    ];
  if (!here) return null;
  const breathing = (halfMillis: number): LeadRun =>
    leadInstead(run, place, natural(here, id, halfMillis), 'lane', leftOut);
  const shortest = { ...lane, run: breathing(LEAST), offset: at };
  const missing = (end - endOfLane(shortest)) * 2;
  if (missing < 0) return null;
  return { ...shortest, run: breathing(LEAST + missing), standsFor: { ...lane.standsFor, [id]: passage } };
}

/** The passage of the class that is led at a moment, by most lanes. */
export function passageLed(of: ClassRun, at: Millis): string | null {
  const found = of.lanes.filter(isLed).map((lane) => {
    const { passages } = currentTake(lane.run).timeline;
    const place = placeIn(lane, at);
    const span = passages.find(({ from, to }) => from <= place && place < to);
    return span ? (lane.standsFor[span.id] ?? span.id) : null;
  });
  const votes = (id: string | null): number => found.filter((one) => one === id).length;
  return found.reduce((best, one) => (one !== null && votes(one) > votes(best) ? one : best), null);
}

/** The lanes that are led, each with what is left of the passage; those that breathe naturally to its end have no counts. */
function rests(
  of: ClassRun,
  at: Millis,
): readonly { readonly lane: ClassLane; readonly rest: RestOfPassage }[] {
  return of.lanes.filter(isLed).flatMap((lane) => {
    const rest = restOfPassage(lane, at);
    return rest ? [{ lane, rest }] : [];
  });
}

/** Each lane with the rest of its passage written anew; refused where one does not come out. */
function refillAll(
  of: ClassRun,
  at: Millis,
  step: 'meet' | 'one-more' | 'last-round',
  plan: (rest: RestOfPassage) => { readonly meetings: readonly Millis[]; readonly end: Millis },
  newId: NewId,
): ClassAnswer {
  const all = rests(of, at);
  // Who changes the seat, or is in strokes, cannot be led longer or shorter now.
  if (step !== 'meet' && all.length < of.lanes.filter(isLed).length) return NO_ROUNDS;
  const next = new Map<ClassLane, ClassLane>();
  for (const { lane, rest } of all) {
    const made = refilled(lane, rest, {
      ...(rest.counts ? {} : { numbers: null }),
      ...plan(rest),
      newId,
    });
    if (!made) return TOO_LATE;
    next.set(lane, { ...made, run: logged(lane.run, placeIn(lane, at), step, made.run) });
  }
  return next.size === 0 ? NO_ROUNDS : success(withLanes(of, (lane) => next.get(lane) ?? lane));
}

/** Half milliseconds of the shortest natural breath. */
const LEAST = LANES.leastPadding * 2000;

/** When all who count can begin together at the earliest: each ends its round, and who waits breathes naturally. */
function soonestMeeting(all: readonly RestOfPassage[]): Millis | null {
  const counting = all.filter(({ counts }) => counts !== null);
  if (counting.length === 0) return null;
  const lengths = counting.map(({ from }) => ({ length: from * 2, stretches: false }));
  return millis(commonLength(lengths, 0, HAND_UP_WAIT) / 2);
}

/** Half milliseconds in which the hand goes up again and the breath goes out, at the most that is usual. */
const HAND_UP_WAIT = 30_000;

/** Everybody begins a round together as soon as can be; from then on as often as possible. */
export function meetNow(of: ClassRun, at: Millis, newId: NewId): ClassAnswer {
  const all = rests(of, at);
  const meeting = soonestMeeting(all.map(({ rest }) => rest));
  if (meeting === null) return NO_ROUNDS;
  const counting = all.filter(({ rest }) => rest.counts !== null);
  const over = Math.min(
    ...counting.map(({ lane, rest }) => rest.end - (rest.counts ? closingOf(lane.run, rest.counts) : 0)),
  );
  const rounds = counting.flatMap(({ lane, rest }) =>
    rest.counts ? [waysOf(rest.counts, conventionsOfRun(lane.run), false, LEAST + HAND_UP_WAIT).rounds] : [],
  );
  const period = choosePeriod(rounds, (over - meeting) * 2);
  if (!period || meeting + period.length / 2 > over) return TOO_LATE;
  const times = Math.floor(((over - meeting) * 2) / period.length);
  const meetings = Array.from({ length: times }, (_, index) => millis(meeting + (index * period.length) / 2));
  return refillAll(of, at, 'meet', (rest) => ({ meetings, end: rest.end }), newId);
}

/** How long it is from one meeting to the next at the end of a passage; of the longest round where lanes do not meet. */
function periodOf(of: ClassRun, passage: string): number {
  const meetings = meetingsOf(of).filter((one) => one.passage === passage);
  const [before, last] = meetings.slice(-2);
  if (before && last) return last.at - before.at;
  return Math.max(
    0,
    ...of.lanes.filter(isLed).flatMap((lane) => {
      const counted = lane.run.setup.session.passages.find(
        ({ id, kind }) => kind === 'counted' && (lane.standsFor[id] ?? id) === passage,
      );
      return counted?.kind === 'counted'
        ? [(cycleHalfMillis(counted, conventionsOfRun(lane.run)) * cyclesInOwnRound(counted)) / 2]
        : [];
    }),
  );
}

/** One more round for everybody: as long as from one meeting to the next. At most half as many again as were planned. Domain 13. */
export function oneMoreForAll(of: ClassRun, planned: ClassRun, at: Millis, newId: NewId): ClassAnswer {
  const passage = passageLed(of, at);
  if (passage === null || !rests(of, at).some(({ rest }) => rest.counts)) return NO_ROUNDS;
  const period = periodOf(of, passage);
  const last = meetingsOf(of).findLast((one) => one.passage === passage);
  const next = last ? millis(last.at + period) : null;
  const together = meetingsOf(planned).filter((one) => one.passage === passage).length;
  const were = together || Math.max(...planned.lanes.map((lane) => roundsIn(lane, passage)));
  const most = mostRoundsLed(were);
  if (were + longerBefore(of, passage) + 1 > most)
    return failure({ code: 'enough-rounds', planned: were, most });
  return refillAll(
    of,
    at,
    'one-more',
    (rest) => ({
      meetings: [...meetingsAfter(of, passage, at), ...(next ? [next] : [])],
      end: millis(rest.end + period),
    }),
    newId,
  );
}

/** How often one more round was taken in a passage. */
const longerBefore = ({ lanes }: ClassRun, passage: string): number =>
  Math.max(
    0,
    ...lanes.map(
      ({ run, standsFor }) =>
        run.log.filter(
          ({ what, passageId }) => what === 'one-more' && (standsFor[passageId] ?? passageId) === passage,
        ).length,
    ),
  );

/** The passage ends at the next meeting; where there is none, as soon as everybody can end a round. */
export function lastRoundForAll(of: ClassRun, at: Millis, newId: NewId): ClassAnswer {
  const passage = passageLed(of, at);
  const all = rests(of, at);
  const counting = all.filter(({ rest }) => rest.counts !== null);
  if (passage === null || counting.length === 0) return NO_ROUNDS;
  const soonest = Math.max(...counting.map(({ rest }) => rest.from));
  const meeting =
    meetingsAfter(of, passage, at).find((one) => one >= soonest) ??
    soonestMeeting(all.map(({ rest }) => rest));
  // All hands go down, and whoever is done sooner breathes naturally.
  const lengths = counting.map(({ lane, rest }) => ({
    length: ((meeting ?? soonest) + (rest.counts ? closingOf(lane.run, rest.counts) : 0)) * 2,
    stretches: false,
  }));
  const end = millis(commonLength(lengths) / 2);
  if (all.every(({ rest }) => end >= rest.end)) return TOO_LATE;
  return refillAll(of, at, 'last-round', () => ({ meetings: [], end }), newId);
}

/** A student in a lane of their own, so that only they are led otherwise. */
export function inOwnLane(of: ClassRun, student: string): { readonly run: ClassRun; readonly index: number } {
  const index = of.lanes.findIndex(({ students }) => students.includes(student));
  const lane = of.lanes[index];
  if (!lane || lane.students.length === 1) return { run: of, index };
  const others = { ...lane, students: lane.students.filter((one) => one !== student) };
  const own = { ...lane, students: [student] };
  return { run: { ...of, lanes: of.lanes.toSpliced(index, 1, others, own) }, index: index + 1 };
}

/**
 * A sign of one student: an emergency sign stops them, a stop sign lets them breathe naturally at once and to the end. The others
 * go on as they are.
 *
 * @param now ISO 8601 in UTC.
 */
export function signInClass(
  of: ClassRun,
  at: Millis,
  student: string,
  sign: SignId,
  { now, newId }: { readonly now: string; readonly newId: NewId },
): ClassRun {
  const { run, index } = inOwnLane(of, student);
  return changedLane(run, index, (lane) => {
    const place = placeIn(lane, at);
    const signs = lane.run.signs.includes(sign) ? lane.run.signs : [...lane.run.signs, sign];
    const noted = logged(lane.run, place, sign, noteSigns(lane.run, signs, now));
    if (!isLed(lane)) return { ...lane, run: noted };
    if (isEmergencySign(sign)) {
      const stopped = stopRun(noted, place);
      return { ...lane, run: stopped.ok ? stopped.value : noted };
    }
    return toTheEnd({ ...lane, run: noted }, at, endOfClass(of), newId);
  });
}

/** A lane that breathes naturally from now on, until the class ends; stopped where that is too soon. */
function toTheEnd(lane: ClassLane, at: Millis, end: Millis, newId: NewId): ClassLane {
  const { timeline } = currentTake(lane.run);
  const place = placeIn(lane, at);
  const later = timeline.passages.filter(({ from }) => from > place).map(({ id }) => id);
  const here = timeline.passages.find(({ from, to }) => from <= place && place < to);
  const standing = lane.standsFor[here?.id ?? ''] ?? '';
  const resting = naturalUntil(lane, at, standing, end, later, newId);
  if (resting) return resting;
  const stopped = stopRun(lane.run, place);
  return stopped.ok ? { ...lane, run: stopped.value } : lane;
}

/** Everybody breathes naturally, at once and to the end of the passage: they go on in quiet. */
export function quietForAll(of: ClassRun, at: Millis, newId: NewId): ClassAnswer {
  const rested = of.lanes.reduce((run, _, index) => {
    const answer = restLane(run, at, index, newId);
    return answer.ok ? answer.value : run;
  }, of);
  return rested === of ? failure({ code: 'at-rest-already' }) : success(rested);
}

/**
 * Meetings on the way: which one of how many it is in the passage that is led.
 *
 * @param meetings of the whole class, where they are known already.
 * @returns null where lanes do not meet.
 */
export function meetingAt(
  of: ClassRun,
  at: Millis,
  meetings: readonly Meeting[] = meetingsOf(of),
): { readonly now: number; readonly of: number; readonly next: Millis | null } | null {
  const passage = passageLed(of, at);
  const own = meetings.filter((one) => one.passage === passage);
  if (own.length === 0) return null;
  const next = own.find((one) => one.at > at);
  return { now: own.filter((one) => one.at <= at).length, of: own.length, next: next?.at ?? null };
}

/** Milliseconds until the passage that is led ends, and until all end. */
export function timeLeft(of: ClassRun, at: Millis): { readonly passage: Millis; readonly all: Millis } {
  const ends = of.lanes.filter(isLed).flatMap((lane) => {
    const end = endOfPassage(lane, at);
    const place = placeIn(lane, at);
    const span = currentTake(lane.run).timeline.passages.find(({ from, to }) => from <= place && place < to);
    return end ? [end.at] : span ? [span.to + lane.offset] : [];
  });
  const left = (to: number): Millis => millis(Math.max(0, to - at));
  return {
    passage: left(Math.max(0, ...ends)),
    all: left(Math.max(0, ...of.lanes.filter(isLed).map(endOfLane))),
  };
}
