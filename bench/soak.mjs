// Twenty minutes under load: the sound against the timeline beside a library's clock and a plain timer in the same run, and
// the memory of the application while it leads.
import {
  median,
  ms,
  openBrowser,
  pageScript,
  percentile,
  report,
  signIn,
  startApplication,
} from './measure.mjs';

const MINUTES = Number(process.argv[2] ?? 20);
/** A task of so many milliseconds, and how often one begins. */
const LOAD = { busy: 100, every: 500 };

const application = await startApplication();
const browser = await openBrowser(['--js-flags=--expose-gc', '--enable-precise-memory-info']);
const page = await browser.newPage();
await page.addScriptTag({ content: await pageScript('soak-page.ts') });
page.setDefaultTimeout(0);
const sounding = page.evaluate(
  ([minutes, busy, every]) => window.soak(minutes, busy, every),
  [MINUTES, LOAD.busy, LOAD.every],
);

// The application, leading beside it under the same load.
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const lead = await context.newPage();
await signIn(lead, application.origin);
await lead.getByRole('link', { name: 'Lead', exact: true }).click();
await lead.getByRole('link', { name: 'Lead Hill morning' }).click();
await lead.locator('nv-lead-ready').getByRole('button', { name: 'Today was asked', exact: true }).click();
await lead.getByRole('button', { name: 'Start' }).click();
await lead.locator('.phase').waitFor();
await lead.evaluate(({ busy, every }) => {
  setInterval(() => {
    const until = performance.now() + busy;
    while (performance.now() < until);
  }, every);
}, LOAD);
const heap = () =>
  lead.evaluate(() => {
    window.gc();
    return performance.memory.usedJSHeapSize / 1e6;
  });
const heaps = [];
const from = Date.now();
for (let minute = 1; minute < MINUTES; minute++) {
  await new Promise((resolve) => setTimeout(resolve, Math.max(0, from + minute * 60_000 - Date.now())));
  heaps.push(await heap());
}
const { notes, words, library, timer } = await sounding;
report(`tones and ticks, ${notes.length} in ${MINUTES} minutes: worst off`, ms(Math.max(...notes)), '3 ms');
report(`words, ${words.length}: worst off`, ms(Math.max(...words)), '3 ms');
report(
  `a library's clock, ${library.length} beats: median, 95th percentile, worst late`,
  [median(library), percentile(library, 0.95), Math.max(...library)].map(ms).join(', '),
);
report(`plain timer, ${timer.length} beats: off at the end`, ms(timer.at(-1) ?? 0));
report(
  'memory of the application while it leads, after a collection: first and last minute',
  `${heaps[0]?.toFixed(1)} and ${heaps.at(-1)?.toFixed(1)} MB`,
);
report(
  'memory: most above the second minute',
  `${(Math.max(...heaps.slice(1)) - heaps[1]).toFixed(1)} MB`,
  'flat to 5 MB',
);
await browser.close();
await application.stop();
