import { expect, readyToLead, test } from './application.js';
import { newSession, openStudent } from './student-page.js';
import { choose, chooseFile, find } from './kit.js';
import { closeSheet, openOfSession, withPassage } from './bench.js';

test('three sessions are composed, explained and compared; one is taken, fitted into the time and can be led', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Dov Lerner');
  await page.getByRole('link', { name: 'Build a session' }).click();
  await expect(page.getByRole('checkbox', { name: 'sleep' })).toBeChecked();
  await expect(page.getByText('What is true today is not known')).toBeVisible();
  await page.getByRole('button', { name: 'Today was asked', exact: true }).first().click();
  await expect(page.getByText('What is true today is not known')).toBeHidden();
  const minutes = page.getByRole('spinbutton', { name: 'minutes' });
  await minutes.fill('600');
  await expect(page.getByRole('alert')).toContainText('3 to 180 minutes');
  await minutes.fill('20');
  await page.getByRole('checkbox', { name: 'energy' }).check();
  await page.getByRole('button', { name: 'Compose' }).click();
  await expect(page.getByRole('alert')).toContainText('pull apart');
  await page.getByRole('checkbox', { name: 'energy' }).uncheck();
  await page.getByRole('button', { name: 'Compose' }).click();

  await expect(page.getByRole('button', { name: 'Use this session' })).toHaveCount(3);
  const gentle = page.getByRole('region', { name: 'Gentle' });
  await expect(gentle).toContainText('20:00');
  await gentle.getByText('Left out, and why').click();
  await expect(gentle).toContainText('It wakes, and the goal is sleep.');
  await page.getByRole('checkbox', { name: 'sleep' }).uncheck();
  await page.getByRole('checkbox', { name: 'energy' }).check();
  await choose(page, 'time of day', 'evening');
  await page.getByRole('button', { name: 'Compose' }).click();
  await expect(page.getByText('For energy, earlier in the day serves better.')).toBeVisible();
  await page.getByRole('checkbox', { name: 'energy' }).uncheck();
  await page.getByRole('checkbox', { name: 'sleep' }).check();
  await page.getByRole('button', { name: 'Compose' }).click();
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
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(passages.first()).toHaveText(before ?? '');
  await gentle.getByText('Left out, and why').click();
  await find(gentle, 'Why not …?', 'skull', 'Skull-brightening breath');
  await expect(gentle.getByRole('status').last()).toHaveText('It wakes, and the goal is sleep.');
  await gentle.getByRole('button', { name: 'Use this session' }).click();

  await expect(page.getByLabel('title of the session')).toHaveValue('Gentle: sleep');
  const time = page.locator('nv-passage-list').getByRole('button', { name: /Time and totals/ });
  await expect(time).toContainText('20:00');
  await time.click();
  await page.getByLabel('time there is, minutes').fill('12');
  await expect(page.getByText('8:00 too long')).toBeVisible();
  await page.getByRole('button', { name: 'Make it fit' }).click();
  await expect(page.getByText(/rounds instead of/).first()).toBeVisible();
  await closeSheet(page);
  await expect(time).toContainText('12:00 of 12:00');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(time).toContainText('20:00');
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await readyToLead(page);
});

