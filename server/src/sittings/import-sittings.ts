import { routes, type NewLoggedSitting } from '@nuvrah/contract';
import {
  checkSession,
  isTechniqueId,
  resolveConventions,
  sessionOfRecord,
  type Conventions,
  type PlannedPassage,
  type SessionJson,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById } from '../accounts/accounts.js';
import type { SittingPassageRow, SittingRow, StudentRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { writeAudit } from '../audit/audit.js';
import { idTaken, invalidRequest, notFound, sameMoment } from '../http/problem.js';
import { passageToRow, recordToRow } from './sitting-rows.js';

const KNOWN_SQL = `
SELECT id, student_id AS "studentId", started_at AS "startedAt" FROM sitting WHERE instructor_id = $1`;

type Known = Pick<SittingRow, 'id' | 'studentId' | 'startedAt'>;

const momentKey = ({ studentId, startedAt }: { studentId: string; startedAt: Date | string }): string =>
  `${studentId} ${new Date(startedAt).getTime()}`;

/** A sitting of a log as its rows. @throws RequestProblem (422) with a pointer where it could not be practised. */
function toRows(
  sitting: NewLoggedSitting,
  pointer: string,
  students: ReadonlyMap<string, StudentRow>,
  { profile, now }: { readonly profile: Conventions; readonly now: Date },
) {
  const { id, studentId, startedAt, place, record, effort, note } = sitting;
  const say = (where: string, detail: string) => invalidRequest([{ pointer: `${pointer}${where}`, detail }]);
  const student = students.get(studentId);
  if (!student) throw say('/studentId', 'There is no such student: add the student first.');
  if (Date.parse(startedAt) > now.getTime())
    throw say('/startedAt', 'This lies in the future: what is on record has happened already.');
  const strange = record.passages.findIndex(({ technique }) => !isTechniqueId(technique));
  if (strange >= 0) throw say(`/record/passages/${strange}/technique`, 'There is no such technique.');
  const { session, wrong } = sessionOfRecord(sitting.session, record.passages as readonly PlannedPassage[]);
  const [problem] = checkSession(session, profile);
  if (wrong.length > 0 || problem)
    throw say('/record/passages', problem?.message ?? 'A technique is not practised in this way.');
  const row: Omit<SittingRow, 'instructorId'> = {
    id,
    studentId,
    sessionId: null,
    version: 1,
    startedAt: new Date(startedAt),
    place,
    led: {
      session: session as unknown as SessionJson,
      conventions: resolveConventions(profile, {}),
      hand: student.hand,
      variants: [],
      dayCheck: null,
      findings: [],
    },
    ...recordToRow(record),
    recordedAt: now,
    confirmed: false,
    effort,
    feltBefore: null,
    feltAfter: null,
    note,
  };
  const passages = record.passages.map((passage, position) => passageToRow(passage, id, position));
  return { row, passages };
}

/** Within a piece of work: all of them, or none. */
async function put(
  store: InstructorStore,
  rows: readonly {
    row: Omit<SittingRow, 'instructorId'>;
    passages: Omit<SittingPassageRow, 'instructorId'>[];
  }[],
  at: Date,
): Promise<void> {
  for (const { row } of rows) if (!(await store.sittings.addIfNew(row))) throw idTaken();
  const passages = rows.flatMap((one) => one.passages);
  if (passages.length > 0) await store.sittingPassages.addAll(passages);
  for (const studentId of new Set(rows.map(({ row }) => row.studentId))) {
    const number = rows.filter(({ row }) => row.studentId === studentId).length;
    const said = `${number} ${number === 1 ? 'sitting' : 'sittings'} from a log outside.`;
    await writeAudit(store, at, studentId, 'log-imported', said, { after: said });
  }
}

export function implementImportSittings(implement: Implement, source: DataSource, now: () => Date): void {
  const known = (store: InstructorStore): Promise<Known[]> => store.query<Known>(KNOWN_SQL);

  implement(routes.knownSittings, async ({ store }) =>
    (await known(store)).map((one) => ({ ...one, startedAt: one.startedAt.toISOString() })),
  );

  implement(routes.addLogged, async ({ store, body }) => {
    const { conventions: profile } = await instructorById(source, store.instructorId);
    const students = new Map((await store.students.list({})).map((row) => [row.id, row]));
    return store.inTransaction(async (within) => {
      // One log after the other: what the first put there, the second finds.
      await within.query('SELECT 1 FROM instructor WHERE id = $1 FOR UPDATE');
      const there = await known(within);
      const ids = new Set(there.map(({ id }) => id));
      const moments = new Set(there.map(momentKey));
      // What is there already was put there by an earlier try whose answer was lost.
      const fresh = body.sittings.filter(({ id }) => !ids.has(id));
      const rows = fresh.map((sitting) => {
        const index = body.sittings.indexOf(sitting);
        if (moments.has(momentKey(sitting))) throw sameMoment();
        moments.add(momentKey(sitting));
        return toRows(sitting, `/sittings/${index}`, students, { profile, now: now() });
      });
      await put(within, rows, now());
      return { added: rows.length, there: body.sittings.length - rows.length };
    });
  });

  implement(routes.confirmLogged, async ({ store, params }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    return store.inTransaction(async (within) => {
      const [answer] = await within.query<{ confirmed: number }>(CONFIRM_SQL, params.id);
      const confirmed = answer?.confirmed ?? 0;
      if (confirmed > 0) {
        const said = `${confirmed} ${confirmed === 1 ? 'sitting' : 'sittings'} from a log outside.`;
        const change = { before: 'not confirmed', after: 'led' };
        await writeAudit(within, now(), params.id, 'log-confirmed', said, change);
      }
      return { confirmed };
    });
  });
}

/** Sittings of a student (`$2`) from a log outside count from now on. */
const CONFIRM_SQL = `
WITH changed AS (
  UPDATE sitting SET confirmed = true WHERE instructor_id = $1 AND student_id = $2 AND NOT confirmed RETURNING id)
SELECT count(*)::int AS confirmed FROM changed`;
