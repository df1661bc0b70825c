import { randomUUID } from 'node:crypto';
import { routes, type StoredSession } from '@nuvrah/contract';
import { day } from '@nuvrah/core';
import { aStudent, addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const START = new Date('2026-03-10T12:00:00Z');

describe('sessions are filed', () => {
  let server: TestServer;
  let client: TestClient;
  let session: StoredSession;
  let student: string;
  let params: { id: string };
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => {
    client = await server.instructor();
    const added = await addStudentWithSession(client);
    ({ session } = added);
    student = added.student.id;
    params = { id: session.id };
  });
  afterEach(() => server.setClock(START));
  afterAll(() => server.close());

  const listed = async () => (await client.must(routes.listSessions, { query: {} })).map(({ id }) => id);

  it('with tags, each once, and out of the way, without a new version', async () => {
    const body = { tags: ['evening', ' evening ', 'quiet'], archived: true };
    const filed = await client.must(routes.fileSession, { params, body });
    expect(filed).toEqual({ ...session, tags: ['evening', 'quiet'], archived: true });
    expect(await client.must(routes.getSession, { params })).toEqual(filed);
    const back = await client.must(routes.fileSession, { params, body: { tags: [], archived: false } });
    expect(back).toEqual(session);
  });

  it('and deleted: nothing finds them, nothing leads them, until they are restored as they were', async () => {
    await client.must(routes.deleteSession, { params });
    expect(await listed()).toEqual([]);
    expect((await client.call(routes.getSession, { params })).status).toBe(404);
    const begin = { body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 } };
    expect((await client.call(routes.beginSitting, begin)).status).toBe(404);
    const save = { params, body: { version: 1, document: documentOf() } };
    expect((await client.call(routes.saveSession, save)).status).toBe(404);
    await client.must(routes.deleteSession, { params });
    expect(await client.must(routes.restoreSession, { params })).toEqual(session);
    expect(await listed()).toEqual([session.id]);
  });

  it('by their instructor only', async () => {
    const other = await server.instructor();
    const body = { tags: ['mine'], archived: true };
    expect((await other.call(routes.fileSession, { params, body })).status).toBe(404);
    expect((await other.call(routes.deleteSession, { params })).status).toBe(404);
    await client.must(routes.deleteSession, { params });
    expect((await other.call(routes.restoreSession, { params })).status).toBe(404);
    expect(await listed()).toEqual([]);
  });

  it('and cannot be restored after thirty days: then they are gone', async () => {
    await client.must(routes.deleteSession, { params });
    server.setClock(new Date(server.now.getTime() + 31 * 86_400_000));
    const next = await addStudentWithSession(client);
    await client.must(routes.deleteSession, { params: { id: next.session.id } });
    expect((await client.call(routes.restoreSession, { params })).status).toBe(404);
    await client.must(routes.restoreSession, { params: { id: next.session.id } });
  });

  const uses: readonly (readonly [string, () => Promise<unknown>, string])[] = [
    [
      'a leading that was not finished',
      () =>
        client.must(routes.beginSitting, {
          body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
        }),
      'not finished',
    ],
    [
      'a private link',
      () =>
        client.must(routes.addLink, {
          params: { id: student },
          body: { id: randomUUID(), sessionId: session.id, called: 'Ada', expiresOn: day('2026-04-01') },
        }),
      'private link',
    ],
  ];
  for (const [what, use, words] of uses)
    it(`but not deleted from under ${what}`, async () => {
      await use();
      const refused = await client.call(routes.deleteSession, { params });
      expect(refused.status).toBe(409);
      expect(refused.body).toEqual(jasmine.objectContaining({ code: 'in-use' }));
      expect(String(refused.body.detail)).toContain(words);
      expect(await listed()).toEqual([session.id]);
    });

  it('and say how long they are and how much stands in the way, a template without', async () => {
    const template = await client.must(routes.addSession, {
      body: { owner: { kind: 'nobody' }, document: documentOf() },
    });
    const ids = [session.id, template.id, randomUUID()].join(',');
    const review = async () =>
      new Map((await client.must(routes.reviewSessions, { query: { ids } })).map((one) => [one.id, one]));
    const before = await review();
    expect([...before.keys()].sort()).toEqual([session.id, template.id].sort());
    expect(before.get(template.id)?.toResolve).toBeNull();
    expect(before.get(session.id)?.toResolve).toBe(0);
    expect(before.get(session.id)?.length).toBe(before.get(template.id)?.length ?? -1);
    await client.must(routes.changeStudent, {
      params: { id: student },
      body: { ...aStudent, healthAskedOn: null, archived: false, version: 1 },
    });
    expect((await review()).get(session.id)?.toResolve).toBe(1);
  });
});
