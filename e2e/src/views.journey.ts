import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './application.js';
import { addressesOf, fits } from './addresses.js';
import { VIEWS } from './views.js';
import { benchWords, capacityWords } from './words.js';
import { openSession } from './bench.js';

for (const { name, open } of VIEWS) {
  test(`nothing stands in the way of anybody, light or dark: ${name}`, async ({ viewing: page }) => {
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
    await open(page);
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
      const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
      // In the dark only the colours are others.
      if (colorScheme === 'dark') axe.withRules(['color-contrast', 'link-in-text-block']);
      const { violations } = await axe.analyze();
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
      expect(serious.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)).toEqual([]);
    }
    expect(problems).toEqual([]);
  });
}

test('every view fits a tablet, a phone, and text of twice the size', async ({ viewing: page }) => {
  const addresses = await addressesOf(page);
  const tooWide: string[] = [];
  for (const address of addresses) {
    await page.goto(address);
    await page
      .getByRole('heading')
      .first()
      .or(page.getByLabel(benchWords.benchPage.titleOfTheSession))
      .first()
      .waitFor();
    await page.setViewportSize({ width: 768, height: 1024 });
    if (!(await fits(page))) tooWide.push(`${address} at 768 px`);
    await page.setViewportSize({ width: 390, height: 844 });
    if (!(await fits(page))) tooWide.push(`${address} at 390 px`);
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.evaluate(() => (document.documentElement.style.fontSize = '200%'));
    if (!(await fits(page))) tooWide.push(`${address} at twice the size`);
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
  await openSession(page, 'Slow hands');
  await page.getByRole('spinbutton', { name: capacityWords.phases.inhale }).waitFor();
  expect(elsewhere).toEqual([]);
});
