import { expect, type Page } from '@playwright/test';
import { startLeading } from './application.js';
import { classLeadWords, frameWords, leadWords, phoneWords } from './words.js';

/** A view, with the way to it. */
export interface View {
  readonly name: string;
  readonly open: (page: Page) => Promise<void>;
}

/** Begins to lead a session from the list of Lead, whatever is in its way. */
async function lead(page: Page, title: string): Promise<void> {
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page
    .getByRole('link', { name: new RegExp(`^(Lead|Resolve what is in the way of) ${title}$`) })
    .click();
  await startLeading(page);
}

/** The loft class with two who are here and were asked. */
async function atTheDoor(page: Page): Promise<void> {
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  await page.getByRole('link', { name: 'Lead Rope by rope' }).first().click();
  for (const name of ['Hesper Vane', 'Bastien Quill']) await page.getByRole('checkbox', { name }).check();
  const ask = page.getByRole('button', { name: /^Nothing is true of/ });
  const asked = page.getByText(classLeadWords.ready.allAsked);
  await ask.or(asked).waitFor();
  if (await ask.isVisible()) await ask.click();
  await asked.waitFor();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeEnabled();
}

/** Views of leading and of what follows it; one browser goes through them in this order. */
export const LEAD_VIEWS: readonly View[] = [
  {
    name: 'leading and closing',
    open: async (page) => {
      await lead(page, 'Slow hands');
      await page.getByRole('button', { name: leadWords.leadControls.pause }).waitFor();
    },
  },
  {
    name: 'what comes next',
    open: async (page) => {
      await lead(page, 'Slow hands');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: leadWords.leadClosing.keepOnRecord }).click();
      await page.getByRole('heading', { name: leadWords.leadNext.whatComesNext }).waitFor();
      await page.getByRole('link', { name: leadWords.leadNext.toTheLedger }).waitFor();
    },
  },
  {
    name: 'after a stop',
    open: async (page) => {
      await lead(page, 'Slow hands');
      // At once: a stop counts from the press of Start on.
      await page.keyboard.press('Escape');
      await page.getByLabel('Faint').check();
    },
  },
  {
    name: 'an interrupted leading',
    open: async (page) => {
      await lead(page, 'Two ropes');
      await page.getByRole('button', { name: leadWords.leadControls.pause }).waitFor();
      page.on('dialog', (dialog) => void dialog.accept());
      await page.reload();
      await page.getByRole('button', { name: 'End it here' }).waitFor();
    },
  },
  {
    name: 'at the door of a class',
    open: (page) => atTheDoor(page),
  },
  {
    name: 'the code for the phones of a class',
    open: async (page) => {
      await atTheDoor(page);
      await page.getByRole('button', { name: phoneWords.panel.title }).click();
      await page.getByRole('button', { name: phoneWords.panel.open }).click();
      await page.getByText(phoneWords.panel.dies).waitFor();
    },
  },
  {
    name: 'leading a class and closing',
    open: async (page) => {
      await atTheDoor(page);
      await page.getByRole('button', { name: leadWords.leadReady.start }).click();
      await page.getByRole('button', { name: classLeadWords.controls.meet }).waitFor();
      await page.keyboard.press('1');
    },
  },
  {
    name: 'after a class',
    open: async (page) => {
      await atTheDoor(page);
      await page.getByRole('button', { name: leadWords.leadReady.start }).click();
      await page.getByRole('button', { name: classLeadWords.controls.meet }).waitFor();
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: leadWords.leadClosing.keepOnRecord }).waitFor();
    },
  },
  {
    name: 'the own voice',
    open: async (page) => {
      await page.goto('/account/voice');
      await page.getByRole('button', { name: 'Record: inhale left' }).waitFor();
    },
  },
];
