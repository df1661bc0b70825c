import { expect, newAccount, takeAudioClock, test } from './application.js';
import { frameWords, leadWords, signInWords, studentWords } from './words.js';

// As it comes: what moves is waited for.
test.use({ contextOptions: { reducedMotion: 'no-preference' } });

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
  await page.getByLabel(signInWords.signIn.eMail).fill(email);
  await page.getByLabel(signInWords.signIn.password).fill(password);
  await page.getByRole('button', { name: signInWords.signIn.signIn }).click();

  await press('link', 'Add a student');
  await page
    .getByRole('textbox', { name: studentWords.studentForm.name, exact: true })
    .fill('Ness Arkwright');
  await page.getByLabel(studentWords.studentForm.yearOfBirth).fill('1984');
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
  await expect(page.getByRole('button', { name: leadWords.leadControls.pause })).toBeVisible();
  await press('button', /^Stop/);
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
  await press('button', 'Keep on record');
  await press('link', 'To the Ledger');
  await expect(page.getByRole('heading', { name: frameWords.places.ledger })).toBeVisible();
  expect(presses).toBeLessThanOrEqual(25);
});
