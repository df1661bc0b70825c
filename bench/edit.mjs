// Editing a count until the score is redrawn: a 30-minute passage in headless Chromium.
import { median, ms, openBrowser, percentile, report, signIn, startApplication } from './measure.mjs';

const EDITS = 200;
const application = await startApplication();
const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signIn(page, application.origin);
await page.getByRole('link', { name: 'Bench' }).click();
await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).click();
await page.getByLabel('time for rounds').last().fill('30');

for (const zoom of ['Passage', 'One round']) {
  await page.getByRole('button', { name: zoom, exact: true }).click();
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
await browser.close();
await application.stop();
