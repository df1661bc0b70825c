import { randomUUID } from 'node:crypto';
import { routes, type BodyOf, type ClassGroup } from '@nuvrah/contract';
import { addStudentWithSession, aStudent, documentOf, finishedRecord } from '../testing/documents.js';
import { newPassage } from '@nuvrah/core';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const natural = { ...newPassage('natural-breath', ''), seat: 'chair', length: 12.345, untilTap: false };

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

  describe('that are led', () => {
    /** Two students who may be led, with a session of their class. */
    async function aClass() {
      const [one, two] = [await addStudentWithSession(client), await addStudentWithSession(client)];
      const students = [one.student, two.student];
      const group = await add({ members: students.map(({ id }) => id) });
      const owner = { kind: 'class', classId: group.id } as const;
      const session = await client.must(routes.addSession, { body: { owner, document: documentOf() } });
      const lanes = students.map(({ id }) => ({
        students: [{ studentId: id, sittingId: randomUUID() }],
        session: session.document,
      }));
      return { group, session, students, lanes };
    }
    type Led = Awaited<ReturnType<typeof aClass>>;
    const begin = ({ group, session, lanes }: Led, change: Partial<BodyOf<typeof routes.beginClass>> = {}) =>
      client.call(routes.beginClass, {
        params: { id: group.id },
        body: { sessionId: session.id, sessionVersion: session.version, lanes, ...change },
      });

    it('begin a sitting for each who is here, once, with what their lane leads', async () => {
      const led = await aClass();
      const [first, second] = led.lanes;
      // Natural breath between rounds is as long as it must be for lanes to meet.
      const passages = [...(first?.session.passages ?? []), { ...natural, id: randomUUID() }];
      const longer = { ...led.session.document, passages } as never;
      const lanes = [{ ...first, session: longer }, second] as never;
      const { status, body } = await begin(led, { lanes });
      expect(status).toBe(201);
      expect(body.map(({ studentId }) => studentId)).toEqual(led.students.map(({ id }) => id));
      expect(body.map(({ place }) => place)).toEqual(['class', 'class']);
      expect(body[0]?.led.session.passages.at(-1)).toEqual(jasmine.objectContaining({ length: 12.345 }));
      expect((await begin(led, { lanes })).body).toEqual(body);
      const record = finishedRecord(body[0]?.led.session as never);
      const params = { id: body[0]?.id ?? '' };
      const put = { version: 1, record, effort: 3, note: '' };
      const kept = await client.must(routes.recordSitting, { params, body: put });
      expect(kept.effort).toBe(3);
      const { sittings } = await client.must(routes.getStudent, {
        params: { id: led.students[0]?.id ?? '' },
      });
      expect(sittings).toBe(1);
    });

    it('do not begin for anybody while somebody may not be led, and say who', async () => {
      const led = await aClass();
      const { id: unasked } = await client.must(routes.addStudent, {
        body: { ...aStudent, name: 'Not asked' },
      });
      const lane = {
        students: [{ studentId: unasked, sittingId: randomUUID() }],
        session: led.session.document,
      };
      const { status, body } = await begin(led, { lanes: [...led.lanes, lane] });
      expect(status).toBe(409);
      expect((body as unknown as { detail: string }).detail).toContain('Not asked: ');
      for (const { students } of led.lanes)
        for (const { sittingId } of students)
          expect((await client.call(routes.getSitting, { params: { id: sittingId } })).status).toBe(404);
    });

    it('do not begin with somebody in two lanes', async () => {
      const led = await aClass();
      const [first] = led.lanes;
      const again = { students: [{ studentId: led.students[0]?.id ?? '', sittingId: randomUUID() }] };
      const { status, body } = await begin(led, { lanes: [...led.lanes, { ...first, ...again }] as never });
      expect(status).toBe(422);
      expect((body as unknown as { errors: { pointer: string }[] }).errors[0]?.pointer).toBe('/lanes');
    });

    it('do not begin with a session that was changed since, of another class, or of somebody else', async () => {
      const led = await aClass();
      const stale = await begin(led, { sessionVersion: 7 });
      expect(stale.status).toBe(409);
      expect((stale.body as unknown as { code: string }).code).toBe('stale');
      const other = await add();
      expect((await begin({ ...led, group: other })).status).toBe(404);
      const stranger = await server.instructor();
      const foreign = await stranger.call(routes.beginClass, {
        params: { id: led.group.id },
        body: { sessionId: led.session.id, sessionVersion: 1, lanes: led.lanes },
      });
      expect(foreign.status).toBe(404);
    });
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
