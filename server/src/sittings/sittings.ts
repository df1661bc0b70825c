import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import {
  dayCheckOf,
  readinessOf,
  routes,
  screeningCaseOf,
  type BodyOf,
  type LedFinding,
  type Sitting,
} from '@nuvrah/contract';
import {
  leadNeeds,
  resolveConventions,
  screenCase,
  sessionFromChecked,
  type StandingFinding,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { SittingPassageRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { idTaken, nobodys, notFound, notReady, staleVersion } from '../http/problem.js';
import { getStoredSession, refuseImpossible } from '../sessions/sessions.js';
import { getStudent } from '../students/students.js';
import { variantsOf } from '../variants/variants.js';
import { passageToRow, toSitting } from './sitting-rows.js';

async function getSitting(store: InstructorStore, id: string): Promise<Sitting> {
  const row = await store.sittings.get(id);
  if (!row) throw notFound('sitting');
  return toSitting(row, await store.sittingPassages.list({ sittingId: id }, { order: { position: 'ASC' } }));
}

async function listSittings(store: InstructorStore, student: string | undefined): Promise<Sitting[]> {
  const where = student ? { studentId: student } : {};
  const rows = await store.sittings.list(where, { order: { startedAt: 'DESC', id: 'ASC' } });
  const passages = new Map<string, SittingPassageRow[]>();
  const ofThese = rows.map(({ id }) => id);
  for (const passage of await store.sittingPassages.listIn('sittingId', ofThese, { position: 'ASC' })) {
    passages.set(passage.sittingId, [...(passages.get(passage.sittingId) ?? []), passage]);
  }
  return rows.map((row) => toSitting(row, passages.get(row.id) ?? []));
}

/** A finding as it is kept with the sitting. */
function toLedFinding({ rule, passageId, value, level, standing }: StandingFinding): LedFinding {
  const because =
    standing.kind === 'cleared'
      ? `${standing.clinician}, until ${standing.until}`
      : standing.kind === 'overruled'
        ? standing.reason
        : '';
  return { rule, passageId, value, level, standing: standing.kind, because };
}

/** Whether a sitting already holds exactly what is sent. */
const saysTheSame = ({ record, effort, note }: Sitting, sent: BodyOf<typeof routes.recordSitting>): boolean =>
  effort === sent.effort && note === sent.note && isDeepStrictEqual(record, sent.record);

export function implementSittings(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.listSittings, ({ store, query }) => listSittings(store, query.student));

  implement(routes.getSitting, ({ store, params }) => getSitting(store, params.id));

  implement(routes.beginSitting, async ({ store, body }) => {
    if (await store.sittings.get(body.id)) return getSitting(store, body.id);
    const session = await getStoredSession(store, body.sessionId);
    if (session.version !== body.sessionVersion)
      throw staleVersion({ id: session.id, version: session.version });
    if (session.owner.kind !== 'student') throw nobodys();
    const student = await getStudent(store, session.owner.studentId);
    const instructor = await instructorById(source, store.instructorId);
    const { conventions: profile } = instructor;
    // What was true when it was saved may not be any more.
    await refuseImpossible(store, profile, student, session.document);
    const document = sessionFromChecked(session.document);
    const day = { today: localDay(instructor, now()), now: now().getTime(), profile };
    const findings = screenCase(screeningCaseOf(document, student, session.overrulings, day));
    const needs = leadNeeds(document, readinessOf(student, day), findings, day.today);
    if (needs.length > 0) throw notReady(needs);
    const added = await store.sittings.addIfNew({
      id: body.id,
      studentId: student.id,
      sessionId: session.id,
      version: 1,
      startedAt: now(),
      led: {
        session: session.document,
        conventions: resolveConventions(profile, document.conventions),
        hand: student.hand,
        variants: await variantsOf(store, document.passages),
        dayCheck: dayCheckOf(student, day.today),
        findings: findings.map(toLedFinding),
      },
      outcome: null,
      ledMillis: null,
      pauses: null,
      signs: null,
      effort: null,
      note: '',
    });
    if (!added && !(await store.sittings.get(body.id))) throw idTaken();
    return getSitting(store, body.id);
  });

  implement(routes.recordSitting, async ({ store, params, body }) => {
    const { version, record, effort, note } = body;
    // A record whose answer was lost on the way is sent again: it is on record once, and that is the answer.
    const before = await getSitting(store, params.id);
    if (before.version === version + 1 && saysTheSame(before, body)) return before;
    await store.whole(async (within) => {
      const change = {
        outcome: record.outcome,
        ledMillis: record.led,
        pauses: record.pauses,
        signs: record.signs,
        effort,
        note,
      };
      const saved = await within.sittings.change(params.id, version, change);
      if (!saved) throw staleVersion(await getSitting(store, params.id));
      if (before.record !== null) {
        // What was on record stays beside what it is corrected to.
        const { effort: was, note: said } = before;
        const correction = { id: randomUUID(), sittingId: params.id, version, correctedAt: now() };
        await within.corrections.add({ ...correction, effort: was, note: said });
      }
      await within.sittingPassages.remove({ sittingId: params.id });
      await within.sittingPassages.addAll(
        record.passages.map((passage, position) => passageToRow(passage, params.id, position)),
      );
    });
    return getSitting(store, params.id);
  });
}
