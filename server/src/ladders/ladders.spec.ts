import { randomUUID } from 'node:crypto';
import { routes, type BodyOf, type Ladder } from '@nuvrah/contract';
import {
  countsOf,
  dailySittings,
  DEFAULT_GATE,
  sessionFromChecked,
  type RungNumbers,
  type SignId,
  day,
  dayAt,
  type Day,
} from '@nuvrah/core';
import {
  aCapacity,
  aDay,
  addClimber,
  aStudent,
  addStudentWithSession,
  breath,
  documentOf,
  finishedRecord,
} from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const DAY = 86_400_000;

describe('a ladder', () => {
  let server: TestServer;
  let client: TestClient;
  let start: Date;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => {
    start = server.now;
    client = await server.instructor();
  });
  afterEach(() => server.setClock(start));
  afterAll(() => server.close());

  const plan = { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [...dailySittings(1)] };

  const climbing = (change: Partial<BodyOf<typeof routes.addLadder>> = {}) => addClimber(client, change);

  async function sit(ladder: Ladder, effort: number | null, signs: SignId[] = []): Promise<void> {
    const id = ladder.sessionId ?? '';
    const { version, document } = await client.must(routes.getSession, { params: { id } });
    const sitting = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: id, sessionVersion: version },
    });
    await client.must(routes.recordSitting, {
      params: { id: sitting.id },
      body: { version: 1, record: { ...finishedRecord(document), signs }, effort, note: '' },
    });
  }
  const later = (days: number): void => server.setClock(new Date(start.getTime() + days * DAY));
  /** A day of which was asked, so that it can be led. */
  async function onDay(
    days: number,
    ladder: Ladder,
    effort: number | null,
    signs: SignId[] = [],
  ): Promise<void> {
    later(days);
    await client.must(routes.addDayCheck, {
      params: { id: ladder.studentId },
      body: aDay(),
    });
    await sit(ladder, effort, signs);
  }
  const get = (id: string): Promise<Ladder> => client.must(routes.getLadder, { params: { id } });
  const decide = (ladder: Ladder, step: Ladder['rule']['step'], reason = '') =>
    client.call(routes.decideRung, {
      params: { id: ladder.id },
      body: { id: randomUUID(), version: ladder.version, step, reason },
    });
  const numbersIn = async (id: string | null): Promise<number[]> => {
    const { document } = await client.must(routes.getSession, { params: { id: id ?? '' } });
    const [passage] = sessionFromChecked(document).passages;
    return passage?.kind === 'counted' ? Object.values(countsOf(passage)) : [];
  };

  it("is built from the passage's numbers to the target, once for an id", async () => {
    const { ladder, body } = await climbing();
    expect(ladder.rungs).toEqual([breath(5, 0, 10), breath(6, 0, 12), breath(7, 0, 14), breath(8, 0, 16)]);
    expect(ladder.at).toBe(0);
    expect(ladder.rule.step).toBe('stay');
    expect(ladder.rule.said).toEqual(['No sitting on this rung yet.']);
    expect(ladder.waits).toBeFalse();
    expect(await client.must(routes.addLadder, { body: { ...body, school: 'ratio-first' } })).toEqual(ladder);
  });

  it('says at the target why it cannot be reached, and adds nothing', async () => {
    const { body } = await climbing();
    const bad = [breath(3, 0, 6), breath(5, 5, 7), breath(46, 184, 92)];
    for (const target of bad) {
      const answer = await client.call(routes.addLadder, {
        body: { ...body, id: randomUUID(), target: target as never },
      });
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]?.pointer).toBe('/target');
    }
    expect((await client.must(routes.listLadders)).length).toBe(1);
  });

  it('advances when the gate is met, and the next session has the numbers of the next rung', async () => {
    const { ladder } = await climbing();
    for (const day of [1, 2, 3, 4]) await onDay(day, ladder, 3);
    expect((await get(ladder.id)).rule.said).toContain('4 of 5 sittings.');
    await onDay(7, ladder, 2);
    const ready = await get(ladder.id);
    expect(ready.rule.step).toBe('advance');
    expect(ready.waits).toBeTrue();
    const { status, body } = await decide(ready, 'advance');
    const climbed = body as unknown as Ladder;
    expect(status).toBe(201);
    expect(climbed.at).toBe(1);
    expect(climbed.waits).toBeFalse();
    expect(climbed.begun.map(({ rung }) => rung)).toEqual([0, 1]);
    expect(climbed.decisions[0]).toEqual(jasmine.objectContaining({ step: 'advance', reason: '', rung: 0 }));
    expect(await numbersIn(ladder.sessionId)).toEqual([6, 0, 12, 0]);
    expect(climbed.rule.said).toEqual(['No sitting on this rung yet.']);
  });

  it('keeps a decision other than the rule beside it, with a reason and not without', async () => {
    const { ladder } = await climbing();
    await onDay(1, ladder, 2);
    const waiting = await get(ladder.id);
    const refused = await decide(waiting, 'advance');
    expect(refused.status).toBe(422);
    expect(refused.body.errors?.[0]?.pointer).toBe('/reason');
    expect(await numbersIn(ladder.sessionId)).toEqual([5, 0, 10, 0]);
    const made = await decide(waiting, 'advance', 'Ten years of it elsewhere.');
    const [decision] = (made.body as unknown as Ladder).decisions;
    expect(decision?.step).toBe('advance');
    expect(decision?.rule.step).toBe('stay');
    expect(decision?.reason).toBe('Ten years of it elsewhere.');
    const stale = await decide(waiting, 'stay');
    expect(stale.status).toBe(409);
  });

  it('eases after a stop sign, and not below the first rung', async () => {
    const { ladder } = await climbing();
    const { body } = await decide(ladder, 'advance', 'Seen often.');
    const second = body as unknown as Ladder;
    await onDay(1, second, 4, ['dizzy']);
    const signed = await get(ladder.id);
    expect(signed.rule.step).toBe('ease');
    const eased = (await decide(signed, 'ease')).body as unknown as Ladder;
    expect(eased.at).toBe(0);
    expect(await numbersIn(ladder.sessionId)).toEqual([5, 0, 10, 0]);
    expect(((await decide(eased, 'ease', 'Tired all week.')).body as unknown as Ladder).at).toBe(0);
  });

  it('is suspended by an emergency sign until a clearance is on file', async () => {
    const { ladder } = await climbing();
    await onDay(1, ladder, 2, ['chest-pain']);
    const suspended = await get(ladder.id);
    expect(suspended.rule.step).toBe('suspend');
    const otherwise = await decide(suspended, 'stay', 'It was nothing.');
    expect(otherwise.status).toBe(422);
    expect(otherwise.body.errors?.[0]?.pointer).toBe('/step');
    later(9);
    await client.must(routes.addDayCheck, { params: { id: ladder.studentId }, body: aDay() });
    const leading = () =>
      client.call(routes.beginSitting, {
        body: { id: randomUUID(), sessionId: ladder.sessionId ?? '', sessionVersion: 1 },
      });
    const refused = await leading();
    expect(refused.status).toBe(409);
    expect(refused.body.code).toBe('not-ready');
    expect(refused.body.errors?.[0]?.pointer).toBe('/emergency');
    expect(refused.body.detail).toContain('chest pain');
    const today = dayAt(server.now.getTime(), 'UTC');
    await client.must(routes.addClearance, {
      params: { id: ladder.studentId },
      body: {
        id: randomUUID(),
        clinician: 'Dr. Feld',
        givenOn: today,
        until: day('2099-01-01'),
        sign: 'chest-pain',
        fact: null,
        scope: 'everything',
        upTo: null,
        withdrawnOn: null,
        note: '',
      },
    });
    expect((await get(ladder.id)).rule.step).not.toBe('suspend');
    expect((await leading()).status).toBe(201);
  });

  it('keeps the rungs above what fits today locked until a capacity check allows them', async () => {
    const { ladder } = await climbing();
    const checked = (checkedOn: Day, inhale: number, exhale: number) =>
      client.must(routes.addCapacityCheck, {
        params: { id: ladder.studentId },
        body: { ...aCapacity, checkedOn, inhale, exhale },
      });
    await checked(day('2026-03-09'), 6, 11);
    const refused = await decide(ladder, 'advance', 'Seen often.');
    expect(refused.status).toBe(422);
    expect(refused.body.errors?.[0]?.pointer).toBe('/step');
    expect(refused.body.detail).toContain("in 6 · out 12 is above today's fit");
    const { rungs, gate, version } = ladder;
    const moved = await client.call(routes.changeLadder, {
      params: { id: ladder.id },
      body: { version, rungs, at: 1, gate, plan, wished: null, ended: false },
    });
    expect(moved.status).toBe(422);
    expect(moved.body.errors?.[0]?.pointer).toBe('/at');
    await checked(day('2026-03-10'), 10, 18);
    expect((await decide(ladder, 'advance', 'Seen often.')).status).toBe(201);
  });

  it('after days away repeats, goes down, or asks for a new check', async () => {
    const { ladder } = await climbing();
    await onDay(1, ladder, 2);
    const steps: string[] = [];
    for (const days of [4, 5, 14, 15, 30, 31]) {
      later(days);
      const { rule } = await get(ladder.id);
      steps.push(`${days - 1} ${rule.step}`);
    }
    expect(steps).toEqual(['3 stay', '4 stay', '13 stay', '14 ease', '29 ease', '30 check']);
    later(5);
    expect((await get(ladder.id)).rule.said).toEqual(['4 days since the last sitting: repeat the rung.']);
  });

  it('has its rungs inserted, removed and edited, and refuses such as are none', async () => {
    const { ladder } = await climbing();
    const { gate, wished } = ladder;
    const change = (rungs: RungNumbers[], at = 0) =>
      client.call(routes.changeLadder, {
        params: { id: ladder.id },
        body: { version: ladder.version, rungs: rungs as never, at, gate, plan, wished, ended: false },
      });
    const strokes = { kind: 'strokes', strokes: 20, sets: 1, rate: 60 } as const;
    const wrong = await change([breath(5, 0, 10), strokes]);
    expect(wrong.status).toBe(422);
    expect(wrong.body.errors?.[0]?.pointer).toBe('/rungs/1');
    expect((await change([breath(5, 0, 10)], 4)).body.errors?.[0]?.pointer).toBe('/at');
    const edited = await change([breath(5, 0, 10), breath(5.5, 0, 11), breath(6, 0, 12)], 1);
    expect((edited.body as unknown as Ladder).at).toBe(1);
    expect(await numbersIn(ladder.sessionId)).toEqual([5.5, 0, 11, 0]);
    expect((await change([breath(5, 0, 10)])).status).toBe(409);
  });

  it('is built for a session of a student only, and for a technique with holds only toward them', async () => {
    const { body } = await climbing();
    const template = await client.must(routes.addSession, {
      body: { owner: { kind: 'nobody' }, document: documentOf() },
    });
    const of = { ...body, id: randomUUID(), sessionId: template.id };
    expect((await client.call(routes.addLadder, { body: of })).status).toBe(404);
    const nothing = { ...body, id: randomUUID(), passageId: randomUUID() };
    expect((await client.call(routes.addLadder, { body: nothing })).body.errors?.[0]?.pointer).toBe(
      '/passageId',
    );
  });
});

