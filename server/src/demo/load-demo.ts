import { randomUUID } from 'node:crypto';
import {
  BEGINNER_SITTINGS,
  beginRun,
  comfortFactors,
  compileSession,
  DEFAULT_CONVENTIONS,
  DEFAULT_SEAT_CHANGE,
  easeRun,
  finishRun,
  newPassage,
  newSession,
  NOTHING_LED,
  noteSigns,
  parseRatio,
  recordOf,
  roundsToCycles,
  screenCase,
  seatFor,
  stopRun,
  studentOnDay,
  techniqueOf,
  type Day,
  type LeadAnswer,
  type LeadRecord,
  type LeadRun,
  type Millis,
  type Passage,
  type Session,
  type SessionJson,
  type TodayFact,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { hashPassword } from '../accounts/password.js';
import { instructorTable, type SessionRow } from '../db/entities.js';
import { InstructorStore } from '../db/instructor-store.js';
import { passageToRow, recordToRow } from '../sittings/sitting-rows.js';
import { DEMO_CLASSES, DEMO_TEMPLATES, type DemoClass } from './demo-classes.js';
import { dateBefore, daysBefore } from './demo-dates.js';
import { addLadder } from './load-ladder.js';
import {
  DEMO_INSTRUCTOR,
  DEMO_STUDENTS,
  type DemoPlan,
  type DemoSitting,
  type DemoStudent,
} from './demo-data.js';

/** Loads the demo scenario into a database that has no account yet. @returns whether it did. */
export async function loadDemo(source: DataSource, now: Date): Promise<boolean> {
  if ((await source.getRepository(instructorTable).count()) > 0) return false;
  const { password, ...instructor } = DEMO_INSTRUCTOR;
  const passwordHash = await hashPassword(password);
  await source.transaction(async (manager) => {
    const id = randomUUID();
    await manager.insert(instructorTable, {
      id,
      ...instructor,
      passwordHash,
      naming: 'english',
      conventions: DEFAULT_CONVENTIONS,
      createdAt: now,
    });
    const store = new InstructorStore(manager, id);
    const students = new Map<string, string>();
    for (const student of DEMO_STUDENTS) students.set(student.name, await addStudent(store, student, now));
    for (const group of DEMO_CLASSES) await addClass(store, group, students, now);
    for (const plan of DEMO_TEMPLATES)
      await addPlan(store, plan, { studentId: null, classGroupId: null }, now);
  });
  return true;
}

/** @returns the id. */
async function addStudent(store: InstructorStore, demo: DemoStudent, now: Date): Promise<string> {
  const studentId = randomUUID();
  const { name, birthYear, hand, tongueRolls = null, experienced = false, facts = [], note, capacity } = demo;
  const createdAt = daysBefore(now, 60).toJSDate();
  const asked = dateBefore(now, 60);
  await store.students.add({
    id: studentId,
    version: 1,
    name,
    birthYear,
    hand,
    tongueRolls,
    experienced,
    seats: [...(demo.seats ?? [])],
    goals: [...(demo.goals ?? [])],
    guardian: demo.guardian ?? '',
    consentOn: demo.guardian === undefined ? null : asked,
    healthAskedOn: asked,
    comfort: null,
    note,
    archivedAt: null,
    createdAt,
  });
  for (const { fact, dueInWeeks, factNote = '' } of facts) {
    const due = dueInWeeks === undefined ? null : dateBefore(now, -7 * dueInWeeks);
    await store.facts.add({
      id: randomUUID(),
      studentId,
      fact,
      since: null,
      until: null,
      due,
      note: factNote,
      createdAt,
    });
  }
  await addCapacityChecks(store, studentId, capacity, now);
  if (demo.clearance) {
    const { clinician, givenDaysAgo, daysLeft, fact, scope, upTo } = demo.clearance;
    const [givenOn, until] = [dateBefore(now, givenDaysAgo), dateBefore(now, -daysLeft)];
    await store.clearances.add({
      id: randomUUID(),
      studentId,
      version: 1,
      clinician,
      givenOn,
      until,
      sign: null,
      fact,
      scope,
      upTo,
      withdrawnOn: null,
      note: 'Letter in the blue folder.',
      createdAt,
    });
  }
  const document = sessionOf(demo);
  const sessionId = randomUUID();
  const json = document as unknown as SessionJson;
  const updatedAt = daysBefore(now, demo.sittings.at(-1)?.daysAgo ?? 1).toJSDate();
  await store.sessions.add({
    id: sessionId,
    studentId,
    classGroupId: null,
    version: 1,
    document: json,
    ...FILED,
    createdAt,
    updatedAt,
  });
  for (const sitting of demo.sittings) {
    await addSitting(store, { demo, studentId, sessionId, hand, document }, sitting, now);
  }
  const climber = { studentId, hand, demo };
  if (demo.ladder) await addLadder(store, demo.ladder, { ...climber, sessionId, document }, now);
  for (const plan of demo.plans ?? []) {
    const planned = await addPlan(store, plan, { studentId, classGroupId: null }, now);
    const led = { ...climber, ...planned };
    if (plan.ladder) await addLadder(store, plan.ladder, led, now);
    for (const sitting of plan.sittings ?? []) await addSitting(store, led, sitting, now);
  }
  return studentId;
}

/** Neither tagged nor out of the way. */
const FILED = { tags: [], archivedAt: null, deletedAt: null };

async function addPlan(
  store: InstructorStore,
  plan: DemoPlan,
  owner: Pick<SessionRow, 'studentId' | 'classGroupId'>,
  now: Date,
): Promise<{ readonly sessionId: string; readonly document: Session }> {
  // Old enough that the sessions that were led lately come first.
  const at = daysBefore(now, 60).toJSDate();
  const document = planOf(plan);
  const sessionId = randomUUID();
  await store.sessions.add({
    id: sessionId,
    ...owner,
    version: 1,
    document: document as unknown as SessionJson,
    ...FILED,
    tags: [...(plan.tags ?? [])],
    createdAt: at,
    updatedAt: at,
  });
  return { sessionId, document };
}

async function addClass(
  store: InstructorStore,
  { name, note, members, plan }: DemoClass,
  students: ReadonlyMap<string, string>,
  now: Date,
): Promise<void> {
  const id = randomUUID();
  const createdAt = daysBefore(now, 60).toJSDate();
  await store.classes.add({ id, version: 1, name, note, archivedAt: null, createdAt });
  await store.classMembers.addAll(
    members.map((member, position) => ({
      id: randomUUID(),
      classGroupId: id,
      studentId: students.get(member) ?? '',
      position,
    })),
  );
  await addPlan(store, plan, { studentId: null, classGroupId: id }, now);
}

/** How the comfortable seconds came about: months before it was a little less of everything. */
const EARLIER = [
  { daysBefore: 61, share: 0.82 },
  { daysBefore: 30, share: 0.91 },
  { daysBefore: 0, share: 1 },
] as const;

async function addCapacityChecks(
  store: InstructorStore,
  studentId: string,
  { daysAgo, seconds }: DemoStudent['capacity'],
  now: Date,
): Promise<void> {
  for (const { daysBefore: earlier, share } of EARLIER) {
    const of = (value: number | null): number | null =>
      value === null ? null : Math.round(value * share * 10) / 10;
    const [inhale, exhale, hold, emptyHold] = seconds;
    const tries = (value: number | null): number[] =>
      value === null ? [] : [0.94, 1, 1.05].map((times) => Math.round((of(value) ?? 0) * times * 10) / 10);
    const at = daysAgo + earlier;
    await store.capacityChecks.add({
      id: randomUUID(),
      studentId,
      checkedOn: dateBefore(now, at),
      inhale: of(inhale) ?? inhale,
      exhale: of(exhale) ?? exhale,
      hold: of(hold),
      emptyHold: of(emptyHold),
      atLeast: [],
      tries: {
        inhale: tries(inhale),
        hold: tries(hold),
        exhale: tries(exhale),
        emptyHold: tries(emptyHold),
      },
      restingRate: Math.round((16 - 2 * share) * 10) / 10,
      freerNostril: at % 2 === 0 ? 'left' : 'right',
      strokes: null,
      createdAt: daysBefore(now, at).toJSDate(),
    });
  }
}

/** A session written down but not led yet. */
const planOf = ({ title, goal, minutes, passages }: DemoPlan): Session => ({
  title,
  goal,
  conventions: {},
  minutes: minutes ?? null,
  seatChange: DEFAULT_SEAT_CHANGE,
  passages: passages.map(
    ([technique, change]) => ({ ...newPassage(technique, randomUUID()), ...change }) as Passage,
  ),
});

function sessionOf({ session, seats = [] }: DemoStudent): Session {
  const parsed = parseRatio(session.ratio);
  if (!parsed.ok) throw new Error(`demo ratio ${session.ratio}`);
  const made = newSession(session.title, { counted: randomUUID(), natural: randomUUID() });
  return {
    ...made,
    goal: session.goal,
    passages: made.passages.map((passage) =>
      passage.kind === 'counted'
        ? {
            ...passage,
            seat: seatFor(techniqueOf(passage.technique), seats),
            ratio: parsed.value.ratio,
            base: session.base as typeof passage.base,
            pace: (session.pace ?? passage.pace) as typeof passage.pace,
            cycles: roundsToCycles(passage, session.rounds, DEFAULT_CONVENTIONS),
          }
        : passage.kind === 'strokes'
          ? passage
          : {
              ...passage,
              seat: seatFor(techniqueOf(passage.technique), seats),
              length: session.stillness as typeof passage.length,
            },
    ),
  };
}

interface Led {
  readonly demo: DemoStudent;
  readonly studentId: string;
  readonly sessionId: string;
  readonly hand: 'left' | 'right';
  readonly document: Session;
}

async function addSitting(store: InstructorStore, led: Led, sitting: DemoSitting, now: Date): Promise<void> {
  const record = leadAsWritten(led, sitting);
  const id = randomUUID();
  const day = dayOf(sitting, now);
  await store.dayChecks.add({ ...day, studentId: led.studentId });
  await store.sittings.add({
    id,
    studentId: led.studentId,
    sessionId: led.sessionId,
    version: 2,
    startedAt: daysBefore(now, sitting.daysAgo).toJSDate(),
    place: sitting.home ? 'home' : 'with-instructor',
    led: {
      session: led.document as unknown as SessionJson,
      conventions: DEFAULT_CONVENTIONS,
      hand: led.hand,
      variants: [],
      dayCheck: {
        ...day,
        checkedAt: day.checkedAt.toISOString(),
        lastMealAt: day.lastMealAt.toISOString(),
      },
      findings: findingsOf(led, day.day, day.facts),
    },
    ...recordToRow(record),
    recordedAt: daysBefore(now, sitting.daysAgo).plus({ milliseconds: record.led }).toJSDate(),
    confirmed: true,
    effort: sitting.effort,
    feltBefore: null,
    feltAfter: null,
    note: sitting.note,
  });
  await store.sittingPassages.addAll(
    record.passages.map((passage, position) => passageToRow(passage, id, position)),
  );
}

/** What was told on the day of a sitting, a quarter of an hour before it. */
function dayOf({ daysAgo, effort, today = [] }: DemoSitting, now: Date) {
  const at = daysBefore(now, daysAgo).minus({ minutes: 15 });
  return {
    id: randomUUID(),
    day: dateBefore(now, daysAgo),
    checkedAt: at.toJSDate(),
    facts: [...today],
    lastMealAt: at.minus({ minutes: 240 + (daysAgo % 3) * 30 }).toJSDate(),
    freerNostril: daysAgo % 2 === 0 ? ('left' as const) : ('right' as const),
    sleep: daysAgo % 4 === 0 ? ('short' as const) : ('good' as const),
    calm: 4 + (daysAgo % 3),
    alert: 5 + (daysAgo % 4),
    mood: Math.max(4, 8 - (effort % 4)),
    pulse: null,
    note: '',
  };
}

/** What spoke against it then; the demo only leads what may be led. */
function findingsOf({ demo, document }: Led, day: Day, today: readonly TodayFact[]) {
  const [inhale, exhale, hold, emptyHold] = demo.capacity.seconds;
  const student = studentOnDay(
    {
      birthYear: demo.birthYear,
      facts: (demo.facts ?? []).map(({ fact }) => ({ fact, since: null, until: null, due: null })),
      sittings: BEGINNER_SITTINGS,
      experienced: demo.experienced ?? false,
      tongueRolls: demo.tongueRolls ?? null,
      seats: demo.seats ?? [],
      capacity: { checkedOn: day, inhale, exhale, hold, emptyHold, atLeast: [] },
      comfort: comfortFactors(BEGINNER_SITTINGS),
      ledEasily: NOTHING_LED,
      longestSitting: null,
      stopSigns: [],
      approvals: [],
    },
    day,
    { facts: today, mealMinutes: 240, mood: null },
  );
  const findings = screenCase({
    session: document,
    student,
    hand: demo.hand,
    profile: DEFAULT_CONVENTIONS,
    decisions: { clearances: [], overrulings: [], day },
  });
  return findings.map(({ rule, passageId, value, level, standing }) => ({
    rule,
    passageId,
    value,
    level,
    standing: standing.kind,
    because: '',
  }));
}

/** No sign of the demo is taken back, so nothing happens at a moment. */
const NO_MOMENT = '1970-01-01T00:00:00.000Z';

/** Leads the session as the demo says it went, so that its record is one that leading really gives. */
function leadAsWritten(led: Led, sitting: DemoSitting): LeadRecord {
  const setup = { session: led.document, student: { hand: led.hand }, conventions: DEFAULT_CONVENTIONS };
  let run = beginRun(setup);
  if (sitting.easedFrom !== undefined) {
    const round = sitting.easedFrom - 1;
    run = must(easeRun(run, round === 0 ? (0 as Millis) : inRound(run, round)));
  }
  const stopped = sitting.roundsDone !== undefined;
  run = must(stopped ? stopRun(run, inRound(run, (sitting.roundsDone ?? 0) + 1)) : finishRun(run));
  return recordOf(noteSigns(run, sitting.sign ? [sitting.sign] : [], NO_MOMENT));
}

function inRound(run: LeadRun, round: number): Millis {
  const { session, student, conventions } = run.setup;
  const { events } = compileSession(session, student, conventions, {
    changes: run.changes,
    from: null,
    open: 'cap',
  });
  return ((events.find((event) => event.round === round)?.from ?? 0) + 1000) as Millis;
}

function must(answer: LeadAnswer): LeadRun {
  if (!answer.ok) throw new Error(`demo sitting: ${answer.problem.code}`);
  return answer.value;
}
