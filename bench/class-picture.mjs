// The picture of six lanes of a class while it is led, in headless Chromium: script, style and layout of a frame.
import { randomUUID } from 'node:crypto';
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

const FRAMES = 900;
const application = await startApplication();
const { call } = await apiClient(application);
const must = async (...request) => {
  const { status, body } = await call(...request);
  if (status >= 300) throw new Error(JSON.stringify(body));
  return body;
};

// Twelve students, two of each capacity: six lanes of different numbers.
const CAPACITIES = [
  [12, 24, 28],
  [10, 20, 24],
  [8, 16, 20],
  [7, 12, 16],
  [5, 8, 11],
  [4, 6, 9],
];
const [like] = await must('GET', '/students');
const fields = await must('GET', `/students/${like.id}`);
const members = [];
for (const [inhale, hold, exhale] of [...CAPACITIES, ...CAPACITIES]) {
  const rest = Object.fromEntries(
    ['hand', 'tongueRolls', 'goals', 'guardian', 'consentOn', 'comfort', 'note'].map((key) => [
      key,
      fields[key],
    ]),
  );
  const student = {
    ...rest,
    id: randomUUID(),
    name: `Student ${members.length + 1}`,
    birthYear: 1985,
    seats: ['chair'],
    experienced: true,
    healthAskedOn: '2026-01-05',
  };
  await must('POST', '/students', student);
  const today = new Date().toISOString().slice(0, 10);
  const measured = { checkedOn: today, inhale, exhale, hold, emptyHold: null, atLeast: [], tries: null };
  const more = { restingRate: null, freerNostril: null, strokes: null };
  await must('POST', `/students/${student.id}/capacity-checks`, { id: randomUUID(), ...measured, ...more });
  members.push(student.id);
}
const group = await must('POST', '/classes', { id: randomUUID(), name: 'Twelve', members, note: '' });
const [whole] = (await must('GET', '/sessions')).filter(({ document }) => document.title === 'Rope by rope');
const passages = whole.document.passages
  .filter(({ technique }) => technique === 'nadi-shodhana')
  .map((passage) => ({
    ...passage,
    seat: 'chair',
    base: 8,
    ratio: { inhale: 1, internalHold: 1, exhale: 2, externalHold: 0 },
    cycles: 40,
  }));
const session = await must('POST', '/sessions', {
  id: randomUUID(),
  owner: { kind: 'class', classId: group.id },
  document: { ...whole.document, title: 'Together', passages },
});

const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signIn(page, application.origin);
await page.goto(`${application.origin}/classes/${group.id}/lead/${session.id}`);
await page.getByRole('button', { name: 'All', exact: true }).click();
await page.getByRole('button', { name: /^Nothing is true of/ }).click();
await page.locator('.start:not([disabled])').click();
await page.locator('nv-lane-strip').first().waitFor();
const lanes = await page.locator('nv-lane-strip').count();
await page.waitForTimeout(20_000);

const cdp = await page.context().newCDPSession(page);
await cdp.send('Performance.enable');
const worked = async () => {
  const { metrics } = await cdp.send('Performance.getMetrics');
  const of = (name) => metrics.find((metric) => metric.name === name)?.value ?? 0;
  return (of('ScriptDuration') + of('RecalcStyleDuration') + of('LayoutDuration')) * 1000;
};
const times = [];
let before = await worked();
for (let frame = 0; frame < FRAMES; frame += 2) {
  await page.evaluate(
    () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );
  const now = await worked();
  times.push((now - before) / 2);
  before = now;
}
report(
  `a class in ${lanes} lanes: script, style and layout of a frame, median of ${FRAMES}`,
  ms(median(times)),
);
report('the same, 95th percentile', ms(percentile(times, 0.95)), 'under 8 ms');
await browser.close();
await application.stop();
