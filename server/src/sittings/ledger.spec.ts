import { dayAt, type Day } from '@nuvrah/core';
import { randomUUID } from 'node:crypto';
import { routes, type LedgerRows, type QueryOf, type Sitting } from '@nuvrah/contract';
import type { SignId } from '@nuvrah/core';
import { addStudentWithSession, aDay, documentOf, finishedRecord } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const DAY = 86_400_000;

describe('the Ledger', () => {
  let server: TestServer;
  let client: TestClient;
  let start: Date;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => {
    start = server.now;
    client = await server.instructor();
  });
  afterEach(() => server.setClock(start));
  afterAll(() => server.close());

  type WithSession = Awaited<ReturnType<typeof addStudentWithSession>>;
  async function sit(
    { student, session }: WithSession,
    days: number,
    effort: number | null,
    signs: SignId[] = [],
  ): Promise<Sitting> {
    server.setClock(new Date(start.getTime() + days * DAY));
    await client.must(routes.addDayCheck, { params: { id: student.id }, body: aDay() });
    const { id } = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const record = { ...finishedRecord(session.document), signs };
    return client.must(routes.recordSitting, {
      params: { id },
      body: { version: 1, record, effort, note: `day ${days}` },
    });
  }
  const notes = async (query: QueryOf<typeof routes.ledger>): Promise<string[]> =>
    (await client.must(routes.ledger, { query })).lines.map(({ note }) => note);

  it('is filtered by student, date, technique, sign and effort, the newest first', async () => {
    const [one, two] = [await addStudentWithSession(client), await addStudentWithSession(client)];
    await sit(one, 1, 2);
    await sit(one, 2, 7, ['dizzy']);
    await sit(two, 3, 4);
    const onDay = (days: number): Day => dayAt(start.getTime() + days * DAY, 'UTC');
    expect(await notes({})).toEqual(['day 3', 'day 2', 'day 1']);
    expect(await notes({ student: one.student.id })).toEqual(['day 2', 'day 1']);
    expect(await notes({ from: onDay(2) })).toEqual(['day 3', 'day 2']);
    expect(await notes({ from: onDay(2), to: onDay(2) })).toEqual(['day 2']);
    expect(await notes({ technique: 'kapalabhati' })).toEqual([]);
    expect((await notes({ technique: 'nadi-shodhana' })).length).toBe(3);
    expect(await notes({ sign: 'dizzy' })).toEqual(['day 2']);
    expect(await notes({ effort: '4' })).toEqual(['day 3', 'day 2']);
    const wrong = await client.call(routes.ledger, { query: { from: onDay(3), to: onDay(2) } });
    expect(wrong.status).toBe(422);
    expect(wrong.body.errors?.[0]?.pointer).toBe('/to');
    expect((await client.call(routes.ledger, { query: { effort: '11' } as never })).status).toBe(422);
  });

  it('comes a page at a time, says how many there are, and loses none between them', async () => {
    const who = await addStudentWithSession(client);
    const first = await sit(who, 1, 2);
    // Copies of the one sitting, a minute apart: leading a hundred takes too long here.
    const many = 60;
    await server.source.query(
      `INSERT INTO sitting SELECT gen_random_uuid(), instructor_id, student_id, session_id, version,
              started_at + n * interval '1 minute', led, outcome, led_millis + n, pauses, signs, n % 11, 'copy ' || n
         FROM sitting, generate_series(1, $2) n WHERE id = $1`,
      [first.id, many],
    );
    const page = (query: QueryOf<typeof routes.ledger>): Promise<LedgerRows> =>
      client.must(routes.ledger, { query });
    const pages = await Promise.all(['0', '1', '2', '3'].map((part) => page({ part })));
    expect(pages.map(({ lines }) => lines.length)).toEqual([25, 25, 11, 0]);
    expect(pages.map(({ total }) => total)).toEqual([61, 61, 61, 61]);
    const all = pages.flatMap(({ lines }) => lines);
    expect(new Set(all.map(({ id }) => id)).size).toBe(many + 1);
    expect(all[0]?.note).toBe('copy 60');
    expect(all.at(-1)?.note).toBe('day 1');

    const efforts = (await page({ sort: 'effort', size: '100' })).lines.map(({ effort }) => effort);
    expect(efforts).toEqual([...efforts].sort((a, b) => (b ?? -1) - (a ?? -1)));
    expect((await page({ sort: 'led', up: 'yes' })).lines[0]?.note).toBe('day 1');
    // What was not told stands last in either direction.
    await server.source.query(`UPDATE sitting SET effort = NULL WHERE note = 'copy 7'`);
    for (const up of [{}, { up: 'yes' as const }])
      expect((await page({ sort: 'effort', size: '100', ...up })).lines.at(-1)?.note).toBe('copy 7');
    for (const query of [{ part: '-1' }, { size: '7' }, { sort: 'mood' }]) {
      const refused = await client.call(routes.ledger, { query: query as never });
      expect(refused.status).withContext(JSON.stringify(query)).toBe(422);
    }
  });

  it('keeps what was on record when it is corrected', async () => {
    const who = await addStudentWithSession(client);
    const sitting = await sit(who, 1, 2);
    const params = { id: sitting.id };
    const felt = { calm: 7, alert: null, mood: 6, pulse: 62 };
    expect(await client.must(routes.listCorrections, { params })).toEqual([]);
    const record = sitting.record as NonNullable<Sitting['record']>;
    await client.must(routes.recordSitting, {
      params,
      body: { version: 2, record, effort: 4, note: 'Harder.' },
    });
    await client.must(routes.recordSitting, {
      params,
      body: { version: 3, record, effort: 5, feltAfter: felt, note: 'Yet harder.' },
    });
    // A sign that came to light later corrects nothing that was told.
    await client.must(routes.recordSitting, {
      params,
      body: { version: 4, record: { ...record, signs: ['dizzy'] }, effort: 5, note: 'Yet harder.' },
    });
    const passages = record.passages.map((passage) =>
      passage.kind === 'counted' ? { ...passage, cyclesDone: 2 } : passage,
    );
    const fewer = { ...record, signs: ['dizzy' as const], outcome: 'stopped' as const, passages };
    const { record: corrected, feltAfter } = await client.must(routes.recordSitting, {
      params,
      body: { version: 5, record: fewer, effort: 5, note: 'Yet harder.' },
    });
    expect(corrected?.passages).toEqual(passages);
    // Left out, how it felt stays as it was told.
    expect(feltAfter).toEqual(felt);
    const corrections = await client.must(routes.listCorrections, { params });
    expect(corrections.map(({ version, effort, note }) => ({ version, effort, note }))).toEqual([
      { version: 5, effort: 5, note: 'Yet harder.' },
      { version: 3, effort: 4, note: 'Harder.' },
      { version: 2, effort: 2, note: 'day 1' },
    ]);
    expect(corrections.map(({ feltAfter: told }) => told)).toEqual([felt, null, null]);
    expect(corrections[0]?.record).toEqual({ ...record, signs: ['dizzy'] });
  });

  it('draws effort, minutes, base and cycle by day', async () => {
    const who = await addStudentWithSession(client, documentOf('1:2', 5));
    await sit(who, 1, 2);
    await sit(who, 4, 3);
    const points = await client.must(routes.trends, { params: { id: who.student.id } });
    const nadi = { technique: 'nadi-shodhana', base: 5, cycle: 15, openHold: null, strokes: null };
    expect(points.map(({ effort, techniques }) => ({ effort, techniques }))).toEqual(
      [2, 3].map((effort) => ({ effort, techniques: [jasmine.objectContaining(nadi)] })) as never,
    );
    expect(points[0]?.techniques[0]?.rounds).toBeGreaterThan(0);
    const [minutes] = points.map((point) => point.minutes);
    expect(minutes).toBeGreaterThan(1);
  });
});
