// Kills of server, database and browser while everything that can be entered is entered in the real application: what a
// screen said was saved or kept is there in the end, once, and nothing is called somebody else's change that is not.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { chromium } from '@playwright/test';
import { CHROMIUM, ensureChromium } from '../scripts/machine.mjs';
import { apiClient, report, signIn, startApplication } from './measure.mjs';

const KILLS = Number(process.argv[2] ?? 300);
const pause = (time) => new Promise((resolve) => setTimeout(resolve, time));
const random = (from, to) => from + Math.random() * (to - from);
const pick = (list) => list[Math.floor(Math.random() * list.length)];

ensureChromium();
const application = await startApplication();
const client = await apiClient(application);
const admin = new pg.Client({ connectionString: application.databaseUrl.replace(/\/[^/]+$/, '/postgres') });
await admin.connect();
const name = path.basename(application.databaseUrl);

async function stopDatabase() {
  await admin.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS false`);
  await admin.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [name]);
}
const startDatabase = () => admin.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`);
/** Asks the database itself, which may just be coming back. */
async function rows(sql, values) {
  for (;;) {
    const asked = new pg.Client({ connectionString: application.databaseUrl });
    asked.on('error', () => undefined);
    try {
      await asked.connect();
      return (await asked.query(sql, values)).rows;
    } catch {
      await pause(100);
    } finally {
      await asked.end().catch(() => undefined);
    }
  }
}

// One browser with a profile of its own: what it keeps outlives it.
const profile = fs.mkdtempSync(path.join(os.tmpdir(), 'kills-'));
let browser;
let page;
async function startBrowser() {
  fs.rmSync(path.join(profile, 'DevToolsActivePort'), { force: true });
  for (const lock of ['SingletonLock', 'SingletonCookie', 'SingletonSocket'])
    fs.rmSync(path.join(profile, lock), { force: true });
  const child = spawn(
    CHROMIUM,
    [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--disable-background-networking',
      '--disable-sync',
      '--no-first-run',
      '--remote-debugging-port=0',
      `--user-data-dir=${profile}`,
      'about:blank',
    ],
    { stdio: 'ignore', detached: true },
  );
  const file = path.join(profile, 'DevToolsActivePort');
  while (!fs.existsSync(file) || fs.readFileSync(file, 'utf8').split('\n').length < 2) await pause(50);
  const [port] = fs.readFileSync(file, 'utf8').split('\n');
  const connected = await chromium.connectOverCDP(`http://127.0.0.1:${port}`);
  const [context] = connected.contexts();
  browser = { child, connected };
  page = context.pages()[0] ?? (await context.newPage());
  page.setDefaultTimeout(20_000);
  page.on('dialog', (dialog) => void dialog.accept().catch(() => undefined));
}
async function killBrowser() {
  const gone = new Promise((resolve) => browser.child.once('exit', resolve));
  process.kill(-browser.child.pid, 'SIGKILL');
  await gone;
  await browser.connected.close().catch(() => undefined);
}

await startBrowser();
await signIn(page, application.origin);
const { body: students } = await client.call('GET', '/students');
const student = students.find((one) => one.name === 'Hesper Vane');
const { body: sessions } = await client.call('GET', '/sessions');
const session = sessions.find(({ document }) => document.title === 'Slow hands');
const homeSession = sessions.find(({ document }) => document.title === 'Out to sixteen');
const { body: sittings } = await client.call('GET', `/sittings?student=${student.id}`);
const sitting = sittings.find(({ record }) => record !== null);
const expiresOn = new Date(Date.now() + 20 * 86_400_000).toISOString().slice(0, 10);
const link = await client.call('POST', `/students/${student.id}/links`, {
  id: crypto.randomUUID(),
  sessionId: homeSession.id,
  called: 'Hesper',
  expiresOn,
});
if (link.status !== 201) throw new Error(`no link: ${JSON.stringify(link.body)}`);
const token = link.body.address.split('/').at(-1);

