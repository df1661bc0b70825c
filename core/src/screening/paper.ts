import type { Seconds } from '../units/index.js';
import { holdTotals, type Timeline } from '../timeline/index.js';

/** Pauses up to this many seconds are turning pauses, not holds. */
export const LONGEST_PAUSE = 2 as Seconds;

/** What of a session asks for screening. */
export interface NeedsScreening {
  /** Longest hold over {@link LONGEST_PAUSE}, in seconds; null where there is none. */
  readonly longestHold: Seconds | null;
  readonly locks: boolean;
  readonly strokes: boolean;
}

/** Whether a session may be led, before screening by rules exists. */
export type LeadGate =
  | { readonly open: true }
  | { readonly open: false; readonly code: 'needs-paper-screening'; readonly needs: NeedsScreening };

/** A session with a hold over 2 s, a lock or strokes is led only for a student whose paper screening is on record. */
export function leadGate(timeline: Timeline, screenedOnPaper: boolean): LeadGate {
  const { longest } = holdTotals(timeline);
  const needs: NeedsScreening = {
    longestHold: longest > LONGEST_PAUSE ? longest : null,
    locks: timeline.events.some(({ locks }) => locks !== null),
    strokes: timeline.events.some(({ strokes }) => strokes !== null),
  };
  const asked = needs.longestHold !== null || needs.locks || needs.strokes;
  return asked && !screenedOnPaper ? { open: false, code: 'needs-paper-screening', needs } : { open: true };
}

/** "a hold of 12 s, locks and strokes". */
export function describeNeeds({ longestHold, locks, strokes }: NeedsScreening): string {
  const parts = [
    ...(longestHold === null ? [] : [`a hold of ${longestHold} s`]),
    ...(locks ? ['locks'] : []),
    ...(strokes ? ['strokes'] : []),
  ];
  return parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}
