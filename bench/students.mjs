// The list of 1,000 students: latency, and throughput beside a bare Express route that asks the same of the database.
import autocannon from 'autocannon';
import express from 'express';
import http from 'node:http';
import pg from 'pg';
import { STUDENT_LIST_SQL } from '../server/dist/students/students.js';
import { apiClient, median, ms, percentile, report, startApplication } from './measure.mjs';

const application = await startApplication();
const pool = new pg.Pool({ connectionString: application.databaseUrl, max: 10 });
const { rows } = await pool.query('SELECT id FROM instructor');
const instructor = rows[0].id;
await pool.query(
  `INSERT INTO student (id, instructor_id, version, name, birth_year, hand, note)
   SELECT gen_random_uuid(), $1, 1, 'Student ' || n, 1950 + n % 60, 'right', 'Comes on Tuesdays.'
     FROM generate_series(1, 992) n`,
  [instructor],
);
await pool.query(
  `INSERT INTO capacity_check (id, instructor_id, student_id, checked_on, inhale, exhale)
   SELECT gen_random_uuid(), $1, id, current_date - n, 6, 9 FROM student, generate_series(1, 2) n WHERE name LIKE 'Student %'`,
  [instructor],
);
await pool.query('ANALYZE');

const client = await apiClient(application);
const { body } = await client.call('GET', '/students');
if (body.length !== 1000) throw new Error(`${body.length} students`);
const cookie = [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; ');

/** From the request to the last byte of the answer, over one kept connection. */
const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
const timed = () =>
  new Promise((resolve, reject) => {
    const from = performance.now();
    const request = http.get(
      `${application.origin}/api/v1/students`,
      { agent, headers: { cookie } },
      (response) => {
        response.resume().once('end', () => resolve(performance.now() - from));
      },
    );
    request.once('error', reject);
  });
for (let warm = 0; warm < 200; warm++) await timed();
const times = [];
for (let run = 0; run < 300; run++) times.push(await timed());
report('list of 1,000 students, unchanged since it was last asked for, median of 300', ms(median(times)));
report('list of 1,000 students, unchanged, 95th percentile', ms(percentile(times, 0.95)), 'under 25 ms');
const change = (run) =>
  pool.query(`UPDATE student SET note = $1 WHERE name = 'Student 7'`, [`Came ${run} times.`]);
const fresh = [];
for (let run = 0; run < 300; run++) {
  await change(run);
  fresh.push(await timed());
}
agent.destroy();
report('list of 1,000 students, changed before every request, median of 300', ms(median(fresh)));
report('list of 1,000 students, changed before every request, 95th percentile', ms(percentile(fresh, 0.95)));

const bare = express();
bare.get('/students', async (_request, response) => {
  response.json((await pool.query(STUDENT_LIST_SQL, [instructor, 'Europe/London'])).rows);
});
const bareServer = await new Promise((resolve) => {
  const server = bare.listen(0, '127.0.0.1', () => resolve(server));
});
const load = async (url, headers = {}) => {
  const { requests } = await autocannon({ url, headers, connections: 10, duration: 5 });
  return requests.average;
};
const ratios = [];
for (let run = 0; run < 3; run++) {
  const plain = await load(`http://127.0.0.1:${bareServer.address().port}/students`);
  // Changed all the while, so that the same query is really asked.
  let changing = true;
  const changes = (async () => {
    for (let n = 0; changing; n++) await change(n);
  })();
  const ours = await load(`${application.origin}/api/v1/students`, { cookie });
  changing = false;
  await changes;
  ratios.push(ours / plain);
  report(`run ${run + 1}: requests a second, ours and bare`, `${ours.toFixed(0)} and ${plain.toFixed(0)}`);
}
report('throughput beside the bare route, median of 3', median(ratios).toFixed(2), '0.5 or more');
bareServer.closeAllConnections();
bareServer.close();
await pool.end();
await application.stop();
