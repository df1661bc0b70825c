import { afterLine, routes, type LedgerLine, type QueryOf, type TrendPoint } from '@nuvrah/contract';
import { millis, sittingsToCsv, type LeadRecord, type LoggedSitting } from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById } from '../accounts/accounts.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';
import { bySitting, toRecord } from './sitting-rows.js';

/** Rows of one page of the Ledger. */
const PAGE = 100;

/** Sittings that answer to the filters, without what was led: the zone (`$2`) makes days of moments. */
const LINES_SQL = `
SELECT sitting.id, student_id AS "studentId", led->'session'->>'title' AS title, started_at AS "startedAt", place, outcome,
       led_millis AS "ledMillis", pauses, signs, signs_taken_back AS "signsTakenBack", effort, note
  FROM sitting
 WHERE instructor_id = $1
   AND ($3::uuid IS NULL OR student_id = $3)
   AND ($4::date IS NULL OR started_at >= ($4::date::timestamp AT TIME ZONE $2))
   AND ($5::date IS NULL OR started_at < (($5::date + 1)::timestamp AT TIME ZONE $2))
   AND ($6::text IS NULL OR EXISTS (SELECT 1 FROM sitting_passage passage
                                     WHERE passage.sitting_id = sitting.id AND passage.technique = $6))
   AND ($7::text IS NULL OR $7 = ANY(signs))
   AND ($8::int IS NULL OR effort >= $8)
   AND ($10::timestamptz IS NULL OR (started_at, sitting.id) < ($10, $11::uuid))
 ORDER BY started_at DESC, sitting.id DESC LIMIT $9`;

type LineRow = Omit<LedgerLine, 'startedAt' | 'record'> & { readonly startedAt: Date } & Parameters<
    typeof toRecord
  >[0];

/** Of one student (`$2`): a point for each sitting, days where the instructor works (`$3`). */
const TRENDS_SQL = `
SELECT (sitting.started_at AT TIME ZONE $3)::date::text AS day, sitting.effort, sitting.led_millis / 60000.0 AS minutes,
       first.inhale AS base,
       (first.inhale + first.internal_hold + first.exhale + first.external_hold) * first.pace / 1000.0 AS cycle,
       (SELECT max(held::text::float) FROM jsonb_array_elements(first.open_holds) held) AS "openHold"
  FROM sitting
  LEFT JOIN LATERAL (SELECT * FROM sitting_passage passage
                      WHERE passage.sitting_id = sitting.id AND passage.kind = 'counted'
                      ORDER BY position LIMIT 1) first ON true
 WHERE sitting.instructor_id = $1 AND sitting.student_id = $2 AND sitting.outcome IS NOT NULL
 ORDER BY sitting.started_at, sitting.id`;

type TrendRow = Omit<TrendPoint, 'minutes' | 'cycle'> & {
  readonly minutes: string;
  readonly cycle: string | number | null;
};

const orNull = (value: string | number | null): number | null => (value === null ? null : Number(value));

async function linesOf(
  store: InstructorStore,
  timeZone: string,
  { student, from, to, technique, sign, effort, after }: QueryOf<typeof routes.ledger>,
  page = PAGE,
) {
  const filters = [student, from, to, technique, sign, effort].map((value) => value ?? null);
  const rows = await store.query<LineRow>(LINES_SQL, timeZone, ...filters, page + 1, ...lineOf(after));
  const shown = rows.slice(0, page);
  const ids = shown.map(({ id }) => id);
  const passages = bySitting(await store.sittingPassages.listIn('sittingId', ids, { position: 'ASC' }));
  const lines = shown.map((row) => ({
    id: row.id,
    studentId: row.studentId,
    title: row.title,
    startedAt: row.startedAt.toISOString(),
    place: row.place,
    record: toRecord(row, passages.get(row.id) ?? []),
    effort: row.effort,
    note: row.note,
  }));
  return { lines, more: rows.length > page };
}

/** The moment and the id of the last line that is shown already. */
function lineOf(after: string | undefined): readonly [startedAt: Date | null, id: string | null] {
  if (after === undefined) return [null, null];
  const [moment = '', id = ''] = after.split(',');
  const startedAt = new Date(moment);
  if (!Number.isNaN(startedAt.getTime())) return [startedAt, id];
  const detail = 'This is no line of the Ledger: take “after” from the last line of the page before.';
  throw invalidRequest([{ pointer: '/after', detail }]);
}

/** Rows that are read from the database in one go for a file. */
const FILE_PAGE = 2_000;

/** Everything that answers to the filters, as CSV. */
async function csvOf(
  store: InstructorStore,
  timeZone: string,
  query: QueryOf<typeof routes.ledger>,
): Promise<string> {
  const students = await store.students.list({});
  const names = new Map(students.map(({ id, name }) => [id, name]));
  const all: LoggedSitting[] = [];
  let after: string | undefined;
  for (let more = true; more;) {
    const found = await linesOf(store, timeZone, { ...query, ...(after && { after }) }, FILE_PAGE);
    const last = found.lines.at(-1);
    after = last && afterLine(last);
    for (const { record, title, studentId, ...line } of found.lines)
      all.push({
        ...line,
        studentId,
        student: names.get(studentId) ?? '',
        session: title,
        // What was begun and never told of has no passages, and so no rows.
        record: (record as LeadRecord | null) ?? NOTHING_TOLD,
      });
    more = found.more;
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

function refuseFilters({ from, to }: QueryOf<typeof routes.ledger>): void {
  if (!from || !to || to >= from) return;
  const detail = 'The last day lies before the first: use the first day or a later one.';
  throw invalidRequest([{ pointer: '/to', detail }]);
}

export function implementLedger(implement: Implement, source: DataSource): void {
  implement(routes.ledger, async ({ store, query }) => {
    refuseFilters(query);
    const { timeZone } = await instructorById(source, store.instructorId);
    return linesOf(store, timeZone, query);
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
    return rows.map(({ version, correctedAt, effort, note }) => ({
      version,
      correctedAt: correctedAt.toISOString(),
      effort,
      note,
    }));
  });

  implement(routes.trends, async ({ store, params }) => {
    if (!(await store.students.get(params.id))) throw notFound('student');
    const { timeZone } = await instructorById(source, store.instructorId);
    const rows = await store.query<TrendRow>(TRENDS_SQL, params.id, timeZone);
    return rows.map(({ minutes, cycle, ...row }) => ({
      ...row,
      minutes: Number(minutes),
      cycle: orNull(cycle),
    }));
  });
}
