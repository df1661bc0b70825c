import { expect, test } from './application.js';

test('what is known of a student is put on record and keeps what is not for them from being led', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Bastien Quill' }).click();
  await expect(page.getByText('Glaucoma in the left eye.')).toBeVisible();
  await page.getByLabel('what is true').selectOption({ label: 'neck injury' });
  await page.getByLabel('note on the fact').fill('Old whiplash.');
  await page.getByRole('button', { name: 'Put on record' }).click();
  await expect(page.getByText('Old whiplash.')).toBeVisible();

  await page.getByRole('button', { name: 'New session' }).click();
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByLabel('Find a technique').fill('bellows');
  await page.keyboard.press('Enter');
  const against = page.locator('nv-finding-list');
  await expect(against).toContainText('No');
  await expect(against).toContainText(
    'forceful breathing. Whatever raises the pressure in the eyes is left out.',
  );
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await expect(page.getByText('This cannot be led for Bastien Quill as it is.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start' })).toHaveCount(0);

  await page.getByRole('link', { name: 'Back to the Bench' }).click();
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByLabel('Find a technique').fill('three-part');
  await page.keyboard.press('Enter');
  await expect(against).toHaveCount(0);
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await expect(page.getByRole('button', { name: 'Start' })).toBeVisible();
});
