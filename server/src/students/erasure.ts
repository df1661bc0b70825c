import { randomUUID } from 'node:crypto';
import { givenNameOf, routes } from '@nuvrah/contract';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { archiveOf } from './archive.js';

/** What stays of an entry of the audit trail: that something was decided, not about whom nor what. */
const TOMBSTONES_SQL = `
UPDATE audit_event SET student_id = NULL, detail = jsonb_build_object('said', 'Erased with the student.', 'before', null, 'after', null)
 WHERE instructor_id = $1 AND student_id = $2`;

/** Classes that phones followed in which the student was: they would be forgotten a day later, with the names of all. */
const FOLLOWED_SQL = `
DELETE FROM class_leading WHERE instructor_id = $1 AND EXISTS (
  SELECT 1 FROM jsonb_array_elements(people) AS one
    JOIN sitting ON sitting.id = (one ->> 'sittingId')::uuid WHERE sitting.student_id = $2)`;

const some = (number: number, word: string): string => `${number} ${word}${number === 1 ? '' : 's'}`;

/** Taking everything of a student out, and erasing it. */
export function implementErasure(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.studentArchive, async ({ store, params }) => {
    const content = await archiveOf(store, params.id);
    const student = await store.students.get(params.id);
    const today = localDay(await instructorById(source, store.instructorId), now());
    return { name: `${givenNameOf(student?.name ?? '').toLowerCase()}-${today}.zip`, content };
  });

  implement(routes.eraseStudent, async ({ store, params, body }) => {
    const student = await store.students.get(params.id);
    if (!student) throw notFound('student');
    if (body.name.trim() !== student.name) {
      const detail = `Type the name as it stands here: ${student.name}. Nothing was erased.`;
      throw invalidRequest([{ pointer: '/name', detail }]);
    }
    const mine = { studentId: params.id };
    return store.inTransaction(async (within) => {
      // What is being written about the student is finished first, or finds nobody: no entry is made behind the back of this one.
      if (!(await within.lockStudent(params.id))) throw notFound('student');
      const sittings = (await within.sittings.list(mine)).length;
      const sessions = (await within.sessions.list(mine, { withDeleted: true })).length;
      await within.query(TOMBSTONES_SQL, params.id);
      await within.query(FOLLOWED_SQL, params.id);
      // Everything that belongs to the student goes with the row.
      await within.students.remove({ id: params.id });
      const said = `A student was erased, with ${some(sittings, 'sitting')} and ${some(sessions, 'session')}.`;
      await within.auditEvents.add({
        id: randomUUID(),
        at: now(),
        studentId: null,
        kind: 'erased',
        detail: { said },
      });
      return { sittings, sessions };
    });
  });
}
