import { expect, startLeading, test, keepOnRecord } from './application.js';
import { beginWith, newSession, openPart, openStudent } from './student-page.js';
import { unfold } from './kit.js';
import { closeSheet, openOfSession, pickTechnique } from './bench.js';
import {
  AUDIT_WORDS,
  benchWords,
  findingWords,
  frameWords,
  intakeWords,
  leadWords,
  studentWords,
} from './words.js';

test('a technique that asks for an approval is led once it is recorded where the finding stands', async ({
  signedIn: page,
}) => {
  await newSession(page, 'Ingrid Sól');
  await pickTechnique(page, 'bellows', 'change');
  const asked = page.locator('nv-finding-item').filter({ hasText: 'not approved of by a teacher yet' });
  await asked.getByRole('button', { name: findingWords.findingItem.whatCanBeDone }).click();
  await asked.getByLabel(findingWords.approvalForm.approvedBy).fill('x');
  await asked.getByRole('button', { name: 'Record approval of' }).click();
  await expect(asked.getByRole('alert')).toBeVisible();
  await asked.getByLabel(findingWords.approvalForm.approvedBy).fill('Tamsin Hale-Okoro');
  await asked.getByRole('button', { name: 'Record approval of' }).click();
  await expect(asked).toHaveCount(0);

  await openStudent(page, 'Ingrid Sól', 'health');
  const approvals = page.locator('nv-approval-list');
  await expect(approvals).toContainText('Tamsin Hale-Okoro');
  await approvals.getByRole('button', { name: studentWords.approvalList.withdraw }).first().click();
  await expect(approvals).not.toContainText('bellows');
  await openPart(page, 'history');
  await expect(page.getByText(AUDIT_WORDS['approval-withdrawn'])).toBeVisible();
});

test('after an emergency sign nothing is led until a clearance for that sign is on file', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: 'Lead Asleep by daylight' }).click();
  await startLeading(page);
  await page.getByRole('button', { name: leadWords.leadControls.stop }).click();
  await page.getByLabel('Chest pain').check();
  await expect(page.getByText('Emergency number here')).toBeVisible();
  await keepOnRecord(page);
  await expect(page.getByRole('heading', { name: frameWords.places.ledger })).toBeVisible();

  await page.goto('/students');
  await page.getByRole('link', { name: 'Dov Lerner' }).click();
  await expect(
    page.getByText('Nothing is practised until a clearance for this sign is on file.'),
  ).toBeVisible();
  await openPart(page, 'health');
  await unfold(page, studentWords.clearanceList.fileAClearance);
  // The form offers the sign, and a name that says nothing is refused.
  await expect(page.getByRole('combobox', { name: studentWords.clearanceList.for, exact: true })).toHaveText(
    'Chest pain (the sign)',
  );
  await page.getByRole('textbox', { name: studentWords.clearanceList.clinician }).fill('Dr. Feld');
  const today = await page.evaluate(() => new Date().toISOString().slice(0, 10));
  await page.getByRole('textbox', { name: studentWords.clearanceList.givenOn }).fill(today);
  await page.getByRole('textbox', { name: studentWords.clearanceList.holdsThrough }).fill(today);
  await page.getByRole('button', { name: studentWords.clearanceList.fileIt }).click();
  await expect(page.locator('nv-clearance-list')).toContainText('practice again after Chest pain');
  await expect(page.getByText('Nothing is practised until')).toHaveCount(0);
});

test('a child is not led far over what was measured, in whatever way it is tried', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: studentWords.list.add }).click();
  await page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true }).fill('Wren Tolliver');
  await page.getByLabel(studentWords.studentForm.yearOfBirth).fill(String(new Date().getFullYear() - 10));
  await page.getByRole('button', { name: intakeWords.next }).click();
  await page.getByRole('heading', { name: 'Intake: Wren Tolliver' }).waitFor();
  await openStudent(page, 'Wren Tolliver', 'capacity');
  await page.getByLabel(studentWords.capacityForm.inhale).fill('5');
  await page.getByLabel(studentWords.capacityForm.exhale).fill('6');
  await page.getByRole('button', { name: studentWords.capacityForm.recordCapacityOfToday }).click();
  await expect(page.getByText(/last recorded/)).toBeVisible();
  await openPart(page, 'sessions');
  await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  await page.getByLabel(benchWords.passageSettings.ratio).fill('30:0:60');
  const far = page.locator('nv-finding-item').filter({ hasText: 'far longer than was easy' });
  await expect(far.first()).toBeVisible();
  await openOfSession(page, benchWords.benchPage.soundAndCaptions);
  await expect(page.getByRole('button', { name: leadWords.soundTrack.sound.wav })).toBeDisabled();
  await closeSheet(page);
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await expect(page.getByText('This cannot be led for Wren Tolliver yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeDisabled();
  await page.keyboard.press('Space');
  await expect(page.getByText('This cannot be led for Wren Tolliver yet.')).toBeVisible();
});
