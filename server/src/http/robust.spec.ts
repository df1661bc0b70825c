import { randomUUID } from 'node:crypto';
import { API_ROOT, routes, type AnswerOf } from '@nuvrah/contract';
import { aCapacity, aStudent, addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const aFact = (change: object = {}) => ({
  id: randomUUID(),
  fact: 'asthma' as const,
  since: null,
  until: null,
  due: null,
  note: '',
  ...change,
});

describe('a server', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  /** What a restart of PostgreSQL does to those who are connected. */
  const cutOff = (): Promise<unknown> =>
    server.source
      .query(
        `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
          WHERE datname = current_database() AND pid <> pg_backend_pid()`,
      )
      .catch(() => null);

  it('lives through its database going away, and says so where it did not answer', async () => {
    const { student } = await addStudentWithSession(client, documentOf('1:2', 4));
    const statuses = new Set<number>();
    for (let round = 0; round < 12; round++) {
      const asked = Array.from({ length: 8 }, async () => {
        const answer = await client.call(routes.getStudent, { params: { id: student.id } });
        if (answer.status === 503) {
          expect(answer.headers.get('retry-after')).toBe('2');
          expect(answer.body.code).toBe('away');
          expect(answer.body.detail).not.toContain('Nothing was changed');
        }
        return answer.status;
      });
      await cutOff();
      for (const status of await Promise.all(asked)) statuses.add(status);
    }
    expect([...statuses].filter((status) => status !== 200 && status !== 503)).toEqual([]);
    const after = await client.call(routes.getStudent, { params: { id: student.id } });
    expect((after.status === 200 ? after : await client.call(routes.account)).status).toBe(200);
  });

  it('keeps what is sent twice once, also at the same time', async () => {
    const id = randomUUID();
    const eight = <T>(send: () => Promise<T>): Promise<T[]> => Promise.all(Array.from({ length: 8 }, send));
    await eight(() => client.must(routes.addStudent, { body: { id, ...aStudent } }));
    expect((await client.must(routes.listStudents)).length).toBe(1);
    const sessionId = randomUUID();
    const owner = { kind: 'student' as const, studentId: id };
    await eight(() =>
      client.must(routes.addSession, { body: { id: sessionId, owner, document: documentOf('1:2', 4) } }),
    );
    expect((await client.must(routes.listSessions)).map((one) => one.id)).toEqual([sessionId]);
    const checkId = randomUUID();
    await eight(() =>
      client.must(routes.addCapacityCheck, { params: { id }, body: { id: checkId, ...aCapacity } }),
    );
    expect((await client.must(routes.listCapacityChecks, { params: { id } })).length).toBe(1);
    const fact = aFact();
    await eight(() => client.must(routes.addFact, { params: { id }, body: fact }));
    const others = await eight(() => client.call(routes.addFact, { params: { id }, body: aFact() }));
    expect(new Set(others.map(({ status }) => status))).toEqual(new Set([422]));
    const { facts } = await client.must(routes.getStudent, { params: { id } });
    expect(facts.length).toBe(1);
    const audited = (await client.must(routes.listAuditEvents)).filter(({ kind }) => kind === 'fact-added');
    expect(audited.length).toBe(1);
  });

  it('does not give away that an id is in use by somebody else', async () => {
    const id = randomUUID();
    await client.must(routes.addStudent, { body: { id, ...aStudent } });
    const other = await server.instructor();
    const answer = await other.call(routes.addStudent, { body: { id, ...aStudent } });
    expect(answer.status).toBe(409);
    expect((await other.must(routes.listStudents)).length).toBe(0);
  });

  it('erases whatever is written about a student meanwhile', async () => {
    const statuses = new Set<number>();
    for (let round = 0; round < 8; round++) {
      const { id, name } = await client.must(routes.addStudent, { body: aStudent });
      const filed = Array.from({ length: 4 }, () =>
        client.call(routes.addClearance, {
          params: { id },
          body: {
            id: randomUUID(),
            scope: 'holds',
            fact: 'heart',
            sign: null,
            clinician: 'Dr Nobody',
            givenOn: '2026-03-01' as never,
            until: '2026-09-01' as never,
            withdrawnOn: null,
            upTo: null,
            note: 'a health matter',
          } as never,
        }),
      );
      const erased = client.call(routes.eraseStudent, { params: { id }, body: { name } });
      for (const { status } of await Promise.all(filed)) statuses.add(status);
      expect((await erased).status).toBe(200);
    }
    expect([...statuses].filter((status) => status !== 201 && status !== 404)).toEqual([]);
    expect(statuses.has(201)).toBeTrue();
    const said: AnswerOf<typeof routes.listAuditEvents> = await client.must(routes.listAuditEvents);
    expect(said.filter((event) => /Nobody|health|heart/.test(JSON.stringify(event)))).toEqual([]);
  });

  const strange: readonly [string, object][] = [
    ['an id in another notation', { id: `urn:uuid:${randomUUID()}` }],
    ['the year 0', { since: '0000-01-01' }],
    ['a day that there is not', { since: '2026-02-30' }],
    ['a text with the character 0', { note: 'a\u0000b' }],
    ['half a pair of characters', { note: 'a\ud83d' }],
    ['the other half', { note: '\ude00b' }],
  ];
  for (const [name, change] of strange)
    it(`refuses ${name}, with where it stands`, async () => {
      const { id } = await client.must(routes.addStudent, { body: aStudent });
      const answer = await client.call(routes.addFact, { params: { id }, body: aFact(change) });
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]?.pointer).toBe(`/${Object.keys(change)[0]}`);
      expect(JSON.stringify((await client.must(routes.getStudent, { params: { id } })).facts)).toBe('[]');
    });

  it('refuses a second 60 and an id in another notation in an address', async () => {
    const { id } = await client.must(routes.addStudent, { body: aStudent });
    const check = {
      id: randomUUID(),
      facts: [],
      lastMealAt: '2026-03-10T10:00:60Z',
      sleep: null,
      freerNostril: null,
      calm: null,
      alert: null,
      mood: null,
      pulse: null,
      note: '',
    };
    const answer = await client.call(routes.addDayCheck, { params: { id }, body: check as never });
    expect(answer.status).toBe(422);
    expect(answer.body.errors?.[0]?.pointer).toBe('/lastMealAt');
    const strangeId = await client.send('GET', `${API_ROOT}/students/urn:uuid:${id}`);
    expect(strangeId.status).toBeGreaterThanOrEqual(400);
    expect(strangeId.status).toBeLessThan(500);
  });
});
