import { expect, test } from './application.js';
import { benchWords, ledgerWords, shelfWords, shortcutWords, studentWords } from './words.js';

test('anything with a name is found from anywhere, in any spelling, by keyboard', async ({
  viewing: page,
}) => {
  const find = async (text: string, first: RegExp): Promise<void> => {
    await page.keyboard.press('/');
    const box = page.getByRole('combobox', { name: /^Search students/ });
    await box.fill(text);
    await expect(page.getByRole('option').first()).toHaveText(first);
    // What came later stands before what was found first: Enter takes it once it is the one that is marked.
    await expect(page.getByRole('option').first()).toHaveClass(/mat-mdc-option-active/);
    await page.keyboard.press('Enter');
  };
  await find('bhamri', /Humming breath.*technique/);
  await expect(page).toHaveURL(/\/shelf\/bhramari$/);
  await find('hespr', /Hesper Vane.*student/);
  await expect(page.getByRole('heading', { name: 'Hesper Vane' })).toBeVisible();
  await find('tide', /Before the tide.*Old Pell Ardwick.*session/);
  await expect(page.getByLabel(benchWords.benchPage.titleOfTheSession)).toHaveValue('Before the tide');
  await find('glaucoma', /glaucoma.*rule/);
  await expect(page.getByRole('heading', { name: shelfWords.list.ruleBook })).toBeVisible();
  await find('import', /Import log.*command/);
  await expect(page.getByRole('heading', { name: ledgerWords.list.import })).toBeVisible();
  await find('shortcuts', /Keyboard shortcuts.*command/);
  await expect(page.getByRole('heading', { name: shortcutWords.title })).toBeVisible();
  await page.keyboard.press('Escape');

  // Where something is typed, a slash is a slash; Ctrl K works there too.
  await page.goto('/students');
  await page.getByLabel(studentWords.list.find).fill('a');
  await page.getByLabel(studentWords.list.find).press('/');
  await expect(page.getByLabel(studentWords.list.find)).toHaveValue('a/');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: /^Search students/ }).fill('xyzzyqq');
  await expect(page.getByText('Nothing answers to that.')).toBeVisible();

  // One Escape leaves it, also while something is found.
  await page.getByRole('combobox', { name: /^Search students/ }).fill('breath');
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
