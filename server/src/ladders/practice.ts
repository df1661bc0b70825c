import type { Ladder } from '@nuvrah/contract';
import {
  countsPractised,
  practiceLog,
  shareDone,
  sittingsOnRung,
  type Done,
  type Day,
  type OnLadder,
  type PhaseCounts,
  type PractisedPassage,
  type PractisedSitting,
  type SignId,
} from '@nuvrah/core';
import type { LadderRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import { byStudent } from '../students/practice-of.js';

/** Sittings of some students (`$2`) with what a decision reads of them, in order; days where the instructor works (`$3`). */
const SITTINGS_SQL = `
SELECT sitting.student_id AS "studentId", sitting.id, sitting.started_at AS "startedAt", (sitting.started_at AT TIME ZONE $3)::date::text AS day,
       sitting.effort, sitting.signs, coalesce(max(report.received_at), sitting.started_at) AS "knownAt",
       jsonb_agg(jsonb_build_object(
         'technique', passage.technique, 'kind', passage.kind,
         'counts', jsonb_build_object('inhale', inhale, 'internalHold', internal_hold, 'exhale', exhale,
                                      'externalHold', external_hold),
         'pace', pace, 'cyclesPlanned', cycles_planned, 'cyclesDone', cycles_done,
         'cyclesPerRound', cycles_per_round, 'secondsPlanned', seconds_planned, 'secondsDone', seconds_done, 'turn', passage.turns->0) ORDER BY passage.position) AS passages,
       bool_or(coalesce(jsonb_array_length(passage.easings), 0) > 0) AS eased
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id
  LEFT JOIN home_report report ON report.sitting_id = sitting.id
 WHERE sitting.instructor_id = $1 AND sitting.student_id = ANY($2::uuid[]) AND sitting.outcome IS NOT NULL AND sitting.confirmed
 GROUP BY sitting.id ORDER BY sitting.started_at, sitting.id`;

interface PassageRow {
  readonly technique: string;
  readonly kind: 'counted' | 'strokes' | 'natural';
  readonly counts: PhaseCounts;
  readonly pace: number | null;
  readonly cyclesPlanned: number | null;
  readonly cyclesDone: number | null;
  readonly cyclesPerRound: number | null;
  readonly secondsPlanned: number | null;
  readonly secondsDone: number | null;
  readonly turn: { readonly rate: number; readonly planned: number } | null;
}

interface SittingLineRow {
  readonly studentId: string;
  readonly startedAt: Date;
  readonly knownAt: Date;
  readonly day: Day;
  readonly effort: number | null;
  readonly signs: SignId[];
  readonly passages: PassageRow[];
  readonly eased: boolean;
}

/** Seconds of one cycle; 0 where nothing is counted. */
const cycleSecondsOf = ({ kind, counts, pace }: PassageRow): number =>
  kind === 'counted'
    ? ((counts.inhale + counts.internalHold + counts.exhale + counts.externalHold) * (pace ?? 0)) / 1000
    : 0;

const doneOf = (passage: PassageRow): Done => ({
  cyclesDone: passage.cyclesDone ?? 0,
  cyclesPlanned: passage.cyclesPlanned ?? 0,
  secondsDone: passage.secondsDone ?? 0,
  secondsPlanned: passage.secondsPlanned ?? 0,
  cycleSeconds: cycleSecondsOf(passage),
});

function toPassage(passage: PassageRow): PractisedPassage {
  const { technique, kind, counts, turn, ...planned } = passage;
  const cycles = planned.cyclesPlanned ?? 0;
  return {
    technique,
    counts: kind === 'counted' ? countsPractised(counts, cycles) : null,
    minutes: (cycles * cycleSecondsOf(passage) + (planned.secondsPlanned ?? 0)) / 60,
    strokes:
      kind === 'strokes' && turn
        ? { strokes: turn.planned, rate: turn.rate, sets: cycles / (planned.cyclesPerRound ?? 1) }
        : null,
  };
}

/** Everything that was practised by some students, in order. */
export async function practisedBy(
  store: InstructorStore,
  ids: readonly string[],
  timeZone: string,
): Promise<(student: string) => readonly PractisedSitting[]> {
  const of = byStudent(await store.query<SittingLineRow>(SITTINGS_SQL, ids, timeZone));
  return (student) =>
    of(student).map(({ studentId: _, startedAt, knownAt, passages, ...row }) => ({
      ...row,
      startedAt: startedAt.getTime(),
      knownAt: knownAt.getTime(),
      passages: passages.map(toPassage),
      done: shareDone(passages.filter(({ kind }) => kind !== 'natural').map(doneOf)),
    }));
}

/** Where a ladder stands, as core reads it. */
export const onLadder = ({ technique, rungs, at, since }: LadderRow): OnLadder => ({
  technique,
  rungs,
  at,
  since: since.getTime(),
});

/** Those that count for the present rung. */
export const onRung = (row: LadderRow, sittings: readonly PractisedSitting[]): readonly PractisedSitting[] =>
  sittingsOnRung(onLadder(row), sittings);

/** What a forecast reads of a student's practice. */
export const logOf = (row: LadderRow, sittings: readonly PractisedSitting[], now: Date): Ladder['log'] =>
  practiceLog({ ...row, createdAt: row.createdAt.getTime(), now: now.getTime() }, sittings);
