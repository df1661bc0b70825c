import { PDFDocument } from 'pdf-lib';
import { expect, giveLink, phone, takeAudioClock, tellEffort, test } from './application.js';
import { openStudent } from './student-page.js';
import { answer, choose } from './kit.js';
import {
  capacityWords,
  dayWords,
  frameWords,
  homeWords,
  leadWords,
  ledgerWords,
  studentWords,
} from './words.js';

test('a private link leads at home, without a connection too, and what was done stands in the Ledger', async ({
  signedIn: page,
  application,
  browser,
}) => {
  const address = await giveLink(page, 'Hesper Vane', 'Out to sixteen');
  const home = await phone(browser, application);
  const clock = await takeAudioClock(home);
  await home.goto(address);
  await expect(home.getByRole('heading', { name: 'Practice for Hesper' })).toBeVisible();
  await expect(home.getByText('Vane')).toHaveCount(0);
  await expect(home.getByText('asthma', { exact: false })).toHaveCount(1);
  await expect(home.getByText(homeWords.homePage.thisPageWorksWithout)).toBeVisible({ timeout: 30_000 });

  await home.context().setOffline(true);
  await home.reload();
  await expect(home.getByText(homeWords.homePage.offline)).toBeVisible();
  await home.getByText('How are you now?').click();
  await home
    .getByRole('radiogroup', { name: dayWords.feltNames.calm })
    .getByRole('radio', { name: '3', exact: true })
    .press('Enter');
  await home.getByRole('button', { name: capacityWords.tryTaker.begin }).click();
  await clock.untilRound('Round 2 of 10');
  await home.getByRole('button', { name: leadWords.leadControls.stop }).click();
  await expect(home.getByText('1 of 10 rounds')).toBeVisible();

  // A reload in the middle of telling loses nothing.
  await home.reload();
  await expect(home.getByText('1 of 10 rounds')).toBeVisible();
  await home.getByRole('button', { name: homeWords.homeTelling.tellYourInstructor }).click();
  await expect(home.getByRole('alert')).toContainText('Say how hard it felt');
  await home.getByLabel('Dizzy').check();
  await tellEffort(home, 4);
  // How it felt before was told before it began; the difference stands beside it at once.
  const calm = home.getByRole('radiogroup', { name: /calm/ });
  await calm.getByRole('radio', { name: '7', exact: true }).click();
  await expect(home.getByText('before 3: +4')).toBeVisible();
  await home.getByLabel(ledgerWords.effortAndNote.note).fill('By the hives.');
  await home.getByRole('button', { name: homeWords.homeTelling.tellYourInstructor }).click();
  await expect(home.getByText('It is kept on this phone and sent by itself')).toBeVisible();
  await home.reload();
  await expect(home.getByText('One report waits on this phone for a connection.')).toBeVisible();
  await home.context().setOffline(false);
  await expect(home.getByText('One report waits')).toHaveCount(0);

  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  const row = page.locator('tbody tr').first();
  await expect(row).toContainText('Out to sixteen · at home');
  await expect(row).toContainText('By the hives.');
  await expect(row).toContainText('calm +4');
  await row.getByRole('link').first().click();
  await expect(page.getByText('at home, told')).toBeVisible();
  await page.getByRole('link', { name: frameWords.places.today, exact: true }).click();
  await expect(page.getByText('A stop sign in the last sitting: dizzy.', { exact: false })).toBeVisible();
});

test('what was done without the page is told too; a link that was ended opens no more', async ({
  signedIn: page,
  application,
  browser,
}) => {
  const address = await giveLink(page, 'Dov Lerner', 'Asleep by daylight');
  const home = await phone(browser, application);
  await home.goto(address);
  await home.getByText(homeWords.homePage.iPractisedWithoutThis).click();
  // By key: what unfolds still moves.
  await home.getByRole('button', { name: homeWords.homeByHand.goOnToTell }).press('Enter');
  await tellEffort(home, 2);
  await home.getByRole('button', { name: homeWords.homeTelling.tellYourInstructor }).click();
  await expect(home.getByText('Told. It stands in your instructor’s record')).toBeVisible();

  await page.getByRole('button', { name: studentWords.homeLinks.scan }).click();
  await expect(page.getByRole('img', { name: 'a square to scan with a phone' })).toBeVisible();
  await page.getByRole('button', { name: studentWords.homeLinks.endItNow }).click();
  await answer(page, studentWords.homeLinks.endTheLink);
  await expect(page.getByText('1 told.')).toBeVisible();
  await home.reload();
  await expect(home.getByRole('heading', { name: homeWords.homePage.thisLinkDoesNot })).toBeVisible();
  await expect(home.getByText('Your instructor has ended this link.')).toBeVisible();
  await home.goto(`/home/${'a'.repeat(43)}`);
  await expect(home.getByText('This link leads nowhere.', { exact: false })).toBeVisible();
});

test('the card to take home is one page, on A4 and on Letter, with the cautions of this student', async ({
  signedIn: page,
}) => {
  for (const [student, session] of [
    ['Hesper Vane', 'Thursday, steadying'],
    ['Ingrid Sól', 'Hill morning'],
  ] as const) {
    await page.goto('/students');
    await openStudent(page, student, 'home');
    await choose(page, studentWords.homeLinks.sessionToTakeHome, session);
    await page.getByRole('link', { name: studentWords.homeLinks.cardToPrint }).click();
    await expect(page.getByRole('heading', { name: homeWords.stopSigns.stopAtOnce })).toBeVisible();
    await expect(page.locator('nv-practice-steps svg').first()).toBeVisible();
    await expect(page.getByRole('heading', { name: homeWords.cardPage.forYou })).toBeVisible();
    for (const [paper, width, height] of [
      ['A4', 595, 842],
      ['Letter', 612, 792],
    ] as const) {
      await choose(page, homeWords.cardPage.paper, paper);
      const pages = (await PDFDocument.load(await page.pdf({ preferCSSPageSize: true }))).getPages();
      const size = pages[0]?.getSize();
      expect([pages.length, Math.round(size?.width ?? 0), Math.round(size?.height ?? 0)]).toEqual([
        1,
        width,
        height,
      ]);
    }
  }
  await page.goBack();
});
