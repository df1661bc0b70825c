import type { Page } from '@playwright/test';
import { expect, test } from './application.js';
import { addressesOf, fits } from './addresses.js';
import { unfoldAll } from './kit.js';

const SIZES = [
  [768, 1024],
  [390, 844],
  [1280, 800],
] as const;

/** Fields of the server's answers that hold what somebody wrote: they are shown as they are. */
const WRITTEN = new Set(
  'name title tags note reason said place email timeZone clinician teacher text say displayName'.split(' '),
);
/** Initials, what Intl writes, units, keys of the keyboard, and the name of the application. */
const ALWAYS =
  /^[A-Z]{2}$|^(Mon|Tue|Wed|Thu|Fri|Sat|Sun)[a-z]*$|^(Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Sept|Oct|Nov|Dec)[a-z]*$|^(min|am|pm|km|Nuvrah|Ctrl|Shift|Esc|Enter|Space|Home|End)$/;

function written(value: unknown, into: Set<string>, key = ''): void {
  if (typeof value === 'string') {
    if (WRITTEN.has(key)) for (const word of value.match(/\p{L}+/gu) ?? []) into.add(word);
  } else if (Array.isArray(value)) value.forEach((one) => written(one, into, key));
  else if (typeof value === 'object' && value !== null)
    for (const [inner, one] of Object.entries(value)) written(one, into, inner);
}

/** What is shown or said by a reader of the screen outside of the pseudo-language's brackets. */
const shown = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const texts: string[] = [];
    const seen = (node: Element): boolean => node.checkVisibility({ visibilityProperty: true });
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Element) {
        if (node.closest('script, style, .main-svg')) continue;
        for (const name of ['aria-label', 'placeholder', 'title', 'alt'])
          if (seen(node) && node.getAttribute(name)) texts.push(node.getAttribute(name) ?? '');
      } else if (node.parentElement && seen(node.parentElement)) {
        if (!node.parentElement.closest('script, style, .main-svg, mat-icon, kbd, [translate=no]'))
          texts.push(node.nodeValue ?? '');
      }
    }
    return texts.map((text) => {
      let rest = text;
      for (let before = ''; before !== rest;) {
        before = rest;
        rest = rest.replace(/⟦[^⟦⟧]*⟧/g, '');
      }
      return rest;
    });
  });

/** Turns the page into the pseudo-language, and tells what is shown outside of it. */
async function speakPseudo(page: Page): Promise<() => Promise<readonly string[]>> {
  const names = new Set<string>();
  page.on('response', (response) => {
    if (response.url().includes('/api/'))
      response.json().then(
        (body: unknown) => written(body, names),
        () => undefined,
      );
  });
  await page.evaluate(() => localStorage.setItem('nuvrah.language', 'pseudo'));
  return async () => {
    await expect(page.getByText('⟦').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    const loose = (await shown(page)).filter((text) =>
      (text.match(/\p{L}{2,}/gu) ?? []).some((word) => !names.has(word) && !ALWAYS.test(word)),
    );
    return [...new Set(loose.map((text) => text.trim()))];
  };
}

test('every word of every view is in a table, and words that are a third longer break no layout', async ({
  viewing: page,
}) => {
  const addresses = await addressesOf(page);
  const looseHere = await speakPseudo(page);
  const loose: string[] = [];
  const tooWide: string[] = [];
  for (const address of addresses) {
    await page.goto(address);
    await expect(page.getByText('⟦').first()).toBeVisible();
    await unfoldAll(page);
    loose.push(...(await looseHere()).map((text) => `${address}: ${text}`));
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      if (!(await fits(page))) tooWide.push(`${address} at ${width} px`);
    }
  }
  expect(loose).toEqual([]);
  expect(tooWide).toEqual([]);
});

test('what is said while leading and after it is in a table too', async ({ viewing: page }) => {
  await page.getByRole('link', { name: 'Bench' }).click();
  const lead = await page
    // Of a student whom no other journey of this browser leads: after a sign nothing is led any more that day.
    .getByRole('link', { name: /^(Lead|Resolve what is in the way of) Two ropes$/ })
    .getAttribute('href');
  const looseHere = await speakPseudo(page);
  await page.goto(lead ?? '');
  // Today may have been asked by another journey.
  const ask = page.locator('nv-day-check-form button[type=submit]');
  const start = page.locator('nv-lead-ready .start');
  await expect(ask.or(start).first()).toBeVisible();
  if (await ask.isVisible()) await ask.click();
  await start.click();
  await page.locator('nv-lead-controls').waitFor();
  expect(await looseHere()).toEqual([]);
  await page.keyboard.press('s');
  await page.locator('nv-lead-signs').waitFor();
  expect(await looseHere()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.locator('nv-lead-closing').waitFor();
  expect(await looseHere()).toEqual([]);
  await page.locator('nv-lead-closing .save').click();
  await page.locator('nv-lead-next').waitFor();
  expect(await looseHere()).toEqual([]);
});

test('the search and the list of keys are in a table too', async ({ viewing: page }) => {
  const looseHere = await speakPseudo(page);
  await page.reload();
  await expect(page.getByText('⟦').first()).toBeVisible();
  await page.keyboard.press('/');
  await page.locator('nv-search-dialog input').fill('breath');
  await page.getByRole('option').first().waitFor();
  expect(await looseHere()).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.locator('mat-dialog-container')).toHaveCount(0);
  await page.keyboard.press('?');
  await page.locator('nv-shortcut-list').waitFor();
  expect(await looseHere()).toEqual([]);
});

test('what is worked out beside the page is in a table too', async ({ viewing: page }) => {
  const student = await page.getByRole('link', { name: 'Dov Lerner' }).getAttribute('href');
  const looseHere = await speakPseudo(page);
  await page.goto((student ?? '').replace('/students/', '/compose/'));
  await page.locator('nv-compose-work form button[type=submit]').click();
  await page.locator('main section').first().waitFor();
  await unfoldAll(page);
  await page.locator('nv-score-row .block').first().click();
  await page.locator('nv-proposal-card .looked li').first().waitFor();
  expect(await looseHere()).toEqual([]);
});
