import { routes, type BodyOf, type Ladder } from '@nuvrah/contract';
import { isDeepStrictEqual } from 'node:util';
import {
  buildLadder,
  describeReason,
  describeRung,
  GAPS,
  isReason,
  passageOnRung,
  REASON_WANTED,
  resolveConventions,
  rungAfter,
  rungOf,
  SCHOOLS,
  sessionFromChecked,
  type Conventions,
  type LadderProblem,
  type Pace,
  type SessionJson,
  type Sustainable,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import { instructorById, localDay } from '../accounts/accounts.js';
import type { InstructorRow, LadderRow, RungDecisionRow } from '../db/entities.js';
import type { InstructorStore } from '../db/instructor-store.js';
import type { Implement } from '../http/implement.js';
import { idTaken, invalidRequest, notFound, staleVersion } from '../http/problem.js';
import { changeDocument } from '../sessions/sessions.js';
import { addOnce } from '../http/once.js';
import { logOf, onLadder } from './practice.js';
import { aroundIds, fits, ruleFor, waits, type Around } from './rules-now.js';

/** A rung above today's fit opens only when a later capacity check allows it. Domain 12. */
function refuseAboveFit(pointer: string, to: number, row: LadderRow, sustainable: Sustainable): void {
  const numbers = row.rungs[to];
  if (!numbers || fits(numbers, row, sustainable)) return;
  const detail = `${describeRung(numbers)} is above today's fit: it opens when a capacity check allows it.`;
  throw invalidRequest([{ pointer, detail }]);
}

function toLadder(row: LadderRow, decisions: readonly RungDecisionRow[], around: Around): Ladder {
  const { instructorId: _, endedAt, createdAt: __, since, ...fields } = row;
  const { step, reasons } = ruleFor(row, around);
  return {
    ...fields,
    since: localDay(around.instructor, since),
    ended: endedAt !== null,
    rule: { step, said: reasons.map(describeReason) },
    waits: endedAt === null && waits(row, step, decisions, around),
    decisions: decisions.map(({ id, madeAt, rung, rule, step: made, reason }) => ({
      id,
      madeAt: madeAt.toISOString(),
      rung,
      rule,
      step: made,
      reason,
    })),
    log: logOf(row, around.sittings, around.now),
  };
}

/** Ladders of some students, the newest first, each with what the rules say of it. */
export async function laddersOf(
  source: DataSource,
  store: InstructorStore,
  where: Partial<LadderRow>,
  now: Date,
): Promise<Ladder[]> {
  const rows = await store.ladders.list(where, { order: { createdAt: 'DESC', id: 'ASC' } });
  const decisions = await store.rungDecisions.listIn(
    'ladderId',
    rows.map(({ id }) => id),
    { madeAt: 'DESC' },
  );
  const instructor = await instructorById(source, store.instructorId);
  const around = await aroundIds(
    store,
    instructor,
    rows.map(({ studentId }) => studentId),
    now,
  );
  const made = new Map<string, RungDecisionRow[]>();
  for (const decision of decisions) {
    const there = made.get(decision.ladderId);
    if (there) there.push(decision);
    else made.set(decision.ladderId, [decision]);
  }
  return rows.map((row) => toLadder(row, made.get(row.id) ?? [], around(row.studentId)));
}

const problemAt = (pointer: string, { message }: LadderProblem) =>
  invalidRequest([{ pointer, detail: message }]);

export function implementLadders(implement: Implement, source: DataSource, now: () => Date): void {
  const getLadder = async (store: InstructorStore, id: string): Promise<Ladder> => {
    const [ladder] = await laddersOf(source, store, { id }, now());
    if (!ladder) throw notFound('ladder');
    return ladder;
  };
  const getRow = async (store: InstructorStore, id: string): Promise<LadderRow> => {
    const row = await store.ladders.get(id);
    if (!row) throw notFound('ladder');
    return row;
  };

  implement(routes.listLadders, ({ store, query }) =>
    laddersOf(source, store, query.student ? { studentId: query.student } : {}, now()),
  );
  implement(routes.getLadder, ({ store, params }) => getLadder(store, params.id));

  implement(routes.addLadder, async ({ store, body }) => {
    if (await store.ladders.get(body.id)) return getLadder(store, body.id);
    const row = await begin(source, store, body, now());
    await addOnce(store.ladders, row);
    return getLadder(store, body.id);
  });

  implement(routes.changeLadder, async ({ store, params, body }) => {
    const before = await getRow(store, params.id);
    refuseRungs(before, body);
    const { version, ended, ...change } = body;
    const instructor = await instructorById(source, store.instructorId);
    await refusePlan(store, instructor, before.studentId, body.plan);
    const moved = body.at !== before.at;
    if (body.at > before.at) {
      const { sustainable } = (await aroundIds(store, instructor, [before.studentId], now()))(
        before.studentId,
      );
      refuseAboveFit('/at', body.at, { ...before, ...change }, sustainable);
    }
    const day = localDay(instructor, now());
    const saved = await store.inTransaction(async (within) => {
      const changed = await within.ladders.change(params.id, version, {
        ...change,
        endedAt: ended ? (before.endedAt ?? now()) : null,
        ...(moved && { since: now(), begun: [...before.begun, { rung: body.at, on: day }] }),
      });
      if (changed && !ended)
        await writeNumbers(within, { ...before, ...change }, instructor.conventions, now());
      return changed;
    });
    const stored = await getLadder(store, params.id);
    if (!saved) throw staleVersion(stored);
    return stored;
  });

  implement(routes.decideRung, async ({ store, params, body }) => {
    const row = await getRow(store, params.id);
    if (await store.rungDecisions.get(body.id)) return getLadder(store, params.id);
    const instructor = await instructorById(source, store.instructorId);
    const known = (await aroundIds(store, instructor, [row.studentId], now()))(row.studentId);
    const { step, reasons } = ruleFor(row, known);
    if (body.step !== step && !isReason(body.reason))
      throw invalidRequest([{ pointer: '/reason', detail: REASON_WANTED }]);
    const to = rungAfter(onLadder(row), body.step);
    if (to === null) {
      const detail = 'There is no rung further on: insert one, or build a ladder to a new target.';
      throw invalidRequest([{ pointer: '/step', detail }]);
    }
    if (step === 'suspend' && body.step !== 'suspend') {
      const detail =
        'Nothing is practised after an emergency sign until a clearance is on file: file it first.';
      throw invalidRequest([{ pointer: '/step', detail }]);
    }
    if (to > row.at) refuseAboveFit('/step', to, row, known.sustainable);
    const [gap] = reasons.filter(({ code }) => code === 'gap');
    const anew = to !== row.at || (gap?.code === 'gap' && gap.days >= GAPS.repeat);
    const day = localDay(known.instructor, now());
    const saved = await store.inTransaction(async (within) => {
      const changed = await within.ladders.change(params.id, body.version, {
        at: to,
        ...(anew && { since: now() }),
        ...(to !== row.at && { begun: [...row.begun, { rung: to, on: day }] }),
      });
      if (!changed) return false;
      const { id, step: made, reason } = body;
      const rule = { step, said: reasons.map(describeReason) };
      const decision = { id, ladderId: params.id, madeAt: now(), rung: row.at, rule, step: made, reason };
      // The same one at the same time changed the ladder first, and this changes nothing.
      if (!(await within.rungDecisions.addIfNew(decision))) throw idTaken();
      await writeNumbers(within, { ...row, at: to }, known.instructor.conventions, now());
      return true;
    });
    const stored = await getLadder(store, params.id);
    if (!saved) throw staleVersion(stored);
    return stored;
  });
}

async function begin(
  source: DataSource,
  store: InstructorStore,
  body: BodyOf<typeof routes.addLadder>,
  now: Date,
): Promise<Omit<LadderRow, 'instructorId'>> {
  const { id, sessionId, passageId, school, target, gate, plan, wished } = body;
  const stored = await store.sessions.get(sessionId);
  if (!stored || stored.studentId === null) throw notFound('session of a student');
  const passage = sessionFromChecked(stored.document).passages.find((one) => one.id === passageId);
  if (!passage)
    throw invalidRequest([{ pointer: '/passageId', detail: 'This session has no such passage.' }]);
  const instructor = await instructorById(source, store.instructorId);
  const { studentId } = stored;
  const known = (await aroundIds(store, instructor, [studentId], now))(studentId);
  await refusePlan(store, instructor, studentId, plan);
  const pace = passage.kind === 'natural' ? 1000 : passage.pace;
  const conventions = resolveConventions(
    known.instructor.conventions,
    sessionFromChecked(stored.document).conventions,
  );
  const start = rungOf(passage, SCHOOLS[school].of, conventions);
  const built = buildLadder({
    technique: passage.technique,
    school,
    start,
    target,
    pace: pace as Pace,
    sustainable: known.sustainable,
  });
  if (!built.ok) throw problemAt('/target', built.problem);
  return {
    id,
    studentId: stored.studentId,
    sessionId,
    passageId,
    version: 1,
    technique: passage.technique,
    pace,
    school,
    rungs: built.value.map(({ numbers }) => numbers),
    at: 0,
    since: now,
    gate,
    plan,
    wished,
    begun: [{ rung: 0, on: localDay(known.instructor, now) }],
    endedAt: null,
    createdAt: now,
  };
}

/** What the days of a plan hold must be there: other sessions of the same student, and the place for the sun. */
async function refusePlan(
  store: InstructorStore,
  { place }: Pick<InstructorRow, 'place'>,
  studentId: string,
  { sittings }: Ladder['plan'],
): Promise<void> {
  if (sittings.every(({ sessionId }) => sessionId !== null)) {
    const detail = 'One sitting of the day has to hold the session that climbs.';
    throw invalidRequest([{ pointer: '/plan/sittings', detail }]);
  }
  for (const [index, { time, sessionId }] of sittings.entries()) {
    const pointer = `/plan/sittings/${index}`;
    const other = sessionId === null ? null : await store.sessions.get(sessionId);
    if (sessionId !== null && other?.studentId !== studentId) {
      const detail = 'This is no session of this student: choose one of theirs.';
      throw invalidRequest([{ pointer: `${pointer}/sessionId`, detail }]);
    }
    if (time.kind === 'sun' && place === null) {
      const detail = 'Say first where you work, on the Account page: the sun rises elsewhere at other times.';
      throw invalidRequest([{ pointer: `${pointer}/time`, detail }]);
    }
  }
}

function refuseRungs({ school }: LadderRow, { rungs, at }: BodyOf<typeof routes.changeLadder>): void {
  const { of, name } = SCHOOLS[school];
  const wrong = rungs.findIndex(({ kind }) => kind !== of);
  if (wrong >= 0) {
    const detail = `${name} has rungs of ${of}: give this one such numbers.`;
    throw invalidRequest([{ pointer: `/rungs/${wrong}`, detail }]);
  }
  if (at >= rungs.length)
    throw invalidRequest([{ pointer: '/at', detail: 'There is no such rung: choose one that is there.' }]);
}

/** The ladder's session gets the numbers of the rung that is practised now; what stood long before stays as a version. */
async function writeNumbers(
  store: InstructorStore,
  { sessionId, passageId, rungs, at }: LadderRow,
  profile: Conventions,
  now: Date,
): Promise<void> {
  const stored = sessionId === null ? null : await store.sessions.get(sessionId);
  const numbers = rungs[at];
  if (!stored || !numbers) return;
  const session = sessionFromChecked(stored.document);
  const conventions = resolveConventions(profile, session.conventions);
  const passages = session.passages.map((passage) =>
    passage.id === passageId ? passageOnRung(passage, numbers, conventions, session.goal) : passage,
  );
  const document = { ...session, passages } as unknown as SessionJson;
  if (!isDeepStrictEqual(document, stored.document)) await changeDocument(store, stored, document, now);
}
