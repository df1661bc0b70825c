import { day, type Day } from '@nuvrah/core';
import { API_ROOT, routes, type DayCheck, type Problem, type StudentFact } from '@nuvrah/contract';
import { randomUUID } from 'node:crypto';
import {
  aCapacity,
  aDay,
  addStudentWithSession,
  aStudent,
  documentOf,
  finishedRecord,
} from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('students', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  it('are added, listed by name, changed and archived', async () => {
    const second = await client.must(routes.addStudent, { body: { ...aStudent, name: '  Zoë Bell ' } });
    const first = await client.must(routes.addStudent, { body: aStudent });
    expect(second.name).toBe('Zoë Bell');
    expect((await client.must(routes.listStudents)).map(({ id }) => id)).toEqual([first.id, second.id]);

    const change = { ...aStudent, version: 1, hand: 'right', archived: true } as const;
    const changed = await client.must(routes.changeStudent, { params: { id: first.id }, body: change });
    expect(changed).toEqual({ ...first, hand: 'right', archived: true, version: 2 });
  });

  it('refuse a change that was based on an older version, and show what is stored', async () => {
    const { id } = await client.must(routes.addStudent, { body: aStudent });
    const change = { ...aStudent, version: 1, archived: false };
    await client.must(routes.changeStudent, { params: { id }, body: { ...change, note: 'first' } });
    const stale = await client.call(routes.changeStudent, {
      params: { id },
      body: { ...change, note: 'second' },
    });
    expect(stale.status).toBe(409);
    expect(stale.body.code).toBe('stale');
    expect((stale.body.current as { note: string }).note).toBe('first');
  });

  it('are listed as they are now after every kind of change, though an unchanged list is not made again', async () => {
    const { student, session } = await addStudentWithSession(client);
    const params = { id: student.id };
    const line = async () => (await client.must(routes.listStudents)).find(({ id }) => id === student.id);
    const before = await line();
    expect(await line()).toEqual(before);

    const change = { ...aStudent, version: 1, name: 'Bea Reed', archived: false };
    await client.must(routes.changeStudent, { params, body: change });
    expect((await line())?.name).toBe('Bea Reed');
    await client.must(routes.addCapacityCheck, { params, body: aCapacity });
    const { checkedOn, inhale, exhale, hold, emptyHold, atLeast } = aCapacity;
    expect((await line())?.capacity).toEqual({ checkedOn, inhale, exhale, hold, emptyHold, atLeast });
    const asked = { ...change, version: 2, healthAskedOn: day('2026-03-02') };
    await client.must(routes.changeStudent, { params, body: asked });
    expect((await line())?.healthAskedOn).toBe(day('2026-03-02'));

    const id = randomUUID();
    await client.must(routes.beginSitting, { body: { id, sessionId: session.id, sessionVersion: 1 } });
    expect((await line())?.sittings).toBe(0);
    const record = finishedRecord(session.document);
    await client.must(routes.recordSitting, {
      params: { id },
      body: { version: 1, record, effort: 2, note: '' },
    });
    expect((await line())?.sittings).toBe(1);
  });

  it('are listed with what is true of them today, what keeps them from being led, and when they were seen last', async () => {
    const { student, session } = await addStudentWithSession(client);
    const params = { id: student.id };
    const line = async () => {
      const found = (await client.must(routes.listStudents)).find(({ id }) => id === student.id);
      if (!found) throw new Error('not in the list');
      return found;
    };
    const { facts, lastSeen, consentOn, emergency } = await line();
    expect({ facts, lastSeen, consentOn, emergency }).toEqual({
      facts: [],
      lastSeen: null,
      consentOn: null,
      emergency: null,
    });

    const fact = { since: null, until: null, due: null, note: '' };
    const add = (body: Partial<StudentFact>) =>
      client.must(routes.addFact, { params, body: { ...fact, id: randomUUID(), fact: 'asthma', ...body } });
    await add({ fact: 'asthma' });
    await add({ fact: 'vertigo', until: day('2026-03-09') });
    await add({ fact: 'nosebleed', until: day('2026-03-10') });
    await add({ fact: 'migraine', since: day('2026-03-11') });
    expect([...(await line()).facts].sort()).toEqual(['asthma', 'nosebleed']);

    const change = { ...aStudent, version: 1, guardian: 'Rosa Reed', consentOn: day('2026-03-01') };
    await client.must(routes.changeStudent, { params, body: { ...change, archived: false } });
    expect((await line()).consentOn).toBe(day('2026-03-01'));

    const id = randomUUID();
    await client.must(routes.beginSitting, { body: { id, sessionId: session.id, sessionVersion: 1 } });
    expect((await line()).lastSeen).toBeNull();
    const record = { ...finishedRecord(session.document), signs: ['chest-pain' as const] };
    await client.must(routes.recordSitting, {
      params: { id },
      body: { version: 1, record, effort: 2, note: '' },
    });
    const seen = await line();
    expect(seen.lastSeen).toBe(day('2026-03-10'));
    expect(seen.emergency).toEqual({ sign: 'chest-pain', day: day('2026-03-10') });
  });

  it('have a day check of when it was asked, however long it waited to be sent', async () => {
    const { id } = await client.must(routes.addStudent, { body: aStudent });
    const hours = 3_600_000;
    const before = server.now;
    const sent = async (waited = 0): Promise<DayCheck> =>
      client.must(routes.addDayCheck, { params: { id }, body: { ...aDay(), waited } });
    const late = await sent(20 * hours);
    expect(late.checkedAt).toBe(new Date(before.getTime() - 20 * hours).toISOString());
    expect(late.day).toEqual(day('2026-03-09'));
    expect((await sent()).day).toEqual(day('2026-03-10'));
    const ahead = await client.call(routes.addDayCheck, { params: { id }, body: { ...aDay(), waited: -1 } });
    expect(ahead.status).toBe(422);
  });

  it('show the newest capacity, and all of them in their order', async () => {
    const { id } = await client.must(routes.addStudent, { body: aStudent });
    const params = { id };
    const add = (checkedOn: Day, hold: number | null) =>
      client.must(routes.addCapacityCheck, { params, body: { ...aCapacity, checkedOn, hold } });
    await add(day('2026-03-02'), 12.5);
    await add(day('2026-03-10'), null);
    await add(day('2026-02-01'), 11);
    const student = await client.must(routes.getStudent, { params });
    expect(student.capacity).toEqual(jasmine.objectContaining({ hold: null, checkedOn: day('2026-03-10') }));
    const all = await client.must(routes.listCapacityChecks, { params });
    expect(all.map(({ checkedOn, hold }) => [checkedOn, hold])).toEqual([
      [day('2026-02-01'), 11],
      [day('2026-03-02'), 12.5],
      [day('2026-03-10'), null],
    ]);
  });

  it('know the rounds that were easy and the longest sitting', async () => {
    const { student, session } = await addStudentWithSession(client);
    const lead = async (effort: number): Promise<void> => {
      const id = randomUUID();
      await client.must(routes.beginSitting, { body: { id, sessionId: session.id, sessionVersion: 1 } });
      const record = finishedRecord(session.document);
      await client.must(routes.recordSitting, {
        params: { id },
        body: { version: 1, record, effort, note: '' },
      });
    };
    await lead(4);
    expect((await client.must(routes.getStudent, { params: { id: student.id } })).easyRounds).toEqual([]);
    await lead(3);
    const { easyRounds, longestSitting, easySittings } = await client.must(routes.getStudent, {
      params: { id: student.id },
    });
    expect(easyRounds).toEqual([
      {
        technique: 'nadi-shodhana',
        counts: { inhale: 4, internalHold: 0, exhale: 8, externalHold: 0 },
        pace: 1000,
        rounds: 8,
        minutes: jasmine.any(Number) as never,
      },
    ]);
    expect(longestSitting).toBeGreaterThan(3);
    expect(easySittings).toBe(1);
  });

  it('know no lengths of breaths from what was at own pace alone, and no ladder does', async () => {
    const { passages, ...rest } = documentOf('1:2', 4);
    const document = {
      ...rest,
      passages: passages.map((passage) =>
        passage.kind === 'counted' ? { ...passage, cycles: 0, ownPace: 120 } : passage,
      ),
    };
    const { student, session } = await addStudentWithSession(client, document);
    const id = randomUUID();
    await client.must(routes.beginSitting, { body: { id, sessionId: session.id, sessionVersion: 1 } });
    const record = finishedRecord(session.document);
    await client.must(routes.recordSitting, {
      params: { id },
      body: { version: 1, record, effort: 1, note: '' },
    });
    const params = { id: student.id };
    const known = await client.must(routes.getStudent, { params });
    expect(known.ledEasily.exhale).toBeNull();
    expect(known.easyRounds).toEqual([]);
  });

  it('may be unfinished, and are kept as they are', async () => {
    const body = { ...aStudent, birthYear: null, healthAskedOn: null };
    const { id } = await client.must(routes.addStudent, { body });
    const { birthYear, healthAskedOn } = await client.must(routes.getStudent, { params: { id } });
    expect(birthYear).toBeNull();
    expect(healthAskedOn).toBeNull();
  });

  const badStudents: [string, unknown, string][] = [
    ['an unknown field', { ...aStudent, weight: 70 }, '/weight'],
    ['a missing name', { birthYear: 1980, hand: 'left', note: '' }, '/name'],
    ['a blank name', { ...aStudent, name: '   ' }, '/name'],
    ['a birth year in the future', { ...aStudent, birthYear: 2027 }, '/birthYear'],
    ['a birth year in words', { ...aStudent, birthYear: 'last century' }, '/birthYear'],
    ['a consent of nobody', { ...aStudent, consentOn: day('2026-03-01') }, '/guardian'],
    ['an intake in the future', { ...aStudent, healthAskedOn: day('2026-03-11') }, '/healthAskedOn'],
    ['a comfort of nothing', { ...aStudent, comfort: { breath: 0, hold: 0.6 } }, '/comfort/breath'],
    ['a seat that is none', { ...aStudent, seats: ['throne'] }, '/seats/0'],
    ['a third hand', { ...aStudent, hand: 'middle' }, '/hand'],
    ['nothing', null, ''],
    ['a list', [], ''],
  ];
  for (const [what, body, pointer] of badStudents) {
    it(`refuse ${what} with a pointer to it`, async () => {
      const answer = await client.send<Problem>('POST', `${API_ROOT}/students`, body);
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]?.pointer).toEqual(pointer);
      expect(await client.must(routes.listStudents)).toEqual([]);
    });
  }

  const badChecks: [string, Record<string, unknown>, string][] = [
    ['a capacity of 0', { inhale: 0 }, '/inhale'],
    ['a hold of 400 s', { hold: 400 }, '/hold'],
    ['text', { exhale: 'long' }, '/exhale'],
    ['a resting rate of nothing', { restingRate: 0 }, '/restingRate'],
    ['a day in the future', { checkedOn: day('2026-03-11') }, '/checkedOn'],
    ['a day that is none', { checkedOn: '2026-02-30' }, '/checkedOn'],
  ];
  for (const [what, change, pointer] of badChecks) {
    it(`refuse ${what} in a capacity check`, async () => {
      const { id } = await client.must(routes.addStudent, { body: aStudent });
      const body = { ...aCapacity, ...change };
      const answer = await client.send<Problem>('POST', `${API_ROOT}/students/${id}/capacity-checks`, body);
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]?.pointer).toEqual(pointer);
    });
  }

  it('answer broken JSON, too much of it, and ids that are none, in plain words', async () => {
    const broken = await client.send<Problem>('POST', `${API_ROOT}/students`, '{"name":');
    const large = await client.send<Problem>('POST', `${API_ROOT}/students`, {
      ...aStudent,
      note: 'x'.repeat(1_000_000),
    });
    const noId = await client.send<Problem>('GET', `${API_ROOT}/students/1;drop`);
    expect(broken.status).toBe(400);
    expect(broken.body.code).toBe('unreadable');
    expect(large.status).toBe(413);
    expect(large.body.code).toBe('unreadable');
    expect(noId.status).toBe(404);
    expect(noId.body.code).toBe('not-found');
  });
});
