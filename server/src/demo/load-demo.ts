import { randomUUID } from 'node:crypto';
import {
  beginRun,
  compileSession,
  DEFAULT_CONVENTIONS,
  DEFAULT_SEAT_CHANGE,
  easeRun,
  finishRun,
  newPassage,
  newSession,
  noteSigns,
  parseRatio,
  recordOf,
  roundsToCycles,
  stopRun,
  type LeadAnswer,
  type LeadRecord,
  type LeadRun,
  type Millis,
  type Passage,
  type Session,
  type SessionJson,
} from '@nuvrah/core';
import { DateTime } from 'luxon';
import type { DataSource } from 'typeorm';
import { hashPassword } from '../accounts/password.js';
import { instructorTable } from '../db/entities.js';
import { InstructorStore } from '../db/instructor-store.js';
import { passageToRow } from '../sittings/sitting-rows.js';
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
      naming: 'diacritic',
      conventions: DEFAULT_CONVENTIONS,
      createdAt: now,
    });
    const store = new InstructorStore(manager, id);
    for (const student of DEMO_STUDENTS) await addStudent(store, student, now);
  });
  return true;
}

const daysBefore = (now: Date, days: number): DateTime =>
  DateTime.fromJSDate(now, { zone: DEMO_INSTRUCTOR.timeZone })
    .minus({ days })
    .set({ hour: 17, minute: 30, second: 0 });

async function addStudent(store: InstructorStore, demo: DemoStudent, now: Date): Promise<void> {
  const studentId = randomUUID();
  const {
    name,
    birthYear,
    hand,
    tongueRolls = null,
    experienced = false,
    facts = [],
    note,
    capacity,
    screenedDaysAgo,
  } = demo;
  const createdAt = daysBefore(now, 60).toJSDate();
  await store.students.add({
    id: studentId,
    version: 1,
    name,
    birthYear,
    hand,
    tongueRolls,
    experienced,
    note,
    archivedAt: null,
    createdAt,
  });
  for (const { fact, dueInWeeks, factNote = '' } of facts) {
    const due = dueInWeeks === undefined ? null : daysBefore(now, -7 * dueInWeeks).toFormat('yyyy-MM-dd');
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
  const [inhale, exhale, hold, emptyHold] = capacity.seconds;
  const checkedOn = daysBefore(now, capacity.daysAgo).toFormat('yyyy-MM-dd');
  await store.capacityChecks.add({
    id: randomUUID(),
    studentId,
    checkedOn,
    inhale,
    exhale,
    hold,
    emptyHold,
    createdAt,
  });
  if (screenedDaysAgo !== undefined) {
    const screenedOn = daysBefore(now, screenedDaysAgo).toFormat('yyyy-MM-dd');
    await store.paperScreenings.add({
      id: randomUUID(),
      studentId,
      screenedOn,
      note: 'Paper form in the blue folder.',
      createdAt,
    });
  }
  const document = sessionOf(demo);
  const sessionId = randomUUID();
  const json = document as unknown as SessionJson;
  const updatedAt = daysBefore(now, demo.sittings.at(-1)?.daysAgo ?? 1).toJSDate();
  await store.sessions.add({ id: sessionId, studentId, version: 1, document: json, createdAt, updatedAt });
  for (const sitting of demo.sittings) {
    await addSitting(store, { studentId, sessionId, hand, document }, sitting, now);
  }
  for (const plan of demo.plans ?? []) {
    const planned = planOf(plan) as unknown as SessionJson;
    // Old enough that the sessions that were led lately come first.
    const at = daysBefore(now, 60).toJSDate();
    await store.sessions.add({
      id: randomUUID(),
      studentId,
      version: 1,
      document: planned,
      createdAt: at,
      updatedAt: at,
    });
  }
}

/** A session written down but not led yet. */
const planOf = ({ title, goal, passages }: DemoPlan): Session => ({
  title,
  goal,
  conventions: {},
  seatChange: DEFAULT_SEAT_CHANGE,
  passages: passages.map(
    ([technique, change]) => ({ ...newPassage(technique, randomUUID()), ...change }) as Passage,
  ),
});

function sessionOf({ session }: DemoStudent): Session {
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
            ratio: parsed.value.ratio,
            base: session.base as typeof passage.base,
            pace: (session.pace ?? passage.pace) as typeof passage.pace,
            cycles: roundsToCycles(passage, session.rounds, DEFAULT_CONVENTIONS),
          }
        : passage.kind === 'strokes'
          ? passage
          : { ...passage, length: session.stillness as typeof passage.length },
    ),
  };
}

interface Led {
  readonly studentId: string;
  readonly sessionId: string;
  readonly hand: 'left' | 'right';
  readonly document: Session;
}

async function addSitting(store: InstructorStore, led: Led, sitting: DemoSitting, now: Date): Promise<void> {
  const record = leadAsWritten(led, sitting);
  const id = randomUUID();
  await store.sittings.add({
    id,
    studentId: led.studentId,
    sessionId: led.sessionId,
    version: 2,
    startedAt: daysBefore(now, sitting.daysAgo).toJSDate(),
    led: {
      session: led.document as unknown as SessionJson,
      conventions: DEFAULT_CONVENTIONS,
      hand: led.hand,
      variants: [],
    },
    outcome: record.outcome,
    ledMillis: record.led,
    pauses: record.pauses,
    signs: [...record.signs],
    effort: sitting.effort,
    note: sitting.note,
  });
  await store.sittingPassages.addAll(
    record.passages.map((passage, position) => passageToRow(passage, id, position)),
  );
}

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
  return recordOf(noteSigns(run, sitting.sign ? [sitting.sign] : []));
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
