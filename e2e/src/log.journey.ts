import fs from 'node:fs/promises';
import { expect, test } from './application.js';
import { openStudent } from './student-page.js';
import { choose, chooseFile, unfold } from './kit.js';
import { accountWords, frameWords, kitWords, ladderWords, ledgerWords, studentWords } from './words.js';

const HEADER = 'student,started_at,technique,inhale,hold,exhale,breaths_planned,breaths_done,effort,note';

test('the log goes out, is known when it comes back, and a log by hand is looked at before it is taken', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  await expect(page.getByText('38 sittings')).toBeVisible();
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: ledgerWords.list.export }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toBe('sittings.csv');
  const given = await fs.readFile(await download.path());
  expect([...given.subarray(0, 3)]).toEqual([0xef, 0xbb, 0xbf]);

  await page.getByRole('link', { name: ledgerWords.list.import }).click();
  const read = (name: string, content: string | Buffer): Promise<void> =>
    chooseFile(page, ledgerWords.logPage.chooseAFile, {
      name,
      mimeType: 'text/csv',
      buffer: Buffer.from(content as string),
    });
  await read('sittings.csv', given);
  await expect(page.getByText('38 on record already: left as they are')).toBeVisible();
  await expect(page.getByRole('button', { name: /on record$/ })).toHaveCount(0);

  await read(
    'paper.csv',
    [
      HEADER,
      'Hesper Vane,2020-10-01 06:30,nadi shodhana,4,0,8,16,16,3,"Easy, all of it"',
      'Hesper Vale,2020-10-02 06:30,nadi shodhana,4,0,8,16,16,3,',
    ].join('\n'),
  );
  await expect(page.getByRole('row', { name: /^3 student There is no student "Hesper Vale"/ })).toBeVisible();
  await page.getByRole('button', { name: 'Put 1 on record' }).click();
  await expect(page.getByText('1 sitting is on record now.')).toBeVisible();
  await page.getByRole('link', { name: ledgerWords.logPage.toTheLedger, exact: true }).click();
  await expect(page.getByText('39 sittings')).toBeVisible();
  await page.getByRole('button', { name: kitWords.pages.next }).click();
  await page
    .getByRole('row', { name: /Easy, all of it/ })
    .getByRole('link')
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'From a file' })).toBeVisible();
  await expect(page.getByRole('region', { name: ledgerWords.sitting.planned })).toBeVisible();
});

test('everything of a student is taken out, and erased when the name is typed', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Old Pell Ardwick', 'data');
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: studentWords.studentData.takeEverythingOutZip }).click();
  expect((await downloading).suggestedFilename()).toMatch(/^old pell-\d{4}-\d{2}-\d{2}\.zip$/);

  await page.getByRole('button', { name: 'Erase Old Pell Ardwick' }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was erased.');
  await page.getByLabel('to erase, type the name').fill('Old Pell Ardwick');
  await page.getByRole('button', { name: 'Erase Old Pell Ardwick' }).click();
  await expect(
    page.getByText('The student and everything of theirs are erased.', { exact: false }),
  ).toBeVisible();
  await expect(page.getByRole('link', { name: 'Hesper Vane' })).toBeVisible();
  await expect(page.getByText('Old Pell')).toHaveCount(0);
  await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
  await expect(page.locator('tbody tr').first()).toBeVisible();
  await expect(page.getByText('Old Pell')).toHaveCount(0);
  await page.getByRole('link', { name: frameWords.you, exact: true }).click();
  await page.getByText(accountWords.sections.audit).click();
  await expect(page.getByText(/A student was erased, with \d+ sittings? and \d+ sessions?\./)).toBeVisible();
});

test('the weeks to come have their numbers, by the clock and by the sun, and go into a calendar', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Hesper Vane', 'progress');
  await page.locator('nv-ladder-list').getByRole('link').click();
  await unfold(page, ladderWords.page.terms);
  await page.getByRole('button', { name: ladderWords.dailySittings.oneSittingADay }).click();
  const evening = page.getByRole('group', { name: 'Second sitting' });
  await choose(evening, 'session', 'Thursday, steadying');
  await evening.getByLabel('at', { exact: true }).fill('20:15');
  await evening.getByLabel('at', { exact: true }).press('Tab');
  await expect(evening.getByLabel('at', { exact: true })).toHaveValue('20:15');
  await page.getByRole('link', { name: ladderWords.page.calendar }).click();
  await expect(page.getByRole('heading', { name: ladderWords.page.calendar })).toBeVisible();
  await expect(page.locator('tbody tr')).not.toHaveCount(0);
  await expect(page.getByRole('row', { name: /20:15 Thursday, steadying as written/ }).first()).toBeVisible();
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: ladderWords.calendarPage.forACalendarIcalendar }).click();
  const text = await fs.readFile(await (await downloading).path(), 'utf8');
  expect(text.match(/BEGIN:VEVENT/g)?.length).toBe(await page.locator('tbody tr').count());

  // Without a place there is no sun to go by: the times are told by the clock, and why.
  await page.getByRole('link', { name: frameWords.you, exact: true }).click();
  for (const field of ['Place, for sunrise and sunset', 'Latitude, south below 0', 'Longitude, west below 0'])
    await page.getByLabel(field).fill('');
  await page.getByRole('button', { name: accountWords.work.save }).click();
  await expect(page.getByText(ledgerWords.sitting.saved)).toBeVisible();
  await page.goBack();
  await expect(page.getByText(ladderWords.calendarPage.clockSunUnknown).first()).toBeVisible();
});
