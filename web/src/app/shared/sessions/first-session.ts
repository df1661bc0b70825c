import type { Student } from '@nuvrah/contract';
import {
  isBeginner,
  newFittedSession,
  newSession,
  sustainableOf,
  type ScreeningDay,
  type Session,
} from '@nuvrah/core';
import { sessionWords } from '../../words/session-words';

/** A first session, within what the student can do and in their seats; as written where it is nobody's in particular. */
export function firstSessionFor(student: Student | null, day: ScreeningDay): Session {
  const ids = { counted: crypto.randomUUID(), natural: crypto.randomUUID() };
  if (!student) return newSession(sessionWords.firstSession.newSession, ids);
  return newFittedSession(sessionWords.firstSession.newSession, ids, {
    sustainable: sustainableOf(student, day),
    seats: student.seats,
    conventions: day.profile,
    beginner: isBeginner(student),
  });
}
