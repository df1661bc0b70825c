// Requests that several specs send.
import { randomUUID } from 'node:crypto';
import {
  routes,
  type BodyOf,
  type Sitting,
  type StoredSession,
  type Student,
  type StudentFields,
} from '@nuvrah/contract';
import {
  beginRun,
  dailySittings,
  DEFAULT_CONVENTIONS,
  DEFAULT_GATE,
  easeRun,
  finishRun,
  millis,
  newSession,
  parseRatio,
  recordOf,
  sessionFromChecked,
  stopRun,
  type CapacityPhase,
  type LeadAnswer,
  type LeadRecord,
  type LeadRun,
  type RungNumbers,
  type SessionJson,
  day,
} from '@nuvrah/core';
import type { TestClient } from './test-server.js';

export const aStudent: StudentFields = {
  name: 'Ada Reed',
  birthYear: 1980,
  hand: 'left',
  tongueRolls: null,
  experienced: false,
  seats: [],
  goals: [],
  guardian: '',
  consentOn: null,
  healthAskedOn: day('2026-03-01'),
  comfort: null,
  note: '',
};

/** A capacity check of which only the seconds are known. */
export const aCapacity = {
  checkedOn: day('2026-03-01'),
  inhale: 6,
  exhale: 9,
  hold: null as number | null,
  emptyHold: null,
  atLeast: [] as CapacityPhase[],
  tries: null,
  restingRate: null,
  freerNostril: null,
  strokes: null,
};

/** More breath than any session of the specs asks for, measured long before. */
const AMPLE = { ...aCapacity, checkedOn: day('2026-01-15'), inhale: 30, exhale: 45, hold: 40, emptyHold: 30 };

/** A day of which nothing special is true. */
export const aDay = (): BodyOf<typeof routes.addDayCheck> => ({
  id: randomUUID(),
  facts: [],
  lastMealAt: null,
  freerNostril: null,
  sleep: null,
  calm: null,
  alert: null,
  mood: null,
  pulse: null,
  note: '',
});

/** A session document with one alternate-nostril passage in this ratio. */
export function documentOf(ratio = '1:2', base = 4): SessionJson {
  const parsed = parseRatio(ratio);
  if (!parsed.ok) throw new Error(ratio);
  const made = newSession('Evening', {
    counted: randomUUID(),
    natural: randomUUID(),
  }) as unknown as SessionJson;
  return {
    ...made,
    passages: made.passages.map((passage) =>
      passage.kind === 'counted' ? { ...passage, ratio: parsed.value.ratio, base } : passage,
    ),
  };
}

/** A student of whom everything was asked, today too, with all the breath there is and a session. */
export async function addStudentWithSession(
  client: TestClient,
  document = documentOf(),
): Promise<{ student: Student; session: StoredSession }> {
  const { id } = await client.must(routes.addStudent, { body: aStudent });
  await client.must(routes.addDayCheck, { params: { id }, body: aDay() });
  await client.must(routes.addCapacityCheck, { params: { id }, body: AMPLE });
  const student = await client.must(routes.getStudent, { params: { id } });
  const session = await client.must(routes.addSession, {
    body: { owner: { kind: 'student', studentId: student.id }, document },
  });
  return { student, session };
}

const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const runOf = (document: SessionJson): LeadRun =>
  beginRun({
    session: sessionFromChecked(document),
    student: { hand: 'left' },
    conventions: DEFAULT_CONVENTIONS,
  });

/** The record of a leading that was eased once and stopped in the middle. */
export const stoppedRecord = (document: SessionJson): LeadRecord =>
  recordOf(must(stopRun(must(easeRun(runOf(document), millis(20_000))), millis(100_000))));

/** The record of a leading to the end, as it is sent. */
export const finishedRecord = (document: SessionJson): NonNullable<Sitting['record']> =>
  recordOf(must(finishRun(runOf(document)))) as never;

/** Counts of a rung without an empty hold. */
export const breath = (inhale: number, internalHold: number, exhale: number): RungNumbers =>
  ({ kind: 'counts', counts: { inhale, internalHold, exhale, externalHold: 0 } }) as never;

/** A student at 5:0:10 whom capacity does not limit, and a ladder to 8:0:16, every day once. */
export async function addClimber(client: TestClient, change: Partial<BodyOf<typeof routes.addLadder>> = {}) {
  const { student, session } = await addStudentWithSession(client, documentOf('1:2', 5));
  const capacity = { ...aCapacity, inhale: 10, exhale: 18 };
  await client.must(routes.addCapacityCheck, { params: { id: student.id }, body: capacity });
  const body: BodyOf<typeof routes.addLadder> = {
    id: randomUUID(),
    sessionId: session.id,
    passageId: session.document.passages[0]?.id ?? '',
    school: 'count-first',
    target: breath(8, 0, 16) as never,
    gate: DEFAULT_GATE,
    plan: { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [...dailySittings(1)] },
    wished: null,
    ...change,
  };
  const ladder = await client.must(routes.addLadder, { body });
  return { ladder, body, student, session };
}
