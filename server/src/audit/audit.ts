import { randomUUID } from 'node:crypto';
import { routes, type AuditKind } from '@nuvrah/contract';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';

/** What stood before and after, in words; left out where there was nothing. */
export interface AuditChange {
  readonly before?: string | null;
  readonly after?: string | null;
}

/** Puts a decision into the audit trail; called within the same transaction as what it is about. */
export const writeAudit = (
  store: InstructorStore,
  at: Date,
  studentId: string,
  kind: AuditKind,
  said: string,
  { before = null, after = null }: AuditChange = {},
): Promise<void> =>
  store.auditEvents.add({ id: randomUUID(), at, studentId, kind, detail: { said, before, after } });

export function implementAudit(implement: Implement): void {
  implement(routes.listAuditEvents, async ({ store, query }) => {
    const where = query.student ? { studentId: query.student } : {};
    const events = await store.auditEvents.list(where, { order: { at: 'DESC', id: 'ASC' }, take: 500 });
    return events.map(({ id, at, studentId, kind, detail }) => ({
      id,
      at: at.toISOString(),
      studentId,
      kind,
      said: detail.said,
      before: detail.before ?? null,
      after: detail.after ?? null,
    }));
  });
}
