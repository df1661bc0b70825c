import type { BrowserContext, Page } from '@playwright/test';
import { expect, readyToLead, signIn, takeAudioClock, test, type Application } from './application.js';
import { openPart } from './student-page.js';
import { benchWords, dayWords, intakeWords, leadWords, ledgerWords, studentWords } from './words.js';

/** What goes wrong in the middle of the work, and how it is over. */
const TROUBLES: readonly {
  readonly name: string;
  begin(application: Application, context: BrowserContext): Promise<void>;
  end(application: Application, context: BrowserContext): Promise<void>;
}[] = [
  {
    name: 'the server is killed',
    begin: (application) => application.kill(),
    end: (application) => application.restart(),
  },
  {
    name: 'the database is started again',
    begin: (application) => application.stopDatabase(),
    end: (application) => application.startDatabase(),
  },
  {
    name: 'the network is cut',
    begin: (_, context) => context.setOffline(true),
    end: (_, context) => context.setOffline(false),
  },
];

const kept = (page: Page, what: string) => page.getByText(`sent by itself: ${what}`);

for (const { name, begin, end } of TROUBLES) {
  test(`nothing entered is lost, and nothing untrue is said, when ${name} and the tab is loaded anew`, async ({
    page,
    application,
    context,
  }) => {
    const clock = await takeAudioClock(page);
    await signIn(page);
    const over = async (): Promise<void> => {
      await end(application, context);
      await page.reload();
      await expect(page.getByText('Kept in this browser')).toBeHidden();
    };
    const student = async (): Promise<string> => {
      const answer = await page.request.get('/api/v1/students');
      const all = (await answer.json()) as { id: string; name: string }[];
      return all.find((one) => one.name === 'Juno Abara')?.id ?? '';
    };
    const address = `/students/${await student()}`;
    const known = async () =>
      (await (await page.request.get(`/api/v1${address}`)).json()) as {
        facts: { fact: string; note: string; until: string | null }[];
        dayCheck: { facts: string[] } | null;
      };

    // The intake: a tick, words to it, and what was typed in the form beside it.
    await page.goto(`${address}/intake`);
    const note = page.getByLabel(ledgerWords.effortAndNote.note, { exact: true });
    await expect(note).toBeVisible();
    await begin(application, context);
    await note.fill('Prefers the window.');
    await page.getByRole('tab', { name: intakeWords.steps.health }).click();
    await page.getByRole('checkbox', { name: 'vertigo' }).check();
    await expect(page.getByText(studentWords.factChecklist.keptInThisBrowser)).toBeVisible();
    await expect(kept(page, 'a health fact.')).toBeVisible();
    await page.getByLabel('vertigo, note').fill('On turning.');
    await page.getByLabel('vertigo, note').press('Tab');
    await page.getByRole('tab', { name: intakeWords.steps.who }).click();
    await expect(note).toHaveValue('Prefers the window.');
    await page.getByRole('button', { name: intakeWords.next }).click();
    await expect(page.getByText('what is typed here stays')).toBeVisible();
    await expect(page.getByText(studentWords.studentForm.notSavedYet)).toBeVisible();
    // Loading the page anew asks first: what is typed in the form is saved nowhere.
    const asked = page.waitForEvent('dialog');
    page.once('dialog', (dialog) => void dialog.accept());
    await over();
    expect((await asked).type()).toBe('beforeunload');
    await page.getByRole('tab', { name: intakeWords.steps.health }).click();
    await expect(page.getByRole('checkbox', { name: 'vertigo' })).toBeChecked();
    await expect(page.getByLabel('vertigo, note')).toHaveValue('On turning.');
    const { facts } = await known();
    expect(facts.filter(({ fact }) => fact === 'vertigo').map(({ note }) => note)).toEqual(['On turning.']);

    // How today is.
    await page.goto(address);
    await page.getByRole('button', { name: studentWords.overview.askNow }).click();
    await begin(application, context);
    await page.getByRole('checkbox', { name: dayWords.dayCheckForm.hotRoom }).check();
    await page.getByRole('button', { name: dayWords.dayCheckForm.todayWasAsked }).click();
    await expect(kept(page, 'a day check.')).toBeVisible();
    // They are screened by it already.
    await expect(page.locator('nv-led-today-card')).toContainText(dayWords.dayCheckForm.hotRoom);
    await over();
    await expect(page.locator('nv-led-today-card')).toContainText(dayWords.dayCheckForm.hotRoom);
    expect((await known()).dayCheck?.facts).toEqual(['room-hot']);

    // An edit on the Bench.
    await openPart(page, 'sessions');
    await page.getByRole('link', { name: 'Before the solo', exact: true }).click();
    const rounds = page.getByRole('spinbutton', { name: benchWords.passageSettings.rounds, exact: true });
    await expect(rounds).toHaveValue('9');
    await begin(application, context);
    await rounds.fill('11');
    await expect(page.getByText(benchWords.saveNote.keptInThisBrowser)).toBeVisible();
    await over();
    await expect(rounds).toHaveValue('11');
    await expect(page.getByText(/^Saved/)).toBeVisible();

    // The closing of a sitting, its signs first.
    await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
    await readyToLead(page);
    await page.getByRole('button', { name: leadWords.leadReady.start }).click();
    await clock.untilRound('Round 2 of 11');
    await begin(application, context);
    await page.keyboard.press('Escape');
    await expect(page.getByText('waits in this browser and is sent by itself')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Dizzy' }).check();
    await expect(page.getByText('waits in this browser and is sent by itself')).toBeVisible();
    await end(application, context);
    await page.reload();
    await page.goto('/ledger');
    await expect(page.getByText('Kept in this browser')).toBeHidden();
    const row = page.getByRole('row').nth(1);
    await expect(row).toContainText('Juno Abara');
    await expect(row).toContainText('1 of 11 rounds');
    await row.getByRole('link').first().click();
    await expect(page.getByText('Signs Dizzy')).toBeVisible();
  });
}
