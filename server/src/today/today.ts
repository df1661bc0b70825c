import {
  routes,
  type ComingStudent,
  type Today,
  type ToldFromHome,
  type WaitingStudent,
} from '@nuvrah/contract';
import {
  comesOn,
  isTrueOn,
  needOf,
  numbersAfter,
  practiceMoment,
  SIGN_WAITS_DAYS,
  UNTOLD_WAITS_DAYS,
  waitsForCheck,
  waitsForClearances,
  waitsForIntake,
  waitsForReturn,
  type Day,
  type Decision,
  type OpenEmergency,
  type RungNumbers,
  type SignId,
  type WaitingItem,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { ClearanceRow, InstructorRow, LadderRow, StudentRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { RevisionCache } from '../http/revision-cache.js';
import { openEmergencies } from '../students/emergencies.js';
import { aroundOf, ruleFor, waits, type Around } from '../ladders/rules-now.js';
import { byStudent } from '../students/practice-of.js';

interface LastDays {
  readonly id: string;
  readonly lastSitting: Day | null;
  readonly lastCheck: Day | null;
  /** Sittings from a log outside that nobody confirmed. */
  readonly unconfirmed: number;
}

/** How many students there are, archived ones too. */
const COUNT_SQL = 'SELECT count(*)::int AS count FROM student WHERE instructor_id = $1';

/** Everybody who is not archived, by name. */
const STUDENTS_SQL = `
SELECT id, name, birth_year AS "birthYear", comfort, health_asked_on::text AS "healthAskedOn",
       consent_on::text AS "consentOn"
  FROM student WHERE instructor_id = $1 AND archived_at IS NULL ORDER BY name, id`;

type TodayRow = Pick<StudentRow, 'id' | 'name' | 'birthYear' | 'comfort' | 'healthAskedOn' | 'consentOn'>;

/** Of every student that is not archived: the last day of practice and of a capacity check, where the instructor works (`$2`). */
const LAST_DAYS_SQL = `
SELECT student.id,
       (SELECT (max(started_at) AT TIME ZONE $2)::date::text FROM sitting WHERE student_id = student.id) AS "lastSitting",
       (SELECT max(checked_on)::text FROM capacity_check WHERE student_id = student.id) AS "lastCheck",
       (SELECT count(*)::int FROM sitting WHERE student_id = student.id AND NOT confirmed) AS unconfirmed
  FROM student WHERE instructor_id = $1 AND archived_at IS NULL`;

/** Signs told from home since a moment (`$2`), unless the student was led by the instructor after they were told. */
const SIGNS_SQL = `
SELECT sitting.student_id AS "studentId", sitting.id, sitting.signs,
       (sitting.started_at AT TIME ZONE $3)::date::text AS day
  FROM sitting JOIN home_report report ON report.sitting_id = sitting.id
 WHERE sitting.instructor_id = $1 AND sitting.signs <> '{}' AND report.received_at >= $2
   AND NOT EXISTS (SELECT 1 FROM sitting later
                    WHERE later.student_id = sitting.student_id AND later.place <> 'home'
                      AND later.started_at > report.received_at)
 ORDER BY sitting.started_at DESC`;

/**
 * Sittings that were begun, and of which nothing was recorded, and those since a moment (`$3`) that ended in sleep, of which
 * nobody told how hard they felt.
 */
const UNTOLD_SQL = `
SELECT student_id AS "studentId", id, session_id AS "sessionId", led->'session'->>'title' AS title,
       (started_at AT TIME ZONE $2)::date::text AS day, outcome IS NOT NULL AS asleep
  FROM sitting
 WHERE instructor_id = $1
   AND (outcome IS NULL
        OR (outcome = 'finished' AND effort IS NULL AND started_at >= $3 AND led->'session'->>'ending' = 'sleep'))
 ORDER BY started_at DESC`;

/** Practice at home on a day (`$3`) where the instructor works, as it was told. */
const HOME_SQL = `
SELECT sitting.student_id AS "studentId", student.name, sitting.id AS "sittingId", sitting.started_at AS "startedAt",
       sitting.effort, sitting.signs
  FROM sitting JOIN student ON student.id = sitting.student_id
 WHERE sitting.instructor_id = $1 AND sitting.place = 'home' AND (sitting.started_at AT TIME ZONE $2)::date = $3
 ORDER BY sitting.started_at`;

interface HomeRow extends Omit<ToldFromHome, 'startedAt'> {
  readonly startedAt: Date;
}

/** What sessions (`$2`) are called. */
const TITLES_SQL = `
SELECT id, document->>'title' AS title FROM session
 WHERE instructor_id = $1 AND id = ANY($2::uuid[]) AND deleted_at IS NULL`;

interface SessionTitle {
  readonly id: string;
  readonly title: string;
}

interface UntoldRow {
  readonly studentId: string;
  readonly id: string;
  readonly sessionId: string | null;
  readonly title: string;
  readonly day: Day;
  /** It ended in sleep; else it has not ended. */
  readonly asleep: boolean;
}

interface SignRow {
  readonly studentId: string;
  readonly id: string;
  readonly signs: SignId[];
  readonly day: Day;
}

export function implementToday(implement: Implement, source: DataSource, now: () => Date): void {
  const kept = new RevisionCache();
  implement(routes.today, async ({ store }) => {
    const at = now();
    const instructor = await instructorById(source, store.instructorId);
    return kept.get(store.instructorId, revisionAt(instructor, at), () => makeToday(store, instructor, at));
  });
}

const HOUR = 3_600_000;

/** Changes with everything that Today is made from: the rows, where and how the instructor works, the day, the hour. */
function revisionAt(instructor: InstructorRow, at: Date): string {
  const { todayRevision, timeZone, place, conventions } = instructor;
  const now = [localDay(instructor, at), Math.floor(at.getTime() / HOUR)];
  return JSON.stringify([todayRevision, timeZone, place, conventions, ...now]);
}

async function makeToday(store: InstructorStore, instructor: InstructorRow, at: Date): Promise<Today> {
  const today = localDay(instructor, at);
  const since = (days: number): Date => new Date(at.getTime() - days * 86_400_000);
  const [[everybody], students, rows, decisions, clearances, lastDays, emergencies, signs, untold, home] =
    await Promise.all([
      store.query<{ count: number }>(COUNT_SQL),
      store.query<TodayRow>(STUDENTS_SQL),
      store.ladders.list({}, { order: { createdAt: 'DESC', id: 'ASC' } }),
      store.query<LastDecision>(LAST_DECISIONS_SQL),
      store.clearances.list({}, { order: { until: 'ASC' } }),
      store.query<LastDays>(LAST_DAYS_SQL, instructor.timeZone),
      openEmergencies(store, null),
      store.query<SignRow>(SIGNS_SQL, since(SIGN_WAITS_DAYS), instructor.timeZone),
      store.query<UntoldRow>(UNTOLD_SQL, instructor.timeZone, since(UNTOLD_WAITS_DAYS)),
      store.query<HomeRow>(HOME_SQL, instructor.timeZone, today),
    ]);
  const climbing = climbers(students, rows);
  const around = await aroundOf(store, instructor, { students: climbing, emergencies }, at);
  const ladders = openLadders(rows, decisions, new Set(climbing.map(({ id }) => id)), around);
  const last = new Map(lastDays.map((row) => [row.id, row]));
  const of = {
    ladders: byStudent(ladders),
    clearances: byStudent(clearances),
    signs: byStudent(signs),
    untold: byStudent(untold),
  };
  const waiting = students.flatMap((student): WaitingStudent[] => {
    const { id, name } = student;
    const items = waitingItems(
      {
        student,
        emergency: emergencies.get(id) ?? null,
        untold: of.untold(id),
        signs: of.signs(id),
        ladders: of.ladders(id),
        clearances: of.clearances(id),
        last: last.get(id) ?? null,
      },
      today,
    );
    return items.map((item) => ({ studentId: id, name, item }) as WaitingStudent);
  });
  const comers = students.flatMap(({ id, name }) =>
    of
      .ladders(id)
      .filter(({ rule }) => rule.step !== 'suspend')
      .filter(({ row }) => comesToday(row, instructor, today, last.get(id)?.lastSitting ?? null))
      .map(({ row }) => ({ studentId: id, name, row })),
  );
  return {
    students: everybody?.count ?? 0,
    coming: await toComing(store, instructor, today, comers),
    waiting: waiting.sort((a, b) => needOf(a.item) - needOf(b.item)),
    home: home.map((row) => ({ ...row, startedAt: row.startedAt.toISOString() })),
  };
}

/** What is on record of one student as far as something of it can wait. */
interface OnRecord {
  readonly student: TodayRow;
  readonly emergency: OpenEmergency | null;
  readonly untold: readonly UntoldRow[];
  readonly signs: readonly SignRow[];
  readonly ladders: readonly OpenLadder[];
  readonly clearances: readonly ClearanceRow[];
  readonly last: LastDays | null;
}

/** Everything that waits of one student. */
function waitingItems(of: OnRecord, today: Day): readonly WaitingItem[] {
  const { lastCheck = null, lastSitting = null, unconfirmed = 0 } = of.last ?? {};
  return [
    ...(of.emergency ? [{ kind: 'suspended', ...of.emergency } as const] : []),
    ...of.untold.flatMap(toUnfinished),
    ...of.signs.map(toSign),
    ...of.untold.flatMap(toUntold),
    ...of.ladders.flatMap(toDecision),
    ...waitsForIntake(of.student, today),
    ...waitsForClearances(of.clearances, today),
    ...waitsForCheck(lastCheck, today),
    ...(unconfirmed > 0 ? [{ kind: 'log', sittings: unconfirmed } as const] : []),
    ...waitsForReturn(lastSitting, of.ladders.length > 0, today),
  ];
}

interface Comer {
  readonly studentId: string;
  readonly name: string;
  readonly row: LadderRow;
}

const comesToday = (
  { plan, createdAt }: LadderRow,
  where: Pick<InstructorRow, 'timeZone' | 'place'>,
  today: Day,
  lastSitting: Day | null,
): boolean => comesOn({ ...where, plan, madeAt: createdAt.getTime(), lastSitting }, today);

/** Those who practise today, by the clock, with what is true of them and what their session is called. */
async function toComing(
  store: InstructorStore,
  instructor: InstructorRow,
  today: Day,
  comers: readonly Comer[],
): Promise<ComingStudent[]> {
  const sessionIds = comers.flatMap(({ row }) => row.sessionId ?? []);
  const [facts, titles] = await Promise.all([
    store.facts.listIn(
      'studentId',
      comers.map(({ studentId }) => studentId),
      { createdAt: 'DESC', id: 'ASC' },
    ),
    sessionIds.length === 0
      ? Promise.resolve<SessionTitle[]>([])
      : store.query<SessionTitle>(TITLES_SQL, sessionIds),
  ]);
  const factsOf = byStudent(facts.filter((fact) => isTrueOn(fact, today)));
  const titleOf = new Map(titles.map(({ id, title }) => [id, title]));
  const coming = comers.map(({ studentId, name, row }): ComingStudent => {
    const [first] = row.plan.sittings;
    return {
      studentId,
      name,
      facts: factsOf(studentId).map(({ fact }) => fact),
      ladderId: row.id,
      sessionId: row.sessionId,
      title: titleOf.get(row.sessionId ?? '') ?? '',
      clock: first ? practiceMoment(first.time, today, instructor).clock : '',
      numbers: row.rungs[row.at] as RungNumbers,
    };
  });
  return coming.sort((a, b) => a.clock.localeCompare(b.clock) || a.name.localeCompare(b.name));
}

/** A ladder that is climbed, with what the rules say of it now. */
interface OpenLadder {
  readonly studentId: string;
  readonly row: LadderRow;
  readonly rule: Decision;
  readonly waits: boolean;
}

const LAST_DECISIONS_SQL = `
SELECT ladder_id AS "ladderId", max(made_at) AS "madeAt" FROM rung_decision WHERE instructor_id = $1 GROUP BY ladder_id`;

/** Only what those who climb practised is looked at. */
function climbers(students: readonly TodayRow[], rows: readonly LadderRow[]): readonly TodayRow[] {
  const climbing = new Set(rows.filter(({ endedAt }) => endedAt === null).map(({ studentId }) => studentId));
  return students.filter(({ id }) => climbing.has(id));
}

interface LastDecision {
  readonly ladderId: string;
  readonly madeAt: Date;
}

function openLadders(
  rows: readonly LadderRow[],
  decisions: readonly LastDecision[],
  climbing: ReadonlySet<string>,
  around: (student: string) => Around,
): readonly OpenLadder[] {
  const made = new Map(decisions.map((decision) => [decision.ladderId, decision]));
  return rows
    .filter(({ endedAt, studentId }) => endedAt === null && climbing.has(studentId))
    .map((row) => {
      const of = around(row.studentId);
      const rule = ruleFor(row, of);
      const last = made.get(row.id);
      return { studentId: row.studentId, row, rule, waits: waits(row, rule.step, last ? [last] : [], of) };
    });
}

const toUnfinished = ({ id, sessionId, title, day, asleep }: UntoldRow): readonly WaitingItem[] =>
  asleep ? [] : [{ kind: 'unfinished', sittingId: id, sessionId, title, day }];

const toUntold = ({ id, title, day, asleep }: UntoldRow): readonly WaitingItem[] =>
  asleep ? [{ kind: 'untold', sittingId: id, title, day }] : [];

const toSign = ({ id, signs, day }: SignRow): WaitingItem => ({ kind: 'sign', sittingId: id, signs, day });

/** A step that waits; a suspension is said once, of the student. */
function toDecision({ row, rule, waits: decides }: OpenLadder): readonly WaitingItem[] {
  if (!decides || rule.step === 'suspend') return [];
  const { step, reasons } = rule;
  return [{ kind: 'decision', ladderId: row.id, step, reasons, numbers: numbersAfter(row, step) }];
}
