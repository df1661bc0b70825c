import { countsOf, PHASE_KINDS, PHASE_NAMES } from '../ratio/index.js';
import { cycleHalfMillis } from './dosage.js';
import { LONGEST_PHASE } from './edits.js';
import type { Session } from './session.js';

/** Longest session, in hours: beyond it the numbers are a slip. */
export const LONGEST_SESSION_HOURS = 4;

/** Something about a session that makes it impossible to lead; `pointer` is a JSON pointer into the document. */
export interface SessionProblem {
  readonly code: 'phase-too-long' | 'session-too-long' | 'duplicate-passage-id';
  readonly pointer: string;
  readonly message: string;
}

/** What the shape alone cannot say: phases of sane length, a session that fits into a day's work, ids that differ. */
export function checkSession(session: Session): readonly SessionProblem[] {
  const problems: SessionProblem[] = [];
  let halfMillis = 0;
  const seen = new Set<string>();
  session.passages.forEach((passage, index) => {
    const pointer = `/passages/${index}`;
    if (seen.has(passage.id)) {
      problems.push({
        code: 'duplicate-passage-id',
        pointer: `${pointer}/id`,
        message: 'Two passages have the same id: give each its own.',
      });
    }
    seen.add(passage.id);
    if (passage.kind === 'natural') {
      halfMillis += passage.length * 2000;
      return;
    }
    const phaseCounts = countsOf(passage);
    for (const kind of PHASE_KINDS) {
      if (phaseCounts[kind] <= LONGEST_PHASE) continue;
      problems.push({
        code: 'phase-too-long',
        pointer: `${pointer}/base`,
        message: `The ${PHASE_NAMES[kind]} would be ${phaseCounts[kind]} counts; ${LONGEST_PHASE} is the most. Lower the base or the ratio.`,
      });
    }
    halfMillis += cycleHalfMillis(passage, passage.pace) * passage.cycles;
    halfMillis += (passage.handUp + passage.closing) * 2000;
  });
  const hours = halfMillis / 2 / 3_600_000;
  if (hours > LONGEST_SESSION_HOURS) {
    problems.push({
      code: 'session-too-long',
      pointer: '/passages',
      message: `This would take ${hours.toFixed(1)} hours; ${LONGEST_SESSION_HOURS} is the most. Lower the rounds, the counts or the pace.`,
    });
  }
  return problems;
}
