import { expect, test } from './application.js';
import { fromMore, openPart, openStudent } from './student-page.js';
import { answer, choose } from './kit.js';
import {
  accountWords,
  frameWords,
  intakeWords,
  kitWords,
  ledgerWords,
  signInWords,
  studentWords,
} from './words.js';

test('a student is changed, archived and brought back', async ({ signedIn: page }) => {
  await openStudent(page, 'Juno Abara');
  await fromMore(page, studentWords.hub.edit);
  const note = page.getByRole('dialog').getByLabel(ledgerWords.effortAndNote.note, { exact: true });
  await note.fill('Sang at the regatta, no panic.');
  await expect(page.getByText(studentWords.studentForm.notSavedYet)).toBeVisible();
  // What was typed is not lost by closing the sheet.
  await page.keyboard.press('Escape');
  await answer(page, kitWords.unsaved.stay);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.reload();
  await fromMore(page, studentWords.hub.edit);
  await expect(note).toHaveValue('Sang at the regatta, no panic.');
  await page.getByRole('button', { name: kitWords.field.close, exact: true }).click();

  // Archiving can be undone where it was done, and brought back from the list.
  await fromMore(page, studentWords.hub.archive);
  await page.getByRole('button', { name: studentWords.hub.undo }).click();
  await fromMore(page, studentWords.hub.archive);
  await expect(page.getByText('Juno Abara is archived.')).toBeVisible();
  await page.getByRole('link', { name: frameWords.places.students, exact: true }).click();
  await expect(page.getByRole('link', { name: 'Hesper Vane' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Juno Abara' })).toHaveCount(0);
  await page.getByRole('checkbox', { name: studentWords.list.archived }).check();
  await page.getByRole('link', { name: 'Juno Abara' }).click();
  await fromMore(page, studentWords.hub.bringBack);
  await page.getByRole('link', { name: frameWords.places.students, exact: true }).click();
  await expect(page.getByRole('link', { name: 'Juno Abara' })).toBeVisible();
});

test('students are found, filtered and sorted, and the address keeps it', async ({ signedIn: page }) => {
  const rows = page.locator('nv-student-list [role=row] a');
  await expect(rows).toHaveCount(8);
  await page.getByLabel(studentWords.list.find).fill('bast');
  await expect(rows).toHaveText(['Bastien Quill']);
  await page.getByRole('button', { name: studentWords.list.clear }).click();
  await choose(page, studentWords.list.fact, 'asthma');
  await expect(rows).toHaveText(['Hesper Vane']);
  await page.reload();
  await expect(rows).toHaveText(['Hesper Vane']);
  await page.getByRole('button', { name: studentWords.list.clear }).click();
  await choose(page, studentWords.list.group, 'Tuesday loft class');
  await expect(rows).not.toHaveCount(8);
  await choose(page, studentWords.list.group, 'any or none');
  await choose(page, studentWords.list.needs, 'a capacity check');
  await expect(rows).toHaveText(['Old Pell Ardwick']);
  await page.getByRole('button', { name: studentWords.list.clear }).click();
  await page.getByRole('columnheader', { name: studentWords.list.columns.lastSeen }).click();
  await expect(page).toHaveURL(/sort=lastSeen/);
  await expect(rows.first()).toHaveText('Wren Castellan');
});

test('a part of a student’s page asks before what is typed in it is lost; a step of the intake keeps it', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Juno Abara', 'health');
  await page.getByLabel(studentWords.factList.noteOnTheFact).fill('Before solos.');
  await openPart(page, 'overview');
  await answer(page, kitWords.unsaved.stay);
  await expect(page.getByLabel(studentWords.factList.noteOnTheFact)).toHaveValue('Before solos.');
  await openPart(page, 'overview');
  await answer(page, kitWords.unsaved.leave);
  await expect(page.locator('nv-student-overview')).toBeVisible();

  await fromMore(page, studentWords.parts.intake);
  const note = page.getByLabel(ledgerWords.effortAndNote.note, { exact: true });
  await note.fill('Sings alto.');
  await page.getByRole('tab', { name: intakeWords.steps.health }).click();
  await expect(page.getByLabel(intakeWords.health.find)).toBeVisible();
  await page.getByRole('tab', { name: intakeWords.steps.who }).click();
  await expect(note).toHaveValue('Sings alto.');
});

test('a year of birth in the future is refused at the field and nothing typed is lost', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: studentWords.list.add }).click();
  await page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true }).fill('Nobody Yet');
  await page.getByLabel(studentWords.studentForm.yearOfBirth).fill('2190');
  await page.getByRole('button', { name: intakeWords.next }).click();
  await expect(page.getByText('The year of birth is in the future', { exact: false })).toBeVisible();
  await expect(page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true })).toHaveValue(
    'Nobody Yet',
  );
});

test('who is not signed in is sent to sign in and back to where they wanted', async ({ page }) => {
  await page.goto('/ledger');
  await page.getByLabel(signInWords.signIn.eMail).fill('tamsin@orrins-quay.example');
  await page.getByLabel(signInWords.signIn.password).fill('wrong');
  await page.getByRole('button', { name: signInWords.signIn.signIn }).click();
  await expect(page.getByRole('alert')).toContainText('do not match');
  await page.getByLabel(signInWords.signIn.password).fill('above the rope loft');
  await page.getByRole('button', { name: signInWords.signIn.signIn }).click();
  await expect(page).toHaveURL(/\/ledger$/);
  await page.getByRole('link', { name: frameWords.you, exact: true }).click();
  await page.getByRole('button', { name: accountWords.out.out, exact: true }).click();
  await expect(page).toHaveURL(/\/sign-in/);
});
