// What journeys do with controls of the kit, by the words that people see.
import { expect, type Locator, type Page } from '@playwright/test';

const pageOf = (within: Page | Locator): Page => ('page' in within ? within.page() : within);

/** Chooses what an option says, in the list with this name. */
export async function choose(within: Page | Locator, name: string, option: string): Promise<void> {
  await within.getByRole('combobox', { name, exact: true }).click();
  const page = pageOf(within);
  await page.getByRole('option', { name: option, exact: true }).click();
  // A list that is opened while the one before is still closing is closed with it.
  await page.locator('.mat-mdc-select-panel').waitFor({ state: 'detached' });
}

/** Types a part of what is meant into the field with this name, and takes what is offered. */
export async function find(
  within: Page | Locator,
  name: string,
  part: string,
  option: string,
): Promise<void> {
  const field = within.getByRole('combobox', { name, exact: true });
  await field.fill(part);
  await pageOf(within).getByRole('option', { name: option, exact: true }).click();
}

/** Opens what is folded away under this name. */
export const unfold = (within: Page | Locator, name: string): Promise<void> =>
  within.getByRole('button', { name, exact: true, expanded: false }).click();

/** Opens all that is folded away. */
export async function unfoldAll(page: Page): Promise<void> {
  const folded = page.locator('nv-fold mat-expansion-panel-header[aria-expanded=false]');
  for (let left = await folded.count(); left > 0; left--) {
    await folded.first().click();
    // Pressed again before it is open it would close.
    await expect(folded).toHaveCount(left - 1);
  }
}

type File = Parameters<Locator['setInputFiles']>[0];

/** Presses the button that asks for a file, and gives it this one. */
export async function chooseFile(page: Page, button: string, file: File): Promise<void> {
  const asked = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button }).click();
  await (await asked).setFiles(file);
}

/** Answers a question of the page with what one of its buttons says. */
export const answer = (page: Page, button: string): Promise<void> =>
  page.getByRole('dialog').getByRole('button', { name: button, exact: true }).click();
