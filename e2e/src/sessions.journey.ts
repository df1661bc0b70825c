import { expect, test } from './application.js';
import { find } from './kit.js';
import { frameWords, sessionWords } from './words.js';

test('sessions are found, tagged, copied, archived, deleted and brought back', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: frameWords.places.bench, exact: true }).click();
  const rows = page.getByRole('row').filter({ hasNot: page.getByRole('columnheader') });
  const row = (title: string) => rows.filter({ has: page.getByRole('link', { name: title, exact: true }) });
  const act = async (title: string, what: string): Promise<void> => {
    await page.getByRole('button', { name: `More about ${title}`, exact: true }).click();
    await page.getByRole('menuitem', { name: what, exact: true }).click();
  };
  const said = (text: string) => page.locator('mat-snack-bar-container').filter({ hasText: text });
  await expect(row('Before the tide')).toContainText('to resolve');
  await expect(row('Slack water')).toContainText(sessionWords.table.ready);

  const search = page.getByRole('searchbox', { name: sessionWords.list.find });
  await search.fill('bumblebee');
  await expect(row('Before the tide')).toBeVisible();
  await expect(row('Slack water')).toHaveCount(0);
  await search.fill('');
  await find(page, sessionWords.list.owner, 'pell', 'Old Pell Ardwick');
  await expect(rows).toHaveCount(2);
  await page.reload();
  await expect(rows).toHaveCount(2);

  await act('Slack water', 'Name and tags');
  await page.getByRole('textbox', { name: sessionWords.details.title }).fill('Still water');
  await page.getByRole('combobox', { name: sessionWords.details.tags }).fill('harbour');
  await page.getByRole('combobox', { name: sessionWords.details.tags }).press('Enter');
  await page.getByRole('button', { name: sessionWords.details.save, exact: true }).click();
  await expect(row('Still water')).toContainText('harbour');

  await act('Still water', 'Copy');
  await expect(said('“Copy of Still water” was added.')).toBeVisible();
  await act('Copy of Still water', 'Delete');
  await expect(said('“Copy of Still water” is deleted.')).toBeVisible();
  await expect(row('Copy of Still water')).toHaveCount(0);
  await said('is deleted').getByRole('button', { name: sessionWords.undo }).click();
  await expect(row('Copy of Still water')).toBeVisible();

  await act('Copy of Still water', 'Archive');
  await expect(row('Copy of Still water')).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'Show archived (1)' }).check();
  await expect(row('Copy of Still water')).toContainText(sessionWords.table.archived);
  await page.getByRole('button', { name: sessionWords.list.clear }).click();
  await expect(rows).toHaveCount(15);

  await act('Curtains drawn', 'Delete');
  await expect(page.getByRole('alert')).toContainText('A ladder plans it: end the ladder first.');
  await expect(row('Curtains drawn')).toBeVisible();
});
