import type { Sitting, Student } from '@nuvrah/contract';
import {
  newestNumbers,
  newSession,
  orderingRecordOf,
  screeningCaseOf,
  sessionFromChecked,
  isTechniqueId,
  type ComposeRequest,
  type ScreeningDay,
} from '@nuvrah/core';

/** What for, how long, and when in the day. */
export type Wanted = Pick<ComposeRequest, 'goals' | 'minutes' | 'dayPart'>;

/**
 * What a session for a student is composed from: the record, today, and the numbers that each technique was led with last.
 *
 * @param sittings those of the student, the newest first.
 */
export function composeRequestOf(
  student: Student,
  sittings: readonly Sitting[],
  day: ScreeningDay,
  wanted: Wanted,
): ComposeRequest {
  const placeholder = newSession('', { counted: 'a', natural: 'b' });
  const { session: _, ...screening } = screeningCaseOf(placeholder, student, [], day);
  const practised = student.practised.filter(isTechniqueId);
  const led = sittings.map(({ led, record, confirmed }) => ({
    session: sessionFromChecked(led.session),
    record,
    confirmed,
  }));
  return {
    ...screening,
    ...wanted,
    record: orderingRecordOf(student),
    emergency: student.emergency,
    practised,
    current: newestNumbers(led, practised),
  };
}
