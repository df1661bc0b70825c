import { resolveConventions, type Conventions } from '../conventions/index.js';
import type { Session } from '../session/index.js';
import { restNeededBeforeHold } from './rest-before-hold.js';
import { lengthOfStretches, stretchesOf } from './stretches.js';

/** Exact length of a whole session as planned, half milliseconds: as long as its timeline. @param profile the instructor's conventions. */
export function sessionHalfMillis(session: Session, profile: Conventions): number {
  const conventions = resolveConventions(profile, session.conventions);
  return session.passages.reduce((sum, passage, index) => {
    const before = session.passages[index - 1];
    const change = before && before.seat !== passage.seat ? Math.round(session.seatChange * 2000) : 0;
    const restBeforeHold = passage.kind === 'strokes' ? restNeededBeforeHold(session, index, conventions) : 0;
    const setting = { conventions, goal: session.goal, restBeforeHold };
    return sum + change + lengthOfStretches(stretchesOf(passage, setting));
  }, 0);
}
