import { routes } from '@nuvrah/contract';
import {
  blocksLeading,
  DEFAULT_CONVENTIONS,
  fitRatio,
  isComplete,
  parseRatio,
  screenCase,
  screeningCaseOf,
  sessionFromChecked,
  sustainableCapacity,
  comfortFactors,
  type Pace,
  type MeasuredCapacity,
  day,
} from '@nuvrah/core';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';
import { DEMO_INSTRUCTOR, DEMO_STUDENTS } from './demo-data.js';
import { loadDemo } from './load-demo.js';

describe('demo data', () => {
  let server: TestServer;
  let tamsin: TestClient;
  beforeAll(async () => {
    server = await startTestServer();
    expect(await loadDemo(server.source, server.now)).toBeTrue();
    tamsin = server.stranger();
    const { email, password } = DEMO_INSTRUCTOR;
    await tamsin.must(routes.signIn, { body: { email, password } });
  });
  afterAll(() => server.close());

  it('is loaded once and never over an account that is there', async () => {
    expect(await loadDemo(server.source, server.now)).toBeFalse();
    expect((await tamsin.must(routes.listStudents)).length).toBe(8);
  });

  it('keeps every session within what its student can sustain, measured holds or none', () => {
    for (const { name, session, capacity } of DEMO_STUDENTS) {
      const parsed = parseRatio(session.ratio);
      if (!parsed.ok) return fail(name);
      const [inhale, exhale, hold, emptyHold] = capacity.seconds;
      const limits = sustainableCapacity(
        { inhale, exhale, hold, emptyHold } as MeasuredCapacity,
        comfortFactors(3),
      );
      const fit = fitRatio(parsed.value.ratio, limits, (session.pace ?? 1000) as Pace, 0.5);
      if (!fit.ok) return fail(`${name}: ${fit.problem.code}`);
      expect(fit.value.base >= session.base)
        .withContext(String(name))
        .toBeTrue();
    }
  });

  it('has nothing in the way of any session that was led', async () => {
    const led = new Set((await tamsin.must(routes.listSittings)).map(({ sessionId }) => sessionId));
    for (const { id, document, owner, overrulings } of await tamsin.must(routes.listSessions)) {
      if (owner.kind !== 'student') continue;
      if (!led.has(id)) continue;
      const student = await tamsin.must(routes.getStudent, { params: { id: owner.studentId } });
      const on = { today: day('2026-03-10'), now: server.now.getTime(), profile: DEFAULT_CONVENTIONS };
      const findings = screenCase(screeningCaseOf(sessionFromChecked(document), student, overrulings, on));
      expect(findings.filter(blocksLeading).map(({ rule }) => rule))
        .withContext(String(student.name))
        .toEqual([]);
    }
  });

  it('has a session that must be mended, a clearance that runs out next week and an old capacity check', async () => {
    const students = await tamsin.must(routes.listStudents);
    const pell = students.find(({ name }) => name === 'Old Pell Ardwick');
    const { clearances, capacity } = await tamsin.must(routes.getStudent, { params: { id: pell?.id ?? '' } });
    expect(clearances.map(({ until }) => until)).toEqual([day('2026-03-16')]);
    expect(capacity?.checkedOn).toBe(day('2025-12-02'));
  });

  it('has eight uneven weeks in it: a stop with a sign, an easing, sittings cut short', async () => {
    const sittings = await tamsin.must(routes.listSittings);
    const written = DEMO_STUDENTS.flatMap(({ sittings: own, plans = [] }) => [
      ...own,
      ...plans.flatMap((plan) => plan.sittings ?? []),
    ]);
    expect(sittings.length).toBe(written.length);
    const records = sittings.flatMap(({ record }) => (record ? [record] : []));
    expect(records.some((record) => record.signs.length > 0 && record.outcome === 'stopped')).toBeTrue();
    expect(
      records.some(({ passages }) => passages.some((p) => p.kind === 'counted' && p.easings.length > 0)),
    ).toBeTrue();
    expect(records.some(({ passages }) => passages.some((passage) => !isComplete(passage)))).toBeTrue();
  });
});
