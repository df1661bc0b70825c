import type { Ladder } from '@nuvrah/contract';
import { sameCounts, type PhaseCounts, type SignId, type SittingOnRung } from '@nuvrah/core';
import type { LadderRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';

/** Sittings of a student (`$2`) with what a decision reads of them, in order; days where the instructor works (`$3`). */
const SITTINGS_SQL = `
SELECT sitting.id, sitting.started_at AS "startedAt", (sitting.started_at AT TIME ZONE $3)::date::text AS day,
       sitting.effort, sitting.signs, coalesce(max(report.received_at), sitting.started_at) AS "knownAt",
       jsonb_agg(jsonb_build_object('technique', passage.technique, 'counts', jsonb_build_object(
         'inhale', inhale, 'internalHold', internal_hold, 'exhale', exhale, 'externalHold', external_hold))) AS passages,
       bool_or(coalesce(jsonb_array_length(passage.easings), 0) > 0) AS eased,
       coalesce(sum(passage.cycles_done), 0)::float AS done, coalesce(sum(passage.cycles_planned), 0)::float AS planned
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id
  LEFT JOIN home_report report ON report.sitting_id = sitting.id
 WHERE sitting.instructor_id = $1 AND sitting.student_id = $2 AND sitting.outcome IS NOT NULL
 GROUP BY sitting.id ORDER BY sitting.started_at, sitting.id`;

interface SittingLineRow {
  readonly startedAt: Date;
  readonly knownAt: Date;
  readonly day: string;
  readonly effort: number | null;
  readonly signs: SignId[];
  readonly passages: { readonly technique: string; readonly counts: PhaseCounts }[];
  readonly eased: boolean;
  readonly done: number;
  readonly planned: number;
}

/** A sitting of the record, with what it was of. */
export interface PractisedSitting extends SittingOnRung {
  readonly startedAt: Date;
  /** When it was on record: of a practice at home, when it was reported. */
  readonly knownAt: Date;
  /** Its passages, with the counts as planned where they have such. */
  readonly passages: SittingLineRow['passages'];
}

/** Everything that was practised by a student, in order. */
export async function sittingsOf(
  store: InstructorStore,
  student: string,
  timeZone: string,
): Promise<readonly PractisedSitting[]> {
  const rows = await store.query<SittingLineRow>(SITTINGS_SQL, student, timeZone);
  return rows.map(({ done, planned, ...row }) => ({
    ...row,
    // A sitting of nothing but rest is complete.
    done: planned === 0 ? 1 : Math.min(1, done / planned),
  }));
}

/** Those with the ladder's technique in the numbers of its present rung, since that was entered. */
export function onRung(
  { technique, since, rungs, at }: LadderRow,
  sittings: readonly PractisedSitting[],
): readonly PractisedSitting[] {
  const numbers = rungs[at];
  return sittings.filter(
    ({ passages, startedAt }) =>
      startedAt > since &&
      passages.some(
        (one) =>
          one.technique === technique &&
          (numbers?.kind !== 'counts' || sameCounts(one.counts, numbers.counts)),
      ),
  );
}

/** Days over which the log is read for a forecast. */
const LOG_DAYS = 28;
/** Sittings of late that say how comfortable practice is. */
const LATE_SITTINGS = 20;

/** What a forecast reads of a student's practice: the last 28 days, and the last 20 sittings of the technique. */
export function practiceLog(
  { gate, plan, technique, createdAt }: LadderRow,
  sittings: readonly PractisedSitting[],
  now: Date,
): Ladder['log'] {
  const own = sittings.filter(({ passages }) => passages.some((one) => one.technique === technique));
  const from = now.getTime() - LOG_DAYS * 86_400_000;
  const days = new Set(own.filter(({ startedAt }) => startedAt.getTime() >= from).map(({ day }) => day));
  // Before the ladder and its plan there was nothing to be kept: only days since count as planned.
  const span = Math.min(LOG_DAYS, Math.max(0, (now.getTime() - createdAt.getTime()) / 86_400_000));
  const practised = days.size;
  const planned = Math.max(practised, Math.round((span * plan.weekdays.length) / 7));
  const late = own.slice(-LATE_SITTINGS);
  const comfortable = late.filter(
    ({ done, effort, signs, eased }) =>
      done >= 1 && effort !== null && effort <= gate.effort && signs.length === 0 && !eased,
  ).length;
  return { planned, practised, sittings: late.length, comfortable };
}
