import { randomUUID } from 'node:crypto';
import { routes, type SessionOwner, type StoredSession, type Student } from '@nuvrah/contract';
import {
  checkForStudent,
  checkSession,
  sessionFromChecked,
  type Conventions,
  type Session,
  type SessionJson,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById } from '../accounts/accounts.js';
import { getClass } from '../classes/classes.js';
import type { SessionRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';
import { addOnce } from '../http/once.js';
import { getStudent } from '../students/students.js';
import { variantsOf } from '../variants/variants.js';
import { overrulingsOf } from './overrulings.js';

const ownerOf = ({ studentId, classGroupId }: SessionRow): SessionOwner =>
  studentId !== null
    ? { kind: 'student', studentId }
    : classGroupId !== null
      ? { kind: 'class', classId: classGroupId }
      : { kind: 'nobody' };

const toStored = (row: SessionRow, overrulings: StoredSession['overrulings']): StoredSession => ({
  id: row.id,
  version: row.version,
  owner: ownerOf(row),
  document: row.document,
  tags: row.tags,
  archived: row.archivedAt !== null,
  updatedAt: row.updatedAt.toISOString(),
  overrulings,
});

/** The stored session. @throws RequestProblem (404) when it is not this instructor's. */
export async function getSession(store: InstructorStore, id: string): Promise<SessionRow> {
  const row = await store.sessions.get(id);
  if (!row) throw notFound('session');
  return row;
}

/** The stored session with what was decided about its findings. @throws RequestProblem (404). */
export async function getStoredSession(store: InstructorStore, id: string): Promise<StoredSession> {
  const row = await getSession(store, id);
  return toStored(row, (await overrulingsOf(store, [id])).get(id) ?? []);
}

/**
 * The stored session, also one that was deleted meanwhile: what was practised of it before is told all the same.
 * @throws RequestProblem (404).
 */
export async function getStoredSessionDeletedToo(store: InstructorStore, id: string): Promise<StoredSession> {
  const row = await store.sessions.getDeletedToo(id);
  if (!row) throw notFound('session');
  return toStored(row, (await overrulingsOf(store, [id])).get(id) ?? []);
}

/** Some stored sessions with what was decided about their findings; one that is not there is left out. */
export async function storedSessionsIn(
  store: InstructorStore,
  ids: readonly string[],
): Promise<readonly StoredSession[]> {
  return withOverrulings(store, await store.sessions.listIn('id', ids, { id: 'ASC' }));
}

async function withOverrulings(
  store: InstructorStore,
  rows: readonly SessionRow[],
): Promise<StoredSession[]> {
  const decided = await overrulingsOf(
    store,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => toStored(row, decided.get(row.id) ?? []));
}

/**
 * Refuses a document that could not be led: numbers that are none, a variant that is not this instructor's, a form that
 * this student cannot do (null where it is no student's). @throws RequestProblem (422) with a pointer for each.
 */
export async function refuseImpossible(
  store: InstructorStore,
  profile: Conventions,
  student: Pick<Student, 'tongueRolls'> | null,
  document: SessionJson,
): Promise<void> {
  const session = sessionFromChecked(document);
  const problems = [
    ...checkSession(session, profile),
    ...(student ? checkForStudent(session, student) : []),
    ...(await checkVariants(store, session)),
  ];
  if (problems.length === 0) return;
  throw invalidRequest(
    problems.map(({ pointer, message }) => ({ pointer: `/document${pointer}`, detail: message })),
  );
}

async function checkVariants(store: InstructorStore, { passages }: Session) {
  const techniques = new Map(
    (await variantsOf(store, passages)).map(({ id, document }) => [id, document.technique]),
  );
  return passages.flatMap(({ variant, technique }, index) => {
    if (variant === null || techniques.get(variant) === technique) return [];
    const message = 'This variant is not on your Shelf: choose the technique itself, or a variant of it.';
    return [{ pointer: `/passages/${index}/variant`, message }];
  });
}

export function implementSessions(implement: Implement, source: DataSource, now: () => Date): void {
  const refuse = async (
    store: InstructorStore,
    owner: SessionOwner,
    document: SessionJson,
  ): Promise<void> => {
    const instructor = await instructorById(source, store.instructorId);
    const student =
      owner.kind === 'student' ? await getStudent(store, instructor, owner.studentId, now()) : null;
    if (owner.kind === 'class') await getClass(store, owner.classId);
    await refuseImpossible(store, instructor.conventions, student, document);
  };

  implement(routes.listSessions, async ({ store, query }) => {
    const where = {
      ...(query.student && { studentId: query.student }),
      ...(query.class && { classGroupId: query.class }),
    };
    const rows = await store.sessions.list(where, { order: { updatedAt: 'DESC', id: 'ASC' } });
    return withOverrulings(store, rows);
  });

  implement(routes.getSession, ({ store, params }) => getStoredSession(store, params.id));

  implement(routes.addSession, async ({ store, body }) => {
    const { owner, document } = body;
    await refuse(store, owner, document);
    const at = now();
    const row = {
      id: body.id ?? randomUUID(),
      version: 1,
      studentId: owner.kind === 'student' ? owner.studentId : null,
      classGroupId: owner.kind === 'class' ? owner.classId : null,
      document,
      tags: [],
      archivedAt: null,
      deletedAt: null,
      createdAt: at,
      updatedAt: at,
    };
    await addOnce(store.sessions, row);
    return getStoredSession(store, row.id);
  });

  implement(routes.saveSession, async ({ store, params, body }) => {
    const before = await getSession(store, params.id);
    await refuse(store, ownerOf(before), body.document);
    const at = now();
    const saved = await store.inTransaction((within) =>
      changeDocument(within, { ...before, version: body.version }, body.document, at),
    );
    const stored = await getStoredSession(store, params.id);
    if (!saved) throw staleVersion(stored);
    return stored;
  });

  implement(routes.listSessionVersions, async ({ store, params }) => {
    await getSession(store, params.id);
    const order = { version: 'DESC' } as const;
    const rows = await store.sessionVersions.list({ sessionId: params.id }, { order, take: MOST_VERSIONS });
    return rows.map(({ version, document, savedAt }) => ({
      version,
      document,
      savedAt: savedAt.toISOString(),
    }));
  });
}

/** A session saves itself with every edit: what stood for so long is a version, what was there for a moment is not. */
const STOOD_LONG_ENOUGH = 10 * 60_000;
/** Versions that are shown. */
const MOST_VERSIONS = 50;

/**
 * Puts a document in the place of the one that is stored, which is kept as a version if it stood long enough.
 * @returns false, and nothing changed, where it is stored in another version by now.
 */
export async function changeDocument(
  store: InstructorStore,
  before: SessionRow,
  document: SessionJson,
  at: Date,
): Promise<boolean> {
  if (!(await store.sessions.change(before.id, before.version, { document, updatedAt: at }))) return false;
  if (at.getTime() - before.updatedAt.getTime() >= STOOD_LONG_ENOUGH) await keepVersion(store, before);
  return true;
}

async function keepVersion(
  store: InstructorStore,
  { id, version, document, updatedAt }: SessionRow,
): Promise<void> {
  await store.sessionVersions.add({ id: randomUUID(), sessionId: id, version, document, savedAt: updatedAt });
}
