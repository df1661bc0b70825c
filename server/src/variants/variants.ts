import { routes, type Sitting, type StoredVariant } from '@nuvrah/contract';
import { checkVariant, checkVariantName, TECHNIQUES, type Passage, type Variant } from '@nuvrah/core';
import type { TechniqueVariantRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';
import { addOnce } from '../http/once.js';

const toStored = ({ id, version, document, archivedAt }: TechniqueVariantRow): StoredVariant => ({
  id,
  version,
  document,
  archived: archivedAt !== null,
});

/** The variants that passages were made from, as they are now; one that is gone is left out. */
export async function variantsOf(
  store: InstructorStore,
  passages: readonly Passage[],
): Promise<Sitting['led']['variants']> {
  const used = [...new Set(passages.flatMap(({ variant }) => (variant === null ? [] : [variant])))];
  const rows = await store.variants.listIn('id', used, { name: 'ASC' });
  return rows.map(({ id, version, document }) => ({ id, version, document }));
}

/** Names that a new one must differ from: every technique's in each way of writing, and the other variants'. */
async function takenNames(store: InstructorStore, except: string): Promise<string[]> {
  const others = (await store.variants.list({})).filter(({ id }) => id !== except);
  return [...TECHNIQUES.flatMap(({ names }) => Object.values(names)), ...others.map(({ name }) => name)];
}

async function refuseImpossible(
  store: InstructorStore,
  id: string,
  document: StoredVariant['document'],
): Promise<void> {
  const problems = checkVariant(document as Variant).map(({ pointer, message }) => ({
    pointer: `/document${pointer}`,
    detail: message,
  }));
  if (!checkVariantName(document.name, await takenNames(store, id)).ok) {
    const detail = `There is a technique named "${document.name.trim()}" already: add what is different about this one.`;
    problems.push({ pointer: '/document/name', detail });
  }
  if (problems.length > 0) throw invalidRequest(problems);
}

export function implementVariants(implement: Implement, now: () => Date): void {
  implement(routes.listVariants, async ({ store }) =>
    (await store.variants.list({}, { order: { name: 'ASC' } })).map(toStored),
  );

  implement(routes.addVariant, async ({ store, body }) => {
    const there = await store.variants.get(body.id);
    if (there) return toStored(there);
    await refuseImpossible(store, body.id, body.document);
    const name = body.document.name.trim();
    const row = {
      id: body.id,
      version: 1,
      name,
      document: { ...body.document, name },
      archivedAt: null,
      createdAt: now(),
    };
    await addOnce(store.variants, row);
    return toStored({ ...row, instructorId: store.instructorId });
  });

  implement(routes.changeVariant, async ({ store, params, body }) => {
    const before = await store.variants.get(params.id);
    if (!before) throw notFound('variant');
    await refuseImpossible(store, params.id, body.document);
    const name = body.document.name.trim();
    const saved = await store.variants.change(params.id, body.version, {
      name,
      document: { ...body.document, name },
      archivedAt: body.archived ? (before.archivedAt ?? now()) : null,
    });
    const row = await store.variants.get(params.id);
    if (!row) throw notFound('variant');
    if (!saved) throw staleVersion(toStored(row));
    return toStored(row);
  });
}
