import type { Page } from '@playwright/test';
import {
  expect,
  signIn,
  startLeading,
  takeAudioClock,
  test,
  keepOnRecord,
  tellEffort,
} from './application.js';
import { fromMore } from './student-page.js';
import { answer, find } from './kit.js';
import { benchWords, frameWords, kitWords, leadWords, ledgerWords, studentWords } from './words.js';
import { openSession } from './bench.js';

async function lead(page: Page, session: string): Promise<void> {
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: `Lead ${session}` }).click();
  await startLeading(page);
}

test('a leading is taken up again at the interrupted round after a reload', async ({ page }) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  page.on('dialog', (dialog) => void dialog.accept());
  await lead(page, 'Slack water');
  await clock.untilRound('Round 3 of 6');
  // Kept once a second: the third round, from 61 s on, is known when this is.
  const seen = (): Promise<number> =>
    page.evaluate(() => (JSON.parse(localStorage['nuvrah.leading'] as string) as { at: number }).at);
  await expect.poll(seen).toBeGreaterThanOrEqual(61_000);
  await page.reload();
  await expect(
    page.getByRole('heading', { name: leadWords.leadInterrupted.leadingWasInterrupted }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Go on from round 3' }).click();
  await clock.untilRound('Round 6 of 6');
  await clock.pass(300);
  await expect(page.getByRole('heading', { name: leadWords.leadClosing.finished })).toBeVisible();
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
  await keepOnRecord(page);
  await expect(page.getByRole('row').nth(1)).toContainText('6 rounds: in 4');
});

test('one tab leads, and another says so', async ({ page, context }) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await lead(page, 'Slack water');
  await clock.untilRound('Round 2 of 6');
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole('button', { name: /^Go on from/ }).click();
  await expect(other.getByRole('alert')).toContainText('led in another tab of this browser');
  await other.getByRole('button', { name: leadWords.leadInterrupted.endHereKeep }).click();
  await expect(other.getByRole('alert')).toContainText('led in another tab of this browser');
  await other.close();
  await clock.untilRound('Round 3 of 6');
  await page.keyboard.press('Escape');
  await expect(page.getByText(leadWords.leadClosing.doneKept)).toBeVisible();
});

test('a sitting that ends while the server is away arrives once when it is back', async ({
  page,
  application,
}) => {
  const clock = await takeAudioClock(page);
  await signIn(page);
  await page.getByRole('link', { name: frameWords.places.ledger }).click();
  await find(page, ledgerWords.table.columns.student, 'dov', 'Dov Lerner');
  const rows = page.getByRole('row');
  await expect(rows).toHaveCount(4);

  await lead(page, 'Curtains drawn');
  await clock.untilRound('Round 2 of 10');
  await application.kill();
  await page.keyboard.press('Escape');
  await expect(page.getByText('waits in this browser')).toBeVisible();
  await tellEffort(page, 3);
  await page.getByLabel(ledgerWords.effortAndNote.note).fill('The lamp went out.');
  await keepOnRecord(page);
  await expect(page.getByText('sent by itself: a record of a sitting')).toBeVisible();

  await application.restart();
  await expect(page.getByText('The server is away.')).toBeHidden();
  // The Ledger that could not be asked asks again by itself.
  await expect(rows).toHaveCount(5);
  await expect(rows.filter({ hasText: 'The lamp went out.' })).toContainText('1 of 10 rounds');
});

test('edits made while the server is away are kept over a reload and saved when it is back', async ({
  signedIn: page,
  context,
}) => {
  await openSession(page, 'Before the solo');
  const rounds = page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true });
  await expect(rounds).toHaveValue('9');
  await context.setOffline(true);
  await rounds.fill('11');
  await expect(page.getByText(benchWords.saveNote.keptInThisBrowser)).toBeVisible();
  await page.evaluate(() => undefined);
  const address = page.url();
  await page.close();

  const again = await context.newPage();
  await context.setOffline(false);
  await again.goto(address);
  await expect(
    again.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }),
  ).toHaveValue('11');
  await expect(again.getByText(/^Saved/)).toBeVisible();
  await again.reload();
  await expect(
    again.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true }),
  ).toHaveValue('11');
});

test('a page that cannot be opened says so, and opens once the server can be reached', async ({
  signedIn: page,
  context,
}) => {
  await openSession(page, 'Before the solo');
  const lead = page.getByRole('button', { name: benchWords.benchPage.leadThisSession });
  await expect(lead).toBeEnabled();
  await context.setOffline(true);
  await lead.click();
  await expect(page.getByRole('alert')).toContainText('That page could not be opened');
  await context.setOffline(false);
  await lead.click();
  await expect(page.getByRole('heading', { name: frameWords.places.today, exact: true })).toBeVisible();
});

test('what was typed and is saved nowhere asks before it is left', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: studentWords.list.add }).click();
  await page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true }).fill('Orla Fenwick');
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText(kitWords.unsaved.somethingThatWasTyped);
  await answer(page, kitWords.unsaved.stay);
  await expect(page.getByRole('textbox', { name: studentWords.studentForm.name, exact: true })).toHaveValue(
    'Orla Fenwick',
  );
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  await answer(page, kitWords.unsaved.leave);
  await expect(page.getByRole('heading', { name: frameWords.places.ledger, exact: true })).toBeVisible();
  // Saved, it asks nothing.
  await page.getByRole('link', { name: frameWords.places.students, exact: true }).click();
  await page.getByRole('link', { name: 'Juno Abara' }).click();
  await fromMore(page, studentWords.hub.edit);
  await page.getByLabel(ledgerWords.effortAndNote.note, { exact: true }).fill('Sang at the regatta.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  await expect(page.getByRole('heading', { name: frameWords.places.ledger, exact: true })).toBeVisible();
});
