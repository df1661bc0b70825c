import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './application.js';
import { openPart } from './student-page.js';
import { VIEWS } from './views.js';

for (const { name, open } of VIEWS) {
  test(`nothing stands in the way of anybody, light or dark: ${name}`, async ({ viewing: page }) => {
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
    await open(page);
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
      const { violations } = await new AxeBuilder({ page }).analyze();
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
      expect(serious.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)).toEqual([]);
    }
    expect(problems).toEqual([]);
  });
}

test('every view fits a tablet, a phone, and text of twice the size', async ({ viewing: page }) => {
  const addresses = [
    '/today',
    '/classes',
    '/students',
    '/students/new',
    '/bench',
    '/ledger',
    '/ledger/from-file',
    '/account',
    '/shelf',
    '/shelf/bhramari',
    '/shelf/conventions',
    '/shelf/rules',
  ];
  await page.getByRole('link', { name: 'Bench' }).click();
  addresses.push(
    (await page
      .getByRole('link', { name: 'Lungs for the hill', exact: true })
      .getAttribute('href')) as string,
  );
  addresses.push(
    (await page
      .getByRole('link', { name: /^(Lead|Resolve what is in the way of) Slow hands$/ })
      .getAttribute('href')) as string,
  );
  await page.getByRole('link', { name: 'Students' }).click();
  const student = (await page.getByRole('link', { name: 'Old Pell Ardwick' }).getAttribute('href')) as string;
  const parts = ['sessions', 'progress', 'health', 'capacity', 'home', 'history', 'data'];
  addresses.push(student, ...parts.map((part) => `${student}?tab=${part}`));
  addresses.push(`${student}/intake`, `${student}/capacity`);
  await page.getByRole('link', { name: 'Hesper Vane' }).click();
  await openPart(page, 'Progress');
  const ladder = (await page.locator('nv-ladder-list a').first().getAttribute('href')) as string;
  await openPart(page, 'At home');
  const card = (await page.getByRole('link', { name: 'Card to print' }).getAttribute('href')) as string;
  await page.getByRole('button', { name: 'Give a private link' }).click();
  const home = await page.getByLabel(/^address of the link/).inputValue();
  addresses.push(ladder, `${ladder}/calendar`, card, new URL(home).pathname);
  addresses.push(student.replace('/students/', '/compose/'));
  const fits = (): Promise<boolean> =>
    page
      .waitForFunction(
        () => document.documentElement.scrollWidth <= document.documentElement.clientWidth,
        null,
        {
          timeout: 10_000,
        },
      )
      .then(() => true)
      .catch(() => false);
  const tooWide: string[] = [];
  for (const address of addresses) {
    await page.goto(address);
    await page.getByRole('heading').first().or(page.getByLabel('title of the session')).first().waitFor();
    await page.setViewportSize({ width: 768, height: 1024 });
    if (!(await fits())) tooWide.push(`${address} at 768 px`);
    await page.setViewportSize({ width: 390, height: 844 });
    if (!(await fits())) tooWide.push(`${address} at 390 px`);
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.evaluate(() => (document.documentElement.style.fontSize = '200%'));
    if (!(await fits())) tooWide.push(`${address} at twice the size`);
  }
  expect(tooWide).toEqual([]);
});

test('nothing is asked of any other machine', async ({ signedIn: page, application }) => {
  const elsewhere: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith(application.origin) && !request.url().startsWith('data:'))
      elsewhere.push(request.url());
  });
  await page.reload();
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('link', { name: 'Slow hands', exact: true }).click();
  await page.getByRole('spinbutton', { name: 'inhale' }).waitFor();
  expect(elsewhere).toEqual([]);
});
