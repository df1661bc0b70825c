import { givenNameOf, routes, type CalendarDay, type QueryOf } from '@nuvrah/contract';
import {
  calendarUid,
  compileSession,
  describeRung,
  ladderToIcs,
  passageOnRung,
  practiceCalendar,
  resolveConventions,
  rungFits,
  sessionFromChecked,
  sustainableOf,
  techniqueName,
  type CalendarEntry,
  type Conventions,
  type Pace,
  type RungNumbers,
  type Session,
  type TechniqueId,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { InstructorRow, LadderRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { notFound } from '../http/problem.js';
import { getStudent } from '../students/students.js';

/** Weeks that are planned where nothing else is asked for. */
const USUAL_WEEKS = 4;

interface Planned {
  readonly title: string;
  readonly said: string;
  readonly minutes: number;
}

/** The dated sittings of a ladder's weeks to come, and who practises; none while it is suspended or has ended. */
export async function calendarOf(
  store: InstructorStore,
  instructor: InstructorRow,
  row: LadderRow,
  now: Date,
  weeks = USUAL_WEEKS,
): Promise<{ readonly days: CalendarDay[]; readonly name: string }> {
  const student = await getStudent(store, instructor, row.studentId, now);
  const name = givenNameOf(student.name);
  if (student.emergency !== null || row.endedAt !== null) return { days: [], name };
  const ids = row.plan.sittings.flatMap(({ sessionId }) => sessionId ?? []);
  const stored = await store.sessions.listIn(
    'id',
    [...ids, ...(row.sessionId === null ? [] : [row.sessionId])],
    {
      id: 'ASC',
    },
  );
  const sessions = new Map(stored.map(({ id, document }) => [id, sessionFromChecked(document)]));
  const sustainable = sustainableOf(student, { today: localDay(instructor, now) });
  const open = row.rungs.findIndex((numbers) => !rungFits(numbers, sustainable, row.pace as Pace));
  const dated = practiceCalendar({
    days: row.plan,
    rungs: row.rungs.length,
    open: open < 0 ? row.rungs.length : open,
    at: row.at,
    since: localDay(instructor, row.since),
    gate: row.gate,
    madeAt: row.createdAt.getTime(),
    from: localDay(instructor, now),
    weeks,
    timeZone: instructor.timeZone,
    place: instructor.place,
  });
  // The same session on the same rung is compiled once.
  const known = new Map<string, Planned>();
  const days = dated.map((one) => {
    const key = `${one.sessionId ?? ''} ${one.rung ?? ''}`;
    const session = sessions.get(one.sessionId ?? row.sessionId ?? '');
    const numbers = one.rung === null ? null : (row.rungs[one.rung] ?? null);
    const planned = known.get(key) ?? plannedOf(session, row, numbers, { instructor, hand: student.hand });
    known.set(key, planned);
    return { ...one, ...planned };
  });
  return { days, name };
}

/** What a session is on a rung; the ladder's own numbers alone where its session is gone. */
function plannedOf(
  session: Session | undefined,
  row: LadderRow,
  numbers: RungNumbers | null,
  { instructor, hand }: { readonly instructor: InstructorRow; readonly hand: 'left' | 'right' },
): Planned {
  const said = numbers ? describeRung(numbers) : '';
  if (!session)
    return { title: techniqueName(row.technique as TechniqueId, instructor.naming), said, minutes: 0 };
  const conventions: Conventions = resolveConventions(instructor.conventions, session.conventions);
  const onRung = numbers
    ? {
        ...session,
        passages: session.passages.map((passage) =>
          passage.id === row.passageId ? passageOnRung(passage, numbers, conventions, session.goal) : passage,
        ),
      }
    : session;
  const { total } = compileSession(onRung, { hand }, instructor.conventions);
  return { title: session.title, said, minutes: Math.round(total / 60_000) };
}

/** A calendar as a file that calendar programs read. The sittings keep their identifiers when they are written again. */
export function calendarFile(row: LadderRow, name: string, days: readonly CalendarDay[], now: Date): string {
  const present = row.rungs[row.at];
  const entries = days.map(({ day, sitting, at, minutes, title, said, rung }): CalendarEntry => ({
    uid: calendarUid(row.id, day, sitting),
    at,
    minutes: Math.max(1, minutes),
    title: said === '' ? title : `${title}: ${said}`,
    text: [
      ...(rung !== null && rung > row.at && present
        ? [`Planned: once it is decided. Until then ${describeRung(present)}.`]
        : []),
      'Easy, and never to the end of the breath. At any stop sign: stop, and breathe naturally.',
    ].join(' '),
  }));
  return ladderToIcs({ name: `Practice of ${name}`, written: now.toISOString(), entries });
}

export function implementCalendar(implement: Implement, source: DataSource, now: () => Date): void {
  const load = async (
    store: InstructorStore,
    id: string,
    { weeks }: QueryOf<typeof routes.ladderCalendar>,
  ) => {
    const row = await store.ladders.get(id);
    if (!row) throw notFound('ladder');
    const instructor = await instructorById(source, store.instructorId);
    const calendar = await calendarOf(store, instructor, row, now(), weeks ? Number(weeks) : USUAL_WEEKS);
    return { row, ...calendar };
  };

  implement(
    routes.ladderCalendar,
    async ({ store, params, query }) => (await load(store, params.id, query)).days,
  );

  implement(routes.ladderCalendarFile, async ({ store, params, query }) => {
    const { row, days, name } = await load(store, params.id, query);
    return { name: `practice-${name.toLowerCase()}.ics`, content: calendarFile(row, name, days, now()) };
  });
}
