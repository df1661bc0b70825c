import { readyToLead } from './application.js';
import { choose, chooseFile, unfold } from './kit.js';
import { BENCH_VIEWS } from './bench-views.js';
import { LEAD_VIEWS, type View } from './lead-views.js';
import { fromMore, newSession, openStudent } from './student-page.js';
import { pickTechnique } from './bench.js';
import {
  accountWords,
  composeWords,
  dayWords,
  findingWords,
  frameWords,
  homeWords,
  ladderWords,
  ledgerWords,
  shelfWords,
  shortcutWords,
  studentWords,
} from './words.js';

/** Every view, reached as a person would, with what tells that it is there. */
export const VIEWS: readonly View[] = [
  { name: 'students', open: (page) => page.getByRole('link', { name: 'Hesper Vane' }).waitFor() },
  {
    name: 'a student',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane');
      await page.locator('nv-weeks-card figure').first().waitFor();
    },
  },
  {
    name: 'the search',
    open: async (page) => {
      await page.keyboard.press('/');
      await page.getByRole('combobox', { name: /^Search students/ }).fill('breath');
      await page.getByRole('option').first().waitFor();
    },
  },
  {
    name: 'health and clearances of a student',
    open: async (page) => {
      await openStudent(page, 'Old Pell Ardwick', 'health');
      await unfold(page, studentWords.clearanceList.fileAClearance);
    },
  },
  {
    name: 'progress of a student',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'progress');
      await page.locator('.plot .main-svg').first().waitFor();
    },
  },
  {
    name: 'details at the side',
    open: async (page) => {
      await openStudent(page, 'Wren Castellan');
      await fromMore(page, studentWords.hub.edit);
      await page.getByLabel(studentWords.studentForm.guardianWhoConsents).waitFor();
    },
  },
  {
    name: 'a new student',
    open: async (page) => {
      await page.getByRole('link', { name: studentWords.list.add }).click();
      await page.getByLabel(studentWords.studentForm.yearOfBirth).waitFor();
    },
  },
  {
    name: 'the intake',
    open: async (page) => {
      await openStudent(page, 'Wren Castellan', 'health');
      await page.getByRole('link', { name: studentWords.parts.intake, exact: true }).click();
      await page.getByLabel(studentWords.studentForm.guardianWhoConsents).waitFor();
    },
  },
  {
    name: 'the capacity check',
    open: async (page) => {
      await openStudent(page, 'Ingrid Sól', 'capacity');
      await page.getByRole('link', { name: studentWords.parts.measure }).click();
      await page.locator('.plot .main-svg').first().waitFor();
      await page.getByText('Comfortable seconds, as a table').click();
    },
  },
  {
    name: 'the card of signs',
    open: async (page) => {
      await page.getByRole('button', { name: frameWords.signs }).click();
      await page.getByRole('heading', { name: dayWords.signCard.signsToStopAt }).waitFor();
    },
  },
  {
    name: 'the rule book',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
      await page.getByRole('link', { name: shelfWords.list.ruleBook }).click();
      await page.getByRole('searchbox').fill('glaucoma');
      await page.getByRole('link', { name: 'Bastien Quill' }).first().waitFor();
    },
  },
  {
    name: 'findings with what can be done',
    open: async (page) => {
      // A session of its own: other journeys mend the one of the demo.
      await newSession(page, 'Old Pell Ardwick');
      await pickTechnique(page, 'kapalbhati', 'change');
      const finding = page.locator('nv-finding-item').first();
      await finding.getByRole('button', { name: findingWords.findingItem.whatCanBeDone }).click();
      await page.getByRole('button', { name: findingWords.findingItem.overrule }).first().click();
      await page.getByLabel('reason').first().waitFor();
    },
  },
  {
    name: 'three proposals',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner');
      await page.getByRole('link', { name: studentWords.hub.build }).click();
      await page.getByRole('button', { name: composeWords.composePage.compose }).click();
      await page.getByText(composeWords.proposalCard.leftOutAndWhy).first().click();
    },
  },
  {
    name: 'today, before leading',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
      await page
        .getByRole('link', { name: /^(Lead|Resolve what is in the way of) After the furnace$/ })
        .click();
      await page.getByRole('button', { name: dayWords.nostrilTest.twoBreathTest }).click();
      await page.getByRole('button', { name: 'Done', exact: true }).waitFor();
    },
  },
  {
    name: 'today',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.today, exact: true }).click();
      await page.getByRole('link', { name: 'Decide, Hesper Vane' }).waitFor();
    },
  },
  {
    name: 'a ladder',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'progress');
      await page.locator('nv-ladder-list').getByRole('link').click();
      await page.getByRole('button', { name: ladderWords.page.editRungs }).click();
      await unfold(page, ladderWords.page.terms);
      await page.getByRole('button', { name: ladderWords.decisionPanel.otherwise }).click();
      await choose(page, ladderWords.make.beside, 'Count first');
    },
  },
  {
    name: 'a practice calendar',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'progress');
      await page.locator('nv-ladder-list').getByRole('link').click();
      await page.getByRole('link', { name: ladderWords.page.calendar }).click();
      await page.getByRole('link', { name: ladderWords.calendarPage.forACalendarIcalendar }).waitFor();
    },
  },
  {
    name: 'a card to take home',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'home');
      await page.getByRole('link', { name: studentWords.homeLinks.cardToPrint }).click();
      await page.getByRole('heading', { name: homeWords.stopSigns.stopAtOnce }).waitFor();
    },
  },
  {
    name: 'practice at home',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'home');
      await page.getByRole('button', { name: studentWords.homeLinks.giveAPrivateLink }).click();
      const address = await page
        .getByLabel(/^address of the link/)
        .first()
        .inputValue();
      await page.goto(address);
      await page.getByText(homeWords.homePage.iPractisedWithoutThis).click();
      await page.getByRole('button', { name: homeWords.homeByHand.goOnToTell }).waitFor();
    },
  },
  {
    name: 'a practice at home that is told',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'home');
      await page.getByRole('button', { name: studentWords.homeLinks.giveAPrivateLink }).click();
      const address = await page
        .getByLabel(/^address of the link/)
        .first()
        .inputValue();
      await page.goto(address);
      await page.getByText(homeWords.homePage.iPractisedWithoutThis).click();
      // By key: what unfolds still moves.
      await page.getByRole('button', { name: homeWords.homeByHand.goOnToTell }).press('Enter');
      await page.getByText(ledgerWords.signPanel.wasThereASignOn).click();
      await page.getByLabel('Dizzy').check();
    },
  },
  {
    name: 'what is kept of a student',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'data');
      await page.getByRole('button', { name: 'Erase Dov Lerner' }).click();
    },
  },
  {
    name: 'a log that was read',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.ledger, exact: true }).click();
      await page.getByRole('link', { name: ledgerWords.list.import }).click();
      const rows = ['student,started_at,technique,inhale,exhale,breaths_planned,breaths_done'];
      rows.push('Hesper Vane,2020-10-01 06:30,nadi shodhana,4,8,16,16', 'Nobody,2020,moon walk,4,8,16,16');
      const buffer = Buffer.from(rows.join('\n'));
      await chooseFile(page, ledgerWords.logPage.chooseAFile, {
        name: 'log.csv',
        mimeType: 'text/csv',
        buffer,
      });
      await page.getByRole('button', { name: 'Put 1 on record' }).waitFor();
    },
  },
  {
    name: 'a new ladder',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'progress');
      await page.getByRole('link', { name: studentWords.parts.newLadder }).click();
      await page.getByRole('spinbutton', { name: 'Target: inhale' }).fill('6');
    },
  },
  {
    name: 'a class',
    open: async (page) => {
      await page.goto('/classes');
      await page.getByRole('link', { name: 'Tuesday loft class' }).click();
      await page.getByRole('heading', { name: 'Sessions' }).waitFor();
    },
  },
  {
    name: 'ready to lead',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.lead, exact: true }).click();
      await page.getByRole('link', { name: /^(Lead|Resolve what is in the way of) Slow hands$/ }).click();
      await readyToLead(page);
    },
  },
  ...BENCH_VIEWS,
  ...LEAD_VIEWS,
  {
    name: 'the account',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.you, exact: true }).click();
      await page.getByLabel(accountWords.password.now).waitFor();
    },
  },
  {
    name: 'the keys',
    open: async (page) => {
      await page.keyboard.press('?');
      await page.getByRole('heading', { name: shortcutWords.title }).waitFor();
    },
  },
  {
    name: 'a sitting',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.ledger }).click();
      const row = page.getByRole('row').filter({ hasText: 'After the furnace' }).first();
      await row.getByRole('link').first().click();
      await page.getByRole('heading', { name: 'After the furnace' }).waitFor();
    },
  },
  {
    name: 'what was done, corrected',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.ledger }).click();
      const row = page.getByRole('row').filter({ hasText: 'After the furnace' }).first();
      await row.getByRole('link').first().click();
      await page.getByRole('button', { name: ledgerWords.sitting.correct }).click();
      await page.getByRole('button', { name: ledgerWords.correct.save }).waitFor();
    },
  },
  {
    name: 'the Shelf',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
      await page.getByText('21 techniques').waitFor();
    },
  },
  {
    name: 'a technique and its variant',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
      await page.getByRole('link', { name: /Bellows breath/ }).click();
      await page.getByRole('button', { name: shelfWords.techniquePage.copyToAVariant }).click();
      await page.getByLabel(shelfWords.variantEditor.name).waitFor();
    },
  },
  {
    name: 'where schools differ',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.shelf, exact: true }).click();
      await page.getByRole('link', { name: shelfWords.list.conventions }).click();
      await page.getByLabel('Starting side').waitFor();
    },
  },
  {
    name: 'the ledger',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.ledger }).click();
      await page.getByRole('link', { name: 'Old Pell Ardwick' }).first().waitFor();
    },
  },
];
