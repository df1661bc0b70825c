import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { MOST_IN_CLASS, routes, type BodyOf, type Sitting } from '@nuvrah/contract';
import { signById, takeBackSign, wentOn, type SignId } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById } from '../accounts/accounts.js';
import { writeAudit } from '../audit/audit.js';
import type { LedSnapshot } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import {
  idTaken,
  invalidRequest,
  sessionHasNoStudent,
  notFound,
  notReady,
  staleVersion,
  type RequestProblem,
} from '../http/problem.js';
import { getStoredSession, refuseImpossible } from '../sessions/sessions.js';
import { getStudent } from '../students/students.js';
import { leadingOf } from './leading.js';
import { bySitting, NOT_RECORDED, passageToRow, recordToRow, toSitting } from './sitting-rows.js';

async function getSitting(store: InstructorStore, id: string): Promise<Sitting> {
  const row = await store.sittings.get(id);
  if (!row) throw notFound('sitting');
  const [passages, report] = await Promise.all([
    store.sittingPassages.list({ sittingId: id }, { order: { position: 'ASC' } }),
    store.homeReports.first({ sittingId: id }, { id: 'ASC' }),
  ]);
  return toSitting(row, passages, report?.receivedAt ?? null);
}

async function listSittings(store: InstructorStore, student: string | undefined): Promise<Sitting[]> {
  const where = student ? { studentId: student } : {};
  const rows = await store.sittings.list(where, { order: { startedAt: 'DESC', id: 'ASC' } });
  const ofThese = rows.map(({ id }) => id);
  const passages = bySitting(await store.sittingPassages.listIn('sittingId', ofThese, { position: 'ASC' }));
  const reports = await store.homeReports.listIn('sittingId', ofThese, { id: 'ASC' });
  const received = new Map(reports.map(({ sittingId, receivedAt }) => [sittingId, receivedAt]));
  return rows.map((row) => toSitting(row, passages.get(row.id) ?? [], received.get(row.id) ?? null));
}

/** Nobody is led in two lanes at once, and there is an end to how many are led. */
function refuseCrowd(students: readonly string[]): void {
  const refuse = (detail: string): RequestProblem => invalidRequest([{ pointer: '/lanes', detail }]);
  if (students.length > MOST_IN_CLASS) throw refuse(`At most ${MOST_IN_CLASS} people are led at once.`);
  if (new Set(students).size < students.length) throw refuse('Put each student into one lane only.');
}

type BegunRow = Parameters<InstructorStore['sittings']['addIfNew']>[0];

/** What every sitting begins with. */
const begunSitting = (startedAt: Date, led: LedSnapshot) =>
  ({
    version: 1,
    startedAt,
    led,
    ...NOT_RECORDED,
    recordedAt: null,
    confirmed: true,
    effort: null,
    feltBefore: null,
    feltAfter: null,
    note: '',
  }) as const;

/** How it felt, as it is sent, or as it was told before where that is left out. */
const feltIn = (
  { feltAfter }: BodyOf<typeof routes.recordSitting>,
  before: Sitting['feltAfter'],
): Sitting['feltAfter'] => (feltAfter === undefined ? before : feltAfter);

/** Whether a sitting already holds exactly what is sent. */
const saysTheSame = (
  { record, effort, feltAfter, note }: Sitting,
  sent: BodyOf<typeof routes.recordSitting>,
): boolean =>
  effort === sent.effort &&
  note === sent.note &&
  isDeepStrictEqual(feltAfter, feltIn(sent, feltAfter)) &&
  isDeepStrictEqual(record, { takenBack: [], ...sent.record });

/** Whether what was already told is told otherwise; a sign that is added is in the audit trail. */
const corrects = (
  { record, effort, feltAfter, note }: Sitting,
  sent: BodyOf<typeof routes.recordSitting>,
): boolean =>
  record !== null &&
  !wentOn(record, sent.record) &&
  (effort !== sent.effort ||
    note !== sent.note ||
    !isDeepStrictEqual(feltAfter, feltIn(sent, feltAfter)) ||
    !isDeepStrictEqual(record.passages, sent.record.passages));

