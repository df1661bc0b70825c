import { expect, readyToLead, test } from './application.js';
import { newSession, openStudent } from './student-page.js';
import { choose, chooseFile, find } from './kit.js';
import { closeSheet, openOfSession, withPassage } from './bench.js';
import {
  benchWords,
  capacityWords,
  composeWords,
  dayWords,
  findingWords,
  scoreWords,
  studentWords,
  timeWords,
} from './words.js';

test('three sessions are composed, explained and compared; one is taken, fitted into the time and can be led', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Dov Lerner');
  await page.getByRole('link', { name: studentWords.hub.build }).click();
  await expect(page.getByRole('checkbox', { name: dayWords.dayCheckForm.sleep })).toBeChecked();
  await expect(page.getByText('What is true today is not known')).toBeVisible();
  await page.getByRole('button', { name: dayWords.dayCheckForm.todayWasAsked, exact: true }).first().click();
  await expect(page.getByText('What is true today is not known')).toBeHidden();
  const minutes = page.getByRole('spinbutton', { name: composeWords.composePage.minutes });
  await minutes.fill('600');
  await expect(page.getByRole('alert')).toContainText('3 to 180 minutes');
  await minutes.fill('20');
  await page.getByRole('checkbox', { name: 'energy' }).check();
  await page.getByRole('button', { name: composeWords.composePage.compose }).click();
  await expect(page.getByRole('alert')).toContainText('pull apart');
  await page.getByRole('checkbox', { name: 'energy' }).uncheck();
  await page.getByRole('button', { name: composeWords.composePage.compose }).click();

  await expect(page.getByRole('button', { name: composeWords.proposalCard.useThisSession })).toHaveCount(3);
  const gentle = page.getByRole('region', { name: 'Gentle' });
  await expect(gentle).toContainText('20:00');
  await gentle.getByText(composeWords.proposalCard.leftOutAndWhy).click();
  await expect(gentle).toContainText('It wakes, and the goal is sleep.');
  await page.getByRole('checkbox', { name: dayWords.dayCheckForm.sleep }).uncheck();
  await page.getByRole('checkbox', { name: 'energy' }).check();
  await choose(page, composeWords.composePage.timeOfDay, 'evening');
  await page.getByRole('button', { name: composeWords.composePage.compose }).click();
  await expect(page.getByText('For energy, earlier in the day serves better.')).toBeVisible();
  await page.getByRole('checkbox', { name: 'energy' }).uncheck();
  await page.getByRole('checkbox', { name: dayWords.dayCheckForm.sleep }).check();
  await page.getByRole('button', { name: composeWords.composePage.compose }).click();
  await expect(gentle).toBeVisible();
  await expect(page.getByText('For energy')).toBeHidden();
  // A passage is swapped for what could stand there, with its price; it is undone; any technique is asked about.
  const passages = gentle.locator('nv-score-row').getByRole('button');
  await passages.first().click();
  const before = await passages.first().textContent();
  const offer = gentle.getByRole('button', { name: / in place of / }).first();
  await expect(gentle).toContainText(/serves the goal( as well| \d+ % (more|less))/);
  await offer.click();
  await expect(passages.first()).not.toHaveText(before ?? '');
  await page.getByRole('button', { name: composeWords.composePage.undo }).click();
  await expect(passages.first()).toHaveText(before ?? '');
  await gentle.getByText(composeWords.proposalCard.leftOutAndWhy).click();
  await find(gentle, composeWords.proposalCard.whyNot, 'skull', 'Skull-brightening breath');
  await expect(gentle.getByRole('status').last()).toHaveText('It wakes, and the goal is sleep.');
  await gentle.getByRole('button', { name: composeWords.proposalCard.useThisSession }).click();

  await expect(page.getByLabel(benchWords.benchPage.titleOfTheSession)).toHaveValue('Gentle: sleep');
  const time = page.locator('nv-passage-list').getByRole('button', { name: /Time and totals/ });
  await expect(time).toContainText('20:00');
  await time.click();
  await page.getByLabel(timeWords.timePanel.timeThereIsMinutes).fill('12');
  await expect(page.getByText('8:00 too long')).toBeVisible();
  await page.getByRole('button', { name: timeWords.timePanel.makeItFit }).click();
  await expect(page.getByText(/rounds instead of/).first()).toBeVisible();
  await closeSheet(page);
  await expect(time).toContainText('12:00 of 12:00');
  await page.getByRole('button', { name: composeWords.composePage.undo }).click();
  await expect(time).toContainText('20:00');
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await readyToLead(page);
});

