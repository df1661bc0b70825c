// The real server on a fresh database with the demo data, and a browser that is signed in to it.
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  expect,
  test as base,
  type Browser,
  type BrowserContext,
  type Cookie,
  type Locator,
  type Page,
} from '@playwright/test';
import pg from 'pg';
import { BROWSER_SETTINGS } from './browser-settings.js';
import { choose } from './kit.js';
import { openStudent } from './student-page.js';
import { dayWords, frameWords, leadWords, signInWords, studentWords } from './words.js';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

function clusterUrl(): string {
  const url = process.env['TEST_CLUSTER_URL'];
  if (!url) throw new Error('TEST_CLUSTER_URL is not set: run the tests with "npm test".');
  return url;
}

async function onCluster(sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: `${clusterUrl()}/postgres` });
  await client.connect();
  await client.query(sql);
  await client.end();
}

const newDatabase = (): string => `e2e_${randomUUID().replaceAll('-', '')}`;

export interface Application {
  readonly origin: string;
  readonly databaseUrl: string;
  /** Ends the server as a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same port and data. */
  restart(): Promise<void>;
  /** Its database lets nobody in and throws everybody out, as while PostgreSQL is started again. */
  stopDatabase(): Promise<void>;
  startDatabase(): Promise<void>;
}

async function startServer(
  database: string,
  port: number,
  more: NodeJS.ProcessEnv = {},
): Promise<{ server: ChildProcess; origin: string }> {
  const server = spawn(process.execPath, [path.join(root, 'server/dist/main.js')], {
    env: {
      ...process.env,
      DATABASE_URL: `${clusterUrl()}/${database}`,
      SESSION_SECRET: 'for tests',
      WEB_FOLDER: path.join(root, 'web/dist'),
      PORT: String(port),
      ...more,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const origin = await new Promise<string>((resolve, reject) => {
    server.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    server.stdout.setEncoding('utf8').on('data', (text: string) => {
      const [, address] = /listening on (\S+)/.exec(text) ?? [];
      if (address) resolve(address);
    });
  });
  return { server, origin };
}

const ended = (server: ChildProcess): Promise<void> =>
  server.exitCode !== null || server.signalCode !== null
    ? Promise.resolve()
    : new Promise((resolve) => server.once('exit', () => resolve()));

const DEMO = { email: 'tamsin@orrins-quay.example', password: 'above the rope loft' };

/** What tells the server who is signed in, once somebody of the demo was. */
let signedInAs: readonly Cookie[] = [];

/** Signed in from the first page on, at the students. */
export async function signIn(page: Page): Promise<void> {
  await page.context().addCookies([...signedInAs]);
  await page.goto('/students');
  await page.getByRole('link', { name: 'Hesper Vane' }).waitFor();
}

/** As a person signs in; then to the students. */
export async function signInByForm(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByLabel(signInWords.signIn.eMail).fill(DEMO.email);
  await page.getByLabel(signInWords.signIn.password).fill(DEMO.password);
  await page.getByRole('button', { name: signInWords.signIn.signIn }).click();
  await page.waitForURL('**/today');
  await page.getByRole('link', { name: frameWords.places.students, exact: true }).click();
  await page.getByRole('heading', { name: frameWords.places.students }).waitFor();
}

/** Starts leading from the screen before it; where today was not asked yet, it is asked. */
export async function startLeading(page: Page): Promise<void> {
  await readyToLead(page);
  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
}

/** Tells how hard it felt, 0 to 10. */
export const tellEffort = (page: Page, effort: number): Promise<void> =>
  page
    .getByRole('radiogroup', { name: /How hard did it feel/ })
    .getByRole('radio', { name: String(effort), exact: true })
    .click();

/** Puts on record what was asked after leading, passes by what comes next, and looks at the Ledger. */
export async function keepOnRecord(page: Page): Promise<void> {
  await page.getByRole('button', { name: leadWords.leadClosing.keepOnRecord }).click();
  await expect(page.getByRole('heading', { name: leadWords.leadNext.whatComesNext })).toBeVisible();
  await page.getByRole('link', { name: leadWords.leadNext.toTheLedger }).click();
}

/** Until the session can be started: today is asked where it was not. */
export async function readyToLead(page: Page): Promise<void> {
  const start = page.getByRole('button', { name: leadWords.leadReady.start });
  const ask = page
    .locator('nv-lead-ready')
    .getByRole('button', { name: dayWords.dayCheckForm.todayWasAsked, exact: true });
  await expect(start.or(ask).first()).toBeVisible();
  if (await ask.isVisible()) await ask.click();
  await expect(start).toBeVisible();
}

/** The audio clock of a page, moved by the journey: a slow machine changes nothing in what is led. */
export interface AudioClock {
  /** Lets so many seconds pass at once. */
  pass(seconds: number): Promise<void>;
  /** Lets time pass in small steps until this round is shown. */
  untilRound(line: string): Promise<void>;
  /** Lets time pass in small steps until this is said of the breath that is led. */
  untilPhase(words: string): Promise<void>;
}

/** Takes the audio clock of the page in hand, before the page is opened. Nothing in the application knows. */
export async function takeAudioClock(page: Page): Promise<AudioClock> {
  await page.addInitScript(() => {
    const clock = window as unknown as { audioTime: number };
    clock.audioTime = 0;
    Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => clock.audioTime });
  });
  const pass = (seconds: number): Promise<void> =>
    page.evaluate(async (more) => {
      // In steps: of what passes at once for minutes it is taken that the device slept.
      for (let left = more; left > 0; left -= 100) {
        (window as unknown as { audioTime: number }).audioTime += Math.min(100, left);
        // What was drawn two frames later has seen it.
        await new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done())));
      }
    }, seconds);
  const until = async (what: Locator, line: string): Promise<void> => {
    await expect(page.getByRole('button', { name: leadWords.leadControls.pause })).toBeVisible();
    for (let step = 0; step < 300; step++) {
      if ((await what.count()) > 0 && (await what.textContent())?.trim() === line) return;
      await pass(2);
    }
    throw new Error(`"${line}" was never shown`);
  };
  return {
    pass,
    untilRound: (line) => until(page.locator('.round'), line),
    untilPhase: (words) => until(page.locator('.phase'), words),
  };
}

