import { routes, type RuleBook } from '@nuvrah/contract';
import {
  comfortOf,
  dayCheckOf,
  dayFactsOf,
  factsOf,
  NOTHING_LED,
  studentOnDay,
  type CheckOnRecord,
  type Day,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { DayCheckRow, StudentFactRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { toDayCheck } from '../students/day-checks.js';

const SITTINGS_SQL = `
SELECT sitting.student_id AS id, count(DISTINCT sitting.id)::int AS sittings
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id AND passage.cycles_done > 0
 WHERE sitting.instructor_id = $1 AND sitting.confirmed GROUP BY sitting.student_id`;

/** Rules that fired when somebody was led, for students that are not archived. */
const TOUCHED_SQL = `
SELECT found->>'rule' AS rule, sitting.student_id AS "studentId", count(DISTINCT sitting.id)::int AS sittings,
       (max(sitting.started_at) AT TIME ZONE $2)::date::text AS last
  FROM sitting
  JOIN student ON student.id = sitting.student_id AND student.archived_at IS NULL
 CROSS JOIN jsonb_array_elements(sitting.led->'findings') AS found
 WHERE sitting.instructor_id = $1
 GROUP BY 1, 2 ORDER BY 1, 2`;

export function implementRuleBook(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.ruleBook, async ({ store }) => {
    const instructor = await instructorById(source, store.instructorId);
    const today = localDay(instructor, now());
    const [students, touched] = await Promise.all([
      concerned(store, today, now().getTime()),
      store.query<RuleBook['touched'][number]>(TOUCHED_SQL, instructor.timeZone),
    ]);
    return { students, touched };
  });
}

/** Every student with the facts that are true of them today. */
async function concerned(store: InstructorStore, today: Day, at: number): Promise<RuleBook['students']> {
  const all = await store.students.list({}, { order: { name: 'ASC', id: 'ASC' } });
  const students = all.filter(({ archivedAt }) => archivedAt === null);
  const ids = students.map(({ id }) => id);
  const [facts, capacity, checks, sittings] = await Promise.all([
    store.facts.listIn('studentId', ids, { createdAt: 'ASC' }),
    store.capacityChecks.listIn('studentId', ids, { checkedOn: 'ASC', createdAt: 'ASC' }),
    store.dayChecks.list({ day: today }, { order: { checkedAt: 'ASC' } }),
    store.query<{ id: string; sittings: number }>(SITTINGS_SQL),
  ]);
  const factsByStudent = groupedBy(facts);
  // The newest of the day comes last and stays.
  const checkByStudent = new Map(checks.map((check): [string, DayCheckRow] => [check.studentId, check]));
  const capacityByStudent = new Map(
    capacity.map((check): [string, CheckOnRecord] => [check.studentId, check]),
  );
  const sittingsByStudent = new Map(sittings.map((row) => [row.id, row.sittings]));
  return students.map((student) => {
    const found = checkByStudent.get(student.id);
    const check = dayCheckOf({ dayCheck: found ? toDayCheck(found) : null }, today);
    const record = {
      ...student,
      facts: factsByStudent.get(student.id) ?? [],
      sittings: sittingsByStudent.get(student.id) ?? 0,
      capacity: capacityByStudent.get(student.id) ?? null,
      ledEasily: NOTHING_LED,
      longestSitting: null,
      stopSigns: [],
      approvals: [],
    };
    const comfort = comfortOf(record);
    const known = studentOnDay({ ...record, comfort }, today, check && dayFactsOf(check, at));
    return { id: student.id, name: student.name, facts: [...factsOf(known)] };
  });
}

function groupedBy(facts: readonly StudentFactRow[]): ReadonlyMap<string, StudentFactRow[]> {
  const groups = new Map<string, StudentFactRow[]>();
  for (const fact of facts) groups.set(fact.studentId, [...(groups.get(fact.studentId) ?? []), fact]);
  return groups;
}
