import { expect, test } from './application.js';

test('a student is changed, archived and brought back', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: 'Juno Abara' }).click();
  await page.getByLabel('Note', { exact: true }).fill('Sang at the regatta, no panic.');
  await expect(page.getByText('not saved yet')).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('not saved yet')).toBeHidden();
  await page.reload();
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('Sang at the regatta, no panic.');

  await page.getByRole('button', { name: 'Archive' }).click();
  await expect(page.getByRole('button', { name: 'Bring back' })).toBeVisible();
  await page.getByRole('link', { name: 'Students' }).click();
  await expect(page.getByRole('link', { name: 'Juno Abara' })).toHaveCount(0);
  await page.getByText('show 1 archived').click();
  await page.getByRole('link', { name: 'Juno Abara' }).click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('button', { name: 'Archive' })).toBeVisible();
});

test('a year of birth in the future is refused at the field and nothing typed is lost', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Add a student' }).click();
  await page.getByLabel('Name').fill('Nobody Yet');
  await page.getByLabel('Year of birth').fill('2190');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('The year of birth is in the future', { exact: false })).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('Nobody Yet');
});

test('who is not signed in is sent to sign in and back to where they wanted', async ({ page }) => {
  await page.goto('/ledger');
  await page.getByLabel('E-mail').fill('tamsin@orrins-quay.example');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('do not match');
  await page.getByLabel('Password').fill('above the rope loft');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page).toHaveURL(/\/ledger$/);
  await page.getByRole('link', { name: 'You', exact: true }).click();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page).toHaveURL(/\/sign-in/);
});
