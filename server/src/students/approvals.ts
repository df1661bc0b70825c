import { routes, type StoredApproval } from '@nuvrah/contract';
import { describeApprovalOf, isPersonName, NAME_WANTED, dayInWords } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import { writeAudit } from '../audit/audit.js';
import type { ApprovalRow } from '../db/entities.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { addOnce } from '../http/once.js';

export const toApproval = ({ id, of, by, givenOn, note }: ApprovalRow): StoredApproval => ({
  id,
  of,
  by,
  givenOn,
  note,
});

/** "bellows breath, by Tamsin Hale-Okoro, 1 Mar 2026". */
const describe = ({ of, by, givenOn }: Pick<ApprovalRow, 'of' | 'by' | 'givenOn'>): string =>
  `${describeApprovalOf(of)}, by ${by}, ${dayInWords(givenOn)}`;

/** What teachers approved of: what, when, by whom. */
export function implementApprovals(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.addApproval, async ({ store, params, body }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const there = await store.approvals.get(body.id);
    if (there) return toApproval(there);
    const today = localDay(await instructorById(source, store.instructorId), now());
    if (!isPersonName(body.by)) throw invalidRequest([{ pointer: '/by', detail: NAME_WANTED }]);
    if (body.givenOn > today) {
      const detail = 'An approval is given before it is recorded: use today or an earlier day.';
      throw invalidRequest([{ pointer: '/givenOn', detail }]);
    }
    const row = { ...body, studentId: params.id, createdAt: now(), withdrawnAt: null };
    await store.inTransaction(async (within) => {
      if (!(await addOnce(within.approvals, row))) return;
      const said = describe(body);
      await writeAudit(within, now(), params.id, 'approval-added', said, { after: said });
    });
    return body;
  });

  implement(routes.withdrawApproval, async ({ store, params }) => {
    const there = await store.approvals.get(params.id);
    if (!there) throw notFound('approval');
    await store.inTransaction(async (within) => {
      await within.lockStudent(there.studentId);
      if ((await within.approvals.get(params.id))?.withdrawnAt !== null) return;
      await within.approvals.set(params.id, { withdrawnAt: now() });
      const said = describe(there);
      await writeAudit(within, now(), there.studentId, 'approval-withdrawn', said, { before: said });
    });
    return null;
  });
}
