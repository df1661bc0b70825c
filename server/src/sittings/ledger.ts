import {
  LEDGER_SIZES,
  routes,
  type LedgerLine,
  type LedgerRows,
  type LedgerSort,
  type QueryOf,
  type TrendPoint,
} from '@nuvrah/contract';
import {
  FELT_ON_SCALE,
  millis,
  sittingsToCsv,
  type Felt,
  type LeadRecord,
  type LoggedSitting,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById } from '../accounts/accounts.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { bySitting, FELT_BEFORE_SQL, toRecord } from './sitting-rows.js';

/** Sittings that answer to the filters: the zone (`$2`) makes days of moments. */
const FILTERED_SQL = `
  FROM sitting JOIN student ON student.id = sitting.student_id
 WHERE sitting.instructor_id = $1
   AND ($3::uuid IS NULL OR student_id = $3)
   AND ($4::date IS NULL OR started_at >= ($4::date::timestamp AT TIME ZONE $2))
   AND ($5::date IS NULL OR started_at < (($5::date + 1)::timestamp AT TIME ZONE $2))
   AND ($6::text IS NULL OR EXISTS (SELECT 1 FROM sitting_passage passage
                                     WHERE passage.sitting_id = sitting.id AND passage.technique = $6))
   AND ($7::text IS NULL OR $7 = ANY(signs))
   AND ($8::int IS NULL OR effort >= $8)`;

const COUNT_SQL = `SELECT count(*)::int AS total ${FILTERED_SQL}`;

const COLUMN_OF: Readonly<Record<LedgerSort, string>> = {
  day: 'started_at',
  student: 'student.name',
  effort: 'effort',
  led: 'led_millis',
};

/** Ids of the sittings that answer, in an order; `$9` of them after the first `$10`. */
const idsSql = (sort: LedgerSort, up: boolean): string => `
SELECT sitting.id ${FILTERED_SQL}
 ORDER BY ${COLUMN_OF[sort]} ${up ? 'ASC' : 'DESC'} NULLS LAST, started_at DESC, sitting.id DESC LIMIT $9 OFFSET $10`;

/** Sittings (`$2`) without what was led. */
const LINES_SQL = `
SELECT id, student_id AS "studentId", led->'session'->>'title' AS title, started_at AS "startedAt", place, outcome,
       led_millis AS "ledMillis", pauses, signs, signs_taken_back AS "signsTakenBack", added, log,
       effort, felt_after AS "feltAfter", ${FELT_BEFORE_SQL} AS "feltBefore", note
  FROM sitting WHERE instructor_id = $1 AND id = ANY($2::uuid[])`;

type LineRow = Omit<LedgerLine, 'startedAt' | 'record'> & { readonly startedAt: Date } & Parameters<
    typeof toRecord
  >[0];

/** By how much more of a feeling there was after than before. */
const feltMoreSql = (feeling: string): string =>
  `(sitting.felt_after->>'${feeling}')::float - (${FELT_BEFORE_SQL}->>'${feeling}')::float AS ${feeling}`;

/**
 * Of one student (`$2`): a point for each sitting with what was done of each technique, of several passages of one technique
 * the first; days where the instructor works (`$3`).
 */
const TRENDS_SQL = `
SELECT (sitting.started_at AT TIME ZONE $3)::date::text AS day, sitting.effort,
       sitting.led_millis::float / 60000 AS minutes,
       ${FELT_ON_SCALE.map(feltMoreSql).join(', ')}, coalesce(done.techniques, '[]') AS techniques
  FROM sitting
  LEFT JOIN LATERAL (
    SELECT jsonb_agg(jsonb_build_object(
             'technique', technique, 'rounds', cycles_done::float / cycles_per_round, 'base', inhale,
             'cycle', (inhale + internal_hold + exhale + external_hold) * pace / 1000,
             'openHold', (SELECT max(held::text::float) FROM jsonb_array_elements(open_holds) held),
             'strokes', (SELECT sum((turn->>'done')::int) FROM jsonb_array_elements(turns) turn)) ORDER BY position) AS techniques
      FROM (SELECT DISTINCT ON (technique) * FROM sitting_passage passage
             WHERE passage.sitting_id = sitting.id AND passage.kind <> 'natural'
             ORDER BY technique, position) first) done ON true
 WHERE sitting.instructor_id = $1 AND sitting.student_id = $2 AND sitting.outcome IS NOT NULL
 ORDER BY sitting.started_at, sitting.id`;

type Filters = QueryOf<typeof routes.ledgerFile>;

const parametersOf = ({ student, from, to, technique, sign, effort }: Filters) =>
  [student, from, to, technique, sign, effort].map((value) => value ?? null);

