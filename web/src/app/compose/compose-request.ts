import {
  orderingRecordOf,
  screeningCaseOf,
  type ScreeningDay,
  type StoredSession,
  type Student,
} from '@nuvrah/contract';
import {
  newSession,
  sessionFromChecked,
  type ComposeRequest,
  type Goal,
  type Passage,
  type TechniqueId,
} from '@nuvrah/core';

/** What a session for a student is composed from: the record, today, and the newest numbers of each technique. */
export function composeRequestOf(
  student: Student,
  sessions: readonly StoredSession[],
  day: ScreeningDay,
  goals: readonly Goal[],
  minutes: number,
): ComposeRequest {
  const placeholder = newSession('', { counted: 'a', natural: 'b' });
  const { session: _, ...screening } = screeningCaseOf(placeholder, student, [], day);
  return {
    ...screening,
    goals,
    minutes,
    seats: student.seats,
    record: orderingRecordOf(student),
    current: newestNumbers(student, sessions),
  };
}

/** The passages of the newest sessions, one for each technique that was practised easily. */
function newestNumbers(
  { easyRounds }: Student,
  sessions: readonly StoredSession[],
): Readonly<Partial<Record<TechniqueId, Passage>>> {
  const practised = new Set(easyRounds.map(({ technique }) => technique));
  const current: Partial<Record<TechniqueId, Passage>> = {};
  for (const { document } of sessions) {
    for (const passage of sessionFromChecked(document).passages) {
      if (passage.kind === 'natural' || !practised.has(passage.technique)) continue;
      current[passage.technique] ??= passage;
    }
  }
  return current;
}
