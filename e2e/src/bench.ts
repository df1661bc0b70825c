// The Bench, by what people see of it.
import type { Page } from '@playwright/test';

/** Does something with the passage that is chosen: "Copy", "Take out". */
export async function withPassage(page: Page, action: string): Promise<void> {
  await page.getByRole('button', { name: 'What to do with this passage' }).click();
  await page.getByRole('menuitem', { name: action, exact: true }).click();
}

/** Puts a technique in after the passage that is chosen, or in its place. */
export async function pickTechnique(page: Page, text: string, how: 'add' | 'change' = 'add'): Promise<void> {
  if (how === 'add') await page.getByRole('button', { name: 'Add a passage' }).click();
  else await withPassage(page, 'Change …');
  await page.getByLabel('Find a technique').fill(text);
  await page.getByLabel('Find a technique').press('Enter');
  await page.locator('mat-dialog-container').waitFor({ state: 'detached' });
}

/** Opens what is not about the passage that is chosen: "Files", "Time and totals". */
export async function openOfSession(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'More about this session' }).click();
  await page.getByRole('menuitem', { name: what, exact: true }).click();
}

/** Closes what was opened at the side. */
export async function closeSheet(page: Page): Promise<void> {
  await page.locator('nv-side-sheet').getByRole('button', { name: 'Close', exact: true }).click();
  await page.locator('nv-side-sheet').waitFor({ state: 'detached' });
}

/** Opens a part of the passage that is chosen: "Pattern", "Say". */
export const openPart = (page: Page, part: string): Promise<void> =>
  page.getByRole('tab', { name: part, exact: true }).click();
