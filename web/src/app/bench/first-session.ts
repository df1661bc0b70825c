import { sustainableOf, type StudentLine } from '@nuvrah/contract';
import { newSession, type Session } from '@nuvrah/core';

/** A first session for a student, within what their breath sustains. */
export const firstSessionFor = (student: Pick<StudentLine, 'capacity' | 'sittings' | 'comfort'>): Session =>
  newSession(
    'New session',
    { counted: crypto.randomUUID(), natural: crypto.randomUUID() },
    sustainableOf(student),
  );
