import { routes, type StoredOverruling } from '@nuvrah/contract';
import { describeMeasure, isReason, REASON_WANTED, RULES } from '@nuvrah/core';
import { writeAudit } from '../audit/audit.js';
import type { FindingOverrideRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { addOnce } from '../http/once.js';

const toOverruling = ({
  id,
  kind,
  rule,
  passageId,
  value,
  reason,
  madeAt,
}: FindingOverrideRow): StoredOverruling => ({
  id,
  kind,
  rule,
  passageId,
  value,
  reason,
  madeAt: madeAt.toISOString(),
});

/** The decisions in force about the findings of some sessions, by session. */
export async function overrulingsOf(
  store: InstructorStore,
  sessions: readonly string[],
): Promise<ReadonlyMap<string, StoredOverruling[]>> {
  const bySession = new Map<string, StoredOverruling[]>();
  for (const row of await store.overrulings.listIn('sessionId', sessions, { madeAt: 'ASC' })) {
    if (row.withdrawnAt !== null) continue;
    bySession.set(row.sessionId, [...(bySession.get(row.sessionId) ?? []), toOverruling(row)]);
  }
  return bySession;
}

/** A session whose findings can be decided about: they are about somebody. @throws RequestProblem (404). */
async function studentSession(store: InstructorStore, id: string, what: string): Promise<string> {
  const studentId = (await store.sessions.get(id))?.studentId ?? null;
  if (studentId === null) throw notFound(what);
  return studentId;
}

export function implementOverrulings(implement: Implement, now: () => Date): void {
  implement(routes.addOverruling, async ({ store, params, body }) => {
    const studentId = await studentSession(store, params.id, 'session of a student');
    const there = await store.overrulings.get(body.id);
    if (there) return toOverruling(there);
    const rule = RULES.find(({ id }) => id === body.rule);
    if (!rule) throw invalidRequest([{ pointer: '/rule', detail: 'There is no such rule.' }]);
    const wanted = body.kind === 'overruled' ? 'change' : 'care';
    if (rule.level !== wanted) {
      const detail = `Only "${wanted}" can be ${body.kind}; this rule says "${rule.level}".`;
      throw invalidRequest([{ pointer: '/kind', detail }]);
    }
    if (body.kind === 'overruled' && !isReason(body.reason))
      throw invalidRequest([{ pointer: '/reason', detail: REASON_WANTED }]);
    const row = { ...body, sessionId: params.id, madeAt: now(), withdrawnAt: null };
    await store.inTransaction(async (within) => {
      if (!(await addOnce(within.overrulings, row))) return;
      const said =
        `${describeMeasure(rule.feature, body.value, rule.over)} (${rule.id}). ${body.reason}`.trim();
      await writeAudit(within, now(), studentId, body.kind, said, { after: body.reason || body.kind });
    });
    return toOverruling({ ...row, instructorId: store.instructorId });
  });

  implement(routes.withdrawOverruling, async ({ store, params }) => {
    const there = await store.overrulings.get(params.id);
    if (!there) throw notFound('decision');
    const studentId = await studentSession(store, there.sessionId, 'decision');
    await store.inTransaction(async (within) => {
      await within.lockStudent(studentId);
      if ((await within.overrulings.get(params.id))?.withdrawnAt !== null) return;
      await within.overrulings.set(params.id, { withdrawnAt: now() });
      const said = `${there.rule}. ${there.reason}`;
      await writeAudit(within, now(), studentId, 'overruling-withdrawn', said, {
        before: there.reason || there.kind,
      });
    });
    return null;
  });
}
