import { expect, signIn, startLeading, takeAudioClock, test, keepOnRecord } from './application.js';
import { beginWith, newSession, openPart } from './student-page.js';
import { choose } from './kit.js';
import { closeSheet, openOfSession, pickTechnique, withPassage, openSession } from './bench.js';
import {
  benchWords,
  capacityWords,
  frameWords,
  intakeWords,
  leadWords,
  scoreWords,
  shelfWords,
  studentWords,
} from './words.js';

test('any technique is put on the Bench, its numbers edited, refused where they are none, and led', async ({
  page,
}) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await newSession(page, 'Ingrid Sól');
  await page.getByLabel(benchWords.benchPage.titleOfTheSession).fill('Gorse and wind');
  await page.getByRole('button', { name: benchWords.passageList.addAPassage }).click();
  await page.getByLabel('Find a technique').fill('kapalbhati');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Skull-brightening breath/ })
    .click();
  const rate = page.getByRole('spinbutton', { name: benchWords.strokeForm.strokesAMinute });
  await rate.fill('400');
  await expect(page.getByRole('alert')).toContainText('The nearest is 120.');
  await rate.fill('60');
  await page.getByRole('spinbutton', { name: benchWords.strokeForm.sets, exact: true }).fill('2');
  await page.getByRole('radio', { name: scoreWords.breathScore.passage, exact: true }).click();
  await expect(page.locator('nv-breath-score text.strokes').first()).toHaveText('15');
  await page.getByRole('button', { name: scoreWords.breathScore.legend }).click();
  await expect(page.getByText('a longer tooth for each tenth')).toBeVisible();

  // The alternate-nostril passage that a session begins with is taken out.
  await page
    .locator('nv-passage-list')
    .getByRole('button', { name: /Alternate-nostril breath/ })
    .click();
  await withPassage(page, benchWords.passageList.takeOut);
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('2 sets of 15 strokes at 60 a minute')).toBeVisible();

  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await startLeading(page);
  await clock.untilRound('Set 1 of 2');
  await clock.pass(3);
  await page.keyboard.press('t');
  await clock.pass(1.2);
  await expect(page.locator('.phase')).not.toContainText(capacityWords.capacityPage.strokes);
  // The recovery breath, and half a minute of rest before a tap may end it.
  await clock.pass(16);
  await page.keyboard.press('Space');
  await expect(page.getByRole('status')).toContainText('s more at the least');
  await clock.pass(30);
  await page.keyboard.press('Space');
  await expect(page.locator('.round')).toHaveText('Set 2 of 2');
  await clock.pass(600);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await keepOnRecord(page);
  await expect(page.getByRole('row').nth(1)).toContainText(
    /Skull-brightening breath, 1 of 2 sets: strokes \d+, 15/,
  );
});

test('a variant is copied on the Shelf and is used like the rest', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
  await page.getByRole('searchbox', { name: shelfWords.list.find }).fill('ujjai');
  await page.getByRole('link', { name: /Victorious breath/ }).click();
  await page.getByRole('button', { name: shelfWords.roundPlayer.playOneRound }).click();
  await expect(page.locator('nv-round-player [aria-live]')).toHaveText(/Inhale|Turn|Exhale/);
  await page.getByRole('button', { name: leadWords.leadControls.stop }).click();
  await page.getByRole('button', { name: shelfWords.techniquePage.copyToAVariant }).click();
  await page.getByRole('button', { name: shelfWords.variantEditor.addItTo }).click();
  await expect(page.getByRole('alert')).toContainText('needs a name');
  await page.getByLabel(shelfWords.variantEditor.name).fill('Ujjayi');
  await page.getByRole('button', { name: shelfWords.variantEditor.addItTo }).click();
  await expect(page.getByRole('alert')).toContainText('already');
  await page.getByLabel(shelfWords.variantEditor.name).fill('Sea behind the wall');
  await page.getByRole('spinbutton', { name: 'base start' }).fill('3');
  await page.getByRole('button', { name: shelfWords.variantEditor.addItTo }).click();
  await expect(page.getByRole('heading', { name: 'Sea behind the wall' })).toBeVisible();

  await openSession(page, 'Asleep by daylight');
  await pickTechnique(page, 'behind');
  await expect(page.getByRole('heading', { name: 'Sea behind the wall' })).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: capacityWords.phases.inhale, exact: true })).toHaveValue(
    '3',
  );
  await expect(page.getByText(/^Saved/)).toBeVisible();
});

test('a choice where schools differ changes what is drawn, for all sessions or for one', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
  await page.getByRole('link', { name: shelfWords.list.conventions }).click();
  await choose(page, 'A round of alternate-nostril is', 'one side');
  await expect(page.getByText(shelfWords.conventionsPage.saved)).toBeVisible();
  await page.getByRole('radio', { name: shelfWords.conventionsPage.namingEnglish }).click();
  await expect(page.getByText(shelfWords.conventionsPage.saved)).toBeVisible();

  await openSession(page, 'After the furnace');
  await expect(page.getByRole('heading', { name: 'Alternate-nostril breath' })).toBeVisible();
  await expect(
    page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }),
  ).toHaveValue('20');
  await openOfSession(page, benchWords.benchPage.whereSchoolsDiffer);
  await choose(page, 'A round of alternate-nostril is', 'both sides');
  await closeSheet(page);
  await expect(
    page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }),
  ).toHaveValue('10');
  await expect(page.getByText(/^Saved/)).toBeVisible();

  await page.goto('/shelf/conventions');
  await page.getByRole('button', { name: shelfWords.conventionsPage.backToTheDefaults }).click();
  await page.getByRole('radio', { name: 'with diacritics' }).click();
  await expect(page.getByText(shelfWords.conventionsPage.saved)).toBeVisible();
});

test('a rolled tongue is refused for a tongue that does not roll, with what to do instead', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: studentWords.list.add }).click();
  await page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true }).fill('Perrin Oake');
  await page.getByLabel(studentWords.studentForm.yearOfBirth).fill('1990');
  await page.getByRole('button', { name: intakeWords.next }).click();
  await page.getByRole('tab', { name: intakeWords.steps.seat }).click();
  await page.getByLabel(shelfWords.variantForm.tongue).click();
  await page.getByRole('option', { name: studentWords.studentForm.doesNotRoll }).click();
  await page.getByRole('button', { name: intakeWords.next }).click();
  await expect(page.getByRole('button', { name: intakeWords.capacity.skip })).toBeVisible();
  await page.getByRole('link', { name: intakeWords.toStudent }).first().click();
  await openPart(page, 'sessions');
  await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  await pickTechnique(page, 'sheetali', 'change');
  await expect(page.getByRole('alert').first()).toContainText('over the teeth or the flat tongue instead');
});
