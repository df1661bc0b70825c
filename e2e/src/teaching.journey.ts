import type { Page } from '@playwright/test';
import { openOfSession, openPart, openSession } from './bench.js';
import { choose, unfold } from './kit.js';
import {
  expect,
  keepOnRecord,
  signIn,
  startLeading,
  takeAudioClock,
  tellEffort,
  test,
} from './application.js';
import { benchWords, leadWords, ledgerWords, sayWords } from './words.js';

const fill = async (page: Page, label: string, value: string): Promise<void> => {
  const box = page.getByRole('spinbutton', { name: label, exact: true });
  await box.fill(value);
  await box.press('Tab');
};

test('a passage is explained, shown, tried, counted, and asked about; rehearsed first, and only the counted rounds are kept', async ({
  page,
}) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await openSession(page, 'Hill morning');
  await page.getByRole('button', { name: 'Three-part breath', exact: false }).first().click();
  await openPart(page, 'Say');
  await page.getByLabel(sayWords.teaching.explain).fill('Belly, ribs, chest.');
  await fill(page, 'explain, minutes', '0:20');
  await fill(page, 'rounds shown', '1');
  await fill(page, 'trial rounds', '1');
  await fill(page, 'asked how it is now, s', '20');
  await fill(page, 'get-ready count', '3');

  // Rehearsed: any part, at any speed, and nothing of it is kept.
  await openOfSession(page, benchWords.benchPage.rehearse);
  await expect(page.getByText(leadWords.rehearsal.nothingKept)).toBeVisible();
  await choose(page, leadWords.rehearsal.from, '2. Three-part breath · 1:00');
  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
  await expect(page.getByRole('button', { name: leadWords.leadControls.pause })).toBeVisible();
  await clock.pass(1);
  await expect(page.getByRole('heading', { name: 'Three-part breath' })).toBeVisible();
  await choose(page, leadWords.rehearsal.speed, '4 times as fast');
  await clock.pass(3);
  await expect(page.getByText('Belly, ribs, chest')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(leadWords.rehearsal.ended)).toBeVisible();
  await page.getByRole('link', { name: benchWords.comparePage.backToTheBench }).click();

  await openOfSession(page, benchWords.benchPage.runningSheet);
  await expect(page.getByRole('row').filter({ hasText: 'Three-part breath' })).toContainText(
    'A trial round, it does not count',
  );
  await page.getByRole('link', { name: benchWords.comparePage.backToTheBench }).click();
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await startLeading(page);
  await expect(page.getByRole('button', { name: leadWords.leadControls.goOn })).toBeVisible();
  await page.keyboard.press('t');
  await clock.pass(11);
  await expect(page.getByText('Listen, breathe naturally')).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByText(leadWords.leadScreen.parts.demonstrate)).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByText(leadWords.leadScreen.parts.trial)).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByText('Get ready', { exact: true })).toBeVisible();
  await clock.untilRound('Round 1 of 5');
  await page.keyboard.press('f');
  await clock.pass(12);
  await expect(page.getByRole('group', { name: 'How is it now' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.locator('.foot [role=status]')).toHaveText('Some effort: kept with this sitting.');
  await page.keyboard.press('Escape');
  await tellEffort(page, 3);
  await keepOnRecord(page);
  const row = page.getByRole('row').nth(1);
  await expect(row).toContainText('1 of 5 rounds');
  await row.getByRole('link').first().click();
  await unfold(page, ledgerWords.sitting.onTheWay);
  await expect(page.getByText(ledgerWords.describeRecord.steps['felt-some-effort'])).toBeVisible();
});
