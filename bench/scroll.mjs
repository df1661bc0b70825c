// A session of an hour and twelve passages, zoomed and scrolled: script, style and layout of each frame.
import { newPassage } from '../core/dist/index.js';
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

const FRAMES = 240;
const application = await startApplication();
const client = await apiClient(application);
const techniques = [
  'breath-watching',
  'three-part',
  'ujjayi',
  'kapalabhati',
  'even-rapid',
  'sama-vritti',
  'nadi-shodhana',
  'chandra-bhedana',
  'viloma-inhale',
  'bhramari',
  'sheetali',
  'closing-stillness',
];
/** Five minutes of each. */
const passages = techniques.map((technique) => {
  const passage = newPassage(technique, crypto.randomUUID());
  if (passage.kind === 'natural') return { ...passage, length: 300 };
  if (passage.kind === 'strokes') return { ...passage, sets: passage.turns.length > 1 ? 2 : 4, strokes: 60 };
  return { ...passage, cycles: passage.route === 'alternating' ? 36 : 26 };
});
const { body: students } = await client.call('GET', '/students');
const student = students.find(({ name }) => name === 'Ingrid Sól');
const document = {
  title: 'An hour',
  goal: 'focus',
  conventions: {},
  minutes: null,
  seatChange: 10,
  passages,
};
const { body: session } = await client.call('POST', '/sessions', {
  owner: { kind: 'student', studentId: student.id },
  document,
});

const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signIn(page, application.origin);
await page.goto(`${application.origin}/bench/${session.id}`);
await page.getByRole('button', { name: 'Whole session' }).click();
const total = await page.locator('.where').textContent();
const cdp = await page.context().newCDPSession(page);
await cdp.send('Performance.enable');
const spent = async () => {
  const { metrics } = await cdp.send('Performance.getMetrics');
  const value = (name) => metrics.find((metric) => metric.name === name).value * 1000;
  return value('ScriptDuration') + value('LayoutDuration') + value('RecalcStyleDuration');
};

for (const [name, wheel] of [
  ['scroll', (step) => ({ deltaX: step % 80 < 40 ? 60 : -60, ctrlKey: false })],
  ['zoom', (step) => ({ deltaY: step % 80 < 40 ? -80 : 80, ctrlKey: true })],
]) {
  await page.getByRole('button', { name: 'Whole session' }).click();
  for (let near = 0; name === 'scroll' && near < 3; near++)
    await page.getByRole('button', { name: 'Zoom in' }).click();
  const work = [];
  const began = Date.now();
  for (let step = 0; step < FRAMES; step++) {
    const before = await spent();
    await page.evaluate(async (options) => {
      const score = document.querySelector('nv-breath-score .score');
      const { left, width, top } = score.getBoundingClientRect();
      const at = { clientX: left + width / 2, clientY: top + 50, bubbles: true, cancelable: true };
      score.dispatchEvent(new WheelEvent('wheel', { ...at, ...options }));
      await new Promise(requestAnimationFrame);
      await new Promise(requestAnimationFrame);
    }, wheel(step));
    work.push((await spent()) - before);
  }
  const seconds = (Date.now() - began) / 1000;
  report(`${name}, ${total.trim()}, ${passages.length} passages: work of a frame, median`, ms(median(work)));
  report(`${name}: work of a frame, 95th percentile`, ms(percentile(work, 0.95)), 'under 10 ms');
  report(
    `${name}: frames a second, two for each step and the measuring between`,
    ((FRAMES * 2) / seconds).toFixed(0),
  );
}
await browser.close();
await application.stop();
