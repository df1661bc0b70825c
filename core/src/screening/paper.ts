import type { Seconds } from '../units/index.js';
import { holdTotals, type Timeline } from '../timeline/index.js';

/** Pauses up to this many seconds are turning pauses, not holds. */
export const LONGEST_PAUSE = 2 as Seconds;

/** Whether a session may be led, before screening by rules exists. */
export type LeadGate =
  | { readonly open: true }
  | { readonly open: false; readonly code: 'needs-paper-screening'; readonly longestHold: Seconds };

/** A session with a hold over 2 s is led only for a student whose paper screening is on record. */
export function leadGate(timeline: Timeline, screenedOnPaper: boolean): LeadGate {
  const { longest } = holdTotals(timeline);
  return longest > LONGEST_PAUSE && !screenedOnPaper
    ? { open: false, code: 'needs-paper-screening', longestHold: longest }
    : { open: true };
}
