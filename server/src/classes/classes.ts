import { randomUUID } from 'node:crypto';
import { routes, type ClassGroup } from '@nuvrah/contract';
import type { ClassGroupRow, ClassMemberRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';
import { addOnce } from '../http/once.js';

const toClass = (row: ClassGroupRow, members: readonly ClassMemberRow[]): ClassGroup => ({
  id: row.id,
  version: row.version,
  name: row.name,
  note: row.note,
  members: members.map(({ studentId }) => studentId),
  archived: row.archivedAt !== null,
});

/** The classes with these ids, or all of them, by name. */
async function classesOf(store: InstructorStore, ids: readonly string[] | null): Promise<ClassGroup[]> {
  const order = { name: 'ASC', id: 'ASC' } as const;
  const rows = ids ? await store.classes.listIn('id', ids, order) : await store.classes.list({}, { order });
  const members = await store.classMembers.listIn(
    'classGroupId',
    rows.map(({ id }) => id),
    { position: 'ASC' },
  );
  return rows.map((row) =>
    toClass(
      row,
      members.filter(({ classGroupId }) => classGroupId === row.id),
    ),
  );
}

/** One class. @throws RequestProblem (404) when it is not this instructor's. */
export async function getClass(store: InstructorStore, id: string): Promise<ClassGroup> {
  const [found] = await classesOf(store, [id]);
  if (!found) throw notFound('class');
  return found;
}

async function refuseStrangers(store: InstructorStore, members: readonly string[]): Promise<void> {
  const known = new Set((await store.students.listIn('id', members, { id: 'ASC' })).map(({ id }) => id));
  const strangers = members.flatMap((id, index) =>
    known.has(id)
      ? []
      : [{ pointer: `/members/${index}`, detail: 'There is no such student: take it out of the class.' }],
  );
  if (strangers.length > 0) throw invalidRequest(strangers);
}

async function setMembers(store: InstructorStore, id: string, members: readonly string[]): Promise<void> {
  await store.classMembers.remove({ classGroupId: id });
  if (members.length === 0) return;
  await store.classMembers.addAll(
    members.map((studentId, position) => ({ id: randomUUID(), classGroupId: id, studentId, position })),
  );
}

export function implementClasses(implement: Implement, now: () => Date): void {
  implement(routes.listClasses, ({ store }) => classesOf(store, null));

  implement(routes.addClass, async ({ store, body }) => {
    const { id, name, note, members } = body;
    if (await store.classes.get(id)) return getClass(store, id);
    await refuseStrangers(store, members);
    await store.inTransaction(async (within) => {
      const row = { id, version: 1, name: name.trim(), note, archivedAt: null, createdAt: now() };
      if (!(await addOnce(within.classes, row))) return;
      await setMembers(within, id, members);
    });
    return getClass(store, id);
  });

  implement(routes.getClass, ({ store, params }) => getClass(store, params.id));

  implement(routes.changeClass, async ({ store, params, body }) => {
    const before = await store.classes.get(params.id);
    if (!before) throw notFound('class');
    await refuseStrangers(store, body.members);
    const saved = await store.inTransaction(async (within) => {
      const changed = await within.classes.change(params.id, body.version, {
        name: body.name.trim(),
        note: body.note,
        archivedAt: body.archived ? (before.archivedAt ?? now()) : null,
      });
      if (changed) await setMembers(within, params.id, body.members);
      return changed;
    });
    const stored = await getClass(store, params.id);
    if (!saved) throw staleVersion(stored);
    return stored;
  });
}
