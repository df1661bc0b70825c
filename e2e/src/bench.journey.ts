import type { Page } from '@playwright/test';
import { expect, test } from './application.js';
import { BROWSER_SETTINGS } from './browser-settings.js';
import { withPassage, openSession } from './bench.js';
import { newSession } from './student-page.js';
import { benchWords, capacityWords, classLeadWords } from './words.js';

test('numbers are edited where they stand; picture, totals and saving follow', async ({ signedIn: page }) => {
  await openSession(page, 'Thursday, steadying');
  const exhale = page.getByRole('spinbutton', { name: capacityWords.phases.exhale });
  await expect(exhale).toHaveValue('9');
  await exhale.press('ArrowUp');
  await expect(exhale).toHaveValue('10');
  await expect(page.locator('nv-breath-score text.out-left').first()).toHaveText('10');
  await expect(page.getByText('Six-step round of 38 s')).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.getByRole('button', { name: benchWords.benchPage.undo }).click();
  await expect(exhale).toHaveValue('9');
  await page.getByRole('button', { name: benchWords.benchPage.redo }).click();
  await expect(exhale).toHaveValue('10');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(exhale).toHaveValue('10');
});

test('two tabs on one session end in a choice, not in a lost edit', async ({ signedIn: page, context }) => {
  await openSession(page, 'Curtains drawn');
  const base = (tab: typeof page) => tab.getByRole('spinbutton', { name: benchWords.scoreEdits.base });
  await base(page).waitFor();
  const other = await context.newPage();
  await other.goto(page.url());
  // Both have the same version before either is changed.
  await base(other).waitFor();
  await base(page).fill('5');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await base(other).fill('3');
  await expect(other.getByText('changed somewhere else')).toBeVisible();
  await expect(
    other.getByRole('region', { name: benchWords.sessionConflict.yoursNotSavedYet }),
  ).toContainText('in 3 · out 6');
  await expect(other.getByRole('region', { name: benchWords.sessionConflict.savedOne })).toContainText(
    'in 5 · out 10',
  );
  await other.getByRole('button', { name: benchWords.sessionConflict.keepMine }).click();
  await expect(other.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await expect(base(page)).toHaveValue('3');
});

test('a ratio that is none is refused where it stands', async ({ signedIn: page }) => {
  await openSession(page, 'Two ropes');
  await page.getByRole('textbox', { name: benchWords.passageSettings.ratio }).fill('1::2');
  await expect(page.getByRole('alert')).toHaveText('Part 2 is missing: type 0 for a phase that is left out.');
  await expect(page.getByRole('spinbutton', { name: capacityWords.phases.inhale })).toHaveValue('3');
});

/** Draws on the score from the end of a phase by so many counts. */
async function drawExhale(page: Page, by: number, touch: boolean): Promise<void> {
  const score = page.getByLabel(/^Breath score/);
  const box = await score.boundingBox();
  // The picture: where the second exhale ends, and how wide a count is.
  const at = await page.locator('nv-score-staff path.out-right').evaluate((path) => {
    const wedge = (path.getAttribute('d') ?? '').split('M').filter((piece) => piece !== '')[0] ?? '';
    const xs = [...wedge.matchAll(/[ML]?(-?[\d.]+) [\d.]+/g)].map(([, x]) => Number(x));
    const matrix = (path as SVGPathElement).getScreenCTM();
    const toScreen = (x: number): number => x * (matrix?.a ?? 1) + (matrix?.e ?? 0);
    return { from: toScreen(Math.min(...xs)), to: toScreen(Math.max(...xs)) };
  });
  const counts = Number(await page.locator('nv-score-staff text.out-right').first().textContent());
  const count = (at.to - at.from) / counts;
  const y = (box?.y ?? 0) + 162;
  if (touch) {
    const client = await page.context().newCDPSession(page);
    const point = (x: number) => [{ x, y }];
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: point(at.to) });
    for (let step = 1; step <= 6; step++)
      await client.send('Input.dispatchTouchEvent', {
        type: 'touchMove',
        touchPoints: point(at.to + (by * count * step) / 6),
      });
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    return;
  }
  await page.mouse.move(at.to, y);
  await page.mouse.down();
  await page.mouse.move(at.to + by * count, y, { steps: 6 });
  await page.mouse.up();
}

test('the end of a phase is drawn with the mouse: said before, shown while, undone after', async ({
  signedIn: page,
}) => {
  await openSession(page, 'Thursday, steadying');
  const exhale = page.getByRole('spinbutton', { name: capacityWords.phases.exhale });
  await expect(exhale).toHaveValue('9');
  await drawExhale(page, -2, false);
  await expect(exhale).toHaveValue('7');
  await expect(page.locator('nv-breath-score [aria-live]')).toContainText('exhale right, 7 counts');
  // Half as much again as was measured is a wall.
  await drawExhale(page, 14, false);
  await expect(exhale).toHaveValue('19½');
  await expect(page.locator('nv-lead-state-line')).toContainText(classLeadWords.ready.inTheWay);
  await page.getByRole('button', { name: benchWords.benchPage.undo }).click();
  await expect(exhale).toHaveValue('7');
  await page.getByRole('button', { name: benchWords.benchPage.undo }).click();
  await expect(exhale).toHaveValue('9');
  await expect(page.getByRole('button', { name: benchWords.benchPage.undo })).toBeDisabled();
});

