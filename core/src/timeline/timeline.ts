import type { Numbers, PhaseKind } from '../ratio/index.js';
import type { Side } from '../session/index.js';
import type { TechniqueId } from '../technique/index.js';
import type { Counts, Millis, Pace } from '../units/index.js';
import type { Cue } from './cue.js';
import type { HandAtNose } from './fingers.js';

export type Airway = Side | 'both' | 'closed';

/** A phase of a cycle, or one of the uncounted stretches around the rounds. */
export type EventKind = PhaseKind | 'handUp' | 'freeBreath' | 'closing' | 'natural';

/** opening: hand up and emptying; rounds: the counted rounds; closing: hand down, one breath through both; rest: natural. */
export type Section = 'opening' | 'rounds' | 'closing' | 'rest';

/** One stretch of the session during which nothing changes but the count. It covers [from, to). */
export interface TimelineEvent {
  readonly index: number;
  readonly from: Millis;
  readonly to: Millis;
  readonly passage: number;
  readonly section: Section;
  readonly kind: EventKind;
  /** Rounds and cycles are counted from 1; null outside the rounds. */
  readonly round: number | null;
  readonly cycle: number | null;
  readonly airway: Airway;
  /** Length in counts; null where nothing is counted. */
  readonly counts: Counts | null;
  /** Moments, from the session's start, at which a count begins. */
  readonly ticks: readonly Millis[];
  readonly hand: HandAtNose | null;
  readonly cue: Cue;
}

/** Where one passage lies; all times from the session's start. */
export interface PassageSpan {
  readonly id: string;
  readonly technique: TechniqueId;
  readonly from: Millis;
  readonly to: Millis;
  /** null for natural breathing. */
  readonly rounds: RoundsSpan | null;
}

export interface RoundsSpan {
  readonly from: Millis;
  readonly to: Millis;
  readonly startsOn: Side;
  readonly pace: Pace;
  readonly cycles: number;
  readonly cyclesPerRound: 1 | 2;
}

export interface Timeline {
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
  | { readonly kind: 'end-after'; readonly passageId: string; readonly cycle: number };

/** Where leading is taken up again after an interruption. */
export type ResumePoint =
  | { readonly kind: 'cycle'; readonly passage: number; readonly cycle: number }
  | { readonly kind: 'closing'; readonly passage: number }
  | { readonly kind: 'rest'; readonly passage: number; readonly remaining: Millis };

/** What happened on the way: changes, and where this take begins (null: at the beginning). */
export interface LeadPlan {
  readonly changes: readonly LiveChange[];
  readonly from: ResumePoint | null;
}

export const AS_WRITTEN: LeadPlan = { changes: [], from: null };

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
