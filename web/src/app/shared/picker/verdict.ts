import type { Student } from '@nuvrah/contract';
import {
  blocksLeading,
  describeFinding,
  LEVELS,
  screenCase,
  screeningCaseOf,
  type Passage,
  type ScreeningDay,
  type Session,
} from '@nuvrah/core';
import type { Verdict } from './picker-sight';

/** The strictest that would keep a passage from being led by itself, in a session like this one; null where nothing does. */
export function verdictOn(
  passage: Passage,
  session: Session,
  student: Student,
  day: ScreeningDay,
): Verdict | null {
  const alone = { ...session, passages: [passage] };
  const against = screenCase(screeningCaseOf(alone, student, [], day))
    .filter((finding) => finding.passageId !== null && blocksLeading(finding))
    .sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level))[0];
  return against ? { level: against.level, text: describeFinding(against) } : null;
}