test('on a phone a phase is drawn with a finger, one pane is shown at a time, and whether it is ready stays in sight', async ({
  signedIn,
  browser,
  application,
}) => {
  const context = await browser.newContext({
    ...BROWSER_SETTINGS,
    baseURL: application.origin,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await context.addCookies(await signedIn.context().cookies());
  const page = await context.newPage();
  await page.goto('/bench');
  await page.getByRole('link', { name: 'Thursday, steadying', exact: true }).first().click();
  const exhale = page.getByRole('spinbutton', { name: capacityWords.phases.exhale });
  await expect(exhale).toHaveValue('9');
  await drawExhale(page, -3, true);
  await expect(exhale).toHaveValue('6');
  await expect(page.locator('nv-lead-state-line')).toBeInViewport();
  await page.getByRole('radio', { name: benchWords.benchPage.panes.passages }).click();
  await expect(exhale).toBeHidden();
  await page
    .locator('nv-passage-list')
    .getByRole('button', { name: /Closing stillness/ })
    .click();
  await expect(
    page.getByRole('spinbutton', { name: benchWords.inspector.lengthOfTheStillness }),
  ).toBeVisible();
  await page.getByRole('radio', { name: benchWords.benchPage.panes.findings }).click();
  await expect(page.locator('nv-finding-item').first()).toBeVisible();
  await expect(page.locator('nv-lead-state-line')).toBeInViewport();
  await context.close();
});

test('a session of eight passages is built with the keyboard alone', async ({ signedIn: page }) => {
  await newSession(page, 'Hesper Vane');
  const lines = page.locator('nv-passage-list li');
  const focusOn = (name: RegExp | string): Promise<void> =>
    page.getByRole('button', { name }).first().focus();
  const add = async (technique: string): Promise<void> => {
    await focusOn('Add a passage');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Find a technique')).toBeFocused();
    await page.keyboard.type(technique);
    await page.keyboard.press('Enter');
    await page.locator('mat-dialog-container').waitFor({ state: 'detached' });
  };
  // The passages of a whole session, in the order in which it goes.
  await lines.first().locator('.passage').focus();
  for (const technique of ['natural breath', 'bhramari']) await add(technique);
  await expect(lines).toHaveCount(4);
  await lines.first().locator('.passage').focus();
  await page.keyboard.press('Enter');
  for (const technique of ['breath watching', 'three-part', 'ujjayi']) await add(technique);
  await expect(lines).toHaveCount(7);
  // The nostril passage, with which it was begun, goes behind what prepares it.
  await lines.first().locator('.passage').focus();
  await page.keyboard.press('Enter');
  for (let step = 0; step < 3; step++) {
    await focusOn('What to do with this passage');
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: benchWords.passageList.down }).waitFor();
    for (let down = 0; down < 2; down++) await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: benchWords.passageList.down }).waitFor({ state: 'detached' });
  }
  await expect(lines.nth(3)).toContainText('Alternate-nostril breath');
  // Its numbers, on the score.
  await page.getByLabel(/^Breath score/).focus();
  const said = page.locator('nv-breath-score [aria-live]');
  for (let step = 0; step < 12; step++) {
    const before = (await said.textContent()) ?? '';
    if (/inhale/.test(before)) break;
    await page.keyboard.press('ArrowRight');
    await expect(said).not.toHaveText(before);
  }
  await page.keyboard.press('6');
  await expect(said).toContainText('inhale left, 6 counts');
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: benchWords.phaseActions.add.internalHold }).waitFor();
  await page.keyboard.press('Enter');
  await page
    .getByRole('menuitem', { name: benchWords.phaseActions.add.internalHold })
    .waitFor({ state: 'detached' });
  await page.getByLabel(/^Breath score/).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('3');
  await expect(said).toContainText('hold full, 3 counts');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('9');
  await expect(lines.nth(3)).toContainText('in 6 · hold 3 · out 9');
  await expect(page.getByText(/^Saved/)).toBeVisible();
});

test('a passage is copied from one session into another', async ({ signedIn: page }) => {
  await openSession(page, 'Two ropes');
  const line = page.locator('nv-passage-list li').first();
  const numbers = (await line.locator('.line').textContent()) ?? '';
  await line.locator('.passage').click();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('The passage is copied')).toBeVisible();
  await openSession(page, 'Slow hands');
  await expect(page.locator('nv-passage-list li')).toHaveCount(2);
  await page.locator('nv-passage-list .passage').last().click();
  await page.keyboard.press('Control+v');
  await expect(page.locator('nv-passage-list li')).toHaveCount(3);
  await expect(page.locator('nv-passage-list li').last().locator('.line')).toHaveText(numbers);
  await withPassage(page, benchWords.passageList.paste);
  await expect(page.locator('nv-passage-list li')).toHaveCount(4);
  await page.getByRole('button', { name: benchWords.benchPage.undo }).click();
  await expect(page.locator('nv-passage-list li')).toHaveCount(3);
});
