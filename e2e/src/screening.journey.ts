import type { Page } from '@playwright/test';
import { expect, readyToLead, test } from './application.js';
import { newSession, openPart, openStudent } from './student-page.js';
import { answer, choose, unfold } from './kit.js';
import { pickTechnique } from './bench.js';
import {
  AUDIT_WORDS,
  benchWords,
  capacityWords,
  dayWords,
  findingWords,
  frameWords,
  intakeWords,
  kitWords,
  leadWords,
  shelfWords,
  studentWords,
} from './words.js';

const against = (page: Page) => page.locator('nv-finding-list');

async function sessionOf(page: Page, student: string, technique: string): Promise<void> {
  await newSession(page, student);
  await pickTechnique(page, technique, 'change');
}

test('what is known of a student is put on record and keeps what is not for them from being led', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Bastien Quill');
  await expect(page.getByText('Glaucoma in the left eye.')).toBeVisible();
  await openPart(page, 'health');
  await choose(page, studentWords.factList.whatIsTrue, 'neck injury');
  await page.getByLabel(studentWords.factList.noteOnTheFact).fill('Old whiplash.');
  await page.getByRole('button', { name: studentWords.factList.putOnRecord }).click();
  await expect(page.getByText('Old whiplash.')).toBeVisible();
  await sessionOf(page, 'Bastien Quill', 'bellows');
  await expect(against(page)).toContainText(
    'forceful breathing. Whatever raises the pressure in the eyes is left out.',
  );
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await expect(page.getByText('This cannot be led for Bastien Quill yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeDisabled();

  await page.getByRole('link', { name: benchWords.comparePage.backToTheBench }).click();
  await pickTechnique(page, 'three-part', 'change');
  await expect(against(page)).toContainText('Nothing known of Bastien Quill speaks against it.');
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await readyToLead(page);
});

test('remedies are applied one by one or all at once, and undone', async ({ signedIn: page }) => {
  await openStudent(page, 'Old Pell Ardwick', 'sessions');
  await page.getByRole('link', { name: 'Before the tide', exact: true }).click();
  const held = against(page)
    .locator('nv-finding-item')
    .filter({ hasText: 'hold with full lungs 5 s, above 4 s' });
  await held.getByRole('button', { name: findingWords.findingItem.whatCanBeDone }).click();
  await held.getByRole('button', { name: 'holds of 4 s at most' }).click();
  await expect(held).toHaveCount(0);
  await page.getByRole('button', { name: benchWords.benchPage.undo }).click();
  await expect(held).toHaveCount(1);

  await page.getByRole('button', { name: findingWords.findingList.applyAllSafeFixes }).click();
  await expect(page.getByText(findingWords.findingList.changedAndUndoneWith)).toBeVisible();
  await expect(against(page).getByRole('status')).toContainText('Skull-brightening breath: replaced by');
  await expect(page.getByRole('button', { name: findingWords.findingList.applyAllSafeFixes })).toHaveCount(0);
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.getByRole('button', { name: benchWords.benchPage.leadThisSession }).click();
  await readyToLead(page);
});

test('a "change" is overruled with a reason, a "clearance" lifted by one on file, and both are remembered', async ({
  signedIn: page,
}) => {
  await sessionOf(page, 'Hesper Vane', 'alternate');
  await page.getByRole('textbox', { name: benchWords.passageSettings.ratio }).fill('1:2:2');
  const held = against(page).locator('nv-finding-item').filter({ hasText: 'hold 8 s, above 4 s' });
  await held.getByRole('button', { name: findingWords.findingItem.overrule }).click();
  await held.getByRole('button', { name: findingWords.findingItem.overruleWithThisReason }).click();
  await expect(held.getByRole('alert')).toContainText('Say why');
  await held.getByLabel(findingWords.findingItem.reason).fill('Three years of holds, reliever beside her.');
  await held.getByRole('button', { name: findingWords.findingItem.overruleWithThisReason }).click();
  await expect(held).toContainText('Overruled: Three years of holds, reliever beside her.');

  // A longer hold is a new question.
  await page.getByRole('spinbutton', { name: 'internal hold' }).fill('9');
  const longer = against(page).locator('nv-finding-item').filter({ hasText: 'hold 9 s, above 4 s' });
  await expect(longer.getByRole('button', { name: findingWords.findingItem.overrule })).toBeVisible();
  await page.getByRole('spinbutton', { name: 'internal hold' }).fill('8');
  await expect(held).toContainText('Overruled');

  const care = against(page)
    .locator('nv-finding-item')
    .filter({ hasText: 'Care The whole session — Asthma' });
  await care.getByRole('button', { name: findingWords.findingItem.acknowledge }).click();
  await expect(care).toContainText('say it once');

  await page.getByRole('link', { name: 'Hesper Vane' }).click();
  await openPart(page, 'history');
  await expect(page.getByText('Three years of holds, reliever beside her.')).toBeVisible();
  await openPart(page, 'health');
  await unfold(page, studentWords.clearanceList.fileAClearance);
  await choose(page, studentWords.clearanceList.for, 'asthma');
  await choose(page, studentWords.clearanceList.clears, 'forceful and rapid breathing');
  await page.getByLabel(studentWords.clearanceList.clinician, { exact: true }).fill('Dr. Amaru Feld');
  await page.getByRole('textbox', { name: studentWords.clearanceList.givenOn }).fill('2026-01-05');
  await page.getByRole('button', { name: studentWords.clearanceList.fileIt }).click();
  await expect(page.getByRole('alert')).toContainText('a clearance without an end is none');
  await expect(page.getByLabel(studentWords.clearanceList.clinician, { exact: true })).toHaveValue(
    'Dr. Amaru Feld',
  );
  await page.getByRole('textbox', { name: studentWords.clearanceList.holdsThrough }).fill('2099-01-05');
  await page.getByRole('button', { name: studentWords.clearanceList.fileIt }).click();
  await expect(page.locator('nv-clearance-list')).toContainText('forceful and rapid breathing, for asthma');
  await openPart(page, 'history');
  await expect(page.getByText(AUDIT_WORDS['clearance-added'])).toBeVisible();
  await sessionOf(page, 'Hesper Vane', 'kapalbhati');
  await expect(against(page)).toContainText('Cleared by Dr. Amaru Feld');
});

test('today is asked about, and a meal too soon says until when to wait', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
  await page.getByRole('link', { name: 'Lead Before the solo' }).click();
  await page.getByRole('radio', { name: dayWords.dayCheckForm.justNow }).click();
  await page.getByRole('button', { name: dayWords.nostrilTest.twoBreathTest }).click();
  for (let breath = 0; breath < 2; breath++)
    await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Left', exact: true }).click();
  await page.getByLabel(dayWords.feltNames.calm).fill('4');
  await page.getByRole('button', { name: dayWords.dayCheckForm.todayWasAsked }).click();
  await expect(page.getByText('left side freer · calm 4')).toBeVisible();
  await expect(page.getByRole('button', { name: leadWords.leadReady.start })).toBeDisabled();
  const meal = against(page).locator('nv-finding-item').filter({ hasText: 'Too soon after the meal' });
  await meal.getByRole('button', { name: findingWords.findingItem.whatCanBeDone }).click();
  await expect(meal).toContainText(/Waiting until \d+:\d+/);
});

