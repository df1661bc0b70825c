import { currentTake, type LeadRefusal } from '../leading/index.js';
import { failure, type Result } from '../result.js';
import type { PassageSpan } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  endOfLane,
  isLed,
  meetingsOf,
  placeIn,
  type ClassLane,
  type ClassRun,
  type Meeting,
} from './class-run.js';

/** What a command makes of a class, or why it is not done. */
export type ClassAnswer = Result<ClassRun, LeadRefusal>;

/** Ids of passages that are put in. */
export type NewId = () => string;

export const NO_ROUNDS = failure<LeadRefusal>({ code: 'no-rounds-here' });
export const TOO_LATE = failure<LeadRefusal>({ code: 'last-round-already' });

/** The passage of its own in which a lane is; undefined while its seat is changed, and once it is over. */
export function spanNow(lane: ClassLane, at: Millis): PassageSpan | undefined {
  const place = placeIn(lane, at);
  return currentTake(lane.run).timeline.passages.find(({ from, to }) => from <= place && place < to);
}

/** The passage of the class that one of a lane stands for. */
export const standsForOf = ({ standsFor }: ClassLane, id: string): string => standsFor[id] ?? id;

/** When lanes still meet in a passage of the class, after a moment. */
export const meetingsAfter = (of: ClassRun, passage: string, at: Millis): readonly Millis[] =>
  meetingsOf(of).flatMap((one) => (one.passage === passage && one.at > at ? [one.at] : []));

/** Where the passage of the class ends in which a lane is, with the passages that still stand for it; null at rest to its end. */
export function endOfPassage(lane: ClassLane, at: Millis) {
  const span = spanNow(lane, at);
  if (!span) return null;
  const passage = standsForOf(lane, span.id);
  const later = currentTake(lane.run).timeline.passages.filter(
    ({ id, from }) => from > span.from && standsForOf(lane, id) === passage,
  );
  if (span.rounds === null && later.every(({ rounds }) => rounds === null)) return null;
  const last = later.at(-1) ?? span;
  return { passage, at: millis(last.to + lane.offset), later: later.map(({ id }) => id) };
}

/** The passage of the class that is led at a moment, by most lanes. */
export function passageLed(of: ClassRun, at: Millis): string | null {
  const found = of.lanes.filter(isLed).map((lane) => {
    const span = spanNow(lane, at);
    return span ? standsForOf(lane, span.id) : null;
  });
  const votes = (id: string | null): number => found.filter((one) => one === id).length;
  return found.reduce((best, one) => (one !== null && votes(one) > votes(best) ? one : best), null);
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
    const span = spanNow(lane, at);
    return end ? [end.at] : span ? [span.to + lane.offset] : [];
  });
  const left = (to: number): Millis => millis(Math.max(0, to - at));
  return {
    passage: left(Math.max(0, ...ends)),
    all: left(Math.max(0, ...of.lanes.filter(isLed).map(endOfLane))),
  };
}
