import { expect, test } from './application.js';
import { choose } from './kit.js';

test('the Ledger is filtered, and the filters stay in the address', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: 'Ledger', exact: true }).click();
  const rows = page.locator('tbody tr');
  await expect(rows).toHaveCount(38);
  await choose(page, 'sign', 'Dizzy');
  await expect(rows).toHaveCount(1);
  await expect(rows).toContainText('Old Pell Ardwick');
  await page.reload();
  await expect(rows).toHaveCount(1);
  await page.getByLabel('from', { exact: true }).fill('2020-01-02');
  await page.getByLabel('to', { exact: true }).fill('2020-01-01');
  await page.getByLabel('to', { exact: true }).press('Tab');
  await expect(page.getByRole('alert')).toContainText('The last day lies before the first');
  await page.getByRole('button', { name: 'Clear the filters' }).click();
  await expect(rows).toHaveCount(38);
  await choose(page, 'technique', 'Kapālabhāti');
  await expect(page.getByText('No sitting answers to these filters.')).toBeVisible();
});

test("a student's trends are drawn; a sitting stands against its plan, and a correction keeps what was", async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Ledger', exact: true }).click();
  await choose(page, 'student', 'Hesper Vane');
  await page.getByText('Trends and days practised').click();
  await expect(page.getByText('Practised on 7 of the last 28 days.').last()).toBeVisible();
  await expect(page.locator('.plot .main-svg').first()).toBeVisible();
  await page.getByText('Effort, as a table').click();
  await expect(page.getByRole('columnheader', { name: 'effort, 0 to 10' })).toBeVisible();

  await page.getByLabel('effort at least').fill('7');
  await page.getByLabel('effort at least').press('Tab');
  await page.locator('tbody tr', { hasText: 'Tight chest' }).getByRole('link').click();
  await expect(page.getByText('As it was planned; the line is where it was stopped.')).toBeVisible();
  await expect(page.locator('nv-score-staff .cursor')).toHaveCount(1);
  await page.getByRole('radio', { name: '6', exact: true }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Before it was corrected' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /until .* effort 7/ })).toContainText(
    'Tight chest',
  );
});
