import { routes, type SessionReview, type StoredSession, type Student } from '@nuvrah/contract';
import { compileSession, isToResolve, reviewToLead, sessionFromChecked } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { InstructorRow } from '../db/entities.js';
import type { Implement } from '../http/implement.js';
import { getStudents } from '../students/students.js';
import { storedSessionsIn } from './sessions.js';

/** What stands in the way of sessions, many at once. */
export function implementSessionReviews(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.reviewSessions, async ({ store, query }) => {
    const instructor = await instructorById(source, store.instructorId);
    const sessions = await storedSessionsIn(store, query.ids.split(','));
    const owners = sessions.flatMap(({ owner }) => (owner.kind === 'student' ? owner.studentId : []));
    const students = await getStudents(store, instructor, [...new Set(owners)], now());
    return sessions.map((session) => {
      const { owner } = session;
      const student = owner.kind === 'student' ? (students.get(owner.studentId) ?? null) : null;
      return reviewOf(session, student, instructor, now());
    });
  });
}

function reviewOf(
  { id, document, overrulings }: StoredSession,
  student: Student | null,
  instructor: InstructorRow,
  now: Date,
): SessionReview {
  const { conventions: profile } = instructor;
  const session = sessionFromChecked(document);
  const day = { today: localDay(instructor, now), now: now.getTime(), profile };
  return {
    id,
    length: Math.round(compileSession(session, student ?? { hand: 'right' }, profile).total),
    toResolve: student && reviewToLead(session, student, overrulings, day).needs.filter(isToResolve).length,
  };
}
