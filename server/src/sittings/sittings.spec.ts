import { randomUUID } from 'node:crypto';
import { routes } from '@nuvrah/contract';
import {
  aDay,
  addStudentWithSession,
  aStudent,
  documentOf,
  finishedRecord,
  stoppedRecord,
} from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';
import { DEFAULT_CONVENTIONS, day, millis, type LoggedStep, type PassageRecord } from '@nuvrah/core';

describe('sittings', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const begin = (sessionId: string, id = randomUUID(), sessionVersion = 1) =>
    client.call(routes.beginSitting, { body: { id, sessionId, sessionVersion } });

  it('keep what was led and what was really done', async () => {
    const { session, student } = await addStudentWithSession(client);
    const begun = (await begin(session.id)).body;
    expect(begun.record).toBeNull();
    expect(begun.startedAt).toEqual(server.now.toISOString());
    expect(begun.led).toEqual({
      session: session.document,
      conventions: DEFAULT_CONVENTIONS,
      hand: 'left',
      variants: [],
      dayCheck: student.dayCheck,
      findings: [],
    });

    const record = stoppedRecord(session.document);
    const sent = {
      version: 1,
      record: { ...record, signs: ['dizzy'] },
      effort: 6,
      note: 'stopped in time',
    } as never;
    const stored = await client.must(routes.recordSitting, { params: { id: begun.id }, body: sent });
    expect(stored.record).toEqual({ ...record, signs: ['dizzy'] } as never);
    expect(stored.effort).toBe(6);
    expect(stored.note).toBe('stopped in time');
    expect(stored.version).toBe(2);
    expect(await client.must(routes.listSittings, { query: { student: student.id } })).toEqual([stored]);
    expect((await client.must(routes.getStudent, { params: { id: student.id } })).sittings).toBe(1);
  });

  it('keep what was put in and done on the way, and know in which technique a sign was noted', async () => {
    const { session, student } = await addStudentWithSession(client);
    const { id } = (await begin(session.id)).body;
    const params = { id };
    const stopped = stoppedRecord(session.document);
    const [first, second] = stopped.passages;
    const passageId = first?.passageId ?? '';
    const step = (at: number, what: LoggedStep['what']) => ({ at: millis(at), passageId, round: 1, what });
    const log = [step(10_000, 'tired-arm'), step(20_000, 'dizzy'), step(30_000, 'stop')];
    const added = [{ ...second, passageId: randomUUID() }] as PassageRecord[];
    const record = { ...stopped, signs: ['dizzy'], added, log } as never;
    const put = { version: 1, record, effort: null, note: '' };
    expect((await client.must(routes.recordSitting, { params, body: put })).record).toEqual(record);

    // It goes on within the minute: what is told more then corrects nothing.
    const whole = {
      ...finishedRecord(session.document),
      signs: ['dizzy'],
      added,
      log: [...log, step(30_000, 'go-on')],
    } as never;
    await client.must(routes.recordSitting, {
      params,
      body: { ...put, version: 2, record: whole, effort: 4 },
    });
    expect(await client.must(routes.listCorrections, { params })).toEqual([]);
    const { stopSigns } = await client.must(routes.getStudent, { params: { id: student.id } });
    expect(stopSigns.map(({ techniques }) => techniques)).toEqual([[first?.technique ?? '']] as never);
  });

  it('go on record once however often the record is sent', async () => {
    const { session } = await addStudentWithSession(client);
    const { id } = (await begin(session.id)).body;
    const record = stoppedRecord(session.document);
    const send = (effort: number) =>
      client.call(routes.recordSitting, {
        params: { id },
        body: { version: 1, record: record as never, effort, note: 'once' },
      });
    const answers = [await send(4), await send(4), await send(4)];
    expect(answers.map(({ status, body }) => [status, body.version])).toEqual([
      [200, 2],
      [200, 2],
      [200, 2],
    ]);
    const other = await send(5);
    expect(other.status).toBe(409);
    expect(other.body.code).toBe('stale');
  });

  it('are begun once however often the request is repeated', async () => {
    const { session } = await addStudentWithSession(client);
    const id = randomUUID();
    const answers = await Promise.all([begin(session.id, id), begin(session.id, id), begin(session.id, id)]);
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    expect((await client.must(routes.listSittings)).length).toBe(1);
  });

  it('keep the first of two records of one version whole', async () => {
    const { session } = await addStudentWithSession(client);
    const { id } = (await begin(session.id)).body;
    const record = stoppedRecord(session.document) as never;
    const save = (effort: number) =>
      client.call(routes.recordSitting, { params: { id }, body: { version: 1, record, effort, note: '' } });
    const answers = await Promise.all([save(3), save(4)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const won = answers.find(({ status }) => status === 200)?.body;
    expect(await client.must(routes.getSitting, { params: { id } })).toEqual(won as never);
  });

  it('begin only when everything was asked, and today too', async () => {
    const { student, session } = await addStudentWithSession(client);
    const change = (body: Partial<typeof aStudent>, version: number) =>
      client.must(routes.changeStudent, {
        params: { id: student.id },
        body: { ...aStudent, ...body, version, archived: false } as never,
      });
    const codes = async (): Promise<string[]> =>
      ((await begin(session.id)).body as { errors?: { pointer: string }[] }).errors?.map(
        ({ pointer }) => pointer,
      ) ?? [];
    await change({ birthYear: null, healthAskedOn: null } as never, 1);
    expect(await codes()).toEqual(['/birth-year', '/health-not-asked']);
    await change({ birthYear: 2012 } as never, 2);
    expect(await codes()).toEqual(['/consent']);
    await change({ birthYear: 2012, guardian: 'Her aunt', consentOn: day('2026-03-01') } as never, 3);
    expect(await codes()).toEqual([]);
  });

  it('ask about the day anew after three hours, and never take yesterday for today', async () => {
    const { session } = await addStudentWithSession(client);
    const at = server.now;
    const after = async (hours: number): Promise<number> => {
      server.setClock(new Date(at.getTime() + hours * 3_600_000));
      return (await begin(session.id)).status;
    };
    expect(await after(3)).toBe(201);
    expect(await after(3.01)).toBe(409);
    expect(await after(24)).toBe(409);
    server.setClock(at);
  });

  it('screen what was eaten, and say until when to wait', async () => {
    const { student, session } = await addStudentWithSession(client, documentOf('1:2', 4));
    const at = server.now;
    server.setClock(new Date(at.getTime() + 60_000));
    const lastMealAt = new Date(server.now.getTime() - 90 * 60_000).toISOString();
    await client.must(routes.addDayCheck, { params: { id: student.id }, body: { ...aDay(), lastMealAt } });
    const refused = await begin(session.id);
    server.setClock(at);
    expect(refused.body).toEqual(
      jasmine.objectContaining({
        code: 'not-ready',
        detail: jasmine.stringContaining('Too soon after the meal, by 30 min'),
      }),
    );
  });

  it('refuse to begin a session that has changed since it was opened', async () => {
    const { session } = await addStudentWithSession(client);
    const document = { ...session.document, title: 'Other' };
    await client.must(routes.saveSession, { params: { id: session.id }, body: { version: 1, document } });
    expect((await begin(session.id)).body.code).toBe('stale');
  });

  it('keep the snapshot when the session changes later', async () => {
    const { session } = await addStudentWithSession(client);
    const { id } = (await begin(session.id)).body;
    const document = { ...session.document, title: 'Other' };
    await client.must(routes.saveSession, { params: { id: session.id }, body: { version: 1, document } });
    expect((await client.must(routes.getSitting, { params: { id } })).led.session.title).toBe('Evening');
  });

  it('refuse an effort of 11 and a sign that is none', async () => {
    const { session } = await addStudentWithSession(client);
    const { id } = (await begin(session.id)).body;
    const record = stoppedRecord(session.document);
    const save = (body: unknown) =>
      client.call(routes.recordSitting, { params: { id }, body: body as never });
    const effort = await save({ version: 1, record, effort: 11, note: '' });
    const sign = await save({ version: 1, record: { ...record, signs: ['bored'] }, effort: 1, note: '' });
    expect(effort.body.errors?.[0]?.pointer).toBe('/effort');
    expect(sign.body.errors?.[0]?.pointer).toBe('/record/signs/0');
  });
});