test('what is out of order is named and put right', async ({ signedIn: page }) => {
  await openStudent(page, 'Ingrid Sól', 'sessions');
  await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
  await page
    .locator('nv-passage-list')
    .getByRole('button', { name: /Skull-brightening breath/ })
    .click();
  for (let step = 0; step < 5; step++) await withPassage(page, benchWords.passageList.down);
  const order = page.locator('nv-order-list');
  await expect(order).toContainText('Vigorous comes before quiet. Move it earlier.');
  const strokes = order.locator('.notice').filter({ hasText: 'Vigorous comes before quiet.' });
  await strokes.getByRole('button', { name: findingWords.findingItem.whatCanBeDone }).click();
  await strokes
    .getByRole('button', { name: /move it up by/ })
    .first()
    .click();
  await expect(order).not.toContainText('Vigorous comes before quiet.');
});

test('passages are copied, split and dragged, and a session goes to a file and comes back', async ({
  signedIn: page,
}) => {
  await newSession(page, 'Wren Castellan');
  await page.getByLabel(benchWords.benchPage.titleOfTheSession).fill('Third rope');
  const passages = page.locator('nv-passage-list li');
  await expect(passages).toHaveCount(2);
  await withPassage(page, benchWords.passageList.split);
  await expect(passages).toHaveCount(3);
  await expect(passages.nth(1)).toContainText('4 rounds');
  await withPassage(page, benchWords.passageList.duplicate);
  await expect(passages).toHaveCount(4);
  await expect(page.locator('nv-order-list')).toContainText('only with other numbers');

  // The stillness at the end is dragged to the front.
  const handle = passages.nth(3).locator('mat-icon').first();
  await handle.hover();
  await page.mouse.down();
  const list = page.locator('nv-passage-list ol');
  await expect(async () => {
    const to = await list.boundingBox();
    if (!to) throw new Error('no list to drag in');
    await page.mouse.move(to.x + 20, to.y + 40);
    await page.mouse.move(to.x + 20, to.y + 4, { steps: 10 });
    // The first passage has made room.
    await expect(list.locator('li').first()).toHaveAttribute('style', /, \d+px/, { timeout: 1000 });
  }).toPass({ timeout: 20_000 });
  await page.mouse.up();
  await expect(passages.nth(0)).toContainText('Closing stillness');
  await expect(page.locator('nv-order-list')).toContainText('Every session ends in stillness.');
  await page.getByRole('button', { name: composeWords.composePage.undo }).click();
  await expect(passages.nth(3)).toContainText('Closing stillness');

  const saving = page.waitForEvent('download');
  await openOfSession(page, benchWords.benchPage.files);
  await page.getByRole('button', { name: benchWords.sessionFile.saveAsAFile }).click();
  const file = await (await saving).path();
  await closeSheet(page);
  await withPassage(page, benchWords.passageList.takeOut);
  await expect(passages).toHaveCount(3);
  const open = page.url();
  await openOfSession(page, benchWords.benchPage.files);
  await chooseFile(page, benchWords.sessionFile.openAFileAs, file);
  await expect(page).not.toHaveURL(open);
  // A session of its own: the one that was open stays as it was left.
  await expect(passages).toHaveCount(4);
  const text = JSON.stringify({ format: 'breath-session', version: 9, session: {} });
  await openOfSession(page, benchWords.benchPage.files);
  await chooseFile(page, benchWords.sessionFile.openAFileAs, {
    name: 'later.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  });
  await expect(page.getByRole('alert')).toContainText('has version 9');
  await expect(passages).toHaveCount(4);
});

test('a session is compared with another school, another student, what was done and an earlier version', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Hesper Vane', 'sessions');
  await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).click();
  await expect(page.getByRole('spinbutton', { name: capacityWords.phases.exhale })).toBeVisible();
  await openOfSession(page, benchWords.benchPage.compareMenu);
  await expect(page.getByText('There is no earlier version')).toBeVisible();
  await page.getByRole('link', { name: benchWords.comparePage.backToTheBench }).click();
  await page.getByRole('spinbutton', { name: capacityWords.phases.exhale }).fill('8');
  await page.getByRole('spinbutton', { name: capacityWords.phases.exhale }).press('Enter');
  await openOfSession(page, benchWords.benchPage.compareMenu);
  const found = page.getByText(/^(\d+ passages? differs?|Every passage is the same)\.$/);
  await page.getByRole('combobox', { name: benchWords.comparePage.which.version }).click();
  await page.getByRole('option').first().click();
  await expect(found).toHaveText('1 passage differs.');
  await expect(page.getByRole('row', { name: /Alternate-nostril breath: differs/ })).toContainText('out 9');
  await choose(page, composeWords.proposalCard.with, 'another answer where schools differ');
  await find(page, benchWords.comparePage.which.school, 'downwards', 'Counts are called: downwards');
  await expect(found).toContainText('differ');
  await find(
    page,
    benchWords.comparePage.which.school,
    '6 hours',
    'After a meal, forceful strokes wait: 6 hours',
  );
  await expect(found).toHaveText('Every passage is the same.');
  await choose(page, composeWords.proposalCard.with, 'another student, fitted to them');
  await find(page, 'student', 'pell', 'Old Pell Ardwick');
  const theirs = page.getByRole('region', { name: 'Old Pell Ardwick' });
  await expect(theirs.getByRole('button', { name: /, differs/ }).first()).toBeVisible();
  // A passage of both is looked at from its beginning, and the address keeps what is compared.
  await theirs
    .getByRole('button', { name: /, differs/ })
    .first()
    .click();
  await expect(page.getByRole('radio', { name: scoreWords.breathScore.passage })).toBeChecked();
  await page.reload();
  await expect(theirs).toBeVisible();
  await choose(page, composeWords.proposalCard.with, 'what was done');
  await page.getByRole('combobox', { name: benchWords.comparePage.which.sitting }).click();
  await page.getByRole('option').first().click();
  await expect(found).toBeVisible();
});

