import type { Conventions } from '../conventions/index.js';
import type { AlignedLanes } from '../lanes/index.js';
import {
  beginRun,
  currentTake,
  finishRun,
  momentAt,
  pauseRun,
  resumeRun,
  stopRun,
  takeBackStop,
  type LeadAnswer,
  type LeadRun,
  type Moment,
} from '../leading/index.js';
import type { Session, Side } from '../session/index.js';
import type { TimelineEvent } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';

/** Students of the same numbers as they are led: a run of their own, on the clock of the class. */
export interface ClassLane {
  readonly students: readonly string[];
  readonly run: LeadRun;
  /** When its current take begins, on the clock of the class; it waits until then. */
  readonly offset: Millis;
  /** The passage of the class that each passage of the lane stands for, by id. */
  readonly standsFor: Readonly<Record<string, string>>;
}

/** A class being led, as a value. The clock of the class begins anew after each pause. */
export interface ClassRun {
  /** As the class practises it. */
  readonly session: Session;
  readonly lanes: readonly ClassLane[];
}

/** What a class needs to begin, beside its lanes. */
export interface ClassBeginning {
  readonly session: Session;
  readonly conventions: Conventions;
  /** The hand that a student raises. */
  readonly handOf: (student: string) => Side;
}

/** Begins a class: all lanes at once. */
export const beginClass = (
  { lanes }: AlignedLanes,
  { session, conventions, handOf }: ClassBeginning,
): ClassRun => ({
  session,
  lanes: lanes.map(({ students, session: own, standsFor }) => ({
    students,
    run: beginRun({ session: own, student: { hand: handOf(students[0] ?? '') }, conventions }),
    offset: millis(0),
    standsFor: Object.fromEntries(own.passages.map(({ id }, index) => [id, standsFor[index] ?? id])),
  })),
});

/** Whether a class is led, paused, or over for everybody. */
export function classState({ lanes }: ClassRun): 'leading' | 'paused' | 'over' {
  const kinds = lanes.map(({ run }) => run.state.kind);
  return kinds.includes('leading') ? 'leading' : kinds.includes('paused') ? 'paused' : 'over';
}

export const isLed = ({ run }: ClassLane): boolean => run.state.kind === 'leading';

/** Whether a lane is led, or will be again after a pause. */
export const isUnderWay = (lane: ClassLane): boolean => isLed(lane) || lane.run.state.kind === 'paused';

/** Where a lane stands in its take; before it begins, at its beginning. */
export const placeIn = ({ offset }: ClassLane, at: number): Millis => millis(Math.max(0, at - offset));

/** What a lane is shown; null while it waits and once it is over. */
export const laneMoment = (lane: ClassLane, at: number): Moment | null =>
  at < lane.offset ? null : momentAt(currentTake(lane.run).timeline, at - lane.offset);

/** When a lane comes to its end. */
export const endOfLane = ({ run, offset }: ClassLane): Millis =>
  millis(offset + currentTake(run).timeline.total);

/** When the last lane comes to its end, on the clock of the class. */
export const endOfClass = ({ lanes }: ClassRun): Millis =>
  millis(Math.max(0, ...lanes.filter(isLed).map(endOfLane)));

/** The class with some lanes changed; what a lane refuses leaves it as it is. */
export const withLanes = (of: ClassRun, change: (lane: ClassLane) => ClassLane): ClassRun => ({
  ...of,
  lanes: of.lanes.map(change),
});

const ran = (lane: ClassLane, answer: LeadAnswer): ClassLane =>
  answer.ok ? { ...lane, run: answer.value } : lane;

/** Everybody pauses, and breathes naturally. */
export const pauseClass = (of: ClassRun, at: Millis): ClassRun =>
  withLanes(of, (lane) => (isLed(lane) ? ran(lane, pauseRun(lane.run, placeIn(lane, at))) : lane));

/**
 * Goes on after a pause: each lane takes its interrupted round up again, and waits before it for so long that all are to each
 * other as they were: they meet where they would have met.
 */
export function resumeClass(of: ClassRun): ClassRun {
  const resumed = of.lanes.map((lane) => {
    if (lane.run.state.kind !== 'paused') return { lane, early: null };
    const next = ran(lane, resumeRun(lane.run));
    // All end as far from each other as they would have.
    return { lane: next, early: currentTake(next.run).timeline.total - endOfLane(lane) };
  });
  const most = Math.max(...resumed.map(({ early }) => early ?? -Infinity));
  const lanes = resumed.map(({ lane, early }) =>
    early === null ? lane : { ...lane, offset: millis(most - early) },
  );
  return { ...of, lanes };
}

/** Everybody stops where they are. */
export const stopClass = (of: ClassRun, at: Millis): ClassRun =>
  withLanes(of, (lane) => ran(lane, stopRun(lane.run, placeIn(lane, at))));

/**
 * A stop of everybody that is taken back: whoever was led until then pauses where they were stopped; whose lane was over before
 * stays as it was. Domain 13.
 *
 * @param before the class as it was when it was stopped.
 */