describe('today', () => {
  it('lists what needs most first, each with where to act', async () => {
    const server = await startTestServer();
    server.setClock(new Date('2026-03-10T05:00:00Z'));
    const client = await server.instructor();
    const student = await client.must(routes.addStudent, { body: aStudent });
    const { session, student: climber } = await addStudentWithSession(client, documentOf('1:2', 5));
    await client.must(routes.addCapacityCheck, {
      params: { id: climber.id },
      body: { ...aCapacity, inhale: 10, exhale: 18, checkedOn: dayAt(server.now.getTime(), 'UTC') },
    });
    const ladder = await client.must(routes.addLadder, {
      body: {
        id: randomUUID(),
        sessionId: session.id,
        passageId: session.document.passages[0]?.id ?? '',
        school: 'count-first',
        target: breath(6, 0, 12) as never,
        gate: DEFAULT_GATE,
        plan: { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [...dailySittings(1)] },
        wished: null,
      },
    });
    const before = await client.must(routes.today);
    expect(before.students).toBe(2);
    expect(before.waiting.map(({ studentId, item }) => [studentId, item.kind])).toEqual([
      [student.id, 'capacity'],
    ]);
    expect(before.coming).toEqual([
      jasmine.objectContaining({
        studentId: climber.id,
        ladderId: ladder.id,
        sessionId: session.id,
        title: session.document.title,
        clock: '06:30',
        facts: [],
      }),
    ]);
    server.setClock(new Date(server.now.getTime() + 60_000));
    const sitting = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const [begun] = (await client.must(routes.today)).waiting;
    expect(begun?.item).toEqual(
      jasmine.objectContaining({ kind: 'unfinished', sittingId: sitting.id, sessionId: session.id }),
    );
    await client.must(routes.recordSitting, {
      params: { id: sitting.id },
      body: { version: 1, record: finishedRecord(session.document), effort: 2, note: '' },
    });
    const { waiting, coming } = await client.must(routes.today);
    expect(waiting[0]?.studentId).toEqual(climber.id);
    expect(waiting[0]?.item).toEqual(
      jasmine.objectContaining({ kind: 'decision', ladderId: ladder.id, step: 'stay' }),
    );
    expect(coming).toEqual([]);
    await server.close();
  });

  it('asks how a sitting was that ended in sleep, until it is told', async () => {
    const server = await startTestServer();
    server.setClock(new Date('2026-03-10T20:00:00Z'));
    const client = await server.instructor();
    const asleep = { ...documentOf('1:2', 4), ending: 'sleep' as const };
    const { session, student } = await addStudentWithSession(client, asleep);
    const { id } = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const record = (version: number, effort: number | null) =>
      client.must(routes.recordSitting, {
        params: { id },
        body: { version, record: finishedRecord(session.document), effort, note: '' },
      });
    const kept = await record(1, null);
    const untold = async () =>
      (await client.must(routes.today)).waiting.filter(({ item }) => item.kind === 'untold');
    expect(await untold()).toEqual([
      jasmine.objectContaining({ studentId: student.id, item: jasmine.objectContaining({ sittingId: id }) }),
    ]);
    await record(kept.version, 2);
    expect(await untold()).toEqual([]);
    await server.close();
  });
});