test('a session is fitted to another student, each change with its reason', async ({ signedIn: page }) => {
  await openStudent(page, 'Ingrid Sól', 'sessions');
  await page.getByRole('link', { name: 'Lungs for the hill', exact: true }).click();
  await openOfSession(page, benchWords.benchPage.forSomebodyElse);
  await choose(page, benchWords.refitForm.fitItTo, 'Marisol Tenby');
  const fit = page.locator('nv-refit-form');
  await expect(fit).toContainText('seat: chair');
  await expect(fit).toContainText('The internal hold was never measured for this student.');
  await fit.getByRole('button', { name: benchWords.refitForm.makeItASession }).click();
  await expect(page.getByRole('link', { name: 'Marisol Tenby' })).toBeVisible();
  await expect(page.getByText('Nothing known of Marisol Tenby speaks against it.')).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'internal hold' })).toHaveValue('0');

  await page.getByRole('button', { name: benchWords.benchPage.runningSheet }).click();
  await expect(page.getByText(benchWords.runningSheet.allCuesFit)).toBeVisible();
  await expect(page.getByRole('row').nth(1)).toContainText('chair');
  await page.getByRole('link', { name: benchWords.comparePage.backToTheBench }).click();
  await expect(page.getByRole('button', { name: benchWords.benchPage.runningSheet })).toBeVisible();
});
