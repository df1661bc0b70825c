import { openEmergency, SIGNS, type Day, type OpenEmergency, type SignId } from '@nuvrah/core';
import type { InstructorStore } from '../db/instructor-store.js';
import { byStudent } from './practice-of.js';

const EMERGENCY_SIGNS = SIGNS.filter(({ kind }) => kind === 'emergency').map(({ id }) => id);

/** Of each student, or of some (`$2`): every emergency sign (`$3`) of a sitting, on the day it was where the instructor works. */
const SIGNS_SQL = `
SELECT sitting.student_id AS "studentId", sign, sitting.started_at AS at,
       (sitting.started_at AT TIME ZONE instructor.time_zone)::date::text AS day
  FROM sitting JOIN instructor ON instructor.id = sitting.instructor_id
 CROSS JOIN unnest(sitting.signs) sign
 WHERE sitting.instructor_id = $1 AND ($2::uuid[] IS NULL OR sitting.student_id = ANY($2))
   AND sitting.signs <> '{}' AND sitting.signs && $3::text[] AND sign = ANY($3)`;

const CLEARANCES_SQL = `
SELECT student_id AS "studentId", sign, given_on::text AS "givenOn", withdrawn_on::text AS "withdrawnOn",
       created_at AS "filedAt"
  FROM clearance
 WHERE instructor_id = $1 AND ($2::uuid[] IS NULL OR student_id = ANY($2)) AND sign IS NOT NULL`;

interface SignRow {
  readonly studentId: string;
  readonly sign: SignId;
  readonly at: Date;
  readonly day: Day;
}
interface ClearanceRow {
  readonly studentId: string;
  readonly sign: SignId;
  readonly givenOn: Day;
  readonly withdrawnOn: Day | null;
  readonly filedAt: Date;
}

/** Emergency signs that nobody has cleared yet, by student; of some students, or of all. What suspends is core's to say. */
export async function openEmergencies(
  store: InstructorStore,
  ids: readonly string[] | null,
): Promise<ReadonlyMap<string, OpenEmergency>> {
  const [signs, clearances] = await Promise.all([
    store.query<SignRow>(SIGNS_SQL, ids, EMERGENCY_SIGNS),
    store.query<ClearanceRow>(CLEARANCES_SQL, ids),
  ]);
  const [signsOf, clearancesOf] = [byStudent(signs), byStudent(clearances)];
  const open = new Map<string, OpenEmergency>();
  for (const id of new Set(signs.map((row) => row.studentId))) {
    const emergency = openEmergency(
      signsOf(id).map(({ sign, day, at }) => ({ sign, day, at: at.toISOString() })),
      clearancesOf(id).map(({ filedAt, ...clearance }) => ({
        ...clearance,
        filedAt: filedAt.toISOString(),
      })),
    );
    if (emergency) open.set(id, emergency);
  }
  return open;
}
