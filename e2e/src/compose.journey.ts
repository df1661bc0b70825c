import { expect, readyToLead, test } from './application.js';

test('three sessions are composed, explained and compared; one is taken, fitted into the time and can be led', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Dov Lerner' }).click();
  await page.getByRole('link', { name: 'Compose' }).click();
  await expect(page.getByRole('checkbox', { name: 'sleep' })).toBeChecked();
  await page.getByLabel('minutes').fill('600');
  await page.getByRole('button', { name: 'Compose' }).click();
  await expect(page.getByRole('alert')).toContainText('A session takes 3 to 180 minutes.');
  await page.getByLabel('minutes').fill('20');
  await page.getByRole('checkbox', { name: 'energy' }).check();
  await page.getByRole('button', { name: 'Compose' }).click();
  await expect(page.getByRole('alert')).toContainText('pull apart');
  await page.getByRole('checkbox', { name: 'energy' }).uncheck();
  await page.getByRole('button', { name: 'Compose' }).click();

  await expect(page.getByRole('button', { name: 'Take this one' })).toHaveCount(3);
  const gentle = page.getByRole('region', { name: 'Gentle' });
  await expect(gentle).toContainText('20:00');
  await gentle.getByText('Left out, and why').click();
  await expect(gentle).toContainText('It wakes, and the goal is sleep.');
  await gentle.getByRole('button', { name: 'Take this one' }).click();

  await expect(page.getByLabel('title of the session')).toHaveValue('Gentle: sleep');
  await expect(page.getByText('20:00 in all')).toBeVisible();
  await page.getByLabel('make it, minutes').fill('12');
  await page.getByRole('button', { name: 'Fit the time' }).click();
  await expect(page.getByText('12:00 in all')).toBeVisible();
  await expect(page.getByText(/rounds instead of/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('20:00 in all')).toBeVisible();
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await readyToLead(page);
});

test('what is out of order is named and put right', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: 'Ingrid Sól' }).click();
  await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
  await page.getByRole('button', { name: /Kapālabhāti/ }).click();
  for (let step = 0; step < 5; step++) await page.getByRole('button', { name: 'Down' }).click();
  const order = page.locator('nv-order-list');
  await expect(order).toContainText('Vigorous comes before quiet. Move it earlier.');
  await order
    .getByRole('button', { name: /move it up by/ })
    .first()
    .click();
  await expect(order).not.toContainText('Vigorous comes before quiet.');
});
