import { currentTake, easeRun, EASING_STEPS, logged, writtenAnew, type LeadRun } from '../leading/index.js';
import { countsOf, easeDown, numbersFromCounts, type EaseWay } from '../ratio/index.js';
import { failure, success } from '../result.js';
import type { NaturalPassage } from '../session/index.js';
import type { Millis } from '../units/index.js';
import { changedLane, endOfLane, isLed, placeIn, type ClassLane, type ClassRun } from './class-run.js';
import { endingAt, natural, refilled, restOfPassage } from './refill.js';
import {
  meetingsAfter,
  NO_ROUNDS,
  spanNow,
  standsForOf,
  TOO_LATE,
  type ClassAnswer,
  type NewId,
} from './where.js';

/** One lane counts less from its next round on; it goes on meeting the others, and ends with them. */
export function easeLane(of: ClassRun, at: Millis, index: number, way: EaseWay, newId: NewId): ClassAnswer {
  const lane = of.lanes[index];
  if (!lane || !isLed(lane)) return failure({ code: 'not-leading' });
  const rest = restOfPassage(lane, at);
  if (!rest) return easeStrokesIn(of, at, index, way, newId);
  if (!rest.counts) return NO_ROUNDS;
  const eased = easeDown(numbersFromCounts(countsOf(rest.counts)), way);
  if (!eased.ok) return eased;
  const { numbers } = eased.value;
  const meetings = meetingsAfter(of, rest.passage, at);
  const next = refilled(lane, rest, { numbers, meetings, end: rest.end, newId });
  if (!next) return TOO_LATE;
  const run = logged(lane.run, placeIn(lane, at), EASING_STEPS[way], next.run);
  return success(changedLane(of, index, () => ({ ...next, run })));
}

/** Fewer strokes from the next turn on; natural breath takes the time to the end of the passage. */
function easeStrokesIn(of: ClassRun, at: Millis, index: number, way: EaseWay, newId: NewId): ClassAnswer {
  const lane = of.lanes[index] as ClassLane;
  const place = placeIn(lane, at);
  const eased = easeRun(lane.run, place, way);
  if (!eased.ok) return eased;
  return success(changedLane(of, index, () => levelledAfter(lane, eased.value, at, newId)));
}

/** The lane with natural breath after the passage that is led, so that what follows begins when it did. */
function levelledAfter(lane: ClassLane, run: LeadRun, at: Millis, newId: NewId): ClassLane {
  const before = spanNow(lane, at);
  const now = currentTake(run).timeline.passages.find(({ id }) => id === before?.id);
  const passage = run.setup.session.passages.find(({ id }) => id === now?.id);
  const missing = before && now ? before.to - now.to : 0;
  if (!passage || missing <= 0) return { ...lane, run };
  const put = natural(passage, newId(), missing * 2);
  const level = withAdded({ ...lane, run }, passage.id, put);
  return endingAt(level, [put], endOfLane(lane)) ?? level;
}

/** A lane with one more passage, after the one with this id. */
function withAdded(lane: ClassLane, after: string, put: NaturalPassage): ClassLane {
  const { run } = lane;
  const { session } = run.setup;
  const passages = session.passages.flatMap((one) => (one.id === after ? [one, put] : [one]));
  const added = [...run.added, { id: put.id, after, why: 'lane' as const }];
  const next = { ...run, setup: { ...run.setup, session: { ...session, passages } }, added };
  const standsFor = { ...lane.standsFor, [put.id]: standsForOf(lane, after) };
  return { ...lane, run: writtenAnew(next), standsFor };
}
