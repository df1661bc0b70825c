import { expect, test } from './application.js';

test('numbers are edited where they stand; picture, totals and saving follow', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).click();
  const exhale = page.getByRole('spinbutton', { name: 'exhale' });
  await expect(exhale).toHaveValue('9');
  await exhale.press('ArrowUp');
  await expect(exhale).toHaveValue('10');
  await expect(page.locator('nv-breath-score text.out-left').first()).toHaveText('10');
  await expect(page.getByText('Six-step round of 38 s')).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(exhale).toHaveValue('9');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(exhale).toHaveValue('10');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(exhale).toHaveValue('10');
});

test('two tabs on one session end in a choice, not in a lost edit', async ({ signedIn: page, context }) => {
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('link', { name: 'Curtains drawn', exact: true }).click();
  const base = (tab: typeof page) => tab.getByRole('spinbutton', { name: 'base' });
  await base(page).waitFor();
  const other = await context.newPage();
  await other.goto(page.url());
  // Both have the same version before either is changed.
  await base(other).waitFor();
  await base(page).fill('5');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await base(other).fill('3');
  await expect(other.getByText('changed somewhere else')).toBeVisible();
  await expect(other.getByRole('region', { name: 'Yours, not saved yet' })).toContainText('in 3 · out 6');
  await expect(other.getByRole('region', { name: 'The one that was saved' })).toContainText('in 5 · out 10');
  await other.getByRole('button', { name: 'Keep mine' }).click();
  await expect(other.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(base(page)).toHaveValue('3');
});

test('a ratio that is none is refused where it stands', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('link', { name: 'Two ropes', exact: true }).click();
  await page.getByRole('textbox', { name: 'ratio' }).fill('1::2');
  await expect(page.getByRole('alert')).toHaveText('Part 2 is missing: type 0 for a phase that is left out.');
  await expect(page.getByRole('spinbutton', { name: 'inhale' })).toHaveValue('3');
});
