import { randomUUID } from 'node:crypto';
import { routes, type NewLoggedSitting, type Sitting } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, sittingsFromCsv, type ReadLog, day } from '@nuvrah/core';
import { addStudentWithSession, documentOf, finishedRecord, stoppedRecord } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('the log in and out', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  async function led() {
    const { student, session } = await addStudentWithSession(client);
    const { id } = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const record = { ...stoppedRecord(session.document), signs: ['dizzy' as const] };
    const body = { version: 1, record: record as never, effort: 4, note: '=not a formula, "she said"' };
    await client.must(routes.recordSitting, { params: { id }, body });
    return { student, session };
  }
  const file = async (who = client): Promise<string> =>
    (await who.must(routes.ledgerFile, { query: {} })) as unknown as string;
  const readBy = async (who: TestClient, text: string): Promise<ReadLog> =>
    sittingsFromCsv(text, {
      students: await who.must(routes.listStudents),
      known: await who.must(routes.knownSittings),
      timeZone: 'Europe/London',
      now: server.now.toISOString(),
      profile: DEFAULT_CONVENTIONS,
      newId: randomUUID,
    });
  const logged = (studentId: string, change: Partial<NewLoggedSitting> = {}): NewLoggedSitting => ({
    id: randomUUID(),
    studentId,
    session: 'On paper',
    startedAt: '2026-02-01T06:30:00.000Z',
    place: 'home',
    record: finishedRecord(documentOf()),
    effort: 2,
    note: '',
    ...change,
  });
  const add = (...sittings: NewLoggedSitting[]) => client.call(routes.addLogged, { body: { sittings } });

  it('comes out whole, and is known again where it comes from', async () => {
    const { student } = await led();
    const text = await file();
    expect(text.startsWith('sitting,student_id,student,')).toBeTrue();
    expect(text).toContain(`'=not a formula`);
    const again = await readBy(client, text);
    expect(again.there).toBe(1);
    expect(again.sittings).toEqual([]);
    expect(again.problems).toEqual([]);
    const { headers } = await client.call(routes.ledgerFile, { query: { student: student.id, effort: '9' } });
    expect(headers.get('content-disposition')).toBe('attachment; filename=sittings.csv');
    expect(
      (await client.call(routes.ledgerFile, { query: { from: day('2026-02-02'), to: day('2026-02-01') } }))
        .status,
    ).toBe(422);
  });

  it('goes into another record as it was, by the names of the students', async () => {
    const { student } = await led();
    const before = await client.must(routes.listSittings);
    const other = await server.instructor();
    const { student: namesake } = await addStudentWithSession(other);
    expect(namesake.name).toBe(student.name);
    const text = (await file()).replaceAll(before[0]?.id ?? '', '').replaceAll(student.id, '');
    const { sittings, problems } = await readBy(other, text);
    expect(problems).toEqual([]);
    const body = { sittings: sittings.map(({ student: _, ...sitting }) => sitting) as never };
    expect(await other.must(routes.addLogged, { body })).toEqual({ added: 1, there: 0 });
    // What was done on the way is not in the file.
    const told = ({ startedAt, record, effort, note }: Sitting) => ({
      startedAt,
      record: { ...record, log: undefined },
      effort,
      note,
    });
    const after = await other.must(routes.listSittings);
    expect(after.map(told)).toEqual(before.map(told));
    // It stands against what was planned like any other.
    expect(after[0]?.led.session.title).toBe('Evening');
    expect((await readBy(other, text)).there).toBe(1);
  });

  it('is put on record once, however often it is sent', async () => {
    const { student } = await addStudentWithSession(client);
    const sittings = [logged(student.id), logged(student.id, { startedAt: '2026-02-02T06:30:00.000Z' })];
    expect((await add(...sittings)).body).toEqual(jasmine.objectContaining({ added: 2, there: 0 }));
    expect((await add(...sittings)).body).toEqual(jasmine.objectContaining({ added: 0, there: 2 }));
    const { lines } = await client.must(routes.ledger, { query: { student: student.id } });
    expect(lines.map(({ title, place }) => [title, place])).toEqual([
      ['On paper', 'home'],
      ['On paper', 'home'],
    ]);
  });

  it('is refused whole where one sitting cannot be, with what to do', async () => {
    const { student } = await addStudentWithSession(client);
    const [passage] = finishedRecord(documentOf()).passages;
    const strange = { ...passage, technique: 'moon-walk' } as typeof passage & object;
    const endless = { ...passage, cyclesPlanned: 5000 } as typeof passage & object;
    const cases: readonly [Partial<NewLoggedSitting>, number, string | undefined][] = [
      [{ studentId: randomUUID() }, 422, '/sittings/1/studentId'],
      [{ startedAt: '2027-01-01T00:00:00.000Z' }, 422, '/sittings/1/startedAt'],
      [
        { record: { ...finishedRecord(documentOf()), passages: [strange] } },
        422,
        '/sittings/1/record/passages/0/technique',
      ],
      [
        { record: { ...finishedRecord(documentOf()), passages: [endless] } },
        422,
        '/sittings/1/record/passages',
      ],
      [{ startedAt: '2026-02-01T06:30:00.000Z' }, 409, undefined],
    ];
    for (const [change, status, pointer] of cases) {
      const second = logged(student.id, { startedAt: '2026-02-03T06:30:00.000Z', ...change });
      const answer = await add(logged(student.id), second);
      expect(answer.status).toEqual(status);
      expect(answer.body.errors?.[0]?.pointer).toEqual(pointer);
    }
    expect(await client.must(routes.listSittings)).toEqual([]);
  });
});
