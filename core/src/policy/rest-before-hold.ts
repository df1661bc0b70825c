import type { Conventions } from '../conventions/index.js';
import type { CountedPassage, Session } from '../session/index.js';
import { countsToSeconds } from '../units/index.js';
import { everyCycle } from './cycles.js';
import { holdsAmong, isHoldLength } from './stops.js';
import { lengthOfStretches, stretchesOf } from './stretches.js';
import { STROKE_REST } from './stroke-rest.js';

/** The longest hold that a counted passage comes to, of each kind, in seconds; pauses are none. Domain 20, at its most. */
export function longestHolds(
  passage: CountedPassage,
  conventions: Conventions,
): { readonly internalHold: number; readonly externalHold: number } {
  const longest = { internalHold: 0, externalHold: 0 };
  for (const { stops } of everyCycle(passage, conventions)) {
    const { internalHold, externalHold } = holdsAmong(stops);
    longest.internalHold = Math.max(longest.internalHold, internalHold);
    longest.externalHold = Math.max(longest.externalHold, externalHold);
  }
  return longest;
}

/** The longest hold that any passage comes to, seconds; 0 where there are pauses at most. */
export function longestHoldOf(passage: Session['passages'][number], conventions: Conventions): number {
  switch (passage.kind) {
    case 'natural':
      return 0;
    case 'strokes': {
      const held = passage.recovery ? countsToSeconds(passage.recovery.hold, passage.pace) : 0;
      return isHoldLength(held) ? held : 0;
    }
    case 'counted': {
      const { internalHold, externalHold } = longestHolds(passage, conventions);
      return Math.max(internalHold, externalHold);
    }
  }
}

/**
 * Seconds of natural breathing that the last strokes of a passage need because a hold follows: what the passages between
 * them and the hold do not give already. 0 where no hold comes before the strokes have worn off. Domain 10, rest.
 */
export function restNeededBeforeHold(session: Session, index: number, conventions: Conventions): number {
  let between = 0;
  for (const passage of session.passages.slice(index + 1)) {
    // Other strokes rest for what follows them.
    if (passage.kind === 'strokes') return 0;
    if (longestHoldOf(passage, conventions) > 0) return Math.max(0, STROKE_REST.beforeHolds - between);
    const setting = { conventions, goal: session.goal, restBeforeHold: 0 };
    between += lengthOfStretches(stretchesOf(passage, setting), 'least') / 2000;
    if (between >= STROKE_REST.beforeHolds) return 0;
  }
  return 0;
}
