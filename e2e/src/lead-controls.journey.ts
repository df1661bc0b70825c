import type { Page } from '@playwright/test';
import {
  expect,
  keepOnRecord,
  signIn,
  startLeading,
  takeAudioClock,
  test,
  tellEffort,
  type AudioClock,
} from './application.js';
import { classLeadWords, dayWords, frameWords, leadWords } from './words.js';

/** Leads a session that begins with natural breathing. */
async function leadHillMorning(page: Page): Promise<AudioClock> {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: 'Lead Hill morning' }).click();
  await startLeading(page);
  return clock;
}

test('a passage is halved, taken back to the plan and left for rest, each by its key, and the record knows', async ({
  page,
}) => {
  const clock = await leadHillMorning(page);
  const said = page.locator('.foot [role=status]');

  // Natural breathing: a minute longer, and over when it is enough.
  await expect(page.getByRole('button', { name: leadWords.leadControls.goOn })).toBeVisible();
  await page.keyboard.press('h');
  await expect(said).toHaveText('There are no counted rounds here.');
  await page.keyboard.press('t');

  await clock.untilRound('Round 1 of 5');
  await page.keyboard.press('m');
  const more = page.getByRole('menu');
  await expect(more.getByRole('menuitem', { name: /Halve the counts/ })).toContainText(
    'From round 2 on: in 3 · out 3.',
  );
  await more.getByRole('menuitem', { name: /Halve the counts/ }).click();
  await expect(said).toHaveText('From round 2 on: in 3 · out 3.');
  await clock.untilRound('Round 2 of 5');
  await expect(page.locator('header')).toContainText('in 3 · out 3');
  await page.keyboard.press('b');
  await expect(said).toHaveText('From round 3 on: in 6 · out 6.');
  await clock.untilRound('Round 3 of 5');
  await expect(page.locator('header')).toContainText('in 6 · out 6');

  await page.keyboard.press('k');
  await expect(page.getByRole('heading', { name: 'Closing stillness' })).toBeVisible();
  await page.keyboard.press('k');
  await expect(said).toHaveText('Rest is here, or comes next.');
  await clock.pass(20);
  await page.keyboard.press('l');
  await expect(said).toHaveText(leadWords.leadOptions.lines.longer);
  await clock.pass(400);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
  await tellEffort(page, 3);
  await keepOnRecord(page);
  const row = page.getByRole('row').nth(1);
  await expect(row).toContainText('2 of 5 rounds');
});

test('a stop sign lets the breath be natural while the clock goes on, and leaves out what may not follow', async ({
  page,
}) => {
  const clock = await leadHillMorning(page);
  const said = page.locator('.foot [role=status]');
  await page.keyboard.press('t');
  await clock.untilRound('Round 1 of 5');

  await page.keyboard.press('s');
  const signs = page.getByRole('region', { name: leadWords.leadSigns.title });
  await signs.getByRole('button', { name: 'Hurry' }).click();
  await expect(said).toHaveText('Hurry is noted. Ease.');
  await expect(page.getByText('Round 1 of 5')).toBeVisible();

  // The keys work while the signs are shown.
  await page.keyboard.press(' ');
  await expect(page.getByText(leadWords.leadScreen.paused, { exact: true })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByText('Round 1 of 5')).toBeVisible();

  await signs.getByRole('button', { name: 'Dizzy' }).click();
  await expect(said).toContainText('Dizzy: breathe naturally.');
  await expect(page.getByRole('heading', { name: classLeadWords.controls.rest })).toBeVisible();
  await page.keyboard.press('s');
  await expect(signs).toBeHidden();

  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.stopped })).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Dizzy' })).toBeChecked();
  await expect(page.getByText(/Dizzy · /)).toBeVisible();
});

test('Start waits for the answers about today that are still on their way', async ({ page }) => {
  await takeAudioClock(page);
  await signIn(page);
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/day-checks', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: 'Lead Hill morning' }).click();
  await page
    .locator('nv-lead-ready')
    .getByRole('button', { name: dayWords.dayCheckForm.todayWasAsked, exact: true })
    .click();
  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
  letGo();
  await expect(page.getByRole('button', { name: leadWords.leadControls.pause })).toBeVisible();
});

test('a stop that was not meant is gone on from within a minute', async ({ page }) => {
  const clock = await leadHillMorning(page);
  await page.keyboard.press('t');
  await clock.untilRound('Round 2 of 5');
  await page.keyboard.press('Escape');
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
  await page.getByRole('button', { name: /Go on all the same/ }).click();
  await expect(page.getByText('Round 2 of 5')).toBeVisible();
  await page.keyboard.press('k');
  await clock.pass(400);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
  await expect(page.getByText(/Gone on · /)).toBeVisible();
});

test('a session that begins late ends when it was to end, with fewer rounds', async ({ page }) => {
  await takeAudioClock(page);
  await signIn(page);
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: 'Lead Hill morning' }).click();
  const earlier = await page.evaluate(() => {
    const then = new Date(Date.now() + 17 * 60_000);
    return `${String(then.getHours()).padStart(2, '0')}:${String(then.getMinutes()).padStart(2, '0')}`;
  });
  const end = page.getByLabel(leadWords.leadReady.endAt, { exact: true });
  const typed = async (time: string): Promise<void> => {
    await end.fill(time);
    await end.press('Tab');
  };
  await typed(earlier);
  const told = page.getByText(`Ends ${earlier}. Rounds: `);
  await expect(told).toContainText('of 5');
  // It can be led whole all the same.
  await page.getByRole('button', { name: leadWords.leadReady.ownEnd }).click();
  await expect(told).toBeHidden();
  await typed(earlier);
  await expect(told).toBeVisible();
  await startLeading(page);
  await expect(page.locator('.foot [role=status]')).toContainText('Rounds: ');
});
