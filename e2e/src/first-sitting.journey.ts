import {
  expect,
  signIn,
  startLeading,
  takeAudioClock,
  test,
  keepOnRecord,
  tellEffort,
} from './application.js';
import { beginWith, openPart } from './student-page.js';

test('from a new student to a sitting on record', async ({ page }) => {
  const clock = await takeAudioClock(page);
  await signIn(page);

  await page.getByRole('link', { name: 'Add a student' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Orla Fenwick');
  await page.getByLabel('Year of birth').fill('1979');
  await page.getByLabel('Note').fill('Ties the best knots on the quay.');
  await page.getByRole('button', { name: 'Next' }).click();
  // The intake follows at once; until it is finished nothing is led, and it says what is missing.
  await expect(page.getByRole('heading', { name: 'Intake: Orla Fenwick' })).toBeVisible();
  await page.getByRole('tab', { name: 'Done' }).click();
  await expect(page.getByText('The intake is not finished: ask everything of it once.')).toBeVisible();
  await page.getByRole('button', { name: 'Go to it' }).click();
  // Conditions are found by a part of their name; what is ticked stays in sight.
  await page.getByLabel('Find a condition').fill('migr');
  await expect(page.getByRole('checkbox', { name: 'asthma' })).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'migraine' }).check();
  await page.getByLabel('migraine, note').fill('Twice a year.');
  await page.getByLabel('migraine, note').press('Tab');
  await page.getByRole('button', { name: 'Everything was asked today' }).click();
  await page.getByRole('checkbox', { name: 'chair' }).check();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Skip for now' }).click();
  await expect(page.getByText('Nothing is missing.')).toBeVisible();
  await page.getByRole('link', { name: 'To the student' }).first().click();
  await expect(page.getByRole('heading', { name: 'Orla Fenwick' })).toBeVisible();
  await expect(page.getByText('Twice a year.')).toBeVisible();

  // In 6, hold 14, out 11 sustainable at 0.7 and 0.5 in the first sittings.
  await openPart(page, 'Capacity');
  await page.getByLabel('Inhale').fill('8.6');
  await page.getByLabel('Hold', { exact: true }).fill('28');
  await page.getByLabel('Exhale').fill('15.8');
  await expect(page.getByText('sustainable 14 s')).toBeVisible();
  await page.getByRole('button', { name: 'Record capacity' }).click();
  await expect(page.getByText(/last recorded \d+ \w+ \d{4}/)).toBeVisible();

  await openPart(page, 'Sessions');
  await page.getByRole('button', { name: 'New session', exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  await expect(page.getByRole('button', { name: 'Lead this session' })).toBeEnabled();
  await page.getByLabel('title of the session').fill('First knots');

  // 1:4:2 within this capacity is 3:12:6, limited by the hold.
  await page.getByRole('textbox', { name: 'ratio' }).fill('1:4:2');
  await expect(page.getByText('Ratio in 1 · hold 4 · out 2 · empty 0')).toBeVisible();
  const fit = page.locator('nv-fit-panel');
  await expect(fit).toContainText('in 3 · hold 12 · out 6');
  await expect(fit).toContainText('The internal hold limits');
  await fit.getByRole('button', { name: 'Use these counts' }).click();
  await expect(page.getByRole('spinbutton', { name: 'internal hold' })).toHaveValue('12');
  await expect(page.locator('nv-breath-score text.hold-full').first()).toHaveText('12');

  await page.getByRole('spinbutton', { name: 'rounds', exact: true }).fill('3');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  // A fit flatters until three easy rounds are on record.
  await expect(fit).toContainText('Provisional: 0 of 3 easy rounds');

  await page.getByRole('button', { name: 'Lead this session' }).click();
  await expect(page.getByRole('heading', { name: 'Today', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start' })).toBeDisabled();
  await page.getByRole('radio', { name: '4 h or more' }).click();
  await startLeading(page);
  await clock.untilRound('Round 1 of 3');
  await page.keyboard.press('e');
  await expect(page.locator('.foot [role=status]')).toHaveText('From round 2 on: in 2 · hold 8 · out 4.');
  await clock.untilRound('Round 3 of 3');
  await expect(page.locator('header')).toContainText('in 2 · hold 8 · out 4');
  await clock.pass(300);
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await expect(page.getByText('What was done is on record.')).toBeVisible();

  // How it feels is asked as before, beside what was told then; nothing moves under the finger.
  await tellEffort(page, 4);
  const calm = page.getByRole('radiogroup', { name: /^calm/ });
  await calm.getByRole('radio', { name: '8', exact: true }).click();
  await page.getByLabel('Note').fill('Steady hands.');
  await keepOnRecord(page);

  await expect(page).toHaveURL(/\/ledger\?student=/);
  const row = page.getByRole('row').filter({ hasText: 'Steady hands.' });
  await expect(row).toContainText('3 rounds: in 3 · hold 12 · out 6');
  await expect(row).toContainText('from round 2 eased to in 2 · hold 8 · out 4');
  await expect(row.locator('.mat-column-effort')).toHaveText('4');
  await row.getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'First knots' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Note')).toHaveValue('Steady hands.');
  await expect(calm.getByRole('radio', { name: '8', exact: true })).toBeChecked();
});

test('a stop is quiet at once, says what to do first and keeps what was done', async ({ page }) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.getByRole('link', { name: 'Lead', exact: true }).click();
  await page.getByRole('link', { name: 'Lead Slack water' }).click();
  await startLeading(page);
  await clock.untilRound('Round 2 of 6');
  await page.keyboard.press('Escape');

  await expect(page.getByRole('heading', { name: 'Stopped' })).toBeVisible();
  const dizzy = page.getByLabel('Dizzy');
  const place = await dizzy.boundingBox();
  await dizzy.check();
  await expect(page.getByRole('alert')).toContainText('breathe naturally');
  expect(await dizzy.boundingBox()).toEqual(place);
  await page.getByLabel('Chest pain').check();
  const first = page.getByRole('alert').first();
  await expect(first).toContainText('call emergency help');
  await expect(first).toContainText('112');
  await keepOnRecord(page);

  const row = page.getByRole('row').filter({ hasText: 'Chest pain' });
  await expect(row).toContainText('1 of 6 rounds');
  await expect(row).toContainText('Dizzy');
});
