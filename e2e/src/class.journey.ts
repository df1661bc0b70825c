import type { Page } from '@playwright/test';
import { expect, signIn, takeAudioClock, test, type AudioClock } from './application.js';
import { find } from './kit.js';
import {
  classLeadWords,
  composeWords,
  dayWords,
  frameWords,
  intakeWords,
  kitWords,
  leadWords,
  phoneWords,
  studentWords,
} from './words.js';

/** At the door of the class, with nobody ticked yet. */
async function atTheDoor(page: Page): Promise<AudioClock> {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  await page.getByRole('link', { name: 'Lead Rope by rope' }).first().click();
  await expect(page.getByText(classLeadWords.ready.nobodyHere)).toBeVisible();
  return clock;
}

const laneNames = (page: Page): Promise<string[]> => page.locator('nv-class-screen .names').allTextContents();

test('who is here is ticked, today is asked of all at once, and each is led in a lane of their own numbers', async ({
  page,
  browser,
  application,
}) => {
  const clock = await atTheDoor(page);
  const start = page.getByRole('button', { name: leadWords.leadReady.start });
  await expect(start).toBeDisabled();
  await page.getByRole('button', { name: classLeadWords.ready.all, exact: true }).click();
  await expect(page.getByText('4 of 4 here')).toBeVisible();

  // One of them has something to say; of the others nothing is true.
  await page.getByRole('button', { name: 'Juno Abara', exact: true }).click();
  await page.getByRole('checkbox', { name: dayWords.dayCheckForm.soreThroat }).check();
  await page.getByRole('button', { name: dayWords.dayCheckForm.todayWasAsked, exact: true }).click();
  await page.getByRole('button', { name: /^Nothing is true of/ }).click();
  await expect(page.getByText(classLeadWords.ready.allAsked)).toBeVisible();

  // A guest with something not known breathes quietly.
  await page.getByRole('button', { name: classLeadWords.ready.guest }).click();
  await page.getByRole('radio', { name: classLeadWords.guest.ages.adult }).click();
  await page
    .getByRole('radiogroup', { name: classLeadWords.guest.pregnant })
    .getByRole('radio', { name: classLeadWords.guest.answers.no, exact: true })
    .click();
  await page
    .getByRole('radiogroup', { name: /heart/ })
    .getByRole('radio', { name: classLeadWords.guest.answers.unknown })
    .click();
  await expect(page.getByText('this guest breathes quietly only')).toBeVisible();
  await page.getByRole('button', { name: classLeadWords.guest.add }).click();
  await expect(page.locator('.lanes')).toContainText('Guest 1');

  await expect(start).toBeEnabled();
  await start.click();
  const screen = page.locator('nv-class-screen');
  await expect(screen.getByRole('heading', { name: 'Tuesday loft class' })).toBeVisible();
  const lanes = await laneNames(page);
  expect(lanes.length).toBeGreaterThan(1);
  expect(lanes.join(', ').split(', ').sort()).toEqual(['Bastien', 'Guest 1', 'Hesper', 'Ingrid', 'Juno']);

  // Second screens show the same lanes, in this browser and on another machine, and nothing can be led from them.
  await page.getByRole('button', { name: phoneWords.panel.title }).click();
  const opened = page.waitForEvent('popup');
  await page.getByRole('link', { name: classLeadWords.secondScreen.open }).click();
  const second = await opened;
  const machine = await browser.newContext({ baseURL: application.origin });
  await machine.addCookies(await page.context().cookies());
  const projector = await machine.newPage();
  await projector.goto(new URL(second.url()).pathname);
  for (const shown of [second, projector]) {
    await expect(shown.locator('nv-class-screen .names')).toHaveText(lanes);
    await expect(shown.getByRole('button', { name: leadWords.leadControls.stop })).toHaveCount(0);
  }
  await page.bringToFront();
  await page.getByRole('button', { name: kitWords.field.close, exact: true }).click();
  // What is pressed while the panel is still there is the panel's.
  await expect(page.locator('.cdk-overlay-backdrop')).toHaveCount(0);

  // Until rounds are led: one lane is eased by its number.
  await clock.pass(130);
  await page.keyboard.press('1');
  await page.keyboard.press('e');
  const said = page.locator('.foot [role=status]');
  await expect(said).toContainText('from the next round on.');
  await page.keyboard.press('Space');
  await expect(said).toContainText(leadWords.leadScreen.paused);
  await expect(second.getByText(leadWords.leadScreen.paused)).toBeVisible();
  await expect(projector.getByText(leadWords.leadScreen.paused)).toBeVisible();
  await second.close();
  await page.keyboard.press('Space');
  await expect(said).toHaveText('');

  // A sign of one: they breathe naturally to the end, the others go on.
  await page.keyboard.press('s');
  const signs = page.getByRole('region', { name: leadWords.leadSigns.title });
  await signs.getByRole('button', { name: 'Ingrid' }).click();
  await signs.getByRole('button', { name: 'Dizzy', exact: true }).click();
  await expect(signs.getByRole('alert')).toBeVisible();
  await signs.getByRole('button', { name: classLeadWords.signs.othersGoOn }).click();
  await expect(said).toContainText('Ingrid');

  await clock.pass(3_000);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await expect(page.getByText(classLeadWords.closing.allOnRecord)).toBeVisible();
  await expect(projector.locator('nv-class-screen')).toContainText(classLeadWords.screen.over);
  for (const name of ['Hesper', 'Juno', 'Ingrid', 'Bastien'])
    await page
      .getByRole('radiogroup', { name: `effort of ${name}` })
      .getByRole('radio', { name: '3', exact: true })
      .click();
  await page.getByRole('button', { name: classLeadWords.closing.keep }).click();
  await expect(page.getByText(classLeadWords.closing.kept)).toBeVisible();

  await page.getByRole('link', { name: 'what comes next for Hesper' }).click();
  await expect(projector.getByText('Nothing is led now.')).toBeVisible();
  await machine.close();
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  const rows = page.locator('tbody tr').filter({ hasText: 'Rope by rope' });
  await expect(rows).toHaveCount(4);
  await expect(rows.filter({ hasText: 'Ingrid' })).toContainText('Dizzy');
});

