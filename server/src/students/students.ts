import { randomUUID } from 'node:crypto';
import {
  routes,
  type CapacityCheck,
  type Student,
  type StudentFields,
  type StudentLine,
} from '@nuvrah/contract';
import {
  checkBirthYear,
  describeBirthYearProblem,
  type CheckOnRecord,
  type Day,
  dayInWords,
  isTrueOn,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { CapacityCheckRow, InstructorRow, StudentRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { RevisionCache } from '../http/revision-cache.js';
import { writeAudit } from '../audit/audit.js';
import { toApproval } from './approvals.js';
import { byStudent, practicesOf } from './practice-of.js';
import { toClearance } from './clearances.js';
import { toDayCheck } from './day-checks.js';
import { openEmergencies } from './emergencies.js';
import { toFact } from './facts.js';
import { addOnce } from '../http/once.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';

interface StudentLineRow {
  readonly id: string;
  readonly name: string;
  readonly birthYear: number | null;
  readonly hand: 'left' | 'right';
  readonly archived: boolean;
  readonly checkedOn: Day | null;
  readonly atLeast: CapacityCheck['atLeast'];
  readonly inhale: number;
  readonly exhale: number;
  readonly hold: number | null;
  readonly emptyHold: number | null;
  readonly healthAskedOn: Day | null;
  readonly comfort: StudentLine['comfort'];
  readonly sittings: number;
  readonly consentOn: Day | null;
  readonly lastSeen: Day | null;
}

/** What a list shows. Plain columns: building JSON in the database costs more than the whole rest of the query. */
const LINE_COLUMNS = `student.id, student.name, student.birth_year AS "birthYear", student.hand,
       student.archived_at IS NOT NULL AS archived,
       capacity.checked_on::text AS "checkedOn", capacity.at_least AS "atLeast", capacity.inhale, capacity.exhale, capacity.hold,
       capacity.empty_hold AS "emptyHold", student.health_asked_on::text AS "healthAskedOn", student.comfort,
       coalesce(sittings.number, 0)::int AS sittings, student.consent_on::text AS "consentOn",
       (seen.last AT TIME ZONE $2)::date::text AS "lastSeen"`;

/** Students with the newest capacity check and the number of sittings in which something was done. */
const FROM_STUDENTS = `
  FROM student
  LEFT JOIN (
    SELECT DISTINCT ON (student_id) * FROM capacity_check WHERE instructor_id = $1
     ORDER BY student_id DESC, checked_on DESC, created_at DESC) capacity ON capacity.student_id = student.id
  LEFT JOIN (
    SELECT sitting.student_id, count(DISTINCT sitting.id) AS number
      FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id AND passage.cycles_done > 0
     WHERE sitting.instructor_id = $1 AND sitting.confirmed GROUP BY sitting.student_id) sittings ON sittings.student_id = student.id
  LEFT JOIN (
    SELECT student_id, max(started_at) AS last FROM sitting WHERE instructor_id = $1 AND outcome IS NOT NULL
     GROUP BY student_id) seen ON seen.student_id = student.id
 WHERE student.instructor_id = $1`;

/** The list of an instructor (`$1`), by name; days are of the zone where they work (`$2`). */
export const STUDENT_LIST_SQL = `SELECT ${LINE_COLUMNS} ${FROM_STUDENTS} ORDER BY student.name, student.id`;

/** Spelt out: rest and spread cost a third more time over a thousand rows. */
const toLine = (
  row: StudentLineRow,
  emergency: StudentLine['emergency'],
  facts: StudentLine['facts'],
): StudentLine => ({
  id: row.id,
  name: row.name,
  birthYear: row.birthYear,
  hand: row.hand,
  archived: row.archived,
  capacity:
    row.checkedOn === null
      ? null
      : {
          checkedOn: row.checkedOn,
          inhale: row.inhale,
          exhale: row.exhale,
          hold: row.hold,
          emptyHold: row.emptyHold,
          atLeast: row.atLeast,
        },
  healthAskedOn: row.healthAskedOn,
  comfort: row.comfort,
  sittings: row.sittings,
  consentOn: row.consentOn,
  emergency,
  facts,
  lastSeen: row.lastSeen,
});

async function listStudents(
  store: InstructorStore,
  { timeZone }: InstructorRow,
  today: Day,
): Promise<StudentLine[]> {
  const [rows, facts, emergencies] = await Promise.all([
    store.query<StudentLineRow>(STUDENT_LIST_SQL, timeZone),
    store.facts.list({}, { order: { createdAt: 'DESC', id: 'ASC' } }),
    openEmergencies(store, null),
  ]);
  const factsOf = byStudent(facts.filter((fact) => isTrueOn(fact, today)));
  return rows.map((row) =>
    toLine(
      row,
      emergencies.get(row.id) ?? null,
      factsOf(row.id).map(({ fact }) => fact),
    ),
  );
}

/** One student. @throws RequestProblem (404) when it is not this instructor's. */
export async function getStudent(
  store: InstructorStore,
  instructor: Pick<InstructorRow, 'timeZone'>,
  id: string,
  now: Date,
): Promise<Student> {
  const student = (await getStudents(store, instructor, [id], now)).get(id);
  if (!student) throw notFound('student');
  return student;
}

/** Some students, by id, with one query for each kind of thing that is known of them; who is not there is left out. */
export async function getStudents(
  store: InstructorStore,
  instructor: Pick<InstructorRow, 'timeZone'>,
  ids: readonly string[],
  now: Date,
): Promise<ReadonlyMap<string, Student>> {
  const [rows, facts, checks, dayChecks, clearances, approvals, practice, emergencies] = await Promise.all([
    store.students.listIn('id', ids, { id: 'ASC' }),
    store.facts.listIn('studentId', ids, { createdAt: 'DESC', id: 'ASC' }),
    newestChecks(store, ids),
    store.dayChecks.listIn('studentId', ids, { checkedAt: 'DESC', id: 'ASC' }),
    store.clearances.listIn('studentId', ids, { until: 'DESC', id: 'ASC' }),
    store.approvals.listIn('studentId', ids, { givenOn: 'DESC', id: 'ASC' }),
    practicesOf(store, ids, localDay(instructor, now), instructor.timeZone),
    openEmergencies(store, ids),
  ]);
  const of = {
    facts: byStudent(facts),
    dayChecks: byStudent(dayChecks),
    clearances: byStudent(clearances),
    approvals: byStudent(approvals.filter(({ withdrawnAt }) => withdrawnAt === null)),
  };
  return new Map(
    rows.map(({ instructorId: _, archivedAt, createdAt: __, ...fields }) => {
      const { id } = fields;
      const [dayCheck] = of.dayChecks(id);
      const student: Student = {
        ...fields,
        archived: archivedAt !== null,
        capacity: checks(id),
        dayCheck: dayCheck ? toDayCheck(dayCheck) : null,
        clearances: of.clearances(id).map(toClearance),
        facts: of.facts(id).map(toFact),
        emergency: emergencies.get(id) ?? null,
        approvals: of.approvals(id).map(toApproval),
        ...practice(id),
      };
      return [id, student] as const;
    }),
  );
}

/** The newest capacity check of each student; null where there is none. */
async function newestChecks(
  store: InstructorStore,
  ids: readonly string[],
): Promise<(id: string) => CapacityCheck | null> {
  const rows = await store.capacityChecks.listIn('studentId', ids, { checkedOn: 'DESC', createdAt: 'DESC' });
  const of = byStudent(rows);
  return (id) => {
    const [newest] = of(id);
    return newest ? toCapacityCheck(newest) : null;
  };
}

/** What of a check a fit is made of. Plain columns: a row of the whole table costs three times as much. */
const CHECKS_SQL = `
SELECT DISTINCT ON (student_id) student_id AS "studentId", checked_on::text AS "checkedOn", inhale, exhale, hold,
       empty_hold AS "emptyHold", at_least AS "atLeast"
  FROM capacity_check WHERE instructor_id = $1 AND student_id = ANY($2::uuid[])
 ORDER BY student_id, checked_on DESC, created_at DESC`;

/** The newest capacity check of each of some students, as far as a fit is made of it; null where there is none. */
export async function checksOnRecord(
  store: InstructorStore,
  ids: readonly string[],
): Promise<(id: string) => CheckOnRecord | null> {
  const of = byStudent(await store.query<CheckOnRecord & { studentId: string }>(CHECKS_SQL, ids));
  return (id) => of(id)[0] ?? null;
}

export function implementStudents(implement: Implement, source: DataSource, now: () => Date): void {
  /** Dates of what has happened already. @throws RequestProblem (422) with a pointer to what is wrong. */
  const refuseImpossible = async (store: InstructorStore, fields: StudentFields): Promise<void> => {
    const today = localDay(await instructorById(source, store.instructorId), now());
    const errors = [];
    const born = fields.birthYear === null ? null : checkBirthYear(fields.birthYear, today);
    if (born && !born.ok)
      errors.push({ pointer: '/birthYear', detail: describeBirthYearProblem(born.problem) });
    for (const key of ['consentOn', 'healthAskedOn'] as const)
      if ((fields[key] ?? '') > today) errors.push({ pointer: `/${key}`, detail: IN_FUTURE });
    if (fields.consentOn !== null && fields.guardian.trim() === '') {
      const detail = 'Say who consented: the name of the guardian is missing.';
      errors.push({ pointer: '/guardian', detail });
    }
    if (errors.length > 0) throw invalidRequest(errors);
  };

  const lists = new RevisionCache();
  implement(routes.listStudents, async ({ store }) => {
    const instructor = await instructorById(source, store.instructorId);
    const today = localDay(instructor, now());
    // Revisions count up with every change of what the list is made from: triggers of the database see to it.
    const { studentsRevision, todayRevision, timeZone } = instructor;
    const revision = [studentsRevision, todayRevision, timeZone, today].join(' ');
    return lists.get(store.instructorId, revision, () => listStudents(store, instructor, today));
  });

  const studentOf = async (store: InstructorStore, id: string): Promise<Student> =>
    getStudent(store, await instructorById(source, store.instructorId), id, now());

  implement(routes.getStudent, ({ store, params }) => studentOf(store, params.id));

  implement(routes.addStudent, async ({ store, body }) => {
    await refuseImpossible(store, body);
    const id = body.id ?? randomUUID();
    const name = body.name.trim();
    await store.inTransaction(async (within) => {
      const row = { ...body, id, name, version: 1, archivedAt: null, createdAt: now() };
      if (!(await addOnce(within.students, row))) return;
      await auditChange(within, now(), { id, birthYear: null, consentOn: null, guardian: '' }, body);
    });
    return studentOf(store, id);
  });

  implement(routes.changeStudent, async ({ store, params, body }) => {
    const { version, archived, ...fields } = body;
    await refuseImpossible(store, fields);
    const before = await store.students.get(params.id);
    if (!before) throw notFound('student');
    const archivedAt = archived ? (before.archivedAt ?? now()) : null;
    const name = fields.name.trim();
    const saved = await store.inTransaction(async (within) => {
      const changed = await within.students.change(params.id, version, { ...fields, name, archivedAt });
      if (changed) await auditChange(within, now(), before, fields);
      return changed;
    });
    if (!saved) throw staleVersion(await studentOf(store, params.id));
    return studentOf(store, params.id);
  });

  implement(routes.listCapacityChecks, async ({ store, params }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const order = { checkedOn: 'ASC', createdAt: 'ASC' } as const;
    return (await store.capacityChecks.list({ studentId: params.id }, { order })).map(toCapacityCheck);
  });

  implement(routes.addCapacityCheck, async ({ store, params, body }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const today = localDay(await instructorById(source, store.instructorId), now());
    if (body.checkedOn > today) throw invalidRequest([{ pointer: '/checkedOn', detail: IN_FUTURE }]);
    const check = { ...body, id: body.id ?? randomUUID() };
    await addOnce(store.capacityChecks, { ...check, studentId: params.id, createdAt: now() });
    return check;
  });
}

const describeConsent = ({
  guardian,
  consentOn,
}: Pick<StudentFields, 'guardian' | 'consentOn'>): string | null =>
  consentOn === null ? null : `${guardian}, ${dayInWords(consentOn)}`;

/** Puts into the audit trail what of a student decides about what is led: the year of birth and a guardian's consent. */
async function auditChange(
  store: InstructorStore,
  at: Date,
  before: Pick<StudentRow, 'id' | 'birthYear' | 'consentOn' | 'guardian'>,
  after: StudentFields,
): Promise<void> {
  const year = (of: number | null): string | null => (of === null ? null : String(of));
  if (before.birthYear !== after.birthYear) {
    const change = { before: year(before.birthYear), after: year(after.birthYear) };
    await writeAudit(store, at, before.id, 'birth-year-changed', 'Year of birth.', change);
  }
  const consent = { before: describeConsent(before), after: describeConsent(after) };
  if (consent.before !== consent.after)
    await writeAudit(store, at, before.id, 'consent-changed', "A guardian's consent.", consent);
}

const IN_FUTURE = 'This date is in the future: use today or an earlier day.';

const toCapacityCheck = ({
  instructorId: _,
  studentId: __,
  createdAt: ___,
  ...check
}: CapacityCheckRow): CapacityCheck => check;
