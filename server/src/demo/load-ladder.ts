import { randomUUID } from 'node:crypto';
import {
  buildLadder,
  DEFAULT_CONVENTIONS,
  rungOf,
  sameRung,
  SCHOOLS,
  sustainableFrom,
  unmeasured,
  type RungNumbers,
  type Session,
} from '@nuvrah/core';
import type { InstructorStore } from '../db/instructor-store.js';
import type { DemoLadder } from './demo-data.js';
import { dateBefore, daysBefore } from './demo-dates.js';

interface Climber {
  readonly studentId: string;
  readonly sessionId: string;
  readonly document: Session;
}

/** A ladder of the first counted passage of a session, on the rung that has its numbers. */
export async function addLadder(
  store: InstructorStore,
  { school, from, target, daysAgo, onRungDaysAgo, weekdays, sittings, wishedInDays }: DemoLadder,
  { studentId, sessionId, document }: Climber,
  now: Date,
): Promise<void> {
  const passage = document.passages.find(({ kind }) => kind === 'counted');
  if (passage?.kind !== 'counted') throw new Error('demo ladder');
  const rung = ([inhale, internalHold, exhale]: DemoLadder['from']): RungNumbers => ({
    kind: 'counts',
    counts: { inhale, internalHold, exhale, externalHold: 0 } as never,
  });
  // Which of its rungs are within today's fit is found out when they are looked at.
  const sustainable = sustainableFrom(unmeasured());
  const { technique } = passage;
  const request = {
    technique,
    school,
    start: rung(from),
    target: rung(target),
    pace: passage.pace,
    sustainable,
  };
  const built = buildLadder(request);
  if (!built.ok) throw new Error(`demo ladder: ${built.problem.message}`);
  const rungs = built.value.map(({ numbers }) => numbers);
  const here = rungOf(passage, 'counts', DEFAULT_CONVENTIONS);
  const at = rungs.findIndex((numbers) => sameRung(numbers, here));
  // Each rung before the present one took its share of the time.
  const share = at === 0 ? 0 : (daysAgo - onRungDaysAgo) / at;
  const begun = rungs.slice(0, at + 1).map((_, index) => ({
    rung: index,
    on: dateBefore(now, Math.round(daysAgo - share * index)),
  }));
  await store.ladders.add({
    id: randomUUID(),
    studentId,
    sessionId,
    passageId: passage.id,
    version: 1,
    technique: passage.technique,
    pace: passage.pace,
    school,
    rungs,
    at,
    since: daysBefore(now, onRungDaysAgo).toJSDate(),
    gate: SCHOOLS[school].gate,
    plan: { weekdays: [...weekdays], sittings: [...sittings] },
    wished: wishedInDays === null ? null : dateBefore(now, -wishedInDays),
    begun,
    endedAt: null,
    createdAt: daysBefore(now, daysAgo).toJSDate(),
  });
}
