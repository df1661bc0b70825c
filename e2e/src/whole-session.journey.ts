import fs from 'node:fs/promises';
import { expect, test } from './application.js';
import { beginWith, openStudent } from './student-page.js';
import { choose, find } from './kit.js';
import { openOfSession, openPart, openSession } from './bench.js';
import {
  benchWords,
  classWords,
  frameWords,
  leadWords,
  sayWords,
  sessionWords,
  studentWords,
  timeWords,
} from './words.js';

test('a template is written for nobody, fitted to a student, and kept for a class', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: frameWords.places.bench, exact: true }).click();
  await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
  await find(page, sessionWords.add.owner, 'templ', 'a template, for nobody yet');
  await beginWith(page, 'nadi shodhana');
  await page.getByLabel(benchWords.benchPage.titleOfTheSession).fill('Slow tide');
  await openPart(page, 'Say');
  await page.getByLabel(sayWords.sayNote.sayAloud).fill('Let the shoulders go.');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await expect(page.getByText(/^A template: nobody is screened for it\./)).toBeVisible();
  await expect(page.getByRole('button', { name: benchWords.benchPage.leadThisSession })).toHaveCount(0);

  await openOfSession(page, benchWords.benchPage.fitItTo);
  await choose(page, benchWords.refitForm.fitItTo, 'Old Pell Ardwick');
  await expect(page.getByText(/seat: chair/).first()).toBeVisible();
  await page.getByRole('button', { name: benchWords.refitForm.makeItASession }).click();
  await expect(page.getByRole('link', { name: 'Old Pell Ardwick' })).toBeVisible();
  await expect(page.getByLabel(benchWords.benchPage.titleOfTheSession)).toHaveValue('Slow tide');
  await openPart(page, 'Say');
  await expect(page.getByLabel(sayWords.sayNote.sayAloud)).toHaveValue('Let the shoulders go.');

  await openOfSession(page, benchWords.benchPage.forSomebodyElse);
  await choose(page, benchWords.refitForm.fitItTo, 'Tuesday loft class');
  await page.getByRole('button', { name: benchWords.refitForm.copyIt }).click();
  await expect(page.getByRole('heading', { name: benchWords.findingsPane.whoComes })).toBeVisible();
  await page.getByRole('button', { name: benchWords.benchPage.runningSheet }).click();
  await expect(page.getByText('“Let the shoulders go.”')).toBeVisible();
});

test('a class has who comes, and says of each what speaks against its session', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: studentWords.list.classes }).click();
  await page.getByRole('button', { name: classWords.classList.addIt }).click();
  await expect(page.getByRole('alert')).toContainText('Give the class a name');
  await page.getByLabel(classWords.classList.nameOfTheClass).fill('Boathouse');
  await page.getByRole('button', { name: classWords.classList.addIt }).click();
  await page.getByRole('button', { name: classWords.classPage.addSomebody }).click();
  await page.getByRole('checkbox', { name: 'Marisol Tenby' }).check();
  await page.getByRole('checkbox', { name: 'Dov Lerner' }).check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Dov Lerner' })).toBeVisible();
  await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  const comes = page.locator('nv-class-panel li');
  await expect(comes).toHaveCount(2);
  await page.getByRole('textbox', { name: benchWords.passageSettings.ratio }).fill('1:2:2');
  await expect(comes.filter({ hasText: 'Marisol Tenby' })).toContainText('No Pregnant');
  await comes.getByRole('button', { name: 'Fit it to Marisol Tenby' }).click();
  await expect(page.getByRole('combobox', { name: benchWords.refitForm.fitItTo, exact: true })).toHaveText(
    'Marisol Tenby',
  );
  await page.getByRole('button', { name: benchWords.refitForm.makeItASession }).click();
  await expect(page.getByRole('link', { name: 'Marisol Tenby' })).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'internal hold' })).toHaveValue('0');
});

test('score, passages, findings and totals lead to each other; what is left over finds a place', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Ingrid Sól', 'sessions');
  await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
  const order = page.locator('nv-order-list');
  await order.getByRole('button', { name: 'Right-entry breath' }).click();
  await expect(page.getByRole('heading', { name: 'Right-entry breath' })).toBeVisible();
  await expect(order.locator('.notice.here')).toContainText('Right-entry breath');
  await openOfSession(page, benchWords.benchPage.timeAndTotals);
  await page.getByRole('button', { name: 'Longest hold' }).click();
  await expect(page.locator('nv-breath-score [aria-live]')).toContainText('hold');
  // Walking on the score into the next passage chooses it.
  await page.getByLabel(/^Breath score/).press('End');
  await expect(page.getByRole('heading', { name: 'Closing stillness' })).toBeVisible();
  await openOfSession(page, benchWords.benchPage.timeAndTotals);
  await page.getByLabel(timeWords.timePanel.timeThereIsMinutes).fill('24');
  await page.getByText(timeWords.timePanel.weightsAndLocks).click();
  await page.getByLabel('lock Skull-brightening breath').check();
  await page.getByRole('button', { name: /Closing stillness: .* longer/ }).click();
  await expect(page.getByText(/planned: it fills the time/)).toBeVisible();
});

test('a session is saved as sound and as captions for practice at home', async ({ signedIn: page }) => {
  await openSession(page, 'Two ropes');
  const sound = page.waitForEvent('download');
  await openOfSession(page, benchWords.benchPage.soundAndCaptions);
  await page.getByRole('button', { name: leadWords.soundTrack.sound.wav }).click();
  const track = await sound;
  expect(track.suggestedFilename()).toBe('Two ropes.wav');
  const bytes = await fs.readFile(await track.path());
  expect([bytes.toString('latin1', 0, 4), bytes.toString('latin1', 8, 12)]).toEqual(['RIFF', 'WAVE']);
  expect(bytes.readUInt32LE(24)).toBe(22_050);
  const captions = page.waitForEvent('download');
  await page.getByRole('button', { name: leadWords.soundTrack.captionsWebvtt }).click();
  const text = await fs.readFile(await (await captions).path(), 'utf8');
  expect(text.startsWith('WEBVTT')).toBe(true);
  expect(text).toContain('Round 1: Inhale');
});

test('breaths dose a passage in whole rounds', async ({ signedIn: page }) => {
  await openSession(page, 'Slow hands');
  await page.getByRole('spinbutton', { name: 'breaths' }).fill('21');
  await page.getByRole('spinbutton', { name: 'breaths' }).press('Enter');
  await expect(
    page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }),
  ).toHaveValue(/^1[01]$/);
});