export function implementSittings(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.listSittings, ({ store, query }) => listSittings(store, query.student));

  implement(routes.getSitting, ({ store, params }) => getSitting(store, params.id));

  implement(routes.beginSitting, async ({ store, body }) => {
    if (await store.sittings.get(body.id)) return getSitting(store, body.id);
    const session = await getStoredSession(store, body.sessionId);
    if (session.version !== body.sessionVersion)
      throw staleVersion({ id: session.id, version: session.version });
    if (session.owner.kind !== 'student') throw sessionHasNoStudent();
    const instructor = await instructorById(source, store.instructorId);
    const student = await getStudent(store, instructor, session.owner.studentId, now());
    // What was true when it was saved may not be any more.
    await refuseImpossible(store, instructor.conventions, student, session.document);
    const { led, needs } = await leadingOf(store, instructor, session, student, now());
    if (needs.length > 0) throw notReady(needs);
    const added = await store.sittings.addIfNew({
      ...begunSitting(now(), led),
      id: body.id,
      studentId: student.id,
      sessionId: session.id,
      place: 'with-instructor',
    });
    if (!added && !(await store.sittings.get(body.id))) throw idTaken();
    return getSitting(store, body.id);
  });

  implement(routes.beginClass, async ({ store, params, body }) => {
    const session = await getStoredSession(store, body.sessionId);
    const { owner } = session;
    if (owner.kind !== 'class' || owner.classId !== params.id) throw notFound('session');
    const ids = body.lanes.flatMap(({ students }) => students.map(({ sittingId }) => sittingId));
    refuseCrowd(body.lanes.flatMap(({ students }) => students.map(({ studentId }) => studentId)));
    const begun = await store.sittings.listIn('id', ids, { id: 'ASC' });
    if (begun.length < ids.length) {
      if (session.version !== body.sessionVersion)
        throw staleVersion({ id: session.id, version: session.version });
      const instructor = await instructorById(source, store.instructorId);
      const at = now();
      const rows: BegunRow[] = [];
      for (const lane of body.lanes) {
        // In a class everybody keeps to what is written for their lane: nothing was decided against a rule for one of them.
        const own = { ...session, document: lane.session, overrulings: [] };
        for (const { studentId, sittingId } of lane.students) {
          const student = await getStudent(store, instructor, studentId, at);
          await refuseImpossible(store, instructor.conventions, student, lane.session);
          const { led, needs } = await leadingOf(store, instructor, own, student, at);
          if (needs.length > 0) throw notReady(needs, student.name);
          const of = { id: sittingId, studentId, sessionId: session.id, place: 'class' } as const;
          rows.push({ ...begunSitting(at, led), ...of });
        }
      }
      await store.inTransaction(async (within) => {
        for (const row of rows)
          if (!(await within.sittings.addIfNew(row)) && !(await within.sittings.get(row.id))) throw idTaken();
      });
    }
    return Promise.all(ids.map((id) => getSitting(store, id)));
  });

  implement(routes.recordSitting, async ({ store, params, body }) => {
    const { version, record, effort, note } = body;
    // A record whose answer was lost on the way is sent again: it is on record once, and that is the answer.
    const before = await getSitting(store, params.id);
    if (before.version === version + 1 && saysTheSame(before, body)) return before;
    await store.inTransaction(async (within) => {
      const change = {
        ...recordToRow(record),
        recordedAt: before.recordedAt === null ? now() : new Date(before.recordedAt),
        effort,
        feltAfter: feltIn(body, before.feltAfter),
        note,
      };
      const saved = await within.sittings.change(params.id, version, change);
      if (!saved) throw staleVersion(await getSitting(store, params.id));
      if (corrects(before, body)) {
        // What was on record stays beside what it is corrected to.
        const { effort: was, feltAfter, note: said, record: done } = before;
        const correction = { id: randomUUID(), sittingId: params.id, version, correctedAt: now() };
        await within.corrections.add({ ...correction, effort: was, feltAfter, note: said, record: done });
      }
      await auditSigns(within, now(), before, record.signs);
      await within.sittingPassages.remove({ sittingId: params.id });
      await within.sittingPassages.addAll(
        record.passages.map((passage, position) => passageToRow(passage, params.id, position)),
      );
    });
    return getSitting(store, params.id);
  });

  implement(routes.takeSignBack, async ({ store, params, body }) => {
    const before = await getSitting(store, params.id);
    const { record, recordedAt } = before;
    if (!record?.signs.includes(body.sign) || recordedAt === null) {
      const detail = 'This sign is not on record of this sitting: load the page again.';
      throw invalidRequest([{ pointer: '/sign', detail }]);
    }
    const at = now();
    const minutes = (at.getTime() - Date.parse(recordedAt)) / 60_000;
    const back = takeBackSign(body.sign, at.toISOString(), minutes, body.reason);
    if (!back.ok) throw invalidRequest([{ pointer: '/reason', detail: back.problem.message }]);
    const taken = back.value;
    await store.inTransaction(async (within) => {
      const saved = await within.sittings.change(params.id, body.version, {
        signs: taken.mistake ? record.signs.filter((sign) => sign !== body.sign) : [...record.signs],
        signsTakenBack: [...(record.takenBack ?? []).filter(({ sign }) => sign !== body.sign), taken],
      });
      if (!saved) throw staleVersion(await getSitting(store, params.id));
      const label = signById(body.sign).label;
      const after = taken.mistake ? 'pressed by mistake' : `stands; taken back: ${taken.reason}`;
      await writeAudit(within, at, before.studentId, 'sign-taken-back', label, { before: label, after });
    });
    return getSitting(store, params.id);
  });
}

/**
 * Puts on record what somebody told of a sitting after it, by their phone: effort where none was told, and signs beside those
 * that are there. What is on record already stays.
 *
 * @returns false where there is no record to put it on, or it was changed just now.
 */
export async function addTold(
  store: InstructorStore,
  id: string,
  told: { readonly effort: number | null; readonly signs: readonly SignId[] },
  at: Date,
): Promise<boolean> {
  if (!(await store.sittings.get(id))) return false;
  const before = await getSitting(store, id);
  const { record, version } = before;
  if (!record) return false;
  const effort = before.effort ?? told.effort;
  const back = (record.takenBack ?? []).map(({ sign }) => sign);
  const signs = [...new Set([...record.signs, ...told.signs.filter((sign) => !back.includes(sign))])];
  if (effort === before.effort && signs.length === record.signs.length) return true;
  return store.inTransaction(async (within) => {
    const saved = await within.sittings.change(id, version, { effort, signs });
    if (saved) await auditSigns(within, at, before, signs);
    return saved;
  });
}

const signWords = (signs: readonly SignId[]): string | null =>
  signs.length === 0 ? null : signs.map((sign) => signById(sign).label).join(', ');

/** Puts into the audit trail which signs came on record with a sitting, or how they were changed. */
async function auditSigns(
  store: InstructorStore,
  at: Date,
  { studentId, record }: Sitting,
  signs: readonly SignId[],
): Promise<void> {
  const change = { before: signWords(record?.signs ?? []), after: signWords(signs) };
  if (change.before !== change.after)
    await writeAudit(store, at, studentId, 'signs-recorded', 'Signs of a sitting.', change);
}
