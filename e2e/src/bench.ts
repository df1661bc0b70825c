// The Bench, by what people see of it.
import type { Page } from '@playwright/test';
import { benchWords, frameWords, kitWords } from './words.js';

/** Opens a session from the list of sessions. */
export async function openSession(page: Page, title: string): Promise<void> {
  await page.getByRole('link', { name: frameWords.places.bench }).click();
  await page.getByRole('link', { name: title, exact: true }).click();
}

/** Does something with the passage that is chosen: "Copy", "Take out". */
export async function withPassage(page: Page, action: string): Promise<void> {
  await page.getByRole('button', { name: benchWords.passageList.whatToDo }).click();
  await page.getByRole('menuitem', { name: action, exact: true }).click();
}

/** Puts a technique in after the passage that is chosen, or in its place. */
export async function pickTechnique(page: Page, text: string, how: 'add' | 'change' = 'add'): Promise<void> {
  if (how === 'add') await page.getByRole('button', { name: benchWords.passageList.addAPassage }).click();
  else await withPassage(page, benchWords.passageList.change);
  await page.getByLabel('Find a technique').fill(text);
  await page.getByLabel('Find a technique').press('Enter');
  await page.locator('mat-dialog-container').waitFor({ state: 'detached' });
}

/** Opens what is not about the passage that is chosen: "Files", "Time and totals". */
export async function openOfSession(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: benchWords.benchPage.moreOfTheSession }).click();
  await page.getByRole('menuitem', { name: what, exact: true }).click();
}

/** Closes what was opened at the side. */
export async function closeSheet(page: Page): Promise<void> {
  await page
    .locator('nv-side-sheet')
    .getByRole('button', { name: kitWords.field.close, exact: true })
    .click();
  await page.locator('nv-side-sheet').waitFor({ state: 'detached' });
}

/** Opens a part of the passage that is chosen: "Pattern", "Say". */
export const openPart = (page: Page, part: string): Promise<void> =>
  page.getByRole('tab', { name: part, exact: true }).click();
