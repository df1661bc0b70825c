import { expect, readyToLead, signIn, signInByForm, takeAudioClock, test } from './application.js';
import { accountWords, capacityWords, frameWords, leadWords, shortcutWords, signInWords } from './words.js';

test('a session is found, changed, led and put on record by keyboard alone', async ({ page }) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  const focus = page.locator(':focus');
  /** Tabs until something with this name has the focus. */
  const tabTo = async (name: RegExp): Promise<void> => {
    for (let presses = 0; presses < 80; presses++) {
      await page.keyboard.press('Tab');
      // Past the last of the page nothing in it has the focus; the next press comes back to the first.
      const label = await page.evaluate(() => {
        const { activeElement: element } = document;
        return element ? (element.getAttribute('aria-label') ?? element.textContent.trim()) : '';
      });
      if (name.test(label)) return;
    }
    throw new Error(`nothing named ${name} can be reached`);
  };

  await tabTo(/^Bench$/);
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Two ropes', exact: true }).waitFor();
  await tabTo(/^Two ropes$/);
  await page.keyboard.press('Enter');

  await page.getByRole('spinbutton', { name: capacityWords.phases.inhale }).waitFor();
  await tabTo(/^Breath score/);
  for (let step = 0; step < 3; step++) await page.keyboard.press('ArrowRight');
  await expect(page.locator('nv-breath-score [aria-live]')).toContainText('Round 1, inhale left, 3 counts');
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('nv-breath-score [aria-live]')).toContainText('inhale left, 4 counts');
  await page.keyboard.press('Control+z');
  await expect(page.locator('nv-breath-score [aria-live]')).toContainText('inhale left, 3 counts');
  await tabTo(/^rounds$/);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  for (let presses = 0; presses < 80; presses++) {
    await page.keyboard.press('Shift+Tab');
    if ((await focus.textContent())?.trim() === 'Lead') break;
  }
  await page.keyboard.press('Enter');
  await readyToLead(page);
  await page.keyboard.press('Space');
  await clock.untilRound('Round 1 of 3');
  await page.keyboard.press('Space');
  await expect(page.getByText(leadWords.leadScreen.paused, { exact: true })).toBeVisible();
  await page.keyboard.press('s');
  // Escape stops here: the signs are closed by their own key.
  const signs = page.getByRole('region', { name: leadWords.leadSigns.title });
  await expect(signs).toBeVisible();
  await page.keyboard.press('s');
  await expect(signs).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: shortcutWords.title })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: shortcutWords.title })).toBeHidden();
  await expect(page.getByText(leadWords.leadScreen.paused, { exact: true })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText(leadWords.leadScreen.paused, { exact: true })).toBeHidden();
  await page.keyboard.press('f');
  await expect(page.locator('.foot [role=status]')).toHaveText(leadWords.leadRunner.lastRound);
  await clock.pass(300);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await tabTo(/^Keep on record$/);
  await page.keyboard.press('Enter');
  await tabTo(/^To the Ledger$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row').nth(1)).toContainText('1 of 3 rounds');
});

test('the password is changed and other browsers are signed out', async ({
  signedIn: page,
  browser,
  application,
}) => {
  const other = await (await browser.newContext({ baseURL: application.origin })).newPage();
  await signInByForm(other);
  const change = async (now: string, next: string): Promise<void> => {
    await page.getByLabel(accountWords.password.now).fill(now);
    await page.getByLabel(accountWords.password.next).fill(next);
    await page.getByRole('button', { name: accountWords.password.change }).click();
  };
  await page.getByRole('link', { name: frameWords.you, exact: true }).click();
  await change('not this one', 'below the rope loft');
  await expect(page.getByRole('alert')).toContainText('not the password');
  await change('above the rope loft', 'below the rope loft');
  await expect(page.getByText('The password is changed.')).toBeVisible();
  await other.goto('/ledger');
  await expect(other.getByLabel(signInWords.signIn.password)).toBeVisible();
  await change('below the rope loft', 'above the rope loft');
  await expect(page.getByText('The password is changed.')).toBeVisible();
  await other.context().close();
});

test('dark is chosen once and stays', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: frameWords.you, exact: true }).click();
  await page.getByRole('radio', { name: 'dark' }).click();
  const ground = (): Promise<string> => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await expect.poll(ground).toBe('rgb(16, 21, 29)');
  await page.reload();
  await expect(page.getByRole('radio', { name: 'dark' })).toBeChecked();
  await expect.poll(ground).toBe('rgb(16, 21, 29)');
});
