import type { Locator, Page } from '@playwright/test';
import { openPart } from './student-page.js';
import { frameWords, studentWords } from './words.js';

/** An address of every view, with the demo data; a private link is made on the way. */
export async function addressesOf(page: Page): Promise<readonly string[]> {
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
    '/nowhere',
    '/join',
  ];
  const hrefOf = async (link: Locator): Promise<string> => (await link.first().getAttribute('href')) ?? '';
  await page.getByRole('link', { name: frameWords.places.bench }).click();
  const bench = await hrefOf(page.getByRole('link', { name: 'Lungs for the hill', exact: true }));
  addresses.push(bench, `${bench}/sheet`, `${bench}/compare?with=school&which=counting%3Ddown`);
  addresses.push(
    await hrefOf(page.getByRole('link', { name: /^(Lead|Resolve what is in the way of) Slow hands$/ })),
  );
  await page.goto('/classes');
  const group = await hrefOf(page.getByRole('link', { name: 'Tuesday loft class' }));
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  const lead = await hrefOf(page.getByRole('link', { name: 'Lead Rope by rope' }));
  addresses.push(group, `${group}/compose`, lead, `${lead}/screen`);
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  addresses.push(await hrefOf(page.locator('main tbody a[href^="/ledger/"]')));
  await page.getByRole('link', { name: frameWords.places.students }).click();
  const student = await hrefOf(page.getByRole('link', { name: 'Old Pell Ardwick' }));
  const parts = ['sessions', 'progress', 'health', 'capacity', 'home', 'history', 'data'];
  addresses.push(student, ...parts.map((part) => `${student}?tab=${part}`));
  addresses.push(`${student}/intake`, `${student}/capacity`, `${student}/ladder`);
  await page.getByRole('link', { name: 'Hesper Vane' }).click();
  await openPart(page, 'progress');
  const ladder = await hrefOf(page.locator('nv-ladder-list a'));
  await openPart(page, 'home');
  const card = await hrefOf(page.getByRole('link', { name: studentWords.homeLinks.cardToPrint }));
  await page.getByRole('button', { name: studentWords.homeLinks.giveAPrivateLink }).click();
  const home = await page
    .getByLabel(/^address of the link/)
    .first()
    .inputValue();
  addresses.push(ladder, `${ladder}/calendar`, card, new URL(home).pathname);
  addresses.push(student.replace('/students/', '/compose/'));
  return addresses;
}

/** Whether nothing of the page is cut off at the side, once it has come to rest. */
export const fits = (page: Page): Promise<boolean> =>
  page
    .waitForFunction(
      () => document.documentElement.scrollWidth <= document.documentElement.clientWidth,
      null,
      { timeout: 10_000 },
    )
    .then(() => true)
    .catch(() => false);
