import fs from 'node:fs/promises';
import type { Page } from '@playwright/test';
import {
  expect,
  giveLink,
  phone,
  readyToLead,
  signIn,
  takeAudioClock,
  test,
  type AudioClock,
} from './application.js';
import { closeSheet, openOfSession, openPart, openSession } from './bench.js';
import { benchWords, capacityWords, leadWords, scoreWords } from './words.js';

/** Alternate-nostril from the left: out left ends a round, in whatever way it is breathed. */
const ROUTE = 'in left, out right, in right, out left';
const LAST = 'Finish your round: the last breath goes out left';

/** The minutes at one's own pace as they are led: sides, fingers, time, the last round and the side to end on. */
async function ledAtOwnPace(page: Page, clock: AudioClock): Promise<void> {
  await clock.untilPhase('The same at your own pace');
  await expect(page.locator('.manner')).toHaveText(ROUTE);
  await expect(page.locator('.caption.left')).toHaveText('Left in turn ring and little finger');
  await expect(page.locator('.caption.right')).toHaveText('Right in turn thumb');
  await expect(page.locator('.of')).toHaveText(leadWords.leadScreen.toGo);
  await expect(page.locator('.where')).not.toContainText(leadWords.leadScreen.lastRound);
  await clock.untilPhase('Last round');
  await expect(page.locator('.manner')).toHaveText(LAST);
  await expect(page.locator('.where')).toContainText(leadWords.leadScreen.lastRound);
  await clock.pass(60);
  await expect(page.locator('.where')).not.toContainText(leadWords.leadScreen.lastRound);
}

test('minutes at one’s own pace keep their sides on the screen, on the phone and in the captions', async ({
  page,
  application,
  browser,
}) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await openSession(page, 'Thursday, steadying');
  await page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }).fill('2');
  await openPart(page, 'Pattern');
  await page.getByRole('spinbutton', { name: benchWords.breathForm.minutesAtOwnPace }).fill('2');
  await page.getByRole('spinbutton', { name: benchWords.breathForm.minutesAtOwnPace }).press('Enter');
  await expect(page.getByText(/2 rounds.*own pace/).first()).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();

  await openOfSession(page, benchWords.benchPage.soundAndCaptions);
  const captions = page.waitForEvent('download');
  await page.getByRole('button', { name: leadWords.soundTrack.captionsWebvtt }).click();
  const text = await fs.readFile(await (await captions).path(), 'utf8');
  expect(text).toContain(ROUTE);
  expect(text).toContain(LAST);

  await closeSheet(page);
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await readyToLead(page);
  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
  await ledAtOwnPace(page, clock);
  await page.keyboard.press('Escape');
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
  await expect(page.getByText(/2 of 2 rounds|2 rounds/).first()).toContainText(scoreWords.engrave.ownPace);

  await page.goto('/students');
  const home = await phone(browser, application);
  const theirs = await takeAudioClock(home);
  await home.goto(await giveLink(page, 'Hesper Vane', 'Thursday, steadying'));
  await home.getByRole('button', { name: capacityWords.tryTaker.begin }).click();
  await ledAtOwnPace(home, theirs);
  await home.context().close();
});
