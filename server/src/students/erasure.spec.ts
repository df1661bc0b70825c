import { randomUUID } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { API_ROOT, routes } from '@nuvrah/contract';
import { sessionFromJson, day } from '@nuvrah/core';
import { aDay, addClimber, addStudentWithSession, finishedRecord } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('everything of a student', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  /** A student with something in every table. */
  async function whole() {
    const { student, session, ladder } = await addClimber(client);
    const id = student.id;
    await client.must(routes.addDayCheck, { params: { id }, body: { ...aDay(), note: 'Slept badly.' } });
    await client.must(routes.addFact, {
      params: { id },
      body: { id: randomUUID(), fact: 'heart', since: null, until: null, due: null, note: 'Arrhythmia.' },
    });
    await client.must(routes.addClearance, {
      params: { id },
      body: {
        id: randomUUID(),
        clinician: 'Dr. Feld',
        givenOn: day('2026-03-01'),
        until: day('2026-06-01'),
        sign: null,
        fact: 'heart',
        scope: 'holds',
        upTo: null,
        withdrawnOn: null,
        note: '',
      },
    });
    const classId = randomUUID();
    await client.must(routes.addClass, {
      body: { id: classId, name: 'Tuesday', members: [id], note: '' },
    });
    const begun = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    // Phones followed a class in which the student was.
    const live = randomUUID();
    const followed = { id: live, people: ['Ada'] };
    await client.must(routes.openLive, { params: { id: classId }, body: followed });
    await client.must(routes.changeLive, {
      params: { id: classId, live },
      body: { people: [{ name: 'Ada', sittingId: begun.id }], lanes: [], place: null },
    });
    const record = finishedRecord(session.document);
    for (const [version, note] of [
      [1, 'Good.'],
      [2, 'Very good.'],
    ] as const)
      await client.must(routes.recordSitting, {
        params: { id: begun.id },
        body: { version, record, effort: 3, note },
      });
    await client.must(routes.decideRung, {
      params: { id: ladder.id },
      body: { id: randomUUID(), version: 1, step: 'stay', reason: '' },
    });
    const link = await client.must(routes.addLink, {
      params: { id },
      body: { id: randomUUID(), sessionId: session.id, called: 'Ada', expiresOn: day('2026-06-01') },
    });
    await server.stranger().must(routes.home, { params: { token: link.address?.split('/').at(-1) ?? '' } });
    return { student, session, link, live };
  }

  it('comes out as one archive of open files', async () => {
    const { student, session, link } = await whole();
    const { status, body, headers } = await client.bytes(`${API_ROOT}/students/${student.id}/archive.zip`);
    expect(status).toBe(200);
    expect(headers.get('content-type')).toBe('application/zip');
    expect(headers.get('content-disposition')).toBe('attachment; filename=ada-2026-03-10.zip');
    const files = Object.fromEntries(
      Object.entries(unzipSync(body)).map(([name, content]) => [name, strFromU8(content)]),
    );
    const sessionName = `sessions/Evening-${session.id.slice(0, 8)}.json`;
    expect(Object.keys(files).sort()).toEqual([
      'README.txt',
      'ladders.json',
      sessionName,
      'sittings.csv',
      'sittings.json',
      'student.json',
    ]);
    const reread = sessionFromJson(files[sessionName] ?? '');
    expect(reread.ok && (reread.value as unknown)).toEqual(session.document as unknown);
    const of = JSON.parse(files['student.json'] ?? '') as Record<string, unknown[]>;
    expect(
      ['facts', 'capacityChecks', 'dayChecks', 'clearances', 'privateLinks'].map((key) => of[key]?.length),
    ).toEqual([1, 2, 2, 1, 1]);
    expect((of['audit'] as { kind: string }[]).map(({ kind }) => kind).sort()).toEqual([
      'birth-year-changed',
      'clearance-added',
      'fact-added',
    ]);
    expect(of['classes']).toEqual(['Tuesday']);
    expect(files['student.json']).not.toContain(link.address?.split('/').at(-1) ?? 'address');
    const [sitting] = JSON.parse(files['sittings.json'] ?? '') as { corrections: { note: string }[] }[];
    expect(sitting?.corrections.map(({ note }) => note)).toEqual(['Good.']);
    expect(files['sittings.csv']?.split('\r\n').length).toBe(4);
    expect((JSON.parse(files['ladders.json'] ?? '') as { decisions: unknown[] }[])[0]?.decisions.length).toBe(
      1,
    );
  });

  it('is erased from every table, and only anonymous entries of the audit trail stay', async () => {
    const { student, session, link, live } = await whole();
    const { student: other } = await addStudentWithSession(client);
    const erase = (name: string) =>
      client.call(routes.eraseStudent, { params: { id: student.id }, body: { name } });
    const slip = await erase('Ada Read');
    expect(slip.status).toBe(422);
    expect(slip.body.errors?.[0]?.pointer).toBe('/name');
    const { body } = await erase('Ada Reed');
    expect(body).toEqual(jasmine.objectContaining({ sittings: 1, sessions: 1 }));
    const tables = await server.source.query<{ table_name: string }[]>(
      `SELECT table_name FROM information_schema.columns WHERE column_name = 'student_id' AND table_schema = 'public'`,
    );
    expect(tables.length).toBeGreaterThan(8);
    for (const { table_name: name } of tables) {
      const [rows] = await server.source.query<{ number: string }[]>(
        `SELECT count(*) AS number FROM ${name} WHERE student_id = $1`,
        [student.id],
      );
      expect(Number(rows?.number)).withContext(String(name)).toBe(0);
    }
    for (const [name, column, id] of [
      ['session_version', 'session_id', session.id],
      ['finding_override', 'session_id', session.id],
      ['home_practice', 'share_link_id', link.id],
      ['class_leading', 'id', live],
    ] as const) {
      const rows = await server.source.query<unknown[]>(`SELECT 1 FROM ${name} WHERE ${column} = $1`, [id]);
      expect(rows.length).withContext(String(name)).toBe(0);
    }
    const events = await client.must(routes.listAuditEvents);
    const stay = events.filter(({ studentId }) => studentId !== other.id);
    expect(stay.map(({ kind, studentId, said, after }) => [kind, studentId, said, after]).sort()).toEqual([
      ['birth-year-changed', null, 'Erased with the student.', null],
      ['clearance-added', null, 'Erased with the student.', null],
      ['erased', null, 'A student was erased, with 1 sitting and 1 session.', null],
      ['fact-added', null, 'Erased with the student.', null],
    ]);
    const left = await client.must(routes.listStudents);
    expect(left.map(({ id }) => id)).toEqual([other.id]);
    const opened = await server
      .stranger()
      .call(routes.home, { params: { token: link.address?.split('/').at(-1) ?? '' } });
    expect(opened.status).toBe(404);
    expect(opened.body.code).toBe('no-such-link');
  });
});
