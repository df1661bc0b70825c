// Editing a count until the score is redrawn: a 30-minute passage in headless Chromium.
import { newPassage, seconds } from '../core/dist/index.js';
import {
  apiClient,
  median,
  ms,
  openBrowser,
  percentile,
  report,
  signIn,
  startApplication,
} from './measure.mjs';

const EDITS = 200;
const application = await startApplication();
const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signIn(page, application.origin);
await page.getByRole('link', { name: 'Bench' }).click();
await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).click();
await page.getByRole('spinbutton', { name: 'time for rounds' }).fill('30');

for (const zoom of ['Passage', 'Rounds']) {
  await page.getByRole('radio', { name: zoom, exact: true }).click();
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const spent = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    const value = (name) => metrics.find((metric) => metric.name === name).value * 1000;
    return value('ScriptDuration') + value('LayoutDuration') + value('RecalcStyleDuration');
  };
  const work = [];
  const frames = [];
  for (let edit = 0; edit < EDITS; edit++) {
    const before = await spent();
    // The frame that draws the change: from its beginning to the beginning of the next, as the page is told them.
    const frame = await page.evaluate(
      async (key) => {
        const box = document.querySelector('nv-phase-table input[aria-label="exhale"]');
        const path = document.querySelector('nv-breath-score path.out-left, nv-breath-score path.out-right');
        const was = path.getAttribute('d');
        await new Promise(requestAnimationFrame);
        box.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        return new Promise((resolve) => {
          const look = (began) =>
            path.getAttribute('d') === was
              ? requestAnimationFrame(look)
              : requestAnimationFrame((next) => resolve(next - began));
          requestAnimationFrame(look);
        });
      },
      edit % 2 === 0 ? 'ArrowUp' : 'ArrowDown',
    );
    work.push((await spent()) - before);
    frames.push(frame);
  }
  report(`edit, ${zoom}: script, style and layout, median`, ms(median(work)));
  report(
    `edit, ${zoom}: script, style and layout, 95th percentile`,
    ms(percentile(work, 0.95)),
    'under 16 ms',
  );
  report(`edit, ${zoom}: the frame that draws it, median`, ms(median(frames)));
  report(
    `edit, ${zoom}: the frame that draws it, 95th percentile`,
    ms(percentile(frames, 0.95)),
    'under 32 ms',
  );
}

// Drawing the end of a phase by the pointer, in a session of 32 passages and 90 minutes: every frame while it is drawn.
const client = await apiClient(application);
const owner = (await client.call('GET', '/students')).body.find(({ name }) => name === 'Hesper Vane');
const { body: long } = await client.call('POST', '/sessions', {
  id: crypto.randomUUID(),
  owner: { kind: 'student', studentId: owner.id },
  document: ninetyMinutes(),
});
await page.goto(`${application.origin}/bench/${long.id}`);
await page.getByLabel(/^Breath score/).waitFor();
await page.locator('nv-passage-list .passage').nth(6).click();
const box = await page.getByLabel(/^Breath score/).boundingBox();
const end = await page.locator('nv-score-staff path.out-right').evaluate((path) => {
  const wedge = (path.getAttribute('d') ?? '').split('M').filter((piece) => piece !== '')[0] ?? '';
  const xs = [...wedge.matchAll(/[ML]?(-?[\d.]+) [\d.]+/g)].map(([, x]) => Number(x));
  const matrix = path.getScreenCTM();
  return Math.max(...xs) * matrix.a + matrix.e;
});
const session = await page.context().newCDPSession(page);
await session.send('Performance.enable');
const spent = async () => {
  const { metrics } = await session.send('Performance.getMetrics');
  const value = (name) => metrics.find((metric) => metric.name === name).value * 1000;
  return value('ScriptDuration') + value('LayoutDuration') + value('RecalcStyleDuration');
};
await page.mouse.move(end, box.y + 162);
await page.mouse.down();
await page.mouse.move(end + 8, box.y + 162, { steps: 3 });
await page.evaluate(() => {
  window.frameLengths = [];
  let before = performance.now();
  const look = (now) => {
    window.frameLengths.push(now - before);
    before = now;
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
});
const frameWork = [];
for (let move = 0; move < 300; move++) {
  const before = await spent();
  await page.mouse.move(end + 60 * Math.sin(move / 12), box.y + 162);
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  frameWork.push((await spent()) - before);
}
await page.mouse.up();
const lengths = await page.evaluate(() => window.frameLengths);
report('drawing with 32 passages: script, style and layout a move, median', ms(median(frameWork)));
report(
  'drawing with 32 passages: script, style and layout a move, 95th percentile',
  ms(percentile(frameWork, 0.95)),
  'under 8 ms',
);
report(
  'drawing with 32 passages: frames later than 25 ms',
  `${((lengths.filter((length) => length > 25).length / lengths.length) * 100).toFixed(1)} %`,
  'at most 5 %',
);
await browser.close();
await application.stop();

function ninetyMinutes() {
  const ids = ['three-part', 'ujjayi', 'nadi-shodhana', 'bhramari'];
  const passages = Array.from({ length: 31 }, (_, index) => {
    const passage = newPassage(ids[index % ids.length], crypto.randomUUID());
    return { ...passage, cycles: passage.technique === 'nadi-shodhana' ? 22 : 16 };
  });
  return {
    title: 'Ninety minutes',
    goal: 'calm',
    conventions: {},
    minutes: null,
    seatChange: seconds(10),
    passages: [...passages, newPassage('closing-stillness', crypto.randomUUID())],
  };
}
