import { sustainableOf, type StudentLine } from '@nuvrah/contract';
import { newSession, type Session } from '@nuvrah/core';

/** A first session, within what the student's breath sustains; as written where it is nobody's in particular. */
export const firstSessionFor = (
  student: Pick<StudentLine, 'capacity' | 'sittings' | 'comfort'> | null,
): Session =>
  newSession(
    'New session',
    { counted: crypto.randomUUID(), natural: crypto.randomUUID() },
    student && sustainableOf(student),
  );
