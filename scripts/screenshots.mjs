// npm run screenshots: one picture of each main view, from the demo data, into docs/screenshots.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { buildIfChanged, SERVER_MAIN, WEB_FOLDER } from './build.mjs';
import { CHROMIUM, ensureChromium, ensurePackages, projectRoot, say } from './machine.mjs';
import { startCluster } from './postgres.mjs';

ensurePackages();
ensureChromium();
buildIfChanged();
const { chromium } = await import('@playwright/test');
const { DEMO_SIGN_IN } = await import('../server/dist/demo/demo-data.js');

const cluster = await startCluster('test');
const server = spawn(process.execPath, [SERVER_MAIN], {
  env: {
    ...process.env,
    PORT: '0',
    DATABASE_URL: cluster.database(`pictures_${Date.now()}`),
    SESSION_SECRET: 'for pictures',
    WEB_FOLDER,
    DEMO_DATA: '1',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const origin = await new Promise((resolve) => {
  server.stdout.setEncoding('utf8').on('data', (text) => resolve(/listening on (\S+)/.exec(text)[1]));
});

const flags = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--disable-background-networking',
];
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: [...flags, '--disable-sync', '--autoplay-policy=no-user-gesture-required'],
});
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  timezoneId: 'Europe/London',
});

async function picture(name, of = page) {
  await of.evaluate('document.fonts.ready');
  await of.mouse.move(0, 0);
  await of.screenshot({ path: path.join(projectRoot, 'docs', 'screenshots', `${name}.png`) });
  say(`docs/screenshots/${name}.png`);
}

await page.goto(origin);
await page.getByLabel('E-mail').fill(DEMO_SIGN_IN.email);
await page.getByLabel('Password').fill(DEMO_SIGN_IN.password);
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('link', { name: 'Decide, Hesper Vane' }).waitFor();
await page.getByText('6:23').waitFor();
await picture('today-page');
await page.getByRole('link', { name: 'Decide, Hesper Vane' }).click();
await page.getByRole('button', { name: 'Work out a forecast' }).click();
await page.getByText('What would help most').waitFor({ timeout: 60_000 });
await picture('ladder');
await page.getByRole('link', { name: 'Practice calendar' }).click();
await page.getByRole('link', { name: 'For a calendar (iCalendar)' }).waitFor();
await picture('calendar');
await page.getByRole('link', { name: 'Students', exact: true }).click();
const link = (name) => page.getByRole('link', { name, exact: true });
const part = (name) => page.getByRole('tab', { name: new RegExp(`^${name}`) }).click();

await link('Hesper Vane').waitFor();
await picture('students');
await link('Hesper Vane').click();
await page.locator('nv-weeks-card figure').first().waitFor();
await picture('student');
await part('At home');
await page.getByRole('combobox', { name: 'session to take home' }).click();
await page.getByRole('option', { name: 'Out to sixteen' }).click();
await page.getByRole('button', { name: 'Give a private link' }).click();
const address = await page.getByLabel('address of the link for Out to sixteen').inputValue();
await page.getByRole('link', { name: 'Card to print' }).click();
await page.getByRole('heading', { name: 'Stop at once' }).waitFor();
await picture('card');
const phone = await browser.newPage({
  viewport: { width: 390, height: 844 },
  locale: 'en-GB',
  timezoneId: 'Europe/London',
});
await phone.goto(address);
await phone.getByRole('button', { name: 'Begin' }).waitFor();
await picture('home', phone);
await phone.close();
await page.goBack();
await part('Sessions');
await link('Thursday, steadying').click();
await page.getByRole('spinbutton', { name: 'inhale' }).waitFor();
await picture('bench');
await link('Students').click();
await link('Ingrid Sól').click();
await part('Sessions');
await link('Hill morning').click();
await page
  .locator('nv-passage-list')
  .getByRole('button', { name: /Alternate-nostril breath/ })
  .click();
await page.getByRole('radio', { name: 'Session' }).click();
await picture('session');
await link('Students').click();
await link('Ingrid Sól').click();
await page.getByRole('link', { name: 'Capacity check' }).click();
await page.locator('.plot .main-svg').first().waitFor();
await picture('capacity');
await link('Students').click();
await link('Hesper Vane').click();
await page.getByRole('link', { name: 'Build a session' }).click();
await page.getByLabel('minutes', { exact: true }).fill('30');
await page.getByRole('button', { name: 'Compose' }).click();
await page.getByRole('button', { name: 'Use this session' }).first().waitFor();
await picture('compose');
await link('Students').click();
await link('Old Pell Ardwick').click();
await part('Sessions');
await link('Before the tide').click();
await page
  .locator('nv-passage-list')
  .getByRole('button', { name: /Alternate-nostril breath/ })
  .click();
await page.getByRole('button', { name: 'What can be done' }).first().click();
await picture('screening');
await link('Shelf').click();
await link('Rule book').click();
await page.getByRole('searchbox').fill('Pell');
await picture('rules');
await link('Shelf').click();
await page.getByText('21 techniques').waitFor();
await picture('shelf');

await link('Students').click();
await link('Hesper Vane').click();
await part('Sessions');
await link('Thursday, steadying').click();
await page.getByRole('button', { name: 'Lead this session' }).click();
await page.getByRole('radio', { name: '3 h' }).click();
await picture('today');
await page.getByRole('button', { name: 'Today was asked' }).click();
await page.getByRole('button', { name: 'Start' }).click();
// The second breath out of the first round, a moment after its fourth count.
await page.locator('.phase', { hasText: 'Exhale right' }).waitFor();
await page.locator('.count', { hasText: '4' }).waitFor();
await picture('lead');
await page.keyboard.press('Escape');
await page.getByLabel('Breathless', { exact: true }).check();
await page.getByText('What was done is on record.').waitFor();
await picture('closing');
await page.getByRole('button', { name: 'Keep on record' }).click();
await page.getByRole('link', { name: 'To the Ledger' }).click();
await page.getByRole('heading', { name: 'Ledger' }).waitFor();
await link('Ledger').click();
await link('Ingrid Sól').first().waitFor();
await picture('ledger');

// A class with a guest who breathes quietly, some minutes into its session: the clock is put there.
await page.addInitScript(() => {
  window.audioTime = 0;
  Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => window.audioTime });
});
const pass = (seconds) =>
  page.evaluate(async (more) => {
    for (let left = more; left > 0; left -= 60) {
      window.audioTime += Math.min(60, left);
      await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    }
  }, seconds);
await page.goto(`${origin}/classes`);
await link('Tuesday loft class').click();
await page.getByRole('link', { name: 'Lead Rope by rope' }).first().click();
await page.getByRole('button', { name: 'All', exact: true }).click();
await page.getByRole('button', { name: /^Nothing is true of/ }).click();
await page.getByRole('button', { name: 'A guest' }).click();
await page.getByRole('textbox').first().fill('Linnet');
await page.getByRole('radio', { name: '16 to 64' }).click();
for (const group of [/pregnant/, /heart/])
  await page.getByRole('radiogroup', { name: group }).getByRole('radio', { name: 'no', exact: true }).click();
await page.getByRole('button', { name: 'Add the guest' }).click();
await page.locator('.start:not([disabled])').click();
await page.getByRole('button', { name: 'Meet now' }).waitFor();
await pass(215);
await page.keyboard.press('1');
await page.keyboard.press('h');
await pass(22);
await picture('class');

await browser.close();
server.kill('SIGTERM');
await new Promise((resolve) => server.once('exit', resolve));
cluster.stop();