/** Opens a page; a browser that was killed may have forgotten who is signed in. */
async function at(place) {
  for (;;) {
    try {
      await page.goto(`${application.origin}${place}`);
      const opened = page.locator('main, nv-lead-page, form').first();
      await opened.waitFor();
      if (!new URL(page.url()).pathname.startsWith('/sign-in')) return;
      await signIn(page, application.origin);
    } catch {
      await pause(200);
    }
  }
}
const seen = (locator, timeout = 8_000) =>
  locator
    .first()
    .waitFor({ timeout })
    .then(() => true)
    .catch(() => false);
const either = (...texts) => page.getByText(new RegExp(texts.join('|')));

const BEGAN = Date.now();
/** What is entered: where, how, what the screen says once it has it, and how often it is there. */
const WRITES = {
  'edit of a session': {
    open: () => at(`/bench/${session.id}`),
    ready: () => page.getByRole('spinbutton', { name: 'rounds', exact: true }),
    enter: async (turn) => page.getByLabel('title of the session').fill(`Slow hands ${turn}`),
    said: () => either('^Saved \\d', 'Kept in this browser: the server is away'),
    there: async (turn) =>
      (
        await rows('SELECT 1 FROM session WHERE id = $1 AND document->>$2 = $3', [
          session.id,
          'title',
          `Slow hands ${turn}`,
        ])
      ).length,
  },
  'health fact': {
    open: () => at(`/students/${student.id}/intake?step=health`),
    ready: () => page.getByRole('checkbox', { name: 'vertigo' }),
    enter: async (turn) => {
      await page.getByRole('checkbox', { name: 'vertigo' }).check();
      await page.getByLabel('vertigo, note').fill(`turn ${turn}`);
      await page.getByLabel('vertigo, note').press('Tab');
    },
    // On its way the boxes are closed; they open when it is there or kept.
    said: () => page.locator('.fact.true input[type=checkbox]:enabled').first(),
    there: async (turn) =>
      (
        await rows('SELECT 1 FROM student_fact WHERE student_id = $1 AND note = $2', [
          student.id,
          `turn ${turn}`,
        ])
      ).length,
  },
  'day check': {
    open: () => at(`/students/${student.id}`),
    ready: async () => {
      await page.getByRole('button', { name: /^Ask (today|again)$/ }).click();
      return page.getByRole('button', { name: 'Today was asked' });
    },
    enter: async (turn) => {
      await page.getByLabel('note on today').fill(`turn ${turn}`);
      await page.getByRole('button', { name: 'Today was asked' }).click();
    },
    // The sheet closes once it is there or kept.
    said: () => page.locator('nv-led-today-card'),
    accepted: async () =>
      page
        .waitForFunction(() => document.querySelector('input[aria-label="note on today"]') === null, null, {
          timeout: 8_000,
        })
        .then(() => true)
        .catch(() => false),
    there: async (turn) =>
      (
        await rows('SELECT 1 FROM day_check WHERE student_id = $1 AND note = $2', [
          student.id,
          `turn ${turn}`,
        ])
      ).length,
  },
  'record of a sitting': {
    open: () => at(`/ledger/${sitting.id}`),
    ready: () => page.getByRole('button', { name: 'Save', exact: true }),
    enter: async (turn) => {
      await page.getByLabel('Note').fill(`turn ${turn}`);
      await page.getByRole('button', { name: 'Save', exact: true }).click();
    },
    said: () => either('^Saved\\.$', 'Kept in this browser: the server is away'),
    there: async (turn) =>
      (await rows('SELECT 1 FROM sitting WHERE id = $1 AND note = $2', [sitting.id, `turn ${turn}`])).length,
  },
  'report from home': {
    open: () => at(`/home/${token}`),
    ready: async () => {
      await page.getByText('I practised without this page').click();
      return page.getByRole('button', { name: 'Go on to tell it' });
    },
    enter: async (turn) => {
      // Each practice begins at a moment of its own: two of the same minute are one.
      const when = new Date(BEGAN - turn * 60_000 - new Date().getTimezoneOffset() * 60_000).toISOString();
      const write = async (name, text) => {
        await page.getByRole('textbox', { name, exact: true }).fill(text);
        await page.getByRole('textbox', { name, exact: true }).press('Tab');
      };
      await write('day', when.slice(0, 10));
      await page.getByRole('combobox', { name: 'time', exact: true }).fill(when.slice(11, 16));
      await page.getByRole('combobox', { name: 'time', exact: true }).press('Tab');
      await page.getByRole('button', { name: 'Go on to tell it' }).click();
      await page
        .getByRole('radiogroup', { name: /How hard/ })
        .getByRole('radio', { name: '3', exact: true })
        .click();
      await page.getByLabel('Note').fill(`home ${turn}`);
      await page.getByRole('button', { name: 'Tell your instructor' }).click();
    },
    said: () => either('It stands in your instructor', 'It is kept on this phone'),
    there: async (turn) =>
      (await rows('SELECT 1 FROM sitting WHERE student_id = $1 AND note = $2', [student.id, `home ${turn}`]))
        .length,
  },
};

