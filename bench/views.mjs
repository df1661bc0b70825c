// Every main view of a large practice (1,000 students, 500 sessions), from the arrival of its data to the frame that shows it.
import pg from 'pg';
import { median, ms, openBrowser, report, signIn, startApplication } from './measure.mjs';

const STUDENTS = 1000;
const SESSIONS = 500;
const RUNS = 7;
/** Milliseconds in which nothing changes any more: then a view has come to rest. */
const REST = 400;

const application = await startApplication();
const pool = new pg.Pool({ connectionString: application.databaseUrl, max: 2 });
const query = async (sql, ...values) => (await pool.query(sql, values)).rows;
const [{ id: instructor }] = await query('SELECT id FROM instructor');
const count = async (table) => Number((await query(`SELECT count(*) FROM ${table}`))[0].count);
await query(
  `INSERT INTO student (id, instructor_id, version, name, birth_year, hand, note, health_asked_on)
   SELECT gen_random_uuid(), $1, 1, 'Student ' || n, 1950 + n % 50, 'right', 'Comes on Tuesdays.', current_date
     FROM generate_series(1, $2::int) n`,
  instructor,
  STUDENTS - (await count('student')),
);
await query(
  `INSERT INTO capacity_check (id, instructor_id, student_id, checked_on, inhale, exhale, hold)
   SELECT gen_random_uuid(), $1, id, current_date - 5, 8, 16, 12 FROM student WHERE name LIKE 'Student %'`,
  instructor,
);
await query(
  `WITH model AS (SELECT document FROM session WHERE student_id IS NOT NULL ORDER BY length(document::text) DESC LIMIT 1),
        many AS (SELECT id, row_number() OVER (ORDER BY name) AS n FROM student WHERE name LIKE 'Student %' LIMIT $2::int)
   INSERT INTO session (id, instructor_id, student_id, version, document, tags, updated_at)
   SELECT gen_random_uuid(), $1, many.id, 1, jsonb_set(document, '{title}', to_jsonb('Session ' || n)), '{}', now() - n * interval '1 hour'
     FROM many, model`,
  instructor,
  SESSIONS - (await count('session')),
);
await query('ANALYZE');
report('students, sessions', `${await count('student')}, ${await count('session')}`);

const browser = await openBrowser();
// Without movement: what glides into its place is there when it begins to.
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
await page.addInitScript(() => {
  // What has come in since the view was asked for.
  window.answers = [];
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries())
      if (entry.name.includes('/api/')) window.answers.push(entry.responseEnd);
  }).observe({ type: 'resource', buffered: true });
});
await signIn(page, application.origin);

/** Goes to an address within the application and waits until it rests. @returns milliseconds from its data to its last change. */
const shown = (address) =>
  page.evaluate(
    ([to, rest]) =>
      new Promise((resolve) => {
        const began = performance.now();
        window.answers.length = 0;
        let last = began;
        const frame = () => requestAnimationFrame(() => setTimeout(() => (last = performance.now())));
        const changes = new MutationObserver(frame);
        changes.observe(document.body, {
          childList: true,
          subtree: true,
          attributes: true,
          characterData: true,
        });
        history.pushState({}, '', to);
        dispatchEvent(new PopStateEvent('popstate', { state: {} }));
        const look = setInterval(() => {
          const data = Math.max(began, ...window.answers);
          if (performance.now() - Math.max(last, data) < rest) return;
          clearInterval(look);
          changes.disconnect();
          resolve(Math.max(0, last - data));
        }, 50);
      }),
    [address, REST],
  );

/** The first address on a page that is like this. */
async function addressOn(from, like) {
  await page.goto(`${application.origin}${from}`);
  const link = page.locator('main a[href]');
  await page.waitForFunction(
    (source) =>
      [...document.querySelectorAll('main a[href]')].some((a) =>
        new RegExp(source).test(a.getAttribute('href')),
      ),
    like.source,
  );
  const hrefs = await link.evaluateAll((links) => links.map((one) => one.getAttribute('href')));
  return hrefs.find((href) => like.test(href));
}

const student = await addressOn('/students', /^\/students\/[0-9a-f-]{36}$/);
const session = await addressOn('/bench', /^\/bench\/[0-9a-f-]{36}$/);
const views = {
  Today: '/today',
  Students: '/students',
  Student: student,
  'Student, sessions': `${student}?tab=sessions`,
  'Student, health': `${student}?tab=health`,
  'Sessions on the Bench': '/bench',
  Bench: session,
  'Compose for a student': student.replace('/students/', '/compose/'),
  Lead: '/lead',
  'Ready to lead': session.replace('/bench/', '/lead/'),
  Ledger: '/ledger',
  Classes: '/classes',
  'A class': await addressOn('/classes', /^\/classes\/[0-9a-f-]{36}$/),
  Shelf: '/shelf',
  'Rule book': '/shelf/rules',
  Account: '/account',
};
for (const [name, address] of Object.entries(views)) {
  const times = [];
  // Once before it counts: its code is loaded then.
  for (let run = 0; run <= RUNS; run++) {
    await shown('/account');
    if (name === 'Account') await shown('/shelf');
    const took = await shown(address);
    if (run > 0) times.push(took);
  }
  report(`${name}: shown after its data, median of ${RUNS}`, ms(median(times)), 'under 300 ms');
}
await pool.end();
await browser.close();
await application.stop();
