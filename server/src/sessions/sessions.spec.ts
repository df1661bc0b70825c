import { randomUUID } from 'node:crypto';
import { API_ROOT, routes, type Problem } from '@nuvrah/contract';
import type { SessionJson } from '@nuvrah/core';
import { addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('sessions', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  it('come back as they were saved', async () => {
    const document = documentOf('2:1:3', 4.5);
    const { session, student } = await addStudentWithSession(client, document);
    expect((await client.must(routes.getSession, { params: { id: session.id } })).document).toEqual(document);
    expect(await client.must(routes.listSessions, { query: { student: student.id } })).toEqual([session]);
  });

  it('let one of two saves of the same version through, and show the other what is stored', async () => {
    const { session } = await addStudentWithSession(client);
    const save = (title: string) =>
      client.call(routes.saveSession, {
        params: { id: session.id },
        body: { version: 1, document: { ...session.document, title } },
      });
    const answers = await Promise.all([save('one'), save('two'), save('three')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    const stored = await client.must(routes.getSession, { params: { id: session.id } });
    expect(stored.version).toBe(2);
    for (const { status, body } of answers) if (status === 409) expect(body.current).toEqual(stored);
  });

  type Passage = SessionJson['passages'][number];
  const withPassage = (change: Record<string, unknown>): unknown => {
    const document = documentOf();
    return { ...document, passages: [{ ...(document.passages[0] as Passage), ...change }] };
  };
  const bad: [string, unknown, string][] = [
    ['no passage', { ...documentOf(), passages: [] }, '/document/passages'],
    ['no title', { ...documentOf(), title: '' }, '/document/title'],
    ['base 0', withPassage({ base: 0 }), '/document/passages/0/base'],
    ['a base between half counts', withPassage({ base: 4.25 }), '/document/passages/0/base'],
    ['pace 0.1', withPassage({ pace: 100 }), '/document/passages/0/pace'],
    ['10,000 rounds', withPassage({ cycles: 20_000 }), '/document/passages/0/cycles'],
    [
      '25 hours',
      withPassage({
        base: 45,
        cycles: 1000,
        ratio: { inhale: 1, internalHold: 0, exhale: 1, externalHold: 0 },
      }),
      '/document/passages',
    ],
    [
      'no exhale',
      withPassage({ ratio: { inhale: 1, internalHold: 4, exhale: 0, externalHold: 0 } }),
      '/document/passages/0/ratio/exhale',
    ],
    [
      'a negative hold',
      withPassage({ ratio: { inhale: 1, internalHold: -4, exhale: 1, externalHold: 0 } }),
      '/document/passages/0/ratio/internalHold',
    ],
    ['an unknown technique', withPassage({ technique: 'no-such' }), '/document/passages/0/technique'],
    ['an unknown kind', withPassage({ kind: 'sung' }), '/document/passages/0/kind'],
    ['an unknown field', withPassage({ colour: 'red' }), '/document/passages/0/colour'],
    [
      'a convention that is none',
      { ...documentOf(), conventions: { round: 'three-sides' } },
      '/document/conventions/round',
    ],
  ];
  for (const [what, document, pointer] of bad) {
    it(`refuse ${what} and keep what is stored`, async () => {
      const { session } = await addStudentWithSession(client);
      const answer = await client.send<Problem>('PUT', `${API_ROOT}/sessions/${session.id}`, {
        version: 1,
        document,
      });
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]?.pointer).toEqual(pointer);
      expect(await client.must(routes.getSession, { params: { id: session.id } })).toEqual(session);
    });
  }

  it('need a student that is there', async () => {
    const answer = await client.call(routes.addSession, {
      body: { owner: { kind: 'student', studentId: randomUUID() }, document: documentOf() },
    });
    expect(answer.status).toBe(404);
  });

  it('keep what stood for ten minutes as an earlier version, and nothing that was there for a moment', async () => {
    const { session } = await addStudentWithSession(client);
    const params = { id: session.id };
    const start = server.now;
    const save = async (version: number, title: string, minutes: number): Promise<void> => {
      server.setClock(new Date(start.getTime() + minutes * 60_000));
      const document = { ...session.document, title };
      await client.must(routes.saveSession, { params, body: { version, document } });
    };
    await save(1, 'Second', 9.9);
    await save(2, 'Third', 19.9);
    await save(3, 'Fourth', 20);
    const versions = await client.must(routes.listSessionVersions, { params });
    server.setClock(start);
    expect(versions.map(({ version, document }) => [version, document.title])).toEqual([[2, 'Second']]);
  });
});
