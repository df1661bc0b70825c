import { expect, test } from './application.js';
import { openStudent } from './student-page.js';
import { choose, unfold } from './kit.js';
import { frameWords, ladderWords, scoreWords, studentWords } from './words.js';

test('today says whose decision waits; it is accepted, and the next session has the numbers', async ({
  signedIn: page,
}) => {
  await page.getByRole('link', { name: frameWords.places.today, exact: true }).click();
  const waiting = page.locator('nv-waiting-list li');
  const hesper = waiting.filter({ hasText: 'Hesper Vane may advance to in 5 · out 10' });
  await expect(hesper).toContainText('15 days on the rung, wanted 7. 5 of 5 sittings. Median effort 3');
  // What needs most stands first; what runs out is there too.
  await expect(waiting.filter({ hasText: 'Old Pell Ardwick' }).first()).toContainText(
    'a clearance for holds ends in 6 days',
  );
  await hesper.getByRole('link', { name: 'Decide, Hesper Vane' }).click();

  await expect(page.getByText('rung 5 of 9: in 4 · out 8')).toBeVisible();
  await page.getByRole('button', { name: 'Accept: advance a rung' }).click();
  await expect(page.getByText('rung 6 of 9: in 5 · out 10')).toBeVisible();
  await expect(page.locator('nv-decision-panel')).toContainText('No sitting on this rung yet.');

  // Otherwise than the rules say: not without a reason.
  await page.getByRole('button', { name: ladderWords.decisionPanel.otherwise }).click();
  await choose(page, ladderWords.decisionPanel.doInstead, 'go one rung down');
  await page.getByRole('button', { name: ladderWords.decisionPanel.decideSo }).click();
  await expect(page.getByRole('alert')).toContainText('Say why');
  await page.getByLabel(ladderWords.decisionPanel.reason).fill('Smoke from the hives all week.');
  await page.getByRole('button', { name: ladderWords.decisionPanel.decideSo }).click();
  await expect(page.getByText('rung 5 of 9')).toBeVisible();
  await unfold(page, ladderWords.decisionPanel.whatWasDecided);
  await expect(page.locator('nv-decision-panel')).toContainText(
    'Rung 6: ease instead of stay: Smoke from the hives all week.',
  );

  await page.getByRole('link', { name: 'Out to sixteen on the Bench' }).click();
  await expect(
    page.getByRole('spinbutton', { name: ladderWords.make.phases.exhale, exact: true }),
  ).toHaveValue('8');
});

test('a ladder is built to a target, seen beside another school, edited and forecast', async ({
  signedIn: page,
}) => {
  await openStudent(page, 'Ingrid Sól', 'progress');
  await page.getByRole('link', { name: studentWords.parts.newLadder }).click();
  await choose(page, scoreWords.breathScore.passage, 'Alternate-nostril breath, in “Lungs for the hill”');
  await expect(page.getByText('Today: in 5 · hold 10 · out 10')).toBeVisible();
  // A target that the school does not come by says so, and which ones are near.
  await page.getByRole('spinbutton', { name: 'Target: hold' }).fill('14');
  await page.getByRole('spinbutton', { name: 'Target: exhale' }).fill('13');
  await expect(page.getByRole('alert')).toContainText('does not come by in 5 · hold 14 · out 13');
  await page.getByRole('spinbutton', { name: 'Target: exhale' }).fill('10');
  await page.getByRole('spinbutton', { name: 'Target: hold' }).fill('5');
  await expect(page.getByRole('alert')).toContainText('further on');
  await page.getByRole('spinbutton', { name: 'Target: hold' }).fill('14');
  await choose(page, ladderWords.make.beside, 'Ratio first');
  await expect(page.locator('nv-ladder-sight')).toHaveCount(1);
  await expect(page.getByText(/Ratio first does not come by/)).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Target: hold' }).fill('20');
  await expect(page.locator('nv-ladder-sight')).toHaveCount(2);
  await expect(page.locator('nv-ladder-sight').first()).toContainText('Highest hold 20 s.');
  await page.getByRole('button', { name: ladderWords.make.keep }).click();

  await expect(page.getByRole('heading', { name: ladderWords.page.stairs })).toBeVisible();
  const rungs = page.locator('nv-rung-table tbody tr');
  await expect(rungs).toHaveCount(11);
  await expect(rungs.last()).toContainText("above today's fit");
  await page.getByRole('button', { name: ladderWords.page.editRungs }).click();
  await page.getByRole('button', { name: ladderWords.rungTable.insertAfter }).first().click();
  await expect(page.getByLabel('hold of rung 2', { exact: true })).toHaveValue('10½');
  await page.getByRole('button', { name: 'Remove rung 12' }).click();
  await page.getByRole('button', { name: ladderWords.page.saveRungs }).click();
  await expect(page.getByText('rung 1 of 11')).toBeVisible();
  await expect(page.getByRole('button', { name: ladderWords.page.editRungs })).toBeVisible();

  await page.getByRole('button', { name: ladderWords.forecastPanel.workOutAForecast }).click();
  await expect(page.getByText(ladderWords.forecastPanel.halfOfThemBy)).toBeVisible();
  await expect(page.getByText('a sitting more a day')).toBeVisible();
});
