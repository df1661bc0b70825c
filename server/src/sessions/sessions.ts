import { randomUUID } from 'node:crypto';
import { routes, type StoredSession } from '@nuvrah/contract';
import { checkSession, sessionFromChecked, type SessionJson } from '@nuvrah/core';
import type { SessionRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';
import { getStudent } from '../students/students.js';

const toStored = (row: SessionRow): StoredSession => ({
  id: row.id,
  version: row.version,
  studentId: row.studentId,
  document: row.document,
  updatedAt: row.updatedAt.toISOString(),
});

/** The stored session. @throws RequestProblem (404) when it is not this instructor's. */
export async function getSession(store: InstructorStore, id: string): Promise<SessionRow> {
  const row = await store.sessions.get(id);
  if (!row) throw notFound('session');
  return row;
}

function refuseImpossible(document: SessionJson): void {
  const problems = checkSession(sessionFromChecked(document));
  if (problems.length === 0) return;
  throw invalidRequest(
    problems.map(({ pointer, message }) => ({ pointer: `/document${pointer}`, detail: message })),
  );
}

export function implementSessions(implement: Implement, now: () => Date): void {
  implement(routes.listSessions, async ({ store, query }) => {
    const where = query.student ? { studentId: query.student } : {};
    return (await store.sessions.list(where, { order: { updatedAt: 'DESC', id: 'ASC' } })).map(toStored);
  });

  implement(routes.getSession, async ({ store, params }) => toStored(await getSession(store, params.id)));

  implement(routes.addSession, async ({ store, body }) => {
    await getStudent(store, body.studentId);
    refuseImpossible(body.document);
    const at = now();
    const row = { id: randomUUID(), version: 1, ...body, createdAt: at, updatedAt: at };
    await store.sessions.add(row);
    return toStored({ ...row, instructorId: store.instructorId });
  });

  implement(routes.saveSession, async ({ store, params, body }) => {
    refuseImpossible(body.document);
    const saved = await store.sessions.change(params.id, body.version, {
      document: body.document,
      updatedAt: now(),
    });
    const row = await getSession(store, params.id);
    if (!saved) throw staleVersion(toStored(row));
    return toStored(row);
  });
}
