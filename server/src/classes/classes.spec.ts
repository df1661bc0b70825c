import { randomUUID } from 'node:crypto';
import { routes, type BodyOf, type ClassGroup } from '@nuvrah/contract';
import { addStudentWithSession, aStudent, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('classes', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const add = (change: Partial<BodyOf<typeof routes.addClass>> = {}): Promise<ClassGroup> =>
    client.must(routes.addClass, {
      body: { id: randomUUID(), name: 'Tuesday', members: [], note: '', ...change },
    });
  const newStudent = async (): Promise<string> =>
    (await client.must(routes.addStudent, { body: aStudent })).id;

  it('keep who comes in order, and adding twice is adding once', async () => {
    const [one, two] = [await newStudent(), await newStudent()];
    const made = await add({ members: [two, one], name: ' Tuesday ' });
    expect(made).toEqual({
      id: made.id,
      version: 1,
      name: 'Tuesday',
      members: [two, one],
      note: '',
      archived: false,
    });
    expect(await add({ id: made.id, name: 'Other' })).toEqual(made);
    const { archived: _, id, ...body } = made;
    const changed = await client.must(routes.changeClass, {
      params: { id },
      body: { ...body, members: [one], archived: true },
    });
    expect(changed.members).toEqual([one]);
    expect(changed.archived).toBeTrue();
    expect(changed.version).toBe(2);
    expect(await client.must(routes.listClasses)).toEqual([changed]);
  });

  it('refuse a student who is not there, a name of nothing and a stale save, and keep what is stored', async () => {
    const made = await add();
    const { archived, id, ...body } = made;
    const change = (more: object) =>
      client.call(routes.changeClass, { params: { id }, body: { ...body, archived, ...more } });
    const strangers = await change({ members: [randomUUID()] });
    expect(strangers.status).toBe(422);
    expect(strangers.body.errors?.[0]?.pointer).toBe('/members/0');
    expect((await change({ name: '  ' })).status).toBe(422);
    await client.must(routes.changeClass, { params: { id }, body: { ...body, archived, note: 'Six.' } });
    const stale = await change({ note: 'Seven.' });
    expect(stale.status).toBe(409);
    expect((stale.body.current as ClassGroup).note).toBe('Six.');
  });

  it('and nobody own sessions too: these are saved and listed, but not led', async () => {
    const { id: classId } = await add({ members: [await newStudent()] });
    const owners = [{ kind: 'class', classId }, { kind: 'nobody' }] as const;
    for (const owner of owners) {
      const session = await client.must(routes.addSession, { body: { owner, document: documentOf() } });
      expect(session.owner).toEqual(owner);
      const document = { ...session.document, title: 'Changed' };
      const params = { id: session.id };
      await client.must(routes.saveSession, { params, body: { version: 1, document } });
      const led = await client.call(routes.beginSitting, {
        body: { id: randomUUID(), sessionId: session.id, sessionVersion: 2 },
      });
      expect(led.status).toBe(409);
      expect(led.body.code).toBe('not-ready');
      const decided = await client.call(routes.addOverruling, {
        params,
        body: { id: randomUUID(), kind: 'overruled', rule: '', passageId: null, value: 1, reason: '' },
      });
      expect(decided.status).toBe(404);
    }
    expect((await client.must(routes.listSessions)).length).toBe(2);
  });

  it('of somebody else are not there, neither to see nor to write for', async () => {
    const made = await add();
    const other = await server.instructor();
    expect(await other.must(routes.listClasses)).toEqual([]);
    const { archived, id, ...body } = made;
    const changed = await other.call(routes.changeClass, { params: { id }, body: { ...body, archived } });
    const owner = { kind: 'class', classId: id } as const;
    const written = await other.call(routes.addSession, { body: { owner, document: documentOf() } });
    const { student } = await addStudentWithSession(other);
    const joined = await client.call(routes.changeClass, {
      params: { id },
      body: { ...body, archived, members: [student.id] },
    });
    expect(changed.status).toBe(404);
    expect(written.status).toBe(404);
    expect(joined.status).toBe(422);
  });
});
