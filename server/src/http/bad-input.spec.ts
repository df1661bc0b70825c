import { randomUUID } from 'node:crypto';
import { Writable } from 'node:stream';
import { API_ROOT, routes, type Problem, type Route } from '@nuvrah/contract';
import fc from 'fast-check';
import { pino } from 'pino';
import { aStudent, addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

/** Everything an instructor has, to see that nothing changed. */
async function everything(client: TestClient): Promise<unknown> {
  return [
    await client.must(routes.listStudents),
    await client.must(routes.listSessions),
    await client.must(routes.listSittings),
  ];
}

describe('bad input', () => {
  let server: TestServer;
  let client: TestClient;
  const logged: string[] = [];
  const log = pino(
    new Writable({ write: (line: Buffer, _encoding, done) => (logged.push(line.toString()), done()) }),
  );

  beforeAll(async () => {
    server = await startTestServer({ log, signInTries: 10_000 });
    client = await server.instructor();
  });
  afterAll(() => server.close());

  const refused = async (
    method: string,
    path: string,
    body: unknown,
  ): Promise<Problem & { sent: number }> => {
    const before = await everything(client);
    const answer = await client.send<Problem>(method, `${API_ROOT}${path}`, body);
    expect(answer.status).withContext(JSON.stringify(answer.body)).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(answer.headers.get('content-type')).toContain('application/problem+json');
    expect(await everything(client)).toEqual(before);
    return { ...answer.body, sent: answer.status };
  };
  const pointer = ({ errors }: Problem): string | undefined => errors?.[0]?.pointer;

  it('with unknown fields, wrong types or missing ones is refused with a pointer', async () => {
    expect(pointer(await refused('POST', '/students', { ...aStudent, colour: 'red' }))).toBe('/colour');
    expect(pointer(await refused('POST', '/students', { ...aStudent, name: 7 }))).toBe('/name');
    expect(pointer(await refused('POST', '/students', { ...aStudent, birthYear: 'soon' }))).toBe(
      '/birthYear',
    );
    const { name: _, ...nameless } = aStudent;
    expect(pointer(await refused('POST', '/students', nameless))).toBe('/name');
    expect(pointer(await refused('POST', '/students', [aStudent]))).toBe('');
    expect(pointer(await refused('POST', '/students', 'text' as never))).toBe('');
    expect(pointer(await refused('GET', '/sessions?student=x', undefined))).toBe('/student');
  });

  it('with a megabyte of text, broken JSON or deep nesting is refused, and says what is wrong', async () => {
    expect((await refused('POST', '/students', { ...aStudent, note: 'x'.repeat(1_000_000) })).sent).toBe(413);
    const long = await refused('POST', '/students', { ...aStudent, note: 'x'.repeat(100_000) });
    expect(pointer(long)).toBe('/note');
    const broken = await refused('POST', '/students', '{"name": "Ada"');
    expect(broken.sent).toBe(400);
    expect(pointer(broken)).toBe('');
    const deep = `${'['.repeat(100_000)}${']'.repeat(100_000)}`;
    expect((await refused('POST', '/students', deep)).sent).toBeLessThan(500);
    expect((await refused('POST', '/students', `{"name":${deep}}`)).sent).toBeLessThan(500);
  });

  it('with numbers that no session has is refused at the number', async () => {
    const { session } = await addStudentWithSession(client);
    const save = (change: object): Promise<Problem> => {
      const document = documentOf();
      const passages = document.passages.map((passage) =>
        passage.kind === 'counted' ? { ...passage, ...change } : passage,
      );
      return refused('PUT', `/sessions/${session.id}`, { version: 1, document: { ...document, passages } });
    };
    const at = '/document/passages/0';
    expect(pointer(await save({ base: 0 }))).toBe(`${at}/base`);
    expect(pointer(await save({ base: 4.25 }))).toBe(`${at}/base`);
    expect(pointer(await save({ pace: 100 }))).toBe(`${at}/pace`);
    expect(pointer(await save({ cycles: 20_000 }))).toBe(`${at}/cycles`);
    expect(pointer(await save({ ratio: { inhale: 0, internalHold: 4, exhale: 2, externalHold: 0 } }))).toBe(
      `${at}/ratio/inhale`,
    );
    expect(pointer(await save({ kind: 'dance' }))).toBe(`${at}/kind`);
    const day = await save({ base: 45, cycles: 1000 });
    expect(pointer(day)).toBe('/document/passages');
    expect(day.detail).toEqual(jasmine.stringContaining('hours; 4 is the most'));
  });

  it('in an address leads nowhere', async () => {
    for (const id of ['x', '1', randomUUID().slice(1), '%00', `${randomUUID()}'--`]) {
      expect((await refused('GET', `/students/${id}`, undefined)).sent)
        .withContext(id)
        .toBe(404);
    }
  });

  it('of 2,000 made-up bodies over all routes is never a server error and changes nothing', async () => {
    const { student, session } = await addStudentWithSession(client);
    const sitting = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const before = await everything(client);
    const ids = [student.id, session.id, sitting.id, randomUUID(), 'x'];
    const changing = (Object.values(routes) as Route[]).filter(
      ({ method, path }) => method !== 'get' && !path.startsWith('/auth/sign-out'),
    );
    const seeds = [
      aStudent,
      { version: 1, document: documentOf() },
      { id: randomUUID(), sessionId: session.id },
      {},
    ];
    const junk = fc.anything({ withNullPrototype: false, maxDepth: 3 });
    const body = fc.oneof(
      junk,
      fc
        .tuple(fc.constantFrom(...seeds), fc.dictionary(fc.string(), junk))
        .map(([seed, more]) => ({ ...seed, ...more, surplus: 1 })),
    );
    const samples = fc.sample(fc.tuple(fc.constantFrom(...changing), fc.constantFrom(...ids), body), {
      numRuns: 2000,
      seed: 7,
    });
    const send = async ([route, id, sent]: (typeof samples)[number]): Promise<void> => {
      const path = route.path.replace(/:\w+/, id);
      const text = JSON.stringify(sent, (_key, value: unknown) =>
        typeof value === 'bigint' ? Number(value) : value,
      );
      // Nothing is just what is asked for there.
      if (text === 'null' && route.body['type'] === 'null') return;
      const answer = await client.send<Problem>(
        route.method.toUpperCase(),
        `${API_ROOT}${path}`,
        String(text),
      );
      if (answer.status < 400 || answer.status >= 500) fail(`${answer.status} from ${path} for ${text}`);
    };
    for (let from = 0; from < samples.length; from += 20)
      await Promise.all(samples.slice(from, from + 20).map(send));
    expect(await everything(client)).toEqual(before);
  });

  it('leaves no trace of health facts, names or passwords in any log', async () => {
    const secret = 'glaucoma in the left eye';
    await client.call(routes.addStudent, { body: { ...aStudent, name: `Vesper ${secret}`, note: secret } });
    await client.send('POST', `${API_ROOT}/students`, `{"note": "${secret}"`);
    await client.send('POST', `${API_ROOT}/students?note=${encodeURIComponent(secret)}`, { note: secret });
    await server
      .stranger()
      .call(routes.signIn, { body: { email: 'a@b.example', password: `${secret} password` } });
    await server.source.query('ALTER TABLE student RENAME TO elsewhere');
    const broken = await client.call(routes.addStudent, { body: { ...aStudent, note: secret } });
    await server.source.query('ALTER TABLE elsewhere RENAME TO student');
    expect(broken.status).toBe(500);
    expect(logged.length).toBeGreaterThan(5);
    expect(logged.filter((line) => /glaucoma|Vesper/.test(line))).toEqual([]);
  });

  it('is described beforehand: every request is in the description with its schema', async () => {
    const { body } = await server
      .stranger()
      .send<{ paths: Record<string, Record<string, { requestBody?: unknown }>> }>(
        'GET',
        `${API_ROOT}/openapi.json`,
      );
    for (const route of Object.values(routes) as Route[]) {
      const path = `${API_ROOT}${route.path.replace(/:(\w+)/g, '{$1}')}`;
      const operation = body.paths[path]?.[route.method];
      expect(operation).withContext(path).toBeDefined();
      if (route.body['type'] === 'object') expect(operation?.requestBody).withContext(path).toBeDefined();
    }
    expect(JSON.stringify(body.paths[`${API_ROOT}/students`])).toContain('"additionalProperties":false');
  });
});
