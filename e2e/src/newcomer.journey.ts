import { expect, newAccount, takeAudioClock, test } from './application.js';

test('an empty account leads by the hand to a first safe session, in 25 presses at the most', async ({
  page,
  application,
}) => {
  const clock = await takeAudioClock(page);
  let presses = 0;
  const press = async (role: 'button' | 'link' | 'checkbox', name: string | RegExp): Promise<void> => {
    presses++;
    await page
      .getByRole(role, { name, exact: typeof name === 'string' })
      .first()
      .click();
  };
  const { email, password } = await newAccount(application);
  await page.goto('/');
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();

  await press('link', 'Add a student');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Ness Arkwright');
  await page.getByLabel('Year of birth').fill('1984');
  await press('button', 'Next');
  await press('button', 'Everything was asked today');
  await press('checkbox', 'calm');
  await press('button', 'Next');
  await press('button', 'Skip for now');
  await press('link', 'Propose sessions');
  await press('button', 'Compose');
  await press('button', 'Use this session');
  await press('button', 'Lead this session');
  await press('button', 'Today was asked');
  await press('button', /^Start/);
  await clock.pass(30);
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await press('button', /^Stop/);
  await expect(page.getByText('What was done is on record.')).toBeVisible();
  await press('button', 'Keep on record');
  await press('link', 'To the Ledger');
  await expect(page.getByRole('heading', { name: 'Ledger' })).toBeVisible();
  expect(presses).toBeLessThanOrEqual(25);
});