/** What is hit, and how it comes back. */
const HITS = {
  server: { hit: () => application.kill(), back: () => application.start() },
  database: { hit: stopDatabase, back: startDatabase },
  browser: { hit: killBrowser, back: startBrowser },
};

const found = { acknowledged: 0, lost: [], doubled: [], conflicts: [], afterServer: 0 };
const counts = {};
for (let turn = 1; turn <= KILLS; turn++) {
  const hit = Object.keys(HITS)[turn % 3];
  const kind = pick(Object.keys(WRITES));
  const write = WRITES[kind];
  counts[hit] = (counts[hit] ?? 0) + 1;
  for (;;) {
    try {
      await write.open();
      await (await write.ready()).waitFor();
      break;
    } catch {
      await pause(200);
    }
  }
  // Half of the browsers die while the server is away as well: what they have is in them alone.
  const alone = hit === 'browser' && Math.random() < 0.5;
  if (alone) await application.kill();
  // Before, in the middle of, or after what is entered.
  const early = Math.random() < 0.5;
  const blow = early && hit !== 'browser' ? pause(random(0, 500)).then(HITS[hit].hit) : null;
  let said = false;
  try {
    await write.enter(turn);
    said = write.accepted ? await write.accepted() : await seen(write.said());
  } catch {
    // The browser is gone, or the page was.
  }
  if (blow) await blow;
  else await HITS[hit].hit();
  if (said) found.acknowledged++;
  await pause(random(0, 300));
  await HITS[hit].back();
  if (alone) await application.start();
  if (hit === 'browser' || Math.random() < 0.5) {
    await at(kind === 'report from home' ? `/home/${token}` : '/students');
  }
  let there = 0;
  for (const end = Date.now() + (said ? 40_000 : 4_000); Date.now() < end && there === 0; await pause(250))
    there = await write.there(turn);
  if (said && there === 0) found.lost.push(`${turn}: ${kind}, ${hit}${alone ? ' alone' : ''}`);
  if (there > 1) found.doubled.push(`${turn}: ${kind}, ${hit}`);
  const conflict = page.getByText(/changed somewhere else|Not accepted and kept/);
  if (await conflict.count()) {
    found.conflicts.push(`${turn}: ${kind}, ${hit}: ${await conflict.first().textContent()}`);
    // Counted once, not with every page that still says so.
    for (const discard of await page.getByRole('button', { name: 'Discard it' }).all()) await discard.click();
  }
  if (turn % 20 === 0)
    process.stdout.write(`  ${turn}: lost ${found.lost.length}, conflicts ${found.conflicts.length}\n`);
}

report(
  'kills',
  `${KILLS} (${Object.entries(counts)
    .map((one) => one.join(' '))
    .join(', ')})`,
);
report('said to be saved or kept', String(found.acknowledged));
report('lost after that', String(found.lost.length), '0');
report('there twice', String(found.doubled.length), '0');
report('false conflicts', String(found.conflicts.length), '0');
for (const one of [...found.lost, ...found.doubled, ...found.conflicts]) process.stdout.write(`  ${one}\n`);
await killBrowser();
fs.rmSync(profile, { recursive: true, force: true });
await admin.end();
await application.stop();
process.exitCode = found.lost.length + found.doubled.length + found.conflicts.length > 0 ? 1 : 0;
