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
import { closeSheet, openOfSession, openPart } from './bench.js';

/** Alternate-nostril from the left: out left ends a round, in whatever way it is breathed. */
const ROUTE = 'in left, out right, in right, out left';
const LAST = 'Finish your round: the last breath goes out left';

/** The minutes at one's own pace as they are led: sides, fingers, time, the last round and the side to end on. */
async function ledAtOwnPace(page: Page, clock: AudioClock): Promise<void> {
  await clock.untilPhase('The same at your own pace');
  await expect(page.locator('.manner')).toHaveText(ROUTE);
  await expect(page.locator('.caption.left')).toHaveText('Left in turn ring and little finger');
  await expect(page.locator('.caption.right')).toHaveText('Right in turn thumb');
  await expect(page.locator('.of')).toHaveText('to go');
  await expect(page.locator('.where')).not.toContainText('last round');
  await clock.untilPhase('Last round');
  await expect(page.locator('.manner')).toHaveText(LAST);
  await expect(page.locator('.where')).toContainText('last round');
  await clock.pass(60);
  await expect(page.locator('.where')).not.toContainText('last round');
}

test('minutes at one’s own pace keep their sides on the screen, on the phone and in the captions', async ({
  page,
  application,
  browser,
}) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).click();
  await page.getByRole('spinbutton', { name: 'rounds', exact: true }).fill('2');
  await openPart(page, 'Pattern');
  await page.getByRole('spinbutton', { name: 'minutes at own pace' }).fill('2');
  await page.getByRole('spinbutton', { name: 'minutes at own pace' }).press('Enter');
  await expect(page.getByText(/2 rounds.*own pace/).first()).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();

  await openOfSession(page, 'Sound and captions');
  const captions = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Captions (WebVTT)' }).click();
  const text = await fs.readFile(await (await captions).path(), 'utf8');
  expect(text).toContain(ROUTE);
  expect(text).toContain(LAST);

  await closeSheet(page);
  await page.getByRole('button', { name: 'Lead this session' }).click();
  await readyToLead(page);
  await page.getByRole('button', { name: 'Start' }).click();
  await ledAtOwnPace(page, clock);
  await page.keyboard.press('Escape');
  await expect(page.getByText('What was done is on record.')).toBeVisible();
  await expect(page.getByText(/2 of 2 rounds|2 rounds/).first()).toContainText('own pace');

  await page.goto('/students');
  const home = await phone(browser, application);
  const theirs = await takeAudioClock(home);
  await home.goto(await giveLink(page, 'Hesper Vane', 'Thursday, steadying'));
  await home.getByRole('button', { name: 'Begin' }).click();
  await ledAtOwnPace(home, theirs);
  await home.context().close();
});
