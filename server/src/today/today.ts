import { routes, type Ladder, type TodayItem, type TodayStudent } from '@nuvrah/contract';
import { CLEARANCE_SCOPES, dayNumber, describeEmergency, FACT_NAMES, GAPS } from '@nuvrah/core';
import { DateTime } from 'luxon';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { ClearanceRow, StudentRow } from '../db/entities.js';
import type { Implement } from '../http/implement.js';
import { openEmergencies } from '../students/emergencies.js';
import { laddersOf } from '../ladders/ladders.js';

/** Days before its last one on which a clearance is said to run out. */
const CLEARANCE_WARNING = 14;
/** A capacity check is old after so many days, and said to become so a week before. Domain: "capacity and fit". */
const CAPACITY_OLD = 60;
const CAPACITY_WARNING = 7;

/** What needs most comes first. */
const NEED: readonly TodayItem['kind'][] = [
  'suspended',
  'decision',
  'intake',
  'clearance',
  'capacity',
  'away',
  'comes',
];

interface LastDays {
  readonly id: string;
  readonly lastSitting: string | null;
  readonly lastCheck: string | null;
}

/** Of every student that is not archived: the last day of practice and of a capacity check, where the instructor works (`$2`). */
const LAST_DAYS_SQL = `
SELECT student.id,
       (SELECT (max(started_at) AT TIME ZONE $2)::date::text FROM sitting WHERE student_id = student.id) AS "lastSitting",
       (SELECT max(checked_on)::text FROM capacity_check WHERE student_id = student.id) AS "lastCheck"
  FROM student WHERE instructor_id = $1 AND archived_at IS NULL`;

const item = (
  kind: TodayItem['kind'],
  said: string,
  more: Partial<Pick<TodayItem, 'ladderId' | 'sessionId'>> = {},
): TodayItem => ({ kind, said, ladderId: null, sessionId: null, ...more });

const inDays = (days: number): string => (days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`);

export function implementToday(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.today, async ({ store }) => {
    const at = now();
    const instructor = await instructorById(source, store.instructorId);
    const today = localDay(instructor, at);
    const weekday = DateTime.fromISO(today).weekday;
    const [students, ladders, clearances, lastDays, checked, emergencies] = await Promise.all([
      store.students.list({}, { order: { name: 'ASC', id: 'ASC' } }),
      laddersOf(source, store, {}, at),
      store.clearances.list({}, { order: { until: 'ASC' } }),
      store.query<LastDays>(LAST_DAYS_SQL, instructor.timeZone),
      store.dayChecks.list({ day: today }),
      openEmergencies(store, null),
    ]);
    const last = new Map(lastDays.map((row) => [row.id, row]));
    const asked = new Set(checked.map(({ studentId }) => studentId));
    const all = students.flatMap((student): TodayStudent[] => {
      if (student.archivedAt !== null) return [];
      const own = ladders.filter(({ studentId, ended }) => studentId === student.id && !ended);
      const days = last.get(student.id) ?? { id: student.id, lastSitting: null, lastCheck: null };
      const emergency = emergencies.get(student.id);
      const items = [
        ...(emergency ? [item('suspended', describeEmergency(emergency))] : []),
        ...ofLadders(own, weekday, days.lastSitting === today),
        ...ofIntake(student),
        ...ofClearances(
          clearances.filter(({ studentId }) => studentId === student.id),
          today,
        ),
        ...ofDays(days, own.length > 0, today),
      ];
      const comes = items.some(({ kind }) => kind === 'comes');
      const told = comes && asked.has(student.id) ? items.map(saidAsAsked) : items;
      return told.length === 0 ? [] : [{ id: student.id, name: student.name, items: byNeed(told) }];
    });
    return all.sort((a, b) => needOf(a) - needOf(b));
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

function ofLadders(ladders: readonly Ladder[], weekday: number, practisedToday: boolean): TodayItem[] {
  return ladders.flatMap(({ id, sessionId, rule, waits, plan }) => {
    const where = { ladderId: id, sessionId };
    const said = rule.said.join(' ');
    // It is said once, of the student.
    if (rule.step === 'suspend') return [];
    return [
      ...(waits ? [item('decision', `${STEP_WORDS[rule.step]}? ${said}`, where)] : []),
      ...(plan.weekdays.includes(weekday) && !practisedToday
        ? [item('comes', 'Planned for today.', where)]
        : []),
    ];
  });
}

const STEP_WORDS: Readonly<Record<Ladder['rule']['step'], string>> = {
  advance: 'Advance',
  stay: 'Stay',
  ease: 'Ease',
  check: 'Check the capacity anew',
  suspend: 'Suspended',
};

const ofIntake = ({ healthAskedOn, birthYear }: StudentRow): TodayItem[] =>
  healthAskedOn === null || birthYear === null ? [item('intake', 'The intake is not finished.')] : [];

function ofClearances(clearances: readonly ClearanceRow[], today: string): TodayItem[] {
  return clearances.flatMap(({ until, withdrawnOn, scope, fact, clinician }) => {
    const left = dayNumber(until) - dayNumber(today);
    if (withdrawnOn !== null || left < -CLEARANCE_WARNING || left > CLEARANCE_WARNING) return [];
    // A newer one for the same takes its place.
    const renewed = clearances.some(
      (other) =>
        other.scope === scope && other.fact === fact && other.until > until && other.withdrawnOn === null,
    );
    if (renewed) return [];
    const what = `${CLEARANCE_SCOPES[scope]} for ${FACT_NAMES[fact]}, ${clinician}`;
    return left < 0
      ? [item('clearance', `A clearance ran out on ${until}: ${what}.`)]
      : [item('clearance', `A clearance runs out ${inDays(left)}: ${what}.`)];
  });
}

function ofDays({ lastSitting, lastCheck }: LastDays, climbs: boolean, today: string): TodayItem[] {
  const since = (day: string): number => dayNumber(today) - dayNumber(day);
  const away = lastSitting === null ? 0 : since(lastSitting);
  const age = lastCheck === null ? null : since(lastCheck);
  return [
    ...(age === null
      ? [item('capacity', 'No capacity check yet.')]
      : age > CAPACITY_OLD
        ? [item('capacity', `The capacity check is ${age} days old.`)]
        : age > CAPACITY_OLD - CAPACITY_WARNING
          ? [item('capacity', `The capacity check is old ${inDays(CAPACITY_OLD + 1 - age)}.`)]
          : []),
    // Where there is a ladder its decision says so.
    ...(away >= GAPS.ease && !climbs ? [item('away', `Away for ${away} days.`)] : []),
  ];
}
