// Requests that several specs send.
import { randomUUID } from 'node:crypto';
import { routes, type Sitting, type StoredSession, type Student } from '@nuvrah/contract';
import {
  beginRun,
  DEFAULT_CONVENTIONS,
  easeRun,
  finishRun,
  millis,
  newSession,
  parseRatio,
  recordOf,
  sessionFromChecked,
  stopRun,
  type LeadAnswer,
  type LeadRecord,
  type LeadRun,
  type SessionJson,
} from '@nuvrah/core';
import type { TestClient } from './test-server.js';

export const aStudent = {
  name: 'Ada Reed',
  birthYear: 1980,
  hand: 'left',
  tongueRolls: null,
  experienced: false,
  note: '',
} as const;

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

export async function addStudentWithSession(
  client: TestClient,
  document = documentOf(),
): Promise<{ student: Student; session: StoredSession }> {
  const student = await client.must(routes.addStudent, { body: aStudent });
  const session = await client.must(routes.addSession, { body: { studentId: student.id, document } });
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
