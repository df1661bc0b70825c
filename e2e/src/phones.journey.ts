import { AxeBuilder } from '@axe-core/playwright';
import type { Browser, Page } from '@playwright/test';
import {
  expect,
  phone,
  signIn,
  takeAudioClock,
  test,
  type Application,
  type AudioClock,
} from './application.js';
import { fits } from './addresses.js';
import { classLeadWords, leadWords, phoneWords } from './words.js';

/** At the door, with two who are here and were asked, and phones let in. @returns the path that a phone opens. */
async function letPhonesIn(page: Page): Promise<{ readonly clock: AudioClock; readonly path: string }> {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  await page.getByRole('link', { name: 'Lead Rope by rope' }).first().click();
  for (const name of ['Hesper Vane', 'Bastien Quill']) await page.getByRole('checkbox', { name }).check();
  await page.getByRole('button', { name: /^Nothing is true of/ }).click();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeEnabled();
  await page.getByRole('button', { name: phoneWords.panel.title }).click();
  await page.getByRole('button', { name: phoneWords.panel.open }).click();
  const path = await page.getByRole('link', { name: phoneWords.panel.tryHere }).getAttribute('href');
  await page.keyboard.press('Escape');
  return { clock, path: path ?? '' };
}

/** A phone that follows as somebody. */
async function follow(browser: Browser, application: Application, path: string, name: string): Promise<Page> {
  const page = await phone(browser, application);
  await page.goto(path);
  await page.getByRole('button', { name, exact: true }).click();
  return page;
}

test('a phone follows its lane without a sign-in, asks for less, and tells how it was', async ({
  page,
  application,
  browser,
}) => {
  const { clock, path } = await letPhonesIn(page);
  const hesper = await follow(browser, application, path, 'Hesper');
  await expect(hesper.getByText('The class has not begun.')).toBeVisible();
  expect(await hesper.content()).not.toContain('Vane');

  // Nobody else is she, and a code that is none leads nowhere.
  const other = await phone(browser, application);
  await other.goto(path);
  await expect(other.getByRole('button', { name: 'Hesper' })).toBeDisabled();
  await other.getByRole('button', { name: 'Bastien', exact: true }).click();
  const stranger = await phone(browser, application);
  await stranger.goto('/join');
  await stranger.getByLabel(phoneWords.page.code).fill('aaaa-aaaa');
  await stranger.getByRole('button', { name: phoneWords.page.join }).click();
  await expect(stranger.getByRole('alert')).toContainText('No class is led by this code now.');

  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
  await expect(page.locator('nv-class-screen')).toBeVisible();
  await expect(hesper.locator('nv-phone-lane-view .say')).toBeVisible();
  await clock.pass(130);
  await expect(hesper.locator('.say')).toHaveText(/inhale|exhale|hold/i);
  expect(await fits(hesper)).toBe(true);
  const { violations } = await new AxeBuilder({ page: hesper }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);

  // A hand is seen by who leads, and that is seen on the phone.
  await hesper.getByRole('button', { name: phoneWords.page.hand }).click();
  await expect(page.getByText('Hesper asks for help')).toBeVisible();
  await page.getByRole('button', { name: phoneWords.handSeen }).click();
  await expect(hesper.getByText(phoneWords.saidToHand)).toBeVisible();

  // Less for her alone: it becomes a lane of her own, and the other is led as before.
  await hesper.getByRole('button', { name: phoneWords.page.easier }).click();
  await hesper.getByRole('menuitem', { name: phoneWords.page.ways.rest }).click();
  await expect(hesper.locator('.say')).toHaveText(/Breathe naturally/);
  await expect(page.locator('.foot [role=status]')).toContainText('Hesper: natural breath');

  // Without a connection it goes on by itself, and comes back.
  await other.context().setOffline(true);
  await expect(other.locator('.say')).toBeVisible();
  await other.context().setOffline(false);
  await other.reload();
  await expect(other.locator('.say')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(other.getByText('Paused: breathe naturally')).toBeVisible();

  await page.keyboard.press('Escape');
  await expect(page.getByText(classLeadWords.closing.allOnRecord)).toBeVisible();
  // For a minute it could go on: phones wait, until it is said to be over.
  await expect(page.getByText(classLeadWords.closing.phonesWait)).toBeVisible();
  await expect(hesper.getByText('breathe naturally').first()).toBeVisible();
  await page.getByRole('button', { name: classLeadWords.closing.isOver }).click();
  await expect(hesper.getByRole('heading', { name: phoneWords.page.over })).toBeVisible();
  await hesper.getByRole('radio', { name: '3', exact: true }).click();
  await hesper.getByRole('button', { name: phoneWords.page.send }).click();
  await expect(hesper.getByText(phoneWords.page.sent)).toBeVisible();
  const effort = page.getByRole('radiogroup', { name: 'effort of Hesper' });
  await expect(effort.getByRole('radio', { name: '3', exact: true })).toBeChecked();
  // The code died with the class.
  await stranger.goto('/');
  await stranger.goto(path);
  await expect(stranger.getByRole('alert')).toContainText('No class is led by this code now.');
});

test('phones stay with their class when the server is killed, and while who leads is away', async ({
  page,
  application,
  browser,
}) => {
  const { clock, path } = await letPhonesIn(page);
  const hesper = await follow(browser, application, path, 'Hesper');
  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
  await expect(hesper.locator('.say')).toBeVisible();
  await clock.pass(130);
  await expect(hesper.locator('.say')).toHaveText(/inhale|exhale|hold/i);
  await application.kill();
  await expect(hesper.getByText('No connection: it goes on by itself')).toBeVisible();
  await expect(hesper.locator('.say')).toBeVisible();
  await application.restart();
  await expect(hesper.getByText('No connection: it goes on by itself')).toBeHidden();
  // Who leads loads the page again: the phones are still theirs.
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await page.getByRole('button', { name: classLeadWords.controls.goOn }).click();
  await hesper.getByRole('button', { name: phoneWords.page.hand }).click();
  await expect(page.getByText('Hesper asks for help')).toBeVisible();
});
