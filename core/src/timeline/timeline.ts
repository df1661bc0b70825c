import type { Numbers, PhaseKind } from '../ratio/index.js';
import type { Part, Side, TeachingPart } from '../session/index.js';
import type { LockId, MouthForm, SeatId, StrokeAirway, StrokeKind, TechniqueId } from '../technique/index.js';
import { formatClock, millis, type Counts, type Millis, type Pace, type Seconds } from '../units/index.js';
import type { Cue } from './cue.js';
import type { Finger, HandAtNose } from './fingers.js';
import { timelineWords } from '../words/index.js';

export type Airway = Side | 'both' | 'mouth' | 'closed';

/** A phase of a cycle, or one of the other stretches of a passage. */
export type EventKind =
  | PhaseKind
  /** Between two parts of a breath. */
  | 'pause'
  /** A turning pause in seconds. */
  | 'turning'
  /** Letting go after a cycle. */
  | 'letGo'
  | 'strokes'
  /** Natural breathing after strokes until it is quiet. */
  | 'quiet'
  /** The same pattern without counting. */
  | 'ownPace'
  | 'seatChange'
  /** Before something is shown, or tried. */
  | 'showing'
  | 'trying'
  | 'explain'
  /** A count down to the beginning. */
  | 'getReady'
  | 'handUp'
  | 'freeBreath'
  | 'closing'
  /** Sitting quietly after it, and being asked how it is. */
  | 'silence'
  | 'ask'
  | 'natural';

/**
 * opening: seat, hand up and emptying; rounds: the counted rounds and the strokes; recovery: what follows a set of
 * strokes; own-pace: without counting; closing: hand down, one breath through both; rest: natural; the parts of the
 * teaching arc by their names: rounds of them are neither counted nor kept.
 */
export type Section = 'opening' | 'rounds' | 'recovery' | 'own-pace' | 'closing' | 'rest' | TeachingPart;

/** A stretch that a tap ends: how long it is expected to be, the least and the most that it may last. */
export interface OpenStretch {
  readonly expected: Millis;
  readonly least: Millis;
  readonly cap: Millis;
}

/** Locks in a hold, in the order of setting them (released in reverse); moments from the session's start. */
export interface LocksInHold {
  readonly locks: readonly LockId[];
  readonly on: Millis;
  readonly off: Millis;
  /** Counts after the hold begins at which they are set, and before its end at which they are released. */
  readonly margin: Counts;
}

export interface Strokes {
  readonly kind: StrokeKind;
  readonly number: number;
  /** A minute. */
  readonly rate: number;
  /** Strokes of the passage before these. */
  readonly before: number;
  /** Whether they are at one's own pace: about so many, and not called. */
  readonly ownPace: boolean;
}

/** Minutes at one's own pace: the pattern goes on, uncounted, to the end of a round. */
export interface OwnPace {
  /** Before its last minute, in it, or in its last round. */
  readonly stage: 'going' | 'last-minute' | 'last-round';
  /** Whether no counted rounds come before it. */
  readonly alone: boolean;
  /** The breaths of one round, in order, as they follow the last counted one; one breath of a route without sides. */
  readonly breaths: readonly { readonly kind: 'inhale' | 'exhale'; readonly airway: Side | 'both' }[];
  /** The side to breathe out through at the end. */
  readonly endsOn: Side | 'both';
  /** The fingers that close each side in turn; null where the hand stays as it is, or no hand is at the nose. */
  readonly fingers: { readonly left: Finger; readonly right: Finger } | null;
}

/** How counts are called in an event. */
export type Counting = 'up' | 'down' | 'silent';

/** Something that is asked in an event beyond its cue: "tense the whole body"; or the instructor's own words in it. */
export interface Asked {
  readonly text: string;
  /** Whether it is said whenever it comes; else only at first, and shown after that. */
  readonly always: boolean;
  /** Own words, as a passage begins or later in it; left out where the passage asks it. */
  readonly own?: 'begins' | 'later';
  /** How long after the event begins; left out where it is with its cue. */
  readonly after?: Millis;
}

/** One stretch of the session during which nothing changes but the count. It covers [from, to). */
export interface TimelineEvent {
  readonly index: number;
  readonly from: Millis;
  readonly to: Millis;
  readonly passage: number;
  readonly section: Section;
  readonly kind: EventKind;
  /** Rounds (sets of strokes) and cycles (turns of strokes) are counted from 1; null outside them. */
  readonly round: number | null;
  readonly cycle: number | null;
  readonly airway: Airway;
  /** How the breath passes the mouth; null where it goes through the nose. */
  readonly mouth: MouthForm | null;
  /** Length in counts; null where nothing is counted. */
  readonly counts: Counts | null;
  /** Moments, from the session's start, at which a count or a stroke begins. */
  readonly ticks: readonly Millis[];
  readonly counting: Counting;
  readonly hand: HandAtNose | null;
  /** Part of a breath, or what a pause follows; null for whole breaths. */
  readonly part: Part | null;
  readonly throat: boolean;
  readonly hum: boolean;
  readonly locks: LocksInHold | null;
  readonly strokes: Strokes | null;
  /** null where time alone ends it. */
  readonly open: OpenStretch | null;
  /** null but at one's own pace. */
  readonly ownPace: OwnPace | null;
  /** Whether it belongs to the last round (set) of its passage, minutes at one's own pace included. */
  readonly lastRound: boolean;
  /** What is asked in it beyond its cue, the most important first. */
  readonly asked: readonly Asked[];
  readonly cue: Cue;
}