export function takeBackStopOfClass(stopped: ClassRun, before: ClassRun): ClassRun {
  const led = new Set(before.lanes.filter(isUnderWay).flatMap(({ students }) => students));
  return withLanes(stopped, (lane) =>
    lane.students.every((id) => led.has(id)) ? ran(lane, takeBackStop(lane.run)) : lane,
  );
}

/** One lane stops; the others go on. */
export const stopLane = (of: ClassRun, at: Millis, index: number): ClassRun =>
  changedLane(of, index, (lane) => ran(lane, stopRun(lane.run, placeIn(lane, at))));

export const changedLane = (of: ClassRun, index: number, change: (lane: ClassLane) => ClassLane): ClassRun =>
  withLanes(of, (lane) => (lane === of.lanes[index] ? change(lane) : lane));

/** Ends the lanes that have come to their end. @returns the class itself where none has. */
export function followClass(of: ClassRun, at: Millis): ClassRun {
  const over = (lane: ClassLane): boolean => isLed(lane) && at >= endOfLane(lane);
  return of.lanes.some(over)
    ? withLanes(of, (lane) => (over(lane) ? ran(lane, finishRun(lane.run)) : lane))
    : of;
}

/**
 * Lanes that count the same rounds at the same time, by their places among all: they differ by seat, or by what is said to
 * somebody, and are shown as one.
 */
export function lanesAlike({ lanes }: ClassRun): readonly (readonly number[])[] {
  const groups = new Map<string, number[]>();
  lanes.forEach(({ run, offset }, index) => {
    const breath = currentTake(run).timeline.events.flatMap(
      ({ section, from, kind, counts, airway, locks }) =>
        section === 'rounds' ? [[from + offset, kind, counts, airway, locks?.locks]] : [],
    );
    const key = JSON.stringify([run.state.kind, breath]);
    groups.set(key, [...(groups.get(key) ?? []), index]);
  });
  return [...groups.values()];
}

/** A round of a lane, on the clock of the class. */
export interface RoundBegins {
  readonly at: Millis;
  /** The passage of the class. */
  readonly passage: string;
  readonly event: TimelineEvent;
}

/** When a lane begins its rounds (turns of strokes). */
export function roundsOfLane({ run, offset, standsFor }: ClassLane): readonly RoundBegins[] {
  const { events, passages } = currentTake(run).timeline;
  // Both are in order: one look at each is enough, however long the session is.
  let at = 0;
  return events.flatMap((event) => {
    const { section, cycle, passage, index, from } = event;
    while (at < passages.length && (passages[at]?.to ?? 0) <= from) at++;
    const span = passages[at];
    if (section !== 'rounds' || cycle === null || !span?.rounds) return [];
    const before = events[index - 1];
    const goesOn = before?.passage === passage && before.section === 'rounds' && before.cycle === cycle;
    const perRound = span.rounds.turns ? 1 : span.rounds.cyclesPerRound;
    if (goesOn || (cycle - 1) % perRound !== 0) return [];
    return [{ at: millis(from + offset), passage: standsFor[span.id] ?? span.id, event }];
  });
}

/** A moment at which lanes begin a round together. */
export interface Meeting {
  readonly at: Millis;
  readonly passage: string;
  /** How many lanes begin, of how many that count in the passage. */
  readonly lanes: number;
  readonly of: number;
}

/** Milliseconds that lanes may be apart where their lengths were rounded. */
export const TOGETHER = 3;

/**
 * When lanes begin rounds together, in order: where all do who count in a passage, or as many as ever do; each round, where one
 * lane alone counts.
 */
export function meetingsOf({ lanes }: ClassRun): readonly Meeting[] {
  const counting = lanes.filter(isLed).map((lane) => roundsOfLane(lane));
  const passages = new Set(counting.flatMap((rounds) => rounds.map(({ passage }) => passage)));
  return [...passages]
    .flatMap((passage) => {
      const own = counting
        .map((rounds) => rounds.filter((one) => one.passage === passage).map(({ at }) => at))
        .filter((rounds) => rounds.length > 0);
      const meetings = ofEach(own).map(({ at, lanes: here }) => ({
        at,
        passage,
        lanes: here,
        of: own.length,
      }));
      const most = Math.max(0, ...meetings.map((one) => one.lanes));
      return meetings.filter((one) => one.lanes === most && (most > 1 || own.length === 1));
    })
    .sort((a, b) => a.at - b.at);
}

/** How many lanes begin a round at each moment at which any does. */
function ofEach(lanes: readonly (readonly Millis[])[]): readonly { at: Millis; lanes: number }[] {
  const all = lanes.flat().sort((a, b) => a - b);
  const found: { at: Millis; lanes: number }[] = [];
  for (const at of all) {
    const last = found.at(-1);
    if (last && at - last.at <= TOGETHER) found[found.length - 1] = { ...last, lanes: last.lanes + 1 };
    else found.push({ at, lanes: 1 });
  }
  return found;
}
