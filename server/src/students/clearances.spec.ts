import { day } from '@nuvrah/core';
import { randomUUID } from 'node:crypto';
import { API_ROOT, routes, type BodyOf, type Problem } from '@nuvrah/contract';
import { addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('clearances and overrulings', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const clearance = (
    change: Partial<BodyOf<typeof routes.addClearance>> = {},
  ): BodyOf<typeof routes.addClearance> => ({
    id: randomUUID(),
    clinician: 'Dr. Amaru Feld',
    givenOn: day('2026-03-01'),
    until: day('2026-03-10'),
    sign: null,
    fact: 'heart' as const,
    scope: 'holds' as const,
    upTo: null,
    withdrawnOn: null,
    note: '',
    ...change,
  });
  const withFact = async (fact: 'heart' | 'fainting') => {
    const { student, session } = await addStudentWithSession(client, documentOf('1:1:2', 5));
    const params = { id: student.id };
    const body = { id: randomUUID(), fact, since: null, until: null, due: null, note: '' };
    await client.must(routes.addFact, { params, body });
    const begin = () =>
      client.call(routes.beginSitting, {
        body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
      });
    return { params, session, begin };
  };
  const said = async (student: string): Promise<string[]> =>
    (await client.must(routes.listAuditEvents, { query: { student } }))
      .map(({ kind }) => kind)
      .filter((kind) => kind !== 'birth-year-changed' && kind !== 'fact-added');

  it('a clearance lifts what it is for, through its last day, and is kept with the sitting', async () => {
    const { params, begin } = await withFact('heart');
    expect((await begin()).status).toBe(409);
    const body = clearance();
    await client.must(routes.addClearance, { params, body });
    await client.must(routes.addClearance, { params, body });
    const begun = await begin();
    expect(begun.status).toBe(201);
    expect(begun.body.led.findings).toContain(
      jasmine.objectContaining({
        rule: 'heart/hold/clearance',
        standing: 'cleared',
        because: 'Dr. Amaru Feld, until 10 Mar 2026',
      }),
    );
    const { id, ...change } = { ...body, until: day('2026-03-09') };
    await client.must(routes.changeClearance, { params: { id }, body: { version: 1, ...change } });
    expect((await begin()).status).toBe(409);
    const stale = await client.call(routes.changeClearance, {
      params: { id },
      body: { version: 1, ...change },
    });
    expect(stale.status).toBe(409);
    expect(stale.body.code).toBe('stale');
    expect((await said(params.id)).sort()).toEqual(['clearance-added', 'clearance-changed']);
  });

  const bad: readonly [string, Record<string, unknown>, string][] = [
    ['without a date', { until: null }, '/until'],
    ['that ends before it begins', { until: day('2026-02-01') }, '/until'],
    ['of the future', { givenOn: day('2026-03-11'), until: day('2026-04-01') }, '/givenOn'],
    ['of nobody', { clinician: ' ' }, '/clinician'],
    ['of a letter', { clinician: 'D.' }, '/clinician'],
    ['for neither a sign nor a condition', { fact: null }, '/fact'],
    ['for a fact of today', { fact: 'fever' }, '/fact'],
    ['for locks with a limit in seconds', { scope: 'locks', upTo: 5 }, '/upTo'],
  ];
  for (const [what, change, pointer] of bad)
    it(`refuse a clearance ${what}, with a pointer to it`, async () => {
      const { params } = await withFact('heart');
      const answer = await client.send<Problem>('POST', `${API_ROOT}/students/${params.id}/clearances`, {
        ...clearance(),
        ...change,
      });
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]?.pointer).toEqual(pointer);
      expect(await said(params.id)).toEqual([]);
    });

  it('an overruling with a reason lifts a "change" for that passage and value, and can be taken back', async () => {
    const { params, session, begin } = await withFact('fainting');
    const passageId = session.document.passages[0]?.id ?? '';
    const made = {
      id: randomUUID(),
      kind: 'overruled' as const,
      rule: 'fainting/hold>4/change',
      passageId,
      value: 5,
      reason: 'Sits with her back to the wall.',
    };
    expect((await begin()).status).toBe(409);
    const add = (change: Partial<typeof made> = {}) =>
      client.call(routes.addOverruling, { params: { id: session.id }, body: { ...made, ...change } });
    await add({ id: randomUUID(), value: 4.5 });
    expect((await begin()).status).toBe(409);
    await add();
    const begun = await begin();
    expect(begun.status).toBe(201);
    expect(begun.body.led.findings.map(({ because }) => because)).toEqual([made.reason]);
    const { overrulings } = await client.must(routes.getSession, { params: { id: session.id } });
    expect(overrulings.length).toBe(2);
    await client.must(routes.withdrawOverruling, { params: { id: made.id } });
    expect((await begin()).status).toBe(409);
    expect((await said(params.id)).sort()).toEqual(['overruled', 'overruled', 'overruling-withdrawn']);
  });

  it('nothing overrules a "no" or a "clearance", nor anything without a reason', async () => {
    const { session } = await withFact('heart');
    const add = (rule: string, reason: string, kind: 'overruled' | 'acknowledged' = 'overruled') =>
      client.call(routes.addOverruling, {
        params: { id: session.id },
        body: { id: randomUUID(), kind, rule, passageId: null, value: 5, reason },
      });
    const answers = [
      await add('stroke/hold/no', 'I know him.'),
      await add('heart/hold/clearance', 'I know him.'),
      await add('fainting/hold>4/change', '  '),
      await add('fainting/hold>4/change', '', 'acknowledged'),
      await add('moon/hold/change', 'I know him.'),
    ];
    expect(
      answers.map(({ status, body }) => [status, (body as unknown as Problem).errors?.[0]?.pointer]),
    ).toEqual([
      [422, '/kind'],
      [422, '/kind'],
      [422, '/reason'],
      [422, '/kind'],
      [422, '/rule'],
    ]);
  });

  it('the rule book knows whom the rules concern today and whom they touched', async () => {
    const { params, begin } = await withFact('heart');
    await client.must(routes.addClearance, { params, body: clearance() });
    await begin();
    const { students, touched } = await client.must(routes.ruleBook);
    expect(students.map(({ id, facts }) => [id, [...facts].sort()])).toEqual([
      [params.id, ['anyone', 'beginner', 'heart', 'measured', 'never-measured']],
    ]);
    expect(touched).toContain({
      rule: 'heart/hold/clearance',
      studentId: params.id,
      sittings: 1,
      last: day('2026-03-10'),
    });
  });

  it('refuse a meal in the future', async () => {
    const { params } = await withFact('heart');
    const lastMealAt = new Date(server.now.getTime() + 3_600_000).toISOString();
    const body = {
      facts: [],
      lastMealAt,
      freerNostril: null,
      sleep: null,
      calm: 5,
      alert: 11,
      mood: null,
      pulse: null,
      note: '',
    };
    const send = (change: object) =>
      client.send<Problem>('POST', `${API_ROOT}/students/${params.id}/day-checks`, {
        id: randomUUID(),
        ...body,
        ...change,
      });
    expect((await send({})).body.errors?.[0]?.pointer).toBe('/alert');
    expect((await send({ alert: 5 })).body.errors?.[0]?.pointer).toBe('/lastMealAt');
  });
});