/** Where one passage lies; all times from the session's start. */
export interface PassageSpan {
  readonly id: string;
  readonly technique: TechniqueId;
  readonly seat: SeatId;
  readonly from: Millis;
  readonly to: Millis;
  /** null for natural breathing. */
  readonly rounds: RoundsSpan | null;
  /** The longest hold that it can come to, at its most; 0 where there are pauses alone. */
  readonly longestHold: Seconds;
  /** Whether a hand, or both, are held at the face. */
  readonly raised: 'nose' | 'ears' | null;
}

export interface RoundsSpan {
  readonly from: Millis;
  readonly to: Millis;
  readonly startsOn: Side | 'both';
  readonly pace: Pace;
  /** Cycles, or turns of strokes. */
  readonly cycles: number;
  /** Those that are planned, and as many as may follow until the last round is called. */
  readonly fewest: number;
  readonly most: number;
  readonly cyclesPerRound: number;
  /** The turns of a set of strokes; null for counted breaths. */
  readonly turns: readonly StrokeAirway[] | null;
}

export interface Timeline {
  /** The passage in which the sound thins, where the session ends in sleep; else left out. */
  readonly thins?: number;
  readonly total: Millis;
  readonly passages: readonly PassageSpan[];
  readonly events: readonly TimelineEvent[];
}

/** A change made while leading, from a cycle on; the events before it stay as they were. */
export type LiveChange =
  | {
      readonly kind: 'ease';
      readonly passageId: string;
      readonly fromCycle: number;
      readonly numbers: Numbers;
    }
  | {
      readonly kind: 'ease-strokes';
      readonly passageId: string;
      readonly fromCycle: number;
      readonly strokes: number;
      readonly rate: number;
    }
  /** Back to what was planned, after easings. */
  | { readonly kind: 'as-planned'; readonly passageId: string; readonly fromCycle: number }
  | { readonly kind: 'end-after'; readonly passageId: string; readonly cycle: number }
  /** Natural breathing goes on longer. */
  | { readonly kind: 'longer'; readonly passageId: string; readonly by: Millis }
  /** The passage ends at once, and those that are left out are not led: rest comes next. */
  | { readonly kind: 'skip'; readonly passageId: string; readonly leftOut: readonly string[] }
  /** A tap that ended an open stretch, a turn of strokes or natural breathing after so long. */
  | {
      readonly kind: 'ended';
      readonly passageId: string;
      /** 0 for natural breathing. */
      readonly cycle: number;
      readonly event: EventKind;
      readonly after: Millis;
    };

/** Where leading is taken up again after an interruption. */
export type ResumePoint =
  /** At the first inhale of a cycle, or after a free breath in with its exhale. */
  | { readonly kind: 'cycle'; readonly passage: number; readonly cycle: number; readonly with?: 'exhale' }
  | { readonly kind: 'closing'; readonly passage: number }
  /** A part of the teaching arc; what is left of it where it is a time, else it is led anew. */
  | {
      readonly kind: 'part';
      readonly passage: number;
      readonly part: TeachingPart;
      readonly remaining: Millis | null;
    }
  /** Natural breathing, or breathing at one's own pace. */
  | { readonly kind: 'rest'; readonly passage: number; readonly remaining: Millis };

/** What happened on the way: changes, and where this take begins (null: at the beginning). */
export interface LeadPlan {
  readonly changes: readonly LiveChange[];
  readonly from: ResumePoint | null;
  /** Open stretches are planned with their expected length; while leading they last to their cap until a tap ends them. */
  readonly open: 'expected' | 'cap';
}

export const AS_WRITTEN: LeadPlan = { changes: [], from: null, open: 'expected' };

/** The number that is called with a tick of an event: counts up or down, strokes always up. Ticks are numbered from 0. */
export const numberCalled = ({ counting, counts, strokes }: TimelineEvent, tick: number): number =>
  counting === 'down' && strokes === null ? Math.ceil(counts ?? 0) - tick : tick + 1;

/** Index of the first event that ends after the moment: the one that covers it, if any does. */
export function eventIndexFrom({ events }: Timeline, at: number): number {
  let low = 0;
  let high = events.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((events[middle] as TimelineEvent).to > at) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Index of the event that covers the moment, or -1 outside the timeline. */
export function eventIndexAt(timeline: Timeline, at: number): number {
  const index = eventIndexFrom(timeline, at);
  const event = timeline.events[index];
  return event && event.from <= at ? index : -1;
}

/** How long a timeline can take: open stretches at their least and at their cap, and as they are expected. */
export interface TotalRange {
  readonly least: Millis;
  readonly expected: Millis;
  readonly most: Millis;
}

/** The range of a timeline's total; all three are the same where nothing is open. */
export function totalRange({ events, total }: Timeline): TotalRange {
  let [least, expected, most] = [total as number, total as number, total as number];
  for (const { open, from, to } of events) {
    if (!open) continue;
    const now = to - from;
    least += open.least - now;
    expected += open.expected - now;
    most += open.cap - now;
  }
  return { least: millis(least), expected: millis(expected), most: millis(most) };
}

/** "22:51 in all", or "22:51 in all, from 19:20 to 26:30" where something is open. */
export function describeTotal(timeline: Timeline): string {
  const { least, expected, most } = totalRange(timeline);
  const all = timelineWords.timeline.inAll(formatClock(expected));
  return least === most ? all : timelineWords.timeline.fromTo(all, formatClock(least), formatClock(most));
}