/** A phone of the student's, with nobody signed in. */
export async function phone(browser: Browser, { origin }: Application): Promise<Page> {
  const context = await browser.newContext({
    baseURL: origin,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    serviceWorkers: 'allow',
  });
  return context.newPage();
}

export async function giveLink(page: Page, student: string, session: string): Promise<string> {
  await openStudent(page, student, 'home');
  await choose(page, studentWords.homeLinks.sessionToTakeHome, session);
  await page.getByRole('button', { name: studentWords.homeLinks.giveAPrivateLink }).click();
  await expect(page.getByText(studentWords.homeLinks.notOpenedYet)).toBeVisible();
  return page.getByLabel(`address of the link for ${session}`).inputValue();
}

/** An account with nothing in it, made as an operator makes one. */
export async function newAccount({ databaseUrl }: Application): Promise<{ email: string; password: string }> {
  const account = { email: 'linnea@orrins-quay.example', password: 'under the rope loft' };
  const made = spawn(process.execPath, [path.join(root, 'server/dist/new-account-main.js')], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      ACCOUNT_EMAIL: account.email,
      ACCOUNT_NAME: 'Linnea Marsh',
      ACCOUNT_PASSWORD: account.password,
    },
    stdio: 'ignore',
  });
  const code = await new Promise((resolve) => made.once('exit', resolve));
  if (code !== 0) throw new Error(`the account was not made: ${String(code)}`);
  return account;
}

/** A database with the demo data, filled once and copied for each journey. It knows who is signed in. */
interface Filled {
  readonly database: string;
}

/** A server with a database of its own. */
interface Started {
  readonly database: string;
  readonly server: ChildProcess;
  readonly origin: string;
}

async function end({ server, database }: Started): Promise<void> {
  server.kill('SIGTERM');
  await ended(server);
  await onCluster(`DROP DATABASE ${database} WITH (FORCE)`);
}

/** One application for all that is only looked at, in a browser that is signed in. */
interface Gallery {
  readonly origin: string;
  readonly context: BrowserContext;
}

/** Forgets what pages that are closed kept in their browser, but not who is signed in. */
async function forgetKept(context: BrowserContext, origin: string): Promise<void> {
  const page = await context.newPage();
  const browser = await context.newCDPSession(page);
  await browser.send('Storage.clearDataForOrigin', { origin, storageTypes: 'local_storage,indexeddb' });
  await page.close();
}

export const test = base.extend<
  { application: Application; signedIn: Page; viewing: Page },
  { filled: Filled; gallery: Gallery; spare: () => Promise<Started> }
>({
  filled: [
    async ({ browser }, use) => {
      const database = newDatabase();
      await onCluster(`CREATE DATABASE ${database}`);
      const { server, origin } = await startServer(database, 0, { DEMO_DATA: '1' });
      const page = await browser.newPage({ baseURL: origin });
      await signInByForm(page);
      signedInAs = await page.context().cookies();
      await page.context().close();
      server.kill('SIGTERM');
      await ended(server);
      await use({ database });
      await onCluster(`DROP DATABASE ${database} WITH (FORCE)`);
    },
    { scope: 'worker' },
  ],
  spare: [
    async ({ filled }, use) => {
      const start = async (): Promise<Started> => {
        const database = newDatabase();
        await onCluster(`CREATE DATABASE ${database} TEMPLATE ${filled.database}`);
        return { database, ...(await startServer(database, 0)) };
      };
      const waiting: Promise<Started>[] = [];
      await use(() => {
        const taken = waiting.pop() ?? start();
        // The next one begins when this one is there: a journey leaves the machine time enough for it.
        waiting.push(taken.then(start));
        return taken;
      });
      for (const one of waiting) await end(await one);
    },
    { scope: 'worker' },
  ],
  gallery: [
    async ({ spare, browser }, use) => {
      const { database, server, origin } = await spare();
      const context = await browser.newContext({ ...BROWSER_SETTINGS, baseURL: origin });
      await use({ origin, context });
      await context.close();
      await end({ database, server, origin });
    },
    { scope: 'worker' },
  ],
  // A page of its own in the one browser: what is added there stands in nobody's way.
  viewing: async ({ gallery: { origin, context } }, use) => {
    const page = await context.newPage();
    await signIn(page);
    await use(page);
    await page.close();
    await forgetKept(context, origin);
  },
  application: async ({ spare }, use) => {
    const { database, ...first } = await spare();
    let running = first;
    const port = Number(new URL(running.origin).port);
    await use({
      origin: running.origin,
      databaseUrl: `${clusterUrl()}/${database}`,
      kill: async () => {
        running.server.kill('SIGKILL');
        await ended(running.server);
      },
      restart: async () => {
        running = await startServer(database, port);
      },
      stopDatabase: async () => {
        await onCluster(`ALTER DATABASE ${database} ALLOW_CONNECTIONS false`);
        await onCluster(
          `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${database}'`,
        );
      },
      startDatabase: () => onCluster(`ALTER DATABASE ${database} ALLOW_CONNECTIONS true`),
    });
    await end({ database, ...running });
  },
  baseURL: async ({ application }, use) => use(application.origin),
  signedIn: async ({ page }, use) => {
    await signIn(page);
    await use(page);
  },
});

export { expect } from '@playwright/test';
