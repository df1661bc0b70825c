// 200 kills at random moments while sessions are saved and sittings recorded: nothing acknowledged is lost or doubled.
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { beginRun, DEFAULT_CONVENTIONS, millis, recordOf, stopRun } from '../core/dist/index.js';
import { apiClient, report, startApplication } from './measure.mjs';

const KILLS = Number(process.argv[2] ?? 200);
const application = await startApplication();
const client = await apiClient(application);
const { body: sessions } = await client.call('GET', '/sessions');
const session = sessions.find(({ document }) => document.title === 'Slow hands');

/** What the server has said that it has. */
const acknowledged = { title: session.document.title, version: session.version, sittings: new Map() };
let running = true;
const pause = (time) => new Promise((resolve) => setTimeout(resolve, time));

/** Sends until it is answered, as the application does: a request that was cut off is sent again unchanged. */
async function insist(method, path, body) {
  for (;;) {
    try {
      return await client.call(method, path, body);
    } catch {
      if (!running) return null;
      await pause(20);
    }
  }
}

async function saveSession() {
  for (let edit = 0; running; edit++) {
    const title = `Slow hands ${edit}`;
    const document = { ...session.document, title };
    const answer = await insist('PUT', `/sessions/${session.id}`, {
      version: acknowledged.version,
      document,
    });
    if (answer === null) return;
    if (answer.status === 200) Object.assign(acknowledged, { title, version: answer.body.version });
    else if (answer.status === 409 && answer.body.current.document.title === title) {
      // It had arrived; only the answer was lost.
      Object.assign(acknowledged, { title, version: answer.body.current.version });
    } else if (answer.status !== 500)
      throw new Error(`save: ${answer.status} ${JSON.stringify(answer.body)}`);
  }
}

async function recordSittings() {
  while (running) {
    const id = randomUUID();
    const begun = await insist('POST', '/sittings', {
      id,
      sessionId: session.id,
      sessionVersion: acknowledged.version,
    });
    if (begun === null) return;
    // The session is saved all the while: a version that has moved on is no sitting.
    if (begun.status !== 201) continue;
    const { led, version } = begun.body;
    const run = beginRun({
      session: led.session,
      student: { hand: led.hand },
      conventions: DEFAULT_CONVENTIONS,
    });
    const record = JSON.parse(JSON.stringify(recordOf(stopRun(run, millis(60_000)).value)));
    const note = `sitting ${id}`;
    const done = await insist('PUT', `/sittings/${id}`, { version, record, effort: 3, note });
    if (done === null) return;
    if (done.status === 200) acknowledged.sittings.set(id, { note, version: done.body.version });
    else if (done.status !== 500) throw new Error(`record: ${done.status} ${JSON.stringify(done.body)}`);
  }
}

const work = [saveSession(), recordSittings(), recordSittings()];
for (let kill = 0; kill < KILLS; kill++) {
  await pause(30 + Math.random() * 250);
  await application.kill();
  await application.start();
}
running = false;
await Promise.all(work);

const pool = new pg.Pool({ connectionString: application.databaseUrl });
const { rows: saved } = await pool.query('SELECT version, document FROM session WHERE id = $1', [session.id]);
const { rows: sittings } = await pool.query(
  `SELECT s.id, s.note, s.version, count(p.id)::int AS passages
     FROM sitting s LEFT JOIN sitting_passage p ON p.sitting_id = s.id WHERE s.note LIKE 'sitting %' GROUP BY s.id`,
);
const byId = new Map(sittings.map((row) => [row.id, row]));
const lost = [...acknowledged.sittings].filter(([id, { note }]) => byId.get(id)?.note !== note).length;
const doubled = sittings.filter(({ passages, version }) => passages !== 2 || version !== 2).length;
const saveLost = saved[0].version < acknowledged.version ? 1 : 0;
report('kills', String(KILLS));
report(
  'saves and sittings acknowledged',
  `${acknowledged.version - session.version} and ${acknowledged.sittings.size}`,
);
report('lost after acknowledgement', String(lost + saveLost), '0');
report('doubled', String(doubled), '0');
await pool.end();
await application.stop();
process.exitCode = lost + saveLost + doubled > 0 ? 1 : 0;
