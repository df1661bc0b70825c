// Today and Ladders of a large practice: 1,000 students, 400 ladders, 20,000 sittings.
import { randomUUID } from 'node:crypto';
import http from 'node:http';
import pg from 'pg';
import { apiClient, median, ms, percentile, report, startApplication } from './measure.mjs';

const STUDENTS = 1000;
const LADDERS = 400;
const SITTINGS = 20_000;
const RUNS = 60;

const application = await startApplication();
const pool = new pg.Pool({ connectionString: application.databaseUrl, max: 4 });
const query = async (sql, ...values) => (await pool.query(sql, values)).rows;
const [{ id: instructor }] = await query('SELECT id FROM instructor');
const there = Number((await query('SELECT count(*) FROM student'))[0].count);
await query(
  `INSERT INTO student (id, instructor_id, version, name, birth_year, hand, note, health_asked_on)
   SELECT gen_random_uuid(), $1, 1, 'Student ' || n, 1950 + n % 50, 'right', '', current_date
     FROM generate_series(1, $2::int) n`,
  instructor,
  STUDENTS - there,
);
await query(
  `INSERT INTO capacity_check (id, instructor_id, student_id, checked_on, inhale, exhale, hold)
   SELECT gen_random_uuid(), $1, id, current_date - 5, 8, 16, 12 FROM student WHERE name LIKE 'Student %'`,
  instructor,
);
// A sitting of the demo, again and again: over the last eighty days, twenty of each student.
const [model] = await query(
  `SELECT sitting.id, ladder.id AS ladder FROM sitting
     JOIN ladder ON ladder.student_id = sitting.student_id AND ladder.ended_at IS NULL
    WHERE sitting.outcome = 'finished' ORDER BY sitting.started_at DESC LIMIT 1`,
);
await query(
  `WITH new AS (
     SELECT gen_random_uuid() AS id, student.id AS student, n FROM student, generate_series(1, $3::int) n
      WHERE student.name LIKE 'Student %'),
   sat AS (
     INSERT INTO sitting (id, instructor_id, student_id, version, started_at, place, led, outcome, led_millis, pauses, signs, effort, note)
     SELECT new.id, $1, new.student, 2, now() - new.n * interval '4 days', place, led, outcome, led_millis, pauses, signs, 2, ''
       FROM new, sitting WHERE sitting.id = $2)
   INSERT INTO sitting_passage (id, instructor_id, sitting_id, position, kind, passage_id, technique, inhale, internal_hold, exhale,
                                external_hold, pace, cycles_per_round, cycles_planned, cycles_done, easings, open_holds, turns,
                                seconds_planned, seconds_done)
   SELECT gen_random_uuid(), $1, new.id, position, kind, passage_id, technique, inhale, internal_hold, exhale, external_hold, pace,
          cycles_per_round, cycles_planned, cycles_done, easings, open_holds, turns, seconds_planned, seconds_done
     FROM new, sitting_passage WHERE sitting_id = $2`,
  instructor,
  model.id,
  Math.ceil(SITTINGS / STUDENTS),
);
await query(
  `INSERT INTO ladder (id, instructor_id, student_id, session_id, passage_id, version, technique, pace, school, rungs, at, since, gate,
                       plan, wished, begun, created_at)
   SELECT gen_random_uuid(), $1, climber.id, NULL, passage_id, 1, technique, pace, school, rungs, at, now() - interval '30 days', gate,
          plan, wished, begun, now() - interval '60 days'
     FROM ladder, (SELECT id FROM student WHERE name LIKE 'Student %' ORDER BY name LIMIT $2::int) climber WHERE ladder.id = $3`,
  instructor,
  LADDERS - Number((await query('SELECT count(*) FROM ladder'))[0].count),
  model.ladder,
);
await query('ANALYZE');
const [counts] = await query(
  `SELECT (SELECT count(*) FROM student) AS students, (SELECT count(*) FROM ladder) AS ladders, (SELECT count(*) FROM sitting) AS sittings`,
);
report('students, ladders, sittings', `${counts.students}, ${counts.ladders}, ${counts.sittings}`);

const client = await apiClient(application);
const cookie = [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
const timed = (path) =>
  new Promise((resolve, reject) => {
    const from = performance.now();
    http
      .get(
        `${application.origin}/api/v1${path}`,
        { agent, headers: { cookie, 'x-run': randomUUID() } },
        (answer) => {
          if (answer.statusCode !== 200) reject(new Error(`${path}: ${answer.statusCode}`));
          answer.resume().once('end', () => resolve(performance.now() - from));
        },
      )
      .once('error', reject);
  });
for (const [path, wanted] of [
  ['/today', 'under 150 ms'],
  ['/ladders', ''],
]) {
  for (let warm = 0; warm < 10; warm++) await timed(path);
  const times = [];
  for (let run = 0; run < RUNS; run++) times.push(await timed(path));
  report(`${path}, median of ${RUNS}`, ms(median(times)));
  report(`${path}, 95th percentile`, ms(percentile(times, 0.95)), wanted);
}
// Nothing kept of it can be used again.
const anew = [];
for (let run = 0; run < RUNS; run++) {
  await query(`UPDATE student SET note = $1 WHERE id = (SELECT id FROM student LIMIT 1)`, `run ${run}`);
  anew.push(await timed('/today'));
}
report(`/today, something changed before every request, median of ${RUNS}`, ms(median(anew)));
report(
  '/today, something changed before every request, 95th percentile',
  ms(percentile(anew, 0.95)),
  'under 150 ms',
);
agent.destroy();
await pool.end();
await application.stop();
