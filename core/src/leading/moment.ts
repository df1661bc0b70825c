import {
  eventIndexAt,
  fewestRounds,
  lastRound,
  numberCalled,
  type PassageSpan,
  type Timeline,
  type TimelineEvent,
} from '../timeline/index.js';
import { millis, type Counts, type Millis } from '../units/index.js';

/** Fullness of a channel, 0 (empty) to 1 (full); null where the breath is not led and no level is shown. */
export type Level = number | null;

/** What the room is shown at one moment; it stays the same between two counts, but for the levels. */
export interface Moment {
  readonly event: TimelineEvent;
  readonly span: PassageSpan;
  /** The count (or stroke) in progress as it is called, and how many there are; null where nothing is counted aloud. */
  readonly count: { readonly now: number; readonly of: Counts } | null;
  /** The round in progress, of how many; `fewest` where more than those may follow until the last round is called. */
  readonly round: { readonly now: number; readonly of: number; readonly fewest: number } | null;
  /** Where the locks of this event stand; null where it has none. */
  readonly lock: 'setting' | 'on' | 'releasing' | null;
  /** The event after this one (after the minutes at one's own pace), or null at the end. */
  readonly next: TimelineEvent | null;
  /** Until the end of this event (of all the minutes at one's own pace) at the latest; of this passage and of all as they are expected. */
  readonly left: { readonly event: Millis; readonly passage: Millis; readonly all: Millis };
}

/** The moment of a timeline that is being led. @returns null before it begins and after it ends. */
export function momentAt(timeline: Timeline, at: number): Moment | null {
  const index = eventIndexAt(timeline, at);
  const event = timeline.events[index];
  const span = event && timeline.passages.find(({ from, to }) => from <= event.from && event.from < to);
  if (!span) return null;
  const of = lastRound(span.rounds);
  const slack = (to: Millis): number => slackBetween(timeline, index, to);
  const until = (moment: Millis): Millis => millis(Math.max(0, moment - at));
  return {
    event,
    span,
    count: countAt(event, at),
    round: event.round === null ? null : { now: event.round, of, fewest: fewestRounds(span.rounds) },
    next: nextAfter(timeline, index),
    lock: lockAt(event, at),
    left: {
      event: until(endOf(timeline, event)),
      passage: until((span.to - slack(span.to)) as Millis),
      all: until((timeline.total - slack(timeline.total)) as Millis),
    },
  };
}

const isOwnPaceOf = (passage: number, event: TimelineEvent | undefined): boolean =>
  event?.ownPace !== null && event?.passage === passage;

/** Minutes at one's own pace are one stretch to whoever breathes them, however often something is said in them. */
function nextAfter({ events }: Timeline, index: number): TimelineEvent | null {
  let next = index + 1;
  if (events[index]?.ownPace) while (isOwnPaceOf(events[index].passage, events[next])) next++;
  return events[next] ?? null;
}

function endOf({ events }: Timeline, event: TimelineEvent): Millis {
  if (!event.ownPace) return event.to;
  return events.findLast((one) => isOwnPaceOf(event.passage, one))?.to ?? event.to;
}

/** By how much what waits for a tap from this event on is planned longer than it is expected to last. */
function slackBetween({ events, passages }: Timeline, index: number, to: Millis): number {
  let [slack, span] = [0, 0];
  for (let i = index; i < events.length; i++) {
    const event = events[i] as TimelineEvent;
    if (event.from >= to) break;
    while (span < passages.length && (passages[span]?.to ?? 0) <= event.from) span++;
    // Rounds that follow until the last one is called.
    if (i > index && (event.cycle ?? 0) > (passages[span]?.rounds?.fewest ?? Infinity))
      slack += event.to - event.from;
    else if (event.open) slack += Math.max(0, event.to - event.from - event.open.expected);
  }
  return slack;
}

function countAt(event: TimelineEvent, at: number): Moment['count'] {
  if (event.strokes?.ownPace) return null;
  if (event.strokes) return { now: ticksHeard(event, at), of: event.strokes.number as Counts };
  if (event.counts === null || event.counting === 'silent') return null;
  const heard = ticksHeard(event, at);
  return { now: numberCalled(event, heard - 1), of: event.counts };
}

/** Where a hold stands with its locks: called just before they are set, set, or being released. */
function lockAt({ locks }: TimelineEvent, at: number): Moment['lock'] {
  if (!locks) return null;
  return at < locks.on ? 'setting' : at < locks.off ? 'on' : 'releasing';
}

const ticksHeard = (event: TimelineEvent, at: number): number =>
  event.ticks.reduce((heard, tick) => (tick <= at ? heard + 1 : heard), 0);

/** Share of an event that has passed, 0 to 1. */
export const progressOf = ({ from, to }: TimelineEvent, at: number): number =>
  Math.min(1, Math.max(0, (at - from) / (to - from)));

/**
 * How full each nostril's channel is shown. The open one rises as breath enters and sinks as it leaves; a closed one is
 * empty while the other moves; in a hold both show what the lungs hold.
 */
export function levelsAt(event: TimelineEvent, at: number): Levels {
  const lungs = lungLevel(event, at);
  switch (event.airway) {
    case 'both':
    case 'closed':
      return { left: lungs, right: lungs, mouth: lungs === null ? null : 0 };
    case 'mouth':
      return { left: 0, right: 0, mouth: lungs };
    case 'left':
      return { left: lungs, right: 0, mouth: 0 };
    case 'right':
      return { left: 0, right: lungs, mouth: 0 };
  }
}

export interface Levels {
  readonly left: Level;
  readonly right: Level;
  readonly mouth: Level;
}

function lungLevel(event: TimelineEvent, at: number): Level {
  const { part } = event;
  const progress = progressOf(event, at);
  if (part) return part.from + (part.to - part.from) * progress;
  switch (event.kind) {
    case 'inhale':
      return progress;
    case 'internalHold':
      return 1;
    case 'exhale':
      return 1 - progress;
    case 'externalHold':
      return 0;
    case 'strokes':
      return strokeLevel(event, at);
    case 'pause':
    case 'turning':
    case 'letGo':
    case 'quiet':
    case 'ownPace':
    case 'seatChange':
    case 'showing':
    case 'trying':
    case 'explain':
    case 'getReady':
    case 'silence':
    case 'ask':
    case 'handUp':
    case 'freeBreath':
    case 'closing':
    case 'natural':
      return null;
  }
}

/** A stroke goes out in its first third and comes back in the rest. */
function strokeLevel({ ticks, to }: TimelineEvent, at: number): Level {
  const index = Math.max(
    0,
    ticks.findLastIndex((tick) => tick <= at),
  );
  const from = ticks[index] ?? 0;
  const share = (at - from) / ((ticks[index + 1] ?? to) - from);
  return share < 1 / 3 ? 1 - share * 3 : (share - 1 / 3) * 1.5;
}
