import { expect, signIn, startLeading, takeAudioClock, test, keepOnRecord } from './application.js';
import { beginWith, newSession, openPart } from './student-page.js';
import { choose } from './kit.js';
import { closeSheet, openOfSession, pickTechnique, withPassage } from './bench.js';

test('any technique is put on the Bench, its numbers edited, refused where they are none, and led', async ({
  page,
}) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await newSession(page, 'Ingrid Sól');
  await page.getByLabel('title of the session').fill('Gorse and wind');
  await page.getByRole('button', { name: 'Add a passage' }).click();
  await page.getByLabel('Find a technique').fill('kapalbhati');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Skull-brightening breath/ })
    .click();
  const rate = page.getByRole('spinbutton', { name: 'strokes a minute' });
  await rate.fill('400');
  await expect(page.getByRole('alert')).toContainText('The nearest is 120.');
  await rate.fill('60');
  await page.getByRole('spinbutton', { name: 'sets', exact: true }).fill('2');
  await page.getByRole('radio', { name: 'Passage', exact: true }).click();
  await expect(page.locator('nv-breath-score text.strokes').first()).toHaveText('15');
  await page.getByRole('button', { name: 'Legend' }).click();
  await expect(page.getByText('a longer tooth for each tenth')).toBeVisible();

  // The alternate-nostril passage that a session begins with is taken out.
  await page
    .locator('nv-passage-list')
    .getByRole('button', { name: /Alternate-nostril breath/ })
    .click();
  await withPassage(page, 'Take out');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('2 sets of 15 strokes at 60 a minute')).toBeVisible();

  await page.getByRole('button', { name: 'Lead this session' }).click();
  await startLeading(page);
  await clock.untilRound('Set 1 of 2');
  await clock.pass(3);
  await page.keyboard.press('t');
  await clock.pass(1.2);
  await expect(page.locator('.phase')).not.toContainText('strokes');
  // The recovery breath, and half a minute of rest before a tap may end it.
  await clock.pass(16);
  await page.keyboard.press('Space');
  await expect(page.getByRole('status')).toContainText('s more at the least');
  await clock.pass(30);
  await page.keyboard.press('Space');
  await expect(page.locator('.round')).toHaveText('Set 2 of 2');
  await clock.pass(600);
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await keepOnRecord(page);
  await expect(page.getByRole('row').nth(1)).toContainText(
    /Skull-brightening breath, 1 of 2 sets: strokes \d+, 15/,
  );
});

test('a variant is copied on the Shelf and is used like the rest', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByRole('searchbox', { name: 'Name or spelling' }).fill('ujjai');
  await page.getByRole('link', { name: /Victorious breath/ }).click();
  await page.getByRole('button', { name: 'Play one round' }).click();
  await expect(page.locator('nv-round-player [aria-live]')).toHaveText(/Inhale|Turn|Exhale/);
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'Copy to a variant of your own' }).click();
  await page.getByRole('button', { name: 'Add it to the Shelf' }).click();
  await expect(page.getByRole('alert')).toContainText('needs a name');
  await page.getByLabel('Name of the variant').fill('Ujjayi');
  await page.getByRole('button', { name: 'Add it to the Shelf' }).click();
  await expect(page.getByRole('alert')).toContainText('already');
  await page.getByLabel('Name of the variant').fill('Sea behind the wall');
  await page.getByRole('spinbutton', { name: 'base start' }).fill('3');
  await page.getByRole('button', { name: 'Add it to the Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Sea behind the wall' })).toBeVisible();

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await page.getByRole('link', { name: 'Asleep by daylight', exact: true }).click();
  await pickTechnique(page, 'behind');
  await expect(page.getByRole('heading', { name: 'Sea behind the wall' })).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'inhale', exact: true })).toHaveValue('3');
  await expect(page.getByText(/^Saved/)).toBeVisible();
});

test('a choice where schools differ changes what is drawn, for all sessions or for one', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByRole('link', { name: 'Where schools differ' }).click();
  await choose(page, 'A round of alternate-nostril is', 'one side');
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.getByRole('radio', { name: 'English (alternate-nostril breath)' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await page.getByRole('link', { name: 'After the furnace', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Alternate-nostril breath' })).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'rounds', exact: true })).toHaveValue('20');
  await openOfSession(page, 'Where schools differ, in this session');
  await choose(page, 'A round of alternate-nostril is', 'both sides');
  await closeSheet(page);
  await expect(page.getByRole('spinbutton', { name: 'rounds', exact: true })).toHaveValue('10');
  await expect(page.getByText(/^Saved/)).toBeVisible();

  await page.goto('/shelf/conventions');
  await page.getByRole('button', { name: 'Back to the defaults' }).click();
  await page.getByRole('radio', { name: 'with diacritics' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
});

test('a rolled tongue is refused for a tongue that does not roll, with what to do instead', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: 'Add a student' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Perrin Oake');
  await page.getByLabel('Year of birth').fill('1990');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('tab', { name: 'Seat and hand' }).click();
  await page.getByLabel('Tongue').click();
  await page.getByRole('option', { name: 'does not roll' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByRole('button', { name: 'Skip for now' })).toBeVisible();
  await page.getByRole('link', { name: 'To the student' }).first().click();
  await openPart(page, 'Sessions');
  await page.getByRole('button', { name: 'New session', exact: true }).click();
  await beginWith(page, 'nadi shodhana');
  await pickTechnique(page, 'sheetali', 'change');
  await expect(page.getByRole('alert').first()).toContainText('over the teeth or the flat tongue instead');
});
