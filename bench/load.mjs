// What the first page costs: scripts, and the time until something useful is seen over loopback.
import fs from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { WEB_FOLDER } from '../scripts/build.mjs';
import { median, ms, openBrowser, report, signIn, startApplication } from './measure.mjs';

const application = await startApplication();
const browser = await openBrowser();

const read = (file) => fs.readFileSync(path.join(WEB_FOLDER, file), 'utf8');

/** Scripts that the page names and all that they import at once: what is loaded before any view. */
const initial = [...read('index.html').matchAll(/(?:src|href)="([\w.-]+\.js)"/g)].map(([, file]) => file);
for (const file of initial) {
  for (const [, other] of read(file).matchAll(/(?:from|import)\s*"\.\/([\w.-]+\.js)"/g)) {
    if (!initial.includes(other)) initial.push(other);
  }
}
const sizes = initial.map((file) => gzipSync(fs.readFileSync(path.join(WEB_FOLDER, file))).length);
report(
  `initial scripts, ${initial.length} files, gzip`,
  `${(sizes.reduce((a, b) => a + b, 0) / 1000).toFixed(1)} kB`,
  'under 220 kB',
);
const text = initial.map(read).join('');
report('audio or charts in them', /AudioContext|plotly/i.test(text) ? 'yes' : 'no', 'no');

const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const first = await context.newPage();
await signIn(first, application.origin);
const useful = [];
for (let run = 0; run < 9; run++) {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  const from = Date.now();
  await page.goto(`${application.origin}/students`, { waitUntil: 'commit' });
  await page.getByRole('link', { name: 'Hesper Vane' }).waitFor();
  useful.push(Date.now() - from);
  await page.close();
}
report('the list of students seen, nothing cached, median of 9', ms(median(useful)), 'under 1500 ms');
await browser.close();
await application.stop();
