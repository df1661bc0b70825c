import { randomUUID } from 'node:crypto';
import { routes, type Student, type StudentLine } from '@nuvrah/contract';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { StudentFactRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { KeptAnswers } from '../http/kept-answers.js';
import { toFact } from './facts.js';
import { invalidRequest, notFound, staleVersion } from '../http/problem.js';

interface StudentLineRow {
  readonly id: string;
  readonly name: string;
  readonly birthYear: number;
  readonly hand: 'left' | 'right';
  readonly archived: boolean;
  readonly checkedOn: string | null;
  readonly inhale: number;
  readonly exhale: number;
  readonly hold: number | null;
  readonly emptyHold: number | null;
  readonly screenedOn: string | null;
  readonly sittings: number;
}

interface StudentRow extends StudentLineRow {
  readonly version: number;
  readonly tongueRolls: boolean | null;
  readonly experienced: boolean;
  readonly note: string;
  readonly capacityId: string;
  readonly screeningId: string;
  readonly screeningNote: string;
}

/** What a list shows. Plain columns: building JSON in the database costs more than the whole rest of the query. */
const LINE_COLUMNS = `student.id, student.name, student.birth_year AS "birthYear", student.hand,
       student.archived_at IS NOT NULL AS archived,
       capacity.checked_on::text AS "checkedOn", capacity.inhale, capacity.exhale, capacity.hold,
       capacity.empty_hold AS "emptyHold", screening.screened_on::text AS "screenedOn",
       coalesce(sittings.number, 0)::int AS sittings`;

/** Students with the newest capacity check and paper screening, and the number of sittings in which something was done. */
const FROM_STUDENTS = `
  FROM student
  LEFT JOIN (
    SELECT DISTINCT ON (student_id) * FROM capacity_check WHERE instructor_id = $1
     ORDER BY student_id DESC, checked_on DESC, created_at DESC) capacity ON capacity.student_id = student.id
  LEFT JOIN (
    SELECT DISTINCT ON (student_id) * FROM paper_screening WHERE instructor_id = $1
     ORDER BY student_id DESC, screened_on DESC, created_at DESC) screening ON screening.student_id = student.id
  LEFT JOIN (
    SELECT sitting.student_id, count(DISTINCT sitting.id) AS number
      FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id AND passage.cycles_done > 0
     WHERE sitting.instructor_id = $1 GROUP BY sitting.student_id) sittings ON sittings.student_id = student.id
 WHERE student.instructor_id = $1`;

/** The list of an instructor (`$1`), by name. */
export const STUDENT_LIST_SQL = `SELECT ${LINE_COLUMNS} ${FROM_STUDENTS} ORDER BY student.name, student.id`;

const ONE_STUDENT_SQL = `
SELECT ${LINE_COLUMNS}, student.version, student.tongue_rolls AS "tongueRolls", student.experienced, student.note, capacity.id AS "capacityId",
       screening.id AS "screeningId", screening.note AS "screeningNote"
       ${FROM_STUDENTS} AND student.id = $2`;

/** Spelt out: rest and spread cost a third more time over a thousand rows. */
const toLine = (row: StudentLineRow): StudentLine => ({
  id: row.id,
  name: row.name,
  birthYear: row.birthYear,
  hand: row.hand,
  archived: row.archived,
  capacity: toCapacity(row),
  screenedOn: row.screenedOn,
  sittings: row.sittings,
});

const toCapacity = ({
  checkedOn,
  inhale,
  exhale,
  hold,
  emptyHold,
}: StudentLineRow): StudentLine['capacity'] =>
  checkedOn === null ? null : { checkedOn, inhale, exhale, hold, emptyHold };

function toStudent(row: StudentRow, facts: readonly StudentFactRow[]): Student {
  const {
    id,
    version,
    name,
    birthYear,
    hand,
    tongueRolls,
    experienced,
    note,
    archived,
    sittings,
    screenedOn,
  } = row;
  const capacity = toCapacity(row);
  return {
    id,
    version,
    name,
    birthYear,
    hand,
    tongueRolls,
    experienced,
    note,
    archived,
    capacity: capacity && { id: row.capacityId, ...capacity },
    paperScreening: screenedOn === null ? null : { id: row.screeningId, screenedOn, note: row.screeningNote },
    facts: facts.map(toFact),
    sittings,
  };
}

const listStudents = async (store: InstructorStore): Promise<StudentLine[]> =>
  (await store.query<StudentLineRow>(STUDENT_LIST_SQL)).map(toLine);

/** Counts up with every change of what the list is made from: triggers of the database see to it. */
async function revisionOf(store: InstructorStore): Promise<string> {
  const [row] = await store.query<{ revision: string }>(
    'SELECT students_revision AS revision FROM instructor WHERE id = $1',
  );
  return row?.revision ?? '';
}

/** One student. @throws RequestProblem (404) when it is not this instructor's. */
export async function getStudent(store: InstructorStore, id: string): Promise<Student> {
  const [row] = await store.query<StudentRow>(ONE_STUDENT_SQL, id);
  if (!row) throw notFound('student');
  return toStudent(
    row,
    await store.facts.list({ studentId: id }, { order: { createdAt: 'DESC', id: 'ASC' } }),
  );
}

export function implementStudents(implement: Implement, source: DataSource, now: () => Date): void {
  const refuseLaterThanToday = async (
    store: InstructorStore,
    pointer: string,
    day: string,
  ): Promise<void> => {
    const today = localDay(await instructorById(source, store.instructorId), now());
    if (day > today)
      throw invalidRequest([{ pointer, detail: 'This date is in the future: use today or an earlier day.' }]);
  };

  const refuseBirthInFuture = (birthYear: number): void => {
    if (birthYear <= now().getFullYear()) return;
    const detail = 'The year of birth is in the future: use a year up to now.';
    throw invalidRequest([{ pointer: '/birthYear', detail }]);
  };

  const lists = new KeptAnswers();
  implement(routes.listStudents, async ({ store }) =>
    lists.get(store.instructorId, await revisionOf(store), () => listStudents(store)),
  );

  implement(routes.getStudent, ({ store, params }) => getStudent(store, params.id));

  implement(routes.addStudent, async ({ store, body }) => {
    refuseBirthInFuture(body.birthYear);
    const id = randomUUID();
    const name = body.name.trim();
    await store.students.add({ ...body, id, name, version: 1, archivedAt: null, createdAt: now() });
    return getStudent(store, id);
  });

  implement(routes.changeStudent, async ({ store, params, body }) => {
    refuseBirthInFuture(body.birthYear);
    const before = await store.students.get(params.id);
    if (!before) throw notFound('student');
    const { version, archived, ...fields } = body;
    const archivedAt = archived ? (before.archivedAt ?? now()) : null;
    const saved = await store.students.change(params.id, version, {
      ...fields,
      name: fields.name.trim(),
      archivedAt,
    });
    if (!saved) throw staleVersion(await getStudent(store, params.id));
    return getStudent(store, params.id);
  });

  implement(routes.addCapacityCheck, async ({ store, params, body }) => {
    await getStudent(store, params.id);
    await refuseLaterThanToday(store, '/checkedOn', body.checkedOn);
    const check = { id: randomUUID(), ...body };
    await store.capacityChecks.add({ ...check, studentId: params.id, createdAt: now() });
    return check;
  });

  implement(routes.addPaperScreening, async ({ store, params, body }) => {
    await getStudent(store, params.id);
    await refuseLaterThanToday(store, '/screenedOn', body.screenedOn);
    const screening = { id: randomUUID(), ...body };
    await store.paperScreenings.add({ ...screening, studentId: params.id, createdAt: now() });
    return screening;
  });
}
