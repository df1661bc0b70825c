import { LEAST_PADDING } from '../lanes/index.js';
import {
  currentTake,
  indexNow,
  leadInstead,
  logged,
  noteSigns,
  stopRun,
  type LeadRun,
} from '../leading/index.js';
import { isEmergencySign, type SignId } from '../policy/index.js';
import { failure, success } from '../result.js';
import type { Millis } from '../units/index.js';
import {
  changedLane,
  endOfLane,
  isLed,
  placeIn,
  withLanes,
  type ClassLane,
  type ClassRun,
} from './class-run.js';
import { natural } from './refill.js';
import { endOfPassage, standsForOf, TOO_LATE, type ClassAnswer, type NewId } from './where.js';

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
  const here = run.setup.session.passages[indexNow(run, place)];
  if (!here) return null;
  const id = newId();
  const breathing = (halfMillis: number): LeadRun =>
    leadInstead(run, place, natural(here, id, halfMillis), 'lane', leftOut);
  const standsFor = { ...lane.standsFor, [id]: passage };
  // Paused, it is taken up with the others, who end when they would have.
  if (!isLed(lane)) return { ...lane, run: breathing((end - at) * 2), standsFor };
  const shortest = { ...lane, run: breathing(LEAST_PADDING), offset: at };
  // Rest that is wanted at once may be shorter than between rounds; where there is no time for any, the hand is going down already.
  const halfMillis = LEAST_PADDING + (end - endOfLane(shortest)) * 2;
  return halfMillis <= 0 ? null : { ...shortest, run: breathing(halfMillis), standsFor };
}

/** Everybody breathes naturally, at once and to the end of the passage: they go on in quiet. */
export function quietForAll(of: ClassRun, at: Millis, newId: NewId): ClassAnswer {
  const rested = of.lanes.reduce((run, _, index) => {
    const answer = restLane(run, at, index, newId);
    return answer.ok ? answer.value : run;
  }, of);
  return rested === of ? failure({ code: 'at-rest-already' }) : success(rested);
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
    const over = noted.state.kind !== 'leading' && noted.state.kind !== 'paused';
    if (over) return { ...lane, run: noted };
    if (isEmergencySign(sign)) {
      const stopped = stopRun(noted, place);
      return { ...lane, run: stopped.ok ? stopped.value : noted };
    }
    return restsToTheEnd({ ...lane, run: noted }, at, newId);
  });
}

/** A sign of one student that was pressed by mistake: it does not count, and they go on resting. @param now ISO 8601 in UTC. */
export const signTakenBackInClass = (of: ClassRun, student: string, sign: SignId, now: string): ClassRun =>
  withLanes(of, (lane) =>
    lane.students.includes(student) && lane.run.signs.includes(sign)
      ? {
          ...lane,
          run: noteSigns(
            lane.run,
            lane.run.signs.filter((one) => one !== sign),
            now,
          ),
        }
      : lane,
  );

/** One student breathes naturally from now on, until the class ends; the others go on as they are. */
export function restStudent(of: ClassRun, at: Millis, student: string, newId: NewId): ClassRun {
  const { run, index } = inOwnLane(of, student);
  return changedLane(run, index, (lane) => restsToTheEnd(lane, at, newId));
}

/** A lane that breathes naturally from now on, until the class ends; stopped where that is too soon. */
function restsToTheEnd(lane: ClassLane, at: Millis, newId: NewId): ClassLane {
  const { timeline } = currentTake(lane.run);
  const place = placeIn(lane, at);
  const later = timeline.passages.filter(({ from }) => from > place).map(({ id }) => id);
  const here = lane.run.setup.session.passages[indexNow(lane.run, place)];
  const resting = naturalUntil(lane, at, standsForOf(lane, here?.id ?? ''), endOfLane(lane), later, newId);
  if (resting) return resting;
  const stopped = stopRun(lane.run, place);
  return stopped.ok ? { ...lane, run: stopped.value } : lane;
}
