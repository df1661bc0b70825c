import type { Student } from '@nuvrah/contract';
import {
  isBeginner,
  newFittedSession,
  newSession,
  sustainableOf,
  type ScreeningDay,
  type Session,
} from '@nuvrah/core';

/** A first session, within what the student can do and in their seats; as written where it is nobody's in particular. */
export function firstSessionFor(student: Student | null, day: ScreeningDay): Session {
  const ids = { counted: crypto.randomUUID(), natural: crypto.randomUUID() };
  if (!student) return newSession('New session', ids);
  return newFittedSession('New session', ids, {
    sustainable: sustainableOf(student, day),
    seats: student.seats,
    conventions: day.profile,
    beginner: isBeginner(student),
  });
}
