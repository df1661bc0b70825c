import { routes, type TodayItem, type TodayStudent } from '@nuvrah/contract';
import {
  CAPACITY_LASTS,
  CAPACITY_WARNING,
  CLEARANCE_SCOPES,
  comesOn,
  daysBetween,
  describeEmergency,
  describeReason,
  FACT_NAMES,
  GAPS,
  isOldCheck,
  signById,
  type Day,
  type Decision,
  type SignId,
  dayInWords,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { ClearanceRow, InstructorRow, LadderRow, StudentRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { KeptAnswers } from '../http/kept-answers.js';
import { openEmergencies } from '../students/emergencies.js';
import { aroundOf, ruleFor, waits, type Around } from '../ladders/rules-now.js';
import { byStudent } from '../students/practice-of.js';

/** Days before its last one on which a clearance is said to run out. */
const CLEARANCE_WARNING = 14;
/** Days for which a sign that was told from home is shown, unless the student was led since. */
const SIGN_DAYS = 7;

/** What needs most comes first. */
const NEED: readonly TodayItem['kind'][] = [
  'suspended',
  'unfinished',
  'sign',
  'decision',
  'intake',
  'clearance',
  'capacity',
  'log',
  'away',
  'comes',
];

interface LastDays {
  readonly id: string;
  readonly lastSitting: Day | null;
  readonly lastCheck: Day | null;
  /** Sittings from a log outside that nobody confirmed. */
  readonly unconfirmed: number;
}

/** Everybody who is not archived, by name. */
const STUDENTS_SQL = `
SELECT id, name, birth_year AS "birthYear", comfort, health_asked_on::text AS "healthAskedOn"
  FROM student WHERE instructor_id = $1 AND archived_at IS NULL ORDER BY name, id`;

type TodayRow = Pick<StudentRow, 'id' | 'name' | 'birthYear' | 'comfort' | 'healthAskedOn'>;

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

/** Sittings that were begun, and of which nothing was recorded. */
const UNFINISHED_SQL = `
SELECT student_id AS "studentId", id, session_id AS "sessionId", led->'session'->>'title' AS title,
       (started_at AT TIME ZONE $2)::date::text AS day
  FROM sitting WHERE instructor_id = $1 AND outcome IS NULL ORDER BY started_at DESC`;

interface UnfinishedRow {
  readonly studentId: string;
  readonly id: string;
  readonly sessionId: string | null;
  readonly title: string;
  readonly day: Day;
}

interface SignRow {
  readonly studentId: string;
  readonly id: string;
  readonly signs: SignId[];
  readonly day: Day;
}

const item = (
  kind: TodayItem['kind'],
  said: string,
  more: Partial<Pick<TodayItem, 'ladderId' | 'sittingId' | 'sessionId'>> = {},
): TodayItem => ({ kind, said, ladderId: null, sittingId: null, sessionId: null, ...more });

const daysAgo = (days: number): string =>
  days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
const inDays = (days: number): string => (days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`);

export function implementToday(implement: Implement, source: DataSource, now: () => Date): void {
  const kept = new KeptAnswers();
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

async function makeToday(
  store: InstructorStore,
  instructor: InstructorRow,
  at: Date,
): Promise<TodayStudent[]> {
  const today = localDay(instructor, at);
  const signsSince = new Date(at.getTime() - SIGN_DAYS * 86_400_000);
  const [students, rows, decisions, clearances, lastDays, checked, emergencies, signs, unfinished] =
    await Promise.all([
      store.query<TodayRow>(STUDENTS_SQL),
      store.ladders.list({}, { order: { createdAt: 'DESC', id: 'ASC' } }),
      store.query<LastDecision>(LAST_DECISIONS_SQL),
      store.clearances.list({}, { order: { until: 'ASC' } }),
      store.query<LastDays>(LAST_DAYS_SQL, instructor.timeZone),
      store.dayChecks.list({ day: today }),
      openEmergencies(store, null),
      store.query<SignRow>(SIGNS_SQL, signsSince, instructor.timeZone),
      store.query<UnfinishedRow>(UNFINISHED_SQL, instructor.timeZone),
    ]);
  const climbing = climbers(students, rows);
  const around = await aroundOf(store, instructor, { students: climbing, emergencies }, at);
  const ladders = openLadders(rows, decisions, new Set(climbing.map(({ id }) => id)), around);
  const last = new Map(lastDays.map((row) => [row.id, row]));
  const asked = new Set(checked.map(({ studentId }) => studentId));
  const of = {
    ladders: byStudent(ladders),
    clearances: byStudent(clearances),
    signs: byStudent(signs),
    unfinished: byStudent(unfinished),
  };
  const all = students.flatMap((student): TodayStudent[] => {
    const own = of.ladders(student.id);
    const days = last.get(student.id) ?? {
      id: student.id,
      lastSitting: null,
      lastCheck: null,
      unconfirmed: 0,
    };
    const emergency = emergencies.get(student.id);
    const items = [
      ...(emergency ? [item('suspended', describeEmergency(emergency))] : []),
      ...ofUnfinished(of.unfinished(student.id), today),
      ...ofSigns(of.signs(student.id), today),
      ...ofLadders(own, instructor, today, days.lastSitting),
      ...ofIntake(student),
      ...ofClearances(of.clearances(student.id), today),
      ...ofDays(days, own.length > 0, today),
    ];
    const comes = items.some(({ kind }) => kind === 'comes');
    const told = comes && asked.has(student.id) ? items.map(saidAsAsked) : items;
    return told.length === 0 ? [] : [{ id: student.id, name: student.name, items: byNeed(told) }];
  });
  return all.sort((a, b) => needOf(a) - needOf(b));
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

const saidAsAsked = (one: TodayItem): TodayItem =>
  one.kind === 'comes' ? { ...one, said: `${one.said} Today was asked.` } : one;

const needOf = ({ items }: TodayStudent): number => {
  const [first] = items;
  return first ? NEED.indexOf(first.kind) : NEED.length;
};
const byNeed = (items: readonly TodayItem[]): TodayItem[] =>
  [...items].sort((a, b) => NEED.indexOf(a.kind) - NEED.indexOf(b.kind));

const ofUnfinished = (rows: readonly UnfinishedRow[], today: Day): TodayItem[] =>
  rows.map(({ id, sessionId, title, day }) =>
    item('unfinished', `“${title}” was begun ${daysAgo(daysBetween(day, today))} and has not ended.`, {
      sittingId: id,
      sessionId,
    }),
  );

const ofSigns = (rows: readonly SignRow[], today: Day): TodayItem[] =>
  rows.map(({ signs, day }) => {
    const said = signs.map((sign) => signById(sign).label.toLowerCase()).join(', ');
    return item('sign', `Told from home ${daysAgo(daysBetween(day, today))}: ${said}.`);
  });

function ofLadders(
  ladders: readonly OpenLadder[],
  where: Pick<InstructorRow, 'timeZone' | 'place'>,
  today: Day,
  lastSitting: Day | null,
): TodayItem[] {
  return ladders.flatMap(({ row: { id, sessionId, plan, createdAt }, rule, waits: decides }) => {
    const place = { ladderId: id, sessionId };
    // It is said once, of the student.
    if (rule.step === 'suspend') return [];
    const said = rule.reasons.map(describeReason).join(' ');
    const comes = comesOn({ ...where, plan, madeAt: createdAt.getTime(), lastSitting }, today);
    return [
      ...(decides ? [item('decision', `${STEP_WORDS[rule.step]}? ${said}`, place)] : []),
      ...(comes ? [item('comes', 'Planned for today.', place)] : []),
    ];
  });
}

const STEP_WORDS: Readonly<Record<Decision['step'], string>> = {
  advance: 'Advance',
  stay: 'Stay',
  ease: 'Ease',
  check: 'Check the capacity anew',
  suspend: 'Suspended',
};

const ofIntake = ({ healthAskedOn, birthYear }: TodayRow): TodayItem[] =>
  healthAskedOn === null || birthYear === null ? [item('intake', 'The intake is not finished.')] : [];

function ofClearances(clearances: readonly ClearanceRow[], today: Day): TodayItem[] {
  return clearances.flatMap(({ until, withdrawnOn, scope, fact, clinician }) => {
    // One for a sign alone ended its suspension for good.
    if (fact === null) return [];
    const left = daysBetween(today, until);
    if (withdrawnOn !== null || left < -CLEARANCE_WARNING || left > CLEARANCE_WARNING) return [];
    // A newer one for the same takes its place.
    const renewed = clearances.some(
      (other) =>
        other.scope === scope && other.fact === fact && other.until > until && other.withdrawnOn === null,
    );
    if (renewed) return [];
    const what = `${CLEARANCE_SCOPES[scope]} for ${FACT_NAMES[fact]}, ${clinician}`;
    return left < 0
      ? [item('clearance', `A clearance ran out on ${dayInWords(until)}: ${what}.`)]
      : [item('clearance', `A clearance runs out ${inDays(left)}: ${what}.`)];
  });
}

function ofDays({ lastSitting, lastCheck, unconfirmed }: LastDays, climbs: boolean, today: Day): TodayItem[] {
  const away = lastSitting === null ? 0 : daysBetween(lastSitting, today);
  return [
    ...ofCheck(lastCheck, today),
    ...(unconfirmed > 0
      ? [item('log', `${unconfirmed} sittings from a log are not confirmed: they count for nothing yet.`)]
      : []),
    // Where there is a ladder its decision says so.
    ...(away >= GAPS.ease && !climbs ? [item('away', `Away for ${away} days.`)] : []),
  ];
}

function ofCheck(lastCheck: Day | null, today: Day): TodayItem[] {
  if (lastCheck === null) return [item('capacity', 'No capacity check yet.')];
  const age = daysBetween(lastCheck, today);
  if (isOldCheck(lastCheck, today)) return [item('capacity', `The capacity check is ${age} days old.`)];
  const left = CAPACITY_LASTS + 1 - age;
  return left <= CAPACITY_WARNING ? [item('capacity', `The capacity check is old ${inDays(left)}.`)] : [];
}
