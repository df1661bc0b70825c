import {
  expect,
  signIn,
  signInByForm,
  startLeading,
  takeAudioClock,
  test,
  keepOnRecord,
  tellEffort,
} from './application.js';
import { beginWith, openPart } from './student-page.js';
import {
  benchWords,
  dayWords,
  frameWords,
  intakeWords,
  leadWords,
  ledgerWords,
  studentWords,
} from './words.js';

test('from a new student to a sitting on record', async ({ page }) => {
  const clock = await takeAudioClock(page);
  await signInByForm(page);

  await page.getByRole('link', { name: studentWords.list.add }).click();
  await page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true }).fill('Orla Fenwick');
  await page.getByLabel(studentWords.studentForm.yearOfBirth).fill('1979');
  await page.getByLabel(ledgerWords.effortAndNote.note).fill('Ties the best knots on the quay.');
  await page.getByRole('button', { name: intakeWords.next }).click();
  // The intake follows at once; until it is finished nothing is led, and it says what is missing.
  await expect(page.getByRole('heading', { name: 'Intake: Orla Fenwick' })).toBeVisible();
  await page.getByRole('tab', { name: 'Done' }).click();
  await expect(page.getByText('The intake is not finished: ask everything of it once.')).toBeVisible();
  await page.getByRole('button', { name: intakeWords.done.back }).click();
  // Conditions are found by a part of their name; what is ticked stays in sight.
  await page.getByLabel(intakeWords.health.find).fill('migr');
  await expect(page.getByRole('checkbox', { name: 'asthma' })).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'migraine' }).check();
  await page.getByLabel('migraine, note').fill('Twice a year.');
  await page.getByLabel('migraine, note').press('Tab');
  await page.getByRole('button', { name: intakeWords.health.everything }).click();
  await page.getByRole('checkbox', { name: 'chair' }).check();
  await page.getByRole('button', { name: intakeWords.next }).click();
  await page.getByRole('button', { name: intakeWords.capacity.skip }).click();
  await expect(page.getByText(intakeWords.done.ready)).toBeVisible();
  await page.getByRole('link', { name: intakeWords.toStudent }).first().click();
  await expect(page.getByRole('heading', { name: 'Orla Fenwick' })).toBeVisible();
  await expect(page.getByText('Twice a year.')).toBeVisible();

  // In 6, hold 14, out 11 sustainable at 0.7 and 0.5 in the first sittings.
  await openPart(page, 'capacity');
  await page.getByLabel(studentWords.capacityForm.inhale).fill('8.6');
  await page.getByLabel(studentWords.capacityForm.hold, { exact: true }).fill('28');
  await page.getByLabel(studentWords.capacityForm.exhale).fill('15.8');
  await expect(page.getByText('sustainable 14 s')).toBeVisible();
  await page.getByRole('button', { name: 'Record capacity' }).click();
  await expect(page.getByText(/last recorded \d+ \w+ \d{4}/)).toBeVisible();

  await openPart(page, 'sessions');
  await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  await expect(page.getByRole('button', { name: benchWords.benchPage.leadThisSession })).toBeEnabled();
  await page.getByLabel(benchWords.benchPage.titleOfTheSession).fill('First knots');

  // 1:4:2 within this capacity is 3:12:6, limited by the hold.
  await page.getByRole('textbox', { name: benchWords.passageSettings.ratio }).fill('1:4:2');
  await expect(page.getByText('Ratio in 1 · hold 4 · out 2 · empty 0')).toBeVisible();
  const fit = page.locator('nv-fit-panel');
  await expect(fit).toContainText('in 3 · hold 12 · out 6');
  await expect(fit).toContainText('The internal hold limits');
  await fit.getByRole('button', { name: benchWords.fitPanel.useTheseCounts }).click();
  await expect(page.getByRole('spinbutton', { name: 'internal hold' })).toHaveValue('12');
  await expect(page.locator('nv-breath-score text.hold-full').first()).toHaveText('12');

  await page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }).fill('3');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  // A fit flatters until three easy rounds are on record.
  await expect(fit).toContainText('Provisional: 0 of 3 easy rounds');

  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await expect(page.getByRole('heading', { name: frameWords.places.today, exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeDisabled();
  await page.getByRole('radio', { name: dayWords.dayCheckForm.fourHoursOrMore }).click();
  await startLeading(page);
  await clock.untilRound('Round 1 of 3');
  await page.keyboard.press('e');
  await expect(page.locator('.foot [role=status]')).toHaveText('From round 2 on: in 2 · hold 8 · out 4.');
  await clock.untilRound('Round 3 of 3');
  await expect(page.locator('header')).toContainText('in 2 · hold 8 · out 4');
  await clock.pass(300);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();

  // How it feels is asked as before, beside what was told then; nothing moves under the finger.
  await tellEffort(page, 4);
  const calm = page.getByRole('radiogroup', { name: /^calm/ });
  await calm.getByRole('radio', { name: '8', exact: true }).click();
  await page.getByLabel(ledgerWords.effortAndNote.note).fill('Steady hands.');
  await keepOnRecord(page);

  await expect(page).toHaveURL(/\/ledger\?student=/);
  const row = page.getByRole('row').filter({ hasText: 'Steady hands.' });
  await expect(row).toContainText('3 rounds: in 3 · hold 12 · out 6');
  await expect(row).toContainText('from round 2 eased to in 2 · hold 8 · out 4');
  await expect(row.locator('.mat-column-effort')).toHaveText('4');
  await row.getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'First knots' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(ledgerWords.effortAndNote.note)).toHaveValue('Steady hands.');
  await expect(calm.getByRole('radio', { name: '8', exact: true })).toBeChecked();
});

test('a stop is quiet at once, says what to do first and keeps what was done', async ({ page }) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: 'Lead Slack water' }).click();
  await startLeading(page);
  await clock.untilRound('Round 2 of 6');
  await page.keyboard.press('Escape');

  await expect(page.getByRole('heading', { name: leadWords.leadClosing.stopped })).toBeVisible();
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