test('a capacity is measured by taps, and a hold that is left out is not offered', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Dov Lerner', 'capacity');
  await page.getByRole('link', { name: studentWords.parts.measure }).click();
  // The stopwatch stands still but for what the journey lets pass.
  await page.evaluate(() => {
    const watch = window as unknown as { stopwatch: number };
    watch.stopwatch = 0;
    performance.now = () => watch.stopwatch;
  });
  const pass = (seconds: number): Promise<void> =>
    page.evaluate((more) => {
      (window as unknown as { stopwatch: number }).stopwatch += more * 1000;
    }, seconds);
  const tries = async (step: string, ...seconds: number[]): Promise<void> => {
    // The step is drawn before a key is meant for it.
    await expect(page.getByRole('button', { name: step })).toHaveAttribute('aria-pressed', 'true');
    for (const length of seconds) {
      await page.keyboard.press('Space');
      await expect(page.getByRole('button', { name: capacityWords.tryTaker.end })).toBeVisible();
      await pass(length);
      await page.keyboard.press('Space');
      await expect(page.getByRole('button', { name: capacityWords.tryTaker.begin })).toBeVisible();
    }
  };
  await page.getByRole('button', { name: capacityWords.tryTaker.begin }).waitFor();
  await tries('1 · Inhale', 7, 11, 7);
  await expect(page.getByText('one more, please')).toBeVisible();
  await page.getByRole('button', { name: 'Take out try 2' }).click();
  await tries('1 · Inhale', 8);
  await expect(page.getByText('Median 7 s')).toBeVisible();
  await expect(page.getByText('7 s × 0.8 = 5.6 s sustainable')).toBeVisible();
  await page.getByRole('button', { name: intakeWords.next }).click();
  await tries('2 · Exhale', 10, 10, 10);
  await page.getByRole('button', { name: capacityWords.capacityPage.holdStep }).click();
  await tries('3 · Hold', 12, 12, 12);
  await page.getByRole('button', { name: capacityWords.capacityPage.naturalStep }).click();
  await page.locator('nv-natural-minute').waitFor();
  await page.keyboard.press('Space');
  for (let inhale = 0; inhale < 14; inhale++) {
    await pass(4);
    await page.keyboard.press('Space');
  }
  await pass(10);
  await expect(page.locator('dd').filter({ hasText: '15 breaths a minute' })).toBeVisible();
  await page.getByRole('button', { name: capacityWords.capacityPage.recordThisCheck }).click();
  await expect(page.locator('nv-capacity-card')).toContainText('5.6 s of 7');

  // Where a fact speaks against longer holds, a try ends there by itself.
  await openStudent(page, 'Hesper Vane', 'capacity');
  await page.getByRole('link', { name: studentWords.parts.measure }).click();
  await page.getByRole('button', { name: capacityWords.capacityPage.holdStep }).click();
  await expect(page.getByText('A try ends by itself at 4 s.')).toBeVisible();
  await page.keyboard.press('Space');
  await pass(30);
  await expect(page.getByRole('listitem').filter({ hasText: '4 s' })).toBeVisible();

  // Tries that are not recorded are left only after a question.
  await page.getByRole('link', { name: frameWords.places.students, exact: true }).click();
  await answer(page, kitWords.unsaved.leave);
  await openStudent(page, 'Marisol Tenby', 'capacity');
  await page.getByRole('link', { name: studentWords.parts.measure }).click();
  await page.getByRole('button', { name: capacityWords.capacityPage.holdStep }).click();
  await expect(page.getByText('Holds are left out: pregnant.')).toBeVisible();
});

test('the rule book is searched, and says whom a rule concerns', async ({ signedIn: page }) => {
  await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
  await page.getByRole('link', { name: shelfWords.list.ruleBook }).click();
  await page.getByRole('searchbox').fill('asthma always hesper');
  await expect(page.getByText(/of \d{3} rules/)).toBeVisible();
  await page.getByRole('searchbox').fill('hesper reliever breathing exercises');
  const row = page.getByRole('listitem').filter({ hasText: 'Hesper Vane' });
  await expect(row).toHaveCount(1);
  await expect(row).toContainText(/\d+ sittings, last on/);
  await page.keyboard.press('Escape');
  await page.getByRole('searchbox').fill('moon');
  await expect(page.getByText('No rule says this.')).toBeVisible();
});
