import { randomUUID } from 'node:crypto';
import { routes, type Problem, type StudentFact } from '@nuvrah/contract';
import { newPassage, type SessionJson, day, type Day } from '@nuvrah/core';
import { addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('what is known of a student', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const fact = (of: StudentFact['fact'], change: Partial<StudentFact> = {}): StudentFact => ({
    id: randomUUID(),
    fact: of,
    since: null,
    until: null,
    due: null,
    note: '',
    ...change,
  });
  const pointers = (body: unknown): string[] => (body as Problem).errors?.map(({ pointer }) => pointer) ?? [];

  it('is put on record once, ended, and stays to be seen', async () => {
    const { student } = await addStudentWithSession(client);
    const params = { id: student.id };
    const body = fact('vertigo', { since: day('2026-01-05'), note: 'On turning.' });
    await client.must(routes.addFact, { params, body });
    await client.must(routes.addFact, { params, body });
    expect((await client.must(routes.getStudent, { params })).facts).toEqual([body]);
    const { id, ...change } = { ...body, until: day('2026-02-01') };
    await client.must(routes.changeFact, { params: { id }, body: change });
    expect((await client.must(routes.getStudent, { params })).facts).toEqual([{ id, ...change }]);
  });

  it('is answered as it is on record when it is added again with other words, also at the same time', async () => {
    const { student } = await addStudentWithSession(client);
    const params = { id: student.id };
    const body = fact('vertigo', { note: 'first' });
    const answers = await Promise.all([
      client.must(routes.addFact, { params, body }),
      client.must(routes.addFact, { params, body: { ...body, note: 'second' } }),
    ]);
    const { facts } = await client.must(routes.getStudent, { params });
    expect(facts.length).toBe(1);
    expect(answers).toEqual([...facts, ...facts]);
  });

  it('is refused at the field when it contradicts what is there, ends before it begins or is unknown', async () => {
    const { student } = await addStudentWithSession(client);
    const add = (body: StudentFact) => client.call(routes.addFact, { params: { id: student.id }, body });
    await add(fact('pressure-controlled'));
    for (const [body, pointer] of [
      [fact('pressure-high'), '/fact'],
      [fact('heart', { since: day('2026-03-02'), until: day('2026-03-01') }), '/until'],
      [fact('heart', { due: day('2026-03-01') }), '/due'],
      [fact('levitation' as 'heart'), '/fact'],
      [fact('heart', { since: 'yesterday' as Day }), '/since'],
    ] as const) {
      const refused = await add(body);
      expect(refused.status).withContext(pointer).toBe(422);
      expect(pointers(refused.body)).toEqual([pointer]);
    }
    expect((await client.must(routes.getStudent, { params: { id: student.id } })).facts.length).toBe(1);
  });

  it('is taken off the record on the day it was put there by mistake, and only ended later', async () => {
    const { student } = await addStudentWithSession(client);
    const params = { id: student.id };
    const [slip, old] = [fact('heart'), fact('vertigo')];
    await client.must(routes.addFact, { params, body: old });
    const at = server.now;
    server.setClock(new Date(at.getTime() + 86_400_000));
    await client.must(routes.addFact, { params, body: slip });
    await client.must(routes.removeFact, { params: { id: slip.id } });
    const refused = await client.call(routes.removeFact, { params: { id: old.id } });
    server.setClock(at);
    expect(refused.status).toBe(422);
    expect((await client.must(routes.getStudent, { params })).facts).toEqual([old]);
  });

  it('keeps a session from being led that is not for this student', async () => {
    const document = {
      ...documentOf(),
      passages: [newPassage('kapalabhati', randomUUID())],
    } as unknown as SessionJson;
    const { student, session } = await addStudentWithSession(client, document);
    const params = { id: student.id };
    const begin = () =>
      client.call(routes.beginSitting, {
        body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
      });
    expect((await begin()).status).toBe(201);
    const body = fact('seizures');
    await client.must(routes.addFact, { params, body });
    const refused = await begin();
    expect(refused.status).toBe(409);
    expect(refused.body.code).toBe('not-ready');
    expect(refused.body.detail).toContain(
      'Seizures · forceful breathing. Over-breathing and long holds can bring on a seizure.',
    );
    // What is over is over.
    const { id, ...ended } = { ...body, until: day('2000-01-01') };
    await client.must(routes.changeFact, { params: { id }, body: ended });
    expect((await begin()).status).toBe(201);
  });
});
