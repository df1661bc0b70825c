import { expect, test } from './application.js';
import { fromMore, openPart, openStudent } from './student-page.js';
import { answer, choose } from './kit.js';

test('a student is changed, archived and brought back', async ({ signedIn: page }) => {
  await openStudent(page, 'Juno Abara');
  await fromMore(page, 'Edit details');
  const note = page.getByRole('dialog').getByLabel('Note', { exact: true });
  await note.fill('Sang at the regatta, no panic.');
  await expect(page.getByText('not saved yet')).toBeVisible();
  // What was typed is not lost by closing the sheet.
  await page.keyboard.press('Escape');
  await answer(page, 'Stay');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.reload();
  await fromMore(page, 'Edit details');
  await expect(note).toHaveValue('Sang at the regatta, no panic.');
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  // Archiving can be undone where it was done, and brought back from the list.
  await fromMore(page, 'Archive');
  await page.getByRole('button', { name: 'Undo' }).click();
  await fromMore(page, 'Archive');
  await expect(page.getByText('Juno Abara is archived.')).toBeVisible();
  await page.getByRole('link', { name: 'Students', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Hesper Vane' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Juno Abara' })).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'Show archived' }).check();
  await page.getByRole('link', { name: 'Juno Abara' }).click();
  await fromMore(page, 'Bring back');
  await page.getByRole('link', { name: 'Students', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Juno Abara' })).toBeVisible();
});

test('students are found, filtered and sorted, and the address keeps it', async ({ signedIn: page }) => {
  const rows = page.locator('nv-student-list [role=row] a');
  await expect(rows).toHaveCount(8);
  await page.getByLabel('Find by name').fill('bast');
  await expect(rows).toHaveText(['Bastien Quill']);
  await page.getByRole('button', { name: 'Clear filters' }).click();
  await choose(page, 'What is true', 'asthma');
  await expect(rows).toHaveText(['Hesper Vane']);
  await page.reload();
  await expect(rows).toHaveText(['Hesper Vane']);
  await page.getByRole('button', { name: 'Clear filters' }).click();
  await choose(page, 'Class', 'Tuesday loft class');
  await expect(rows).not.toHaveCount(8);
  await choose(page, 'Class', 'any or none');
  await choose(page, 'Needs', 'a capacity check');
  await expect(rows).toHaveText(['Old Pell Ardwick']);
  await page.getByRole('button', { name: 'Clear filters' }).click();
  await page.getByRole('columnheader', { name: 'Last seen' }).click();
  await expect(page).toHaveURL(/sort=lastSeen/);
  await expect(rows.first()).toHaveText('Wren Castellan');
});

test('a part of a student’s page asks before what is typed in it is lost; a step of the intake keeps it', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Juno Abara', 'Health and clearances');
  await page.getByLabel('note on the fact').fill('Before solos.');
  await openPart(page, 'Overview');
  await answer(page, 'Stay');
  await expect(page.getByLabel('note on the fact')).toHaveValue('Before solos.');
  await openPart(page, 'Overview');
  await answer(page, 'Leave');
  await expect(page.locator('nv-student-overview')).toBeVisible();

  await fromMore(page, 'Intake');
  const note = page.getByLabel('Note', { exact: true });
  await note.fill('Sings alto.');
  await page.getByRole('tab', { name: 'Health' }).click();
  await expect(page.getByLabel('Find a condition')).toBeVisible();
  await page.getByRole('tab', { name: 'Who' }).click();
  await expect(note).toHaveValue('Sings alto.');
});

test('a year of birth in the future is refused at the field and nothing typed is lost', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Add a student' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Nobody Yet');
  await page.getByLabel('Year of birth').fill('2190');
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('The year of birth is in the future', { exact: false })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Nobody Yet');
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
