import { expect, startLeading, test, keepOnRecord } from './application.js';
import { beginWith, newSession, openPart, openStudent } from './student-page.js';
import { unfold } from './kit.js';
import { closeSheet, openOfSession, pickTechnique } from './bench.js';

test('a technique that asks for an approval is led once it is recorded where the finding stands', async ({
  signedIn: page,
}) => {
  await newSession(page, 'Ingrid Sól');
  await pickTechnique(page, 'bellows', 'change');
  const asked = page.locator('nv-finding-item').filter({ hasText: 'not approved of by a teacher yet' });
  await asked.getByRole('button', { name: 'What can be done' }).click();
  await asked.getByLabel('Approved by').fill('x');
  await asked.getByRole('button', { name: 'Record approval of' }).click();
  await expect(asked.getByRole('alert')).toBeVisible();
  await asked.getByLabel('Approved by').fill('Tamsin Hale-Okoro');
  await asked.getByRole('button', { name: 'Record approval of' }).click();
  await expect(asked).toHaveCount(0);

  await openStudent(page, 'Ingrid Sól', 'Health and clearances');
  const approvals = page.locator('nv-approval-list');
  await expect(approvals).toContainText('Tamsin Hale-Okoro');
  await approvals.getByRole('button', { name: 'Withdraw' }).first().click();
  await expect(approvals).not.toContainText('bellows');
  await openPart(page, 'History');
  await expect(page.getByText('approval withdrawn')).toBeVisible();
});

test('after an emergency sign nothing is led until a clearance for that sign is on file', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Lead', exact: true }).click();
  await page.getByRole('link', { name: 'Lead Asleep by daylight' }).click();
  await startLeading(page);
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByLabel('Chest pain').check();
  await expect(page.getByText('Emergency number here')).toBeVisible();
  await keepOnRecord(page);
  await expect(page.getByRole('heading', { name: 'Ledger' })).toBeVisible();

  await page.goto('/students');
  await page.getByRole('link', { name: 'Dov Lerner' }).click();
  await expect(
    page.getByText('Nothing is practised until a clearance for this sign is on file.'),
  ).toBeVisible();
  await openPart(page, 'Health and clearances');
  await unfold(page, 'File a clearance');
  // The form offers the sign, and a name that says nothing is refused.
  await expect(page.getByRole('combobox', { name: 'for', exact: true })).toHaveText('Chest pain (the sign)');
  await page.getByRole('textbox', { name: 'clinician' }).fill('Dr. Feld');
  const today = await page.evaluate(() => new Date().toISOString().slice(0, 10));
  await page.getByRole('textbox', { name: 'given on' }).fill(today);
  await page.getByRole('textbox', { name: 'holds through' }).fill(today);
  await page.getByRole('button', { name: 'File it' }).click();
  await expect(page.locator('nv-clearance-list')).toContainText('practice again after Chest pain');
  await expect(page.getByText('Nothing is practised until')).toHaveCount(0);
});

test('a child is not led far over what was measured, in whatever way it is tried', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Add a student' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Wren Tolliver');
  await page.getByLabel('Year of birth').fill(String(new Date().getFullYear() - 10));
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('heading', { name: 'Intake: Wren Tolliver' }).waitFor();
  await openStudent(page, 'Wren Tolliver', 'Capacity');
  await page.getByLabel('Inhale').fill('5');
  await page.getByLabel('Exhale').fill('6');
  await page.getByRole('button', { name: 'Record capacity of today' }).click();
  await expect(page.getByText(/last recorded/)).toBeVisible();
  await openPart(page, 'Sessions');
  await page.getByRole('button', { name: 'New session', exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  await page.getByLabel('ratio').fill('30:0:60');
  const far = page.locator('nv-finding-item').filter({ hasText: 'far longer than was easy' });
  await expect(far.first()).toBeVisible();
  await openOfSession(page, 'Sound and captions');
  await expect(page.getByRole('button', { name: 'Sound (WAV)' })).toBeDisabled();
  await closeSheet(page);
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await expect(page.getByText('This cannot be led for Wren Tolliver yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start' })).toBeDisabled();
  await page.keyboard.press('Space');
  await expect(page.getByText('This cannot be led for Wren Tolliver yet.')).toBeVisible();
});