/** Nothing but the feelings, of a check of the day too. */
const feelingsOf = (felt: Felt | null): LedgerLine['feltBefore'] =>
  felt && { calm: felt.calm, alert: felt.alert, mood: felt.mood, pulse: felt.pulse };

/** Some sittings, in this order. */
async function linesOf(store: InstructorStore, ids: readonly string[]): Promise<readonly LedgerLine[]> {
  const rows = new Map((await store.query<LineRow>(LINES_SQL, ids)).map((row) => [row.id, row]));
  const passages = bySitting(await store.sittingPassages.listIn('sittingId', ids, { position: 'ASC' }));
  return ids.flatMap((id) => {
    const row = rows.get(id);
    if (!row) return [];
    const { studentId, title, startedAt, place, effort, feltBefore, feltAfter, note } = row;
    const record = toRecord(row, passages.get(id) ?? []);
    return [
      {
        id,
        studentId,
        title,
        startedAt: startedAt.toISOString(),
        place,
        record,
        effort,
        feltBefore: feelingsOf(feltBefore),
        feltAfter,
        note,
      },
    ];
  });
}

async function pageOf(
  store: InstructorStore,
  timeZone: string,
  { sort = 'day', up, part, size, ...filters }: QueryOf<typeof routes.ledger>,
): Promise<LedgerRows> {
  const parameters = [timeZone, ...parametersOf(filters)];
  const limit = Number(size ?? LEDGER_SIZES[0]);
  const [[count], found] = await Promise.all([
    store.query<{ total: number }>(COUNT_SQL, ...parameters),
    store.query<Pick<LedgerLine, 'id'>>(
      idsSql(sort, up === 'yes'),
      ...parameters,
      limit,
      Number(part ?? 0) * limit,
    ),
  ]);
  const lines = await linesOf(
    store,
    found.map(({ id }) => id),
  );
  return { lines: [...lines], total: count?.total ?? 0 };
}

/** Rows that are read from the database in one go for a file. */
const FILE_PAGE = 2_000;

/** Everything that answers to the filters, as CSV. */
async function csvOf(store: InstructorStore, timeZone: string, filters: Filters): Promise<string> {
  const students = await store.students.list({});
  const names = new Map(students.map(({ id, name }) => [id, name]));
  // Which ones is asked once: what is led meanwhile moves nothing from one part to another.
  const found = await store.query<Pick<LedgerLine, 'id'>>(
    idsSql('day', false),
    timeZone,
    ...parametersOf(filters),
    null,
    0,
  );
  const ids = found.map(({ id }) => id);
  const all: LoggedSitting[] = [];
  for (let from = 0; from < ids.length; from += FILE_PAGE) {
    const lines = await linesOf(store, ids.slice(from, from + FILE_PAGE));
    for (const { record, title, studentId, ...line } of lines)
      all.push({
        ...line,
        studentId,
        student: names.get(studentId) ?? '',
        session: title,
        // What was begun and never told of has no passages, and so no rows.
        record: (record as LeadRecord | null) ?? NOTHING_TOLD,
      });
  }
  return sittingsToCsv(all);
}

const NOTHING_TOLD: LeadRecord = {
  outcome: 'stopped',
  led: millis(0),
  pauses: 0,
  signs: [],
  takenBack: [],
  passages: [],
};

function refuseFilters({ from, to }: Filters): void {
  if (!from || !to || to >= from) return;
  const detail = 'The last day lies before the first: use the first day or a later one.';
  throw invalidRequest([{ pointer: '/to', detail }]);
}

export function implementLedger(implement: Implement, source: DataSource): void {
  implement(routes.ledger, async ({ store, query }) => {
    refuseFilters(query);
    const { timeZone } = await instructorById(source, store.instructorId);
    return pageOf(store, timeZone, query);
  });

  implement(routes.ledgerFile, async ({ store, query }) => {
    refuseFilters(query);
    const { timeZone } = await instructorById(source, store.instructorId);
    // Spreadsheets know by this mark that it is UTF-8.
    return { name: 'sittings.csv', content: `\uFEFF${await csvOf(store, timeZone, query)}` };
  });

  implement(routes.listCorrections, async ({ store, params }) => {
    if (!(await store.sittings.get(params.id))) throw notFound('sitting');
    const rows = await store.corrections.list({ sittingId: params.id }, { order: { version: 'DESC' } });
    return rows.map(({ version, correctedAt, effort, feltAfter, note, record }) => ({
      version,
      correctedAt: correctedAt.toISOString(),
      effort,
      feltAfter,
      note,
      record,
    }));
  });

  implement(routes.trends, async ({ store, params }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const { timeZone } = await instructorById(source, store.instructorId);
    return store.query<TrendPoint>(TRENDS_SQL, params.id, timeZone);
  });
}
