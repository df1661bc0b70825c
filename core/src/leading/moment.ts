import {
  eventIndexAt,
  lastRound,
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
  /** The count in progress and the last one, counted up from 1; null where nothing is counted. */
  readonly count: { readonly now: number; readonly of: Counts } | null;
  readonly round: { readonly now: number; readonly of: number } | null;
  /** The event after this one, or null at the end. */
  readonly next: TimelineEvent | null;
  /** Until the end of this event, of this passage, of all. */
  readonly left: { readonly event: Millis; readonly passage: Millis; readonly all: Millis };
}

/** The moment of a timeline that is being led. @returns null before it begins and after it ends. */
export function momentAt(timeline: Timeline, at: number): Moment | null {
  const index = eventIndexAt(timeline, at);
  const event = timeline.events[index];
  const span = event && timeline.passages.find(({ from, to }) => from <= event.from && event.from < to);
  if (!span) return null;
  const of = lastRound(span.rounds);
  const until = (moment: Millis): Millis => millis(moment - at);
  return {
    event,
    span,
    count: event.counts === null ? null : { now: ticksHeard(event, at), of: event.counts },
    round: event.round === null ? null : { now: event.round, of },
    next: timeline.events[index + 1] ?? null,
    left: { event: until(event.to), passage: until(span.to), all: until(timeline.total) },
  };
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
export function levelsAt(event: TimelineEvent, at: number): { readonly left: Level; readonly right: Level } {
  const lungs = lungLevel(event, progressOf(event, at));
  const { airway } = event;
  if (airway === 'both' || airway === 'closed') return { left: lungs, right: lungs };
  return airway === 'left' ? { left: lungs, right: 0 } : { left: 0, right: lungs };
}

function lungLevel(event: TimelineEvent, progress: number): Level {
  switch (event.kind) {
    case 'inhale':
      return progress;
    case 'internalHold':
      return 1;
    case 'exhale':
      return 1 - progress;
    case 'externalHold':
      return 0;
    case 'handUp':
    case 'freeBreath':
    case 'closing':
    case 'natural':
      return null;
  }
}
