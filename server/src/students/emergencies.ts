import { SIGNS, type OpenEmergency } from '@nuvrah/core';
import type { InstructorStore } from '../db/instructor-store.js';

const EMERGENCY_SIGNS = SIGNS.filter(({ kind }) => kind === 'emergency').map(({ id }) => id);

/**
 * Of each student, or of one (`$2`): the newest sitting with one of these signs (`$3`), on the day it was where the
 * instructor works, unless a clearance was given on that day or later. One that was withdrawn is none.
 */
const OPEN_SQL = `
SELECT * FROM (
  SELECT DISTINCT ON (sitting.student_id) sitting.student_id AS "studentId",
         (sitting.started_at AT TIME ZONE instructor.time_zone)::date::text AS day,
         (SELECT sign FROM unnest(sitting.signs) sign WHERE sign = ANY($3) LIMIT 1) AS sign
    FROM sitting JOIN instructor ON instructor.id = sitting.instructor_id
   WHERE sitting.instructor_id = $1 AND ($2::uuid IS NULL OR sitting.student_id = $2) AND sitting.signs && $3::text[]
   ORDER BY sitting.student_id, sitting.started_at DESC) newest
 WHERE NOT EXISTS (SELECT 1 FROM clearance
                    WHERE clearance.student_id = newest."studentId" AND clearance.given_on >= newest.day::date
                      AND clearance.withdrawn_on IS NULL)`;

/** Emergency signs that nobody has cleared yet, by student; of one student, or of all. */
export async function openEmergencies(
  store: InstructorStore,
  studentId: string | null,
): Promise<ReadonlyMap<string, OpenEmergency>> {
  const rows = await store.query<OpenEmergency & { readonly studentId: string }>(
    OPEN_SQL,
    studentId,
    EMERGENCY_SIGNS,
  );
  return new Map(rows.map(({ studentId: id, sign, day }) => [id, { sign, day }]));
}