test('somebody who may not be led is seen to or left out, and who came by chance is led too', async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole('link', { name: studentWords.list.add }).click();
  await page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true }).fill('Orla Fenwick');
  await page.getByLabel(studentWords.studentForm.yearOfBirth).fill('1979');
  await page.getByRole('button', { name: intakeWords.next }).click();
  await expect(page.getByRole('heading', { name: 'Intake: Orla Fenwick' })).toBeVisible();
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  await page.getByRole('link', { name: 'Lead Rope by rope' }).first().click();
  for (const name of ['Orla Fenwick', 'Dov Lerner']) {
    await find(page, classLeadWords.ready.somebodyElse, name, name);
    await expect(page.getByRole('checkbox', { name })).toBeChecked();
  }
  await page.getByRole('button', { name: /^Nothing is true of/ }).click();
  // The intake is not finished: nothing begins for anybody while she is ticked.
  await expect(page.getByText('It cannot be led for Orla Fenwick today')).toBeVisible();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeDisabled();
  await expect(page.getByRole('link', { name: classLeadWords.ready.intake })).toBeVisible();
  await page.getByRole('button', { name: 'leave Orla Fenwick out today' }).click();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeEnabled();
  // Who is here is kept for the day.
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Dov Lerner' })).toBeChecked();
});

test('a class that the page went away from is taken up again, or ended where it was', async ({ page }) => {
  const clock = await atTheDoor(page);
  await page.getByRole('checkbox', { name: 'Hesper Vane' }).check();
  await page.getByRole('checkbox', { name: 'Ingrid Sól' }).check();
  await page.getByRole('button', { name: /^Nothing is true of/ }).click();
  await page.getByRole('button', { name: leadWords.leadReady.start }).click();
  await expect(page.locator('nv-class-screen')).toBeVisible();
  await clock.pass(150);
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await expect(page.getByRole('heading', { name: classLeadWords.interrupted.title })).toBeVisible();
  await page.getByRole('button', { name: classLeadWords.controls.goOn }).click();
  await expect(page.locator('nv-class-screen')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: classLeadWords.screen.stopped })).toBeVisible();
  await expect(page.getByText(classLeadWords.closing.allOnRecord)).toBeVisible();
  // The stop was not meant.
  await page.getByRole('button', { name: /^Go on/ }).click();
  await expect(page.locator('nv-class-screen')).toBeVisible();
  await clock.pass(60);
  await page.keyboard.press('Escape');
  await expect(page.getByText(classLeadWords.closing.allOnRecord)).toBeVisible();
  await page.getByRole('button', { name: classLeadWords.closing.keep }).click();
  await expect(page.getByText(classLeadWords.closing.kept)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Go on/ })).toHaveCount(0);
});

test('a session is composed for a class: what suits all, within the weakest, and is led in one lane', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  await page.getByRole('button', { name: studentWords.parts.newSession }).click();
  await page.getByRole('link', { name: composeWords.composePage.compose }).click();
  await expect(page.getByRole('heading', { name: 'Compose for Tuesday loft class' })).toBeVisible();
  await page.getByRole('radio', { name: composeWords.composePage.together.weakest }).click();
  await expect(page.getByText('in numbers that everybody can keep up')).toBeVisible();
  await page.getByRole('checkbox', { name: dayWords.feltNames.calm }).check();
  await page.getByRole('button', { name: composeWords.composePage.compose, exact: true }).click();
  await page.getByRole('button', { name: composeWords.proposalCard.useThisSession }).first().click();
  await page.waitForURL('**/bench/*');
  await page.goto('/classes');
  await page.getByRole('link', { name: 'Tuesday loft class' }).click();
  // What was changed last is what is led next.
  await page
    .getByRole('link', { name: /^Lead / })
    .first()
    .click();
  await page.getByRole('button', { name: classLeadWords.ready.all, exact: true }).click();
  const ask = page.getByRole('button', { name: /^Nothing is true of/ });
  const asked = page.getByText(classLeadWords.ready.allAsked);
  await expect(ask.or(asked)).toBeVisible();
  if (await ask.isVisible()) await ask.click();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeEnabled();
});
