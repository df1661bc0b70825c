import { expect, test, tellEffort } from './application.js';
import { choose, find } from './kit.js';
import { frameWords, kitWords, ledgerWords } from './words.js';

test('the Ledger is filtered, ordered and turned, and the address keeps it', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  const rows = page.locator('tbody tr');
  await expect(rows).toHaveCount(25);
  await expect(page.getByText('38 sittings')).toBeVisible();
  await page.getByRole('button', { name: kitWords.pages.next }).click();
  await expect(rows).toHaveCount(13);
  await page.reload();
  await expect(rows).toHaveCount(13);
  await page.getByRole('button', { name: ledgerWords.table.columns.effort, exact: true }).click();
  await expect(rows).toHaveCount(25);
  await expect(rows.first().locator('.mat-column-effort')).toHaveText('7');
  await choose(page, ledgerWords.list.sign, 'Dizzy');
  await expect(rows).toHaveCount(1);
  await expect(rows).toContainText('Old Pell Ardwick');
  await page.reload();
  await expect(rows).toHaveCount(1);
  await page.getByLabel(ledgerWords.list.from, { exact: true }).fill('2020-01-02');
  await page.getByLabel(ledgerWords.list.to, { exact: true }).fill('2020-01-01');
  await page.getByLabel(ledgerWords.list.to, { exact: true }).press('Tab');
  await expect(page.getByRole('alert')).toContainText('The last day lies before the first');
  await page.getByRole('button', { name: ledgerWords.list.clear }).click();
  await expect(rows).toHaveCount(25);
  await find(page, ledgerWords.list.technique, 'skull', 'Skull-brightening breath');
  await expect(page.getByText(ledgerWords.list.none)).toBeVisible();
});

test("a student's trends are drawn; a sitting stands against its plan, and a correction keeps what was", async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  await find(page, ledgerWords.table.columns.student, 'hesper', 'Hesper Vane');
  await page.getByText(ledgerWords.list.trends).click();
  await expect(page.getByText('Practised on 7 of the last 28 days.').last()).toBeVisible();
  await expect(page.locator('.plot .main-svg').first()).toBeVisible();
  await page.getByText('Effort, as a table').click();
  await expect(page.getByRole('table', { name: ledgerWords.trends.effortUnit })).toBeVisible();

  await choose(page, ledgerWords.list.effort, '7');
  await page.locator('tbody tr', { hasText: 'Tight chest' }).getByRole('link').click();
  for (const side of ['Planned', 'Done'])
    await expect(page.getByRole('region', { name: side }).locator('nv-score-staff')).toBeVisible();
  await expect(page.getByText(/passages? differs?\.$|Every passage is the same/)).toBeVisible();
  await tellEffort(page, 6);
  await page.getByRole('button', { name: ledgerWords.sitting.save, exact: true }).click();
  await expect(page.getByRole('heading', { name: ledgerWords.sitting.corrected })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /until .* effort 7/ })).toContainText(
    'Tight chest',
  );

  await page.getByRole('button', { name: ledgerWords.sitting.correct }).click();
  const sheet = page.getByRole('dialog');
  const rounds = sheet.getByRole('spinbutton').first();
  const before = Number(await rounds.getAttribute('aria-valuenow'));
  await rounds.fill(String(before - 1));
  await sheet.getByRole('button', { name: ledgerWords.correct.save }).click();
  await expect(sheet).toHaveCount(0);
  await expect(page.getByText(new RegExp(`\\b${before - 1} of \\d+ rounds`)).first()).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /until .* effort 6/ })).toContainText(
    `${before} of`,
  );
});
