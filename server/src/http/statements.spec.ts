import { routes, type Route } from '@nuvrah/contract';
import pg from 'pg';
import { READ_FOR_TODAY } from '../db/migrations/1794000000000-today-facts.js';
import { DEMO_INSTRUCTOR } from '../demo/demo-data.js';
import { loadDemo } from '../demo/load-demo.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

/** Every list that grows with what an instructor has. */
const LISTS = [
  routes.today,
  routes.listLadders,
  routes.listStudents,
  routes.listClasses,
  routes.listVariants,
  routes.listSessions,
  routes.listSittings,
  routes.ledger,
  routes.ledgerFile,
  routes.knownSittings,
  routes.listAuditEvents,
  routes.ruleBook,
] as const satisfies readonly Route[];
/** Statements of one request, the web session's own included. */
const MOST = 20;

/** Answers that are kept are made anew, so that everything is read. */
const ANEW_SQL =
  'UPDATE instructor SET today_revision = today_revision + 1, students_revision = students_revision + 1';

/** Everybody once more, with their sittings and ladders. */
const TWICE_SQL = `
WITH made AS (SELECT id AS old, gen_random_uuid() AS new FROM student),
     students AS (
       INSERT INTO student (id, instructor_id, version, name, birth_year, hand, note)
       SELECT new, instructor_id, 1, name || ' again', birth_year, hand, note FROM made JOIN student ON student.id = made.old
       RETURNING id),
     sat AS (SELECT sitting.id AS old, gen_random_uuid() AS new, made.new AS student FROM sitting JOIN made ON made.old = student_id),
     sittings AS (
       INSERT INTO sitting (id, instructor_id, student_id, session_id, version, started_at, place, led, outcome, led_millis, pauses, signs, note)
       SELECT sat.new, instructor_id, sat.student, session_id, version, started_at, place, led, outcome, led_millis, pauses, signs, note
         FROM sat JOIN sitting ON sitting.id = sat.old
       RETURNING id)
INSERT INTO ladder (id, instructor_id, student_id, session_id, passage_id, version, technique, pace, school, rungs, at, since, gate, plan, begun, created_at)
SELECT gen_random_uuid(), instructor_id, made.new, session_id, passage_id, version, technique, pace, school, rungs, at, since, gate, plan, begun, created_at
  FROM ladder JOIN made ON made.old = ladder.student_id`;

describe('statements of a list', () => {
  let server: TestServer;
  let client: TestClient;
  let asked = 0;
  let texts: string[] = [];

  // What one spec had read is remembered by its server alone.
  beforeEach(async () => {
    server = await startTestServer();
    await loadDemo(server.source, server.now);
    client = server.stranger();
    const { email, password } = DEMO_INSTRUCTOR;
    await client.must(routes.signIn, { body: { email, password } });
    const query = pg.Client.prototype.query as (...sent: unknown[]) => unknown;
    spyOn(pg.Client.prototype, 'query').and.callFake(function (this: pg.Client, ...sent: unknown[]) {
      asked++;
      if (typeof sent[0] === 'string') texts.push(sent[0]);
      return query.apply(this, sent) as never;
    });
  });
  afterEach(() => server.close());

  const statementsOf = async (route: Route): Promise<number> => {
    asked = 0;
    const { status } = await client.call(route);
    expect(status).withContext(String(route.path)).toBe(200);
    return asked;
  };

  it(`are at most ${MOST}, and no more with twice as many students, sittings and ladders`, async () => {
    const once = new Map<string, number>();
    await server.source.query(ANEW_SQL);
    for (const route of LISTS) once.set(route.path, await statementsOf(route));
    await server.source.query(TWICE_SQL);
    for (const route of LISTS) {
      const number = await statementsOf(route);
      expect(number)
        .withContext(String(route.path))
        .toEqual(once.get(route.path) ?? 0);
      expect(number).toBeLessThanOrEqual(MOST);
    }
  });

  it('are no more for reviewing many sessions than for one', async () => {
    const ids = (await client.must(routes.listSessions, { query: {} })).map(({ id }) => id);
    const statementsFor = async (some: readonly string[]): Promise<number> => {
      asked = 0;
      await client.must(routes.reviewSessions, { query: { ids: some.join(',') } });
      return asked;
    };
    expect(ids.length).toBeGreaterThan(10);
    expect(await statementsFor(ids)).toBe(await statementsFor(ids.slice(0, 1)));
  });

  it('for Today read no table whose changes do not make it anew', async () => {
    await server.source.query(ANEW_SQL);
    texts = [];
    await statementsOf(routes.today);
    const read = new Set(
      texts.flatMap((text) => [...text.matchAll(/\b(?:FROM|JOIN)\s+"?([a-z_]+)"?/g)].map(([, name]) => name)),
    );
    const tables = (await server.source.query(
      `SELECT relname AS name, EXISTS (SELECT 1 FROM pg_trigger JOIN pg_proc ON pg_proc.oid = tgfoid
                                        WHERE tgrelid = pg_class.oid AND proname = 'count_today_revision') AS watched
         FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace`,
    )) as { name: string; watched: boolean }[];
    const unwatched = tables.filter(({ name, watched }) => read.has(name) && !watched);
    // Who is signed in, and their settings, which are part of what it is kept by.
    expect(unwatched.map(({ name }) => name).sort()).toEqual(['instructor', 'web_session']);
    expect(tables.filter(({ watched }) => watched).length).toBe(READ_FOR_TODAY.length);
  });
});
