import { resolveConventions, type Conventions } from '../conventions/index.js';
import { checkCounted } from './check-counted.js';
import { checkStrokes } from './check-strokes.js';
import { cyclesHalfMillis, rateInSet, strokesInSet } from './dosage.js';
import type { SessionProblem } from './problem.js';
import type { CountedPassage, Passage, Session, StrokePassage } from './session.js';
import { sessionWords } from '../words/index.js';

/** Longest session, in hours: beyond it the numbers are a slip. */
export const LONGEST_SESSION_HOURS = 4;

/**
 * What the shape alone cannot say: phases of sane length, techniques within what they are, locks that can be set, a
 * session that fits into a day's work, ids that differ. Each problem names the nearest valid value.
 *
 * @param profile the instructor's conventions; the session's own overrides are laid over them here.
 */
export function checkSession(session: Session, profile: Conventions): readonly SessionProblem[] {
  const conventions = resolveConventions(profile, session.conventions);
  const problems: SessionProblem[] = [];
  let halfMillis = 0;
  const seen = new Set<string>();
  session.passages.forEach((passage, index) => {
    const pointer = `/passages/${index}`;
    if (seen.has(passage.id)) {
      const message = sessionWords.check.idTwice;
      problems.push({ code: 'duplicate-passage-id', pointer: `${pointer}/id`, message });
    }
    seen.add(passage.id);
    for (const problem of checkPassage(passage, conventions))
      problems.push({ ...problem, pointer: pointer + problem.pointer });
    halfMillis += passageHalfMillis(passage, conventions);
  });
  const hours = halfMillis / 2 / 3_600_000;
  if (hours > LONGEST_SESSION_HOURS) {
    const message = sessionWords.check.sessionTooLong(hours.toFixed(1), LONGEST_SESSION_HOURS);
    problems.push({ code: 'session-too-long', pointer: '/passages', message });
  }
  return problems;
}

/** What a student's body does not allow, with pointers into the session; what was never asked is no problem. */
export function checkForStudent(
  session: Session,
  student: { readonly tongueRolls: boolean | null },
): readonly SessionProblem[] {
  if (student.tongueRolls !== false) return [];
  return session.passages.flatMap((passage, index): SessionProblem[] => {
    if (passage.kind !== 'counted' || passage.inhaleThrough !== 'rolled-tongue') return [];
    const message = sessionWords.check.tongueDoesNotRoll;
    return [{ code: 'tongue-does-not-roll', pointer: `/passages/${index}/inhaleThrough`, message }];
  });
}

/** The problems of one passage, with pointers into it. */
export function checkPassage(passage: Passage, conventions: Conventions): readonly SessionProblem[] {
  switch (passage.kind) {
    case 'counted':
      return checkCounted(passage, conventions);
    case 'strokes':
      return checkStrokes(passage);
    case 'natural':
      return [];
  }
}

function passageHalfMillis(passage: Passage, conventions: Conventions): number {
  switch (passage.kind) {
    case 'natural':
      return passage.length * 2000;
    case 'strokes':
      return strokesHalfMillis(passage);
    case 'counted':
      return countedHalfMillis(passage, conventions);
  }
}

const taughtRounds = ({ teaching }: CountedPassage | StrokePassage): number =>
  teaching ? teaching.demonstrate + teaching.trial : 0;
const taughtSeconds = ({ teaching }: CountedPassage | StrokePassage): number =>
  teaching ? teaching.explainFor + teaching.quiet + teaching.ask : 0;

const countedHalfMillis = (passage: CountedPassage, conventions: Conventions): number =>
  cyclesHalfMillis(passage, conventions, passage.cycles + taughtRounds(passage) * 2) +
  (passage.ownPace + passage.handUp + passage.closing + taughtSeconds(passage)) * 2000;

function strokesHalfMillis(passage: StrokePassage): number {
  let sum = (passage.handUp + passage.closing) * 2000;
  sum += taughtSeconds(passage) * 2000;
  for (let set = 1; set <= passage.sets + taughtRounds(passage); set++) {
    const turn = (strokesInSet(passage, set) * 120_000) / rateInSet(passage, set) + 60_000;
    sum += turn * passage.turns.length;
  }
  return sum;
}