test('what is out of order is named and put right', async ({ signedIn: page }) => {
  await openStudent(page, 'Ingrid Sól', 'Sessions');
  await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
  await page
    .locator('nv-passage-list')
    .getByRole('button', { name: /Skull-brightening breath/ })
    .click();
  for (let step = 0; step < 5; step++) await withPassage(page, 'Down');
  const order = page.locator('nv-order-list');
  await expect(order).toContainText('Vigorous comes before quiet. Move it earlier.');
  const strokes = order.locator('.notice').filter({ hasText: 'Vigorous comes before quiet.' });
  await strokes.getByRole('button', { name: 'What can be done' }).click();
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
  await page.getByLabel('title of the session').fill('Third rope');
  const passages = page.locator('nv-passage-list li');
  await expect(passages).toHaveCount(2);
  await withPassage(page, 'Split');
  await expect(passages).toHaveCount(3);
  await expect(passages.nth(1)).toContainText('4 rounds');
  await withPassage(page, 'Duplicate');
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
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(passages.nth(3)).toContainText('Closing stillness');

  const saving = page.waitForEvent('download');
  await openOfSession(page, 'Files');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const file = await (await saving).path();
  await closeSheet(page);
  await withPassage(page, 'Take out');
  await expect(passages).toHaveCount(3);
  const open = page.url();
  await openOfSession(page, 'Files');
  await chooseFile(page, 'Open a file as a new session', file);
  await expect(page).not.toHaveURL(open);
  // A session of its own: the one that was open stays as it was left.
  await expect(passages).toHaveCount(4);
  const text = JSON.stringify({ format: 'breath-session', version: 9, session: {} });
  await openOfSession(page, 'Files');
  await chooseFile(page, 'Open a file as a new session', {
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
  await openStudent(page, 'Hesper Vane', 'Sessions');
  await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).click();
  await expect(page.getByRole('spinbutton', { name: 'exhale' })).toBeVisible();
  await openOfSession(page, 'Compare …');
  await expect(page.getByText('There is no earlier version')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the Bench' }).click();
  await page.getByRole('spinbutton', { name: 'exhale' }).fill('8');
  await page.getByRole('spinbutton', { name: 'exhale' }).press('Enter');
  await openOfSession(page, 'Compare …');
  const found = page.getByText(/^(\d+ passages? differs?|Every passage is the same)\.$/);
  await page.getByRole('combobox', { name: 'saved until' }).click();
  await page.getByRole('option').first().click();
  await expect(found).toHaveText('1 passage differs.');
  await expect(page.getByRole('row', { name: /Alternate-nostril breath: differs/ })).toContainText('out 9');
  await choose(page, 'with', 'another answer where schools differ');
  await find(page, 'answer', 'downwards', 'Counts are called: downwards');
  await expect(found).toContainText('differ');
  await find(page, 'answer', '6 hours', 'After a meal, forceful strokes wait: 6 hours');
  await expect(found).toHaveText('Every passage is the same.');
  await choose(page, 'with', 'another student, fitted to them');
  await find(page, 'student', 'pell', 'Old Pell Ardwick');
  const theirs = page.getByRole('region', { name: 'Old Pell Ardwick' });
  await expect(theirs.getByRole('button', { name: /, differs/ }).first()).toBeVisible();
  // A passage of both is looked at from its beginning, and the address keeps what is compared.
  await theirs
    .getByRole('button', { name: /, differs/ })
    .first()
    .click();
  await expect(page.getByRole('radio', { name: 'Passage' })).toBeChecked();
  await page.reload();
  await expect(theirs).toBeVisible();
  await choose(page, 'with', 'what was done');
  await page.getByRole('combobox', { name: 'sitting' }).click();
  await page.getByRole('option').first().click();
  await expect(found).toBeVisible();
});

test('a session is fitted to another student, each change with its reason', async ({ signedIn: page }) => {
  await openStudent(page, 'Ingrid Sól', 'Sessions');
  await page.getByRole('link', { name: 'Lungs for the hill', exact: true }).click();
  await openOfSession(page, 'For somebody else');
  await choose(page, 'fit it to', 'Marisol Tenby');
  const fit = page.locator('nv-refit-form');
  await expect(fit).toContainText('seat: chair');
  await expect(fit).toContainText('The internal hold was never measured for this student.');
  await fit.getByRole('button', { name: 'Make it a session of theirs' }).click();
  await expect(page.getByRole('link', { name: 'Marisol Tenby' })).toBeVisible();
  await expect(page.getByText('Nothing known of Marisol Tenby speaks against it.')).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'internal hold' })).toHaveValue('0');

  await page.getByRole('button', { name: 'Running sheet' }).click();
  await expect(page.getByText('Every spoken cue has time enough.')).toBeVisible();
  await expect(page.getByRole('row').nth(1)).toContainText('chair');
  await page.getByRole('link', { name: 'Back to the Bench' }).click();
  await expect(page.getByRole('button', { name: 'Running sheet' })).toBeVisible();
});
