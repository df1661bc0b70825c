// From pressing Lead to when Start can be pressed, in headless Chromium, with the day check of the student made.
import { median, ms, openBrowser, percentile, report, signIn, startApplication } from './measure.mjs';

const RUNS = 15;
const application = await startApplication();
const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await signIn(page, application.origin);

const bench = async (title) => {
  await page.goto(`${application.origin}/bench`);
  await page.getByRole('link', { name: title, exact: true }).click();
  await page.getByText(/^Saved/).waitFor();
};
const pressed = () =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const button = [...document.querySelectorAll('button')].find((one) =>
          one.textContent.includes('Lead this session'),
        );
        const began = performance.now();
        const look = () => {
          const start = [...document.querySelectorAll('button')].find(
            (one) => one.textContent.trim().startsWith('Start') && !one.disabled,
          );
          if (!start) return;
          changes.disconnect();
          // Seen when the frame that shows it is over.
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - began)));
        };
        const changes = new MutationObserver(look);
        changes.observe(document.body, { childList: true, subtree: true, attributes: true });
        button.click();
      }),
  );

for (const title of ['Before the solo', 'Hill morning']) {
  await bench(title);
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await page.getByRole('button', { name: 'Today was asked' }).click();
  await page.getByRole('button', { name: 'Start' }).waitFor();
  const times = [];
  for (let run = 0; run < RUNS; run++) {
    // A page that is opened anew has nothing of what comes next.
    await bench(title);
    times.push(await pressed());
  }
  report(`from pressing Lead to Start, “${title}”, median of ${RUNS}`, ms(median(times)), 'under 1 s');
  report(`the same, 95th percentile`, ms(percentile(times, 0.95)));
}
await browser.close();
await application.stop();
