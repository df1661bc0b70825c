import { choosePeriod, commonLength, LEAST_PADDING, waysOf, type LaneRounds } from '../lanes/index.js';
import { conventionsOfRun, logged } from '../leading/index.js';
import { mostRoundsLed } from '../policy/index.js';
import { failure, success } from '../result.js';
import { cycleHalfMillis, cyclesInOwnRound } from '../session/index.js';
import { millis, type Millis } from '../units/index.js';
import { isLed, meetingsOf, placeIn, withLanes, type ClassLane, type ClassRun } from './class-run.js';
import { closingOf, leadAgain, refilled, restOfPassage, roundsIn, type RestOfPassage } from './refill.js';
import {
  meetingsAfter,
  NO_ROUNDS,
  passageLed,
  standsForOf,
  TOO_LATE,
  type ClassAnswer,
  type NewId,
} from './where.js';

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
  /** When they meet, and by how many milliseconds the passage is longer. */
  { meetings, longer }: { readonly meetings: readonly Millis[]; readonly longer: number },
  newId: NewId,
): ClassAnswer {
  const all = rests(of, at);
  // Who changes the seat, or is in strokes, cannot be led longer or shorter now.
  if (step !== 'meet' && all.length < of.lanes.filter(isLed).length) return NO_ROUNDS;
  const next = new Map<ClassLane, ClassLane>();
  for (const { lane, rest } of all) {
    const made = refilled(lane, rest, {
      ...(rest.counts ? {} : { numbers: null }),
      meetings,
      end: millis(rest.end + longer),
      newId,
    });
    if (!made) return TOO_LATE;
    next.set(lane, { ...made, run: logged(lane.run, placeIn(lane, at), step, made.run) });
  }
  return next.size === 0 ? NO_ROUNDS : success(withLanes(of, (lane) => next.get(lane) ?? lane));
}

/** When all who count can begin together at the earliest: each ends its round, and who waits breathes naturally. */
function soonestMeeting(counting: readonly Counting[]): Millis {
  const lengths = counting.map(({ from }) => ({ length: from * 2, stretches: false }));
  return millis(commonLength(lengths, 0, Math.max(0, ...counting.map(({ again }) => again))) / 2);
}

/** A lane that counts, with when its next round would begin and how long it needs to be taken up and to end. */
interface Counting {
  readonly from: Millis;
  readonly end: Millis;
  /** Half milliseconds. */
  readonly again: number;
  readonly closing: Millis;
  readonly ways: LaneRounds;
}

/** The lanes that count in the passage that is led. */
const countingOf = (of: ClassRun, at: Millis): readonly Counting[] =>
  rests(of, at).flatMap(({ lane: { run }, rest: { counts, from, end } }) => {
    if (!counts) return [];
    const again = leadAgain(run, counts);
    const ways = waysOf(counts, conventionsOfRun(run), false, LEAST_PADDING + again).rounds;
    return [{ from, end, again, closing: closingOf(run, counts), ways }];
  });

/** Everybody begins a round together as soon as can be; from then on as often as possible. */
export function meetNow(of: ClassRun, at: Millis, newId: NewId): ClassAnswer {
  const counting = countingOf(of, at);
  if (counting.length === 0) return NO_ROUNDS;
  const meeting = soonestMeeting(counting);
  const over = Math.min(...counting.map(({ end, closing }) => end - closing));
  const left = (over - meeting) * 2;
  const period = choosePeriod(
    counting.map(({ ways }) => ways),
    left,
  );
  if (!period || period.length > left) return TOO_LATE;
  const times = Math.floor(left / period.length);
  const meetings = Array.from({ length: times }, (_, index) => millis(meeting + (index * period.length) / 2));
  return refillAll(of, at, 'meet', { meetings, longer: 0 }, newId);
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
        ({ id, kind }) => kind === 'counted' && standsForOf(lane, id) === passage,
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
  if (passage === null || countingOf(of, at).length === 0) return NO_ROUNDS;
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
    { meetings: [...meetingsAfter(of, passage, at), ...(next ? [next] : [])], longer: period },
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
  const counting = countingOf(of, at);
  if (passage === null || counting.length === 0) return NO_ROUNDS;
  const soonest = Math.max(...counting.map(({ from }) => from));
  const next = meetingsAfter(of, passage, at).find((one) => one >= soonest) ?? soonestMeeting(counting);
  // All hands go down, and whoever is done sooner breathes naturally.
  const lengths = counting.map(({ closing }) => ({ length: (next + closing) * 2, stretches: false }));
  const longer = commonLength(lengths) / 2 - Math.max(...counting.map(({ end }) => end));
  if (longer >= 0) return TOO_LATE;
  return refillAll(of, at, 'last-round', { meetings: [], longer }, newId);
}
