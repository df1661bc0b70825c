import type { Owned } from '../db/entities.js';
import type { ScopedTable } from '../db/scoped-table.js';
import { idTaken } from './problem.js';

/**
 * Adds a row whose id its sender made: sent twice, also at the same time, it is there once.
 * @returns whether it is new. @throws RequestProblem (409) where the id is somebody else's.
 */
export async function addOnce<T extends Owned>(
  table: ScopedTable<T>,
  row: Omit<T, 'instructorId'> & { readonly id: string },
): Promise<boolean> {
  if (await table.addIfNew(row)) return true;
  if (!(await table.get(row.id))) throw idTaken();
  return false;
}
