import { choose, find, unfold } from './kit.js';
import type { View } from './lead-views.js';
import { openOfSession, openPart, openSession } from './bench.js';
import {
  benchWords,
  capacityWords,
  frameWords,
  kitWords,
  leadWords,
  mirrorWords,
  sayWords,
  scoreWords,
  sessionWords,
  shelfWords,
  studentWords,
  timeWords,
} from './words.js';

/** Views of sessions and of the Bench. */
export const BENCH_VIEWS: readonly View[] = [
  {
    name: 'a session of a class',
    open: async (page) => {
      await openSession(page, 'Rope by rope');
      await page.getByRole('button', { name: 'Fit it to Juno Abara' }).click();
      await page.getByRole('button', { name: benchWords.refitForm.makeItASession }).waitFor();
    },
  },
  {
    name: 'sessions',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.bench }).click();
      await page.getByRole('link', { name: 'Slow hands', exact: true }).waitFor();
    },
  },
  {
    name: 'a new session, and what can be done with one',
    open: async (page) => {
      await page.getByRole('link', { name: frameWords.places.bench }).click();
      await page.getByRole('button', { name: 'More about Slow hands' }).click();
      await page.getByRole('menuitem', { name: sessionWords.table.rename }).click();
      await page.getByRole('textbox', { name: sessionWords.details.title }).waitFor();
      await page.getByRole('button', { name: kitWords.field.close }).click();
      await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
      await page.getByRole('combobox', { name: sessionWords.add.owner }).waitFor();
    },
  },
  {
    name: 'the bench',
    open: async (page) => {
      await openSession(page, 'Lungs for the hill');
      await page.getByRole('spinbutton', { name: capacityWords.phases.inhale }).waitFor();
    },
  },
  {
    name: 'two sessions compared',
    open: async (page) => {
      await openSession(page, 'Lungs for the hill');
      await openOfSession(page, benchWords.benchPage.compareMenu);
      await choose(page, 'with', 'another student, fitted to them');
      await find(page, 'student', 'pell', 'Old Pell Ardwick');
      await page.getByText(/passages? differs?\.$|Every passage is the same/).waitFor();
    },
  },
  {
    name: 'every form of the bench',
    open: async (page) => {
      await openSession(page, 'Hill morning');
      await page
        .locator('nv-passage-list')
        .getByRole('button', { name: /Alternate-nostril breath/ })
        .click();
      for (const part of ['Pattern', 'Holds and locks', 'Change', 'Seat and hands', 'Say', 'Counts'])
        await openPart(page, part);
      await page.getByRole('button', { name: scoreWords.breathScore.legend }).click();
    },
  },
  {
    name: 'how a passage is taught',
    open: async (page) => {
      await openSession(page, 'Hill morning');
      await page
        .locator('nv-passage-list')
        .getByRole('button', { name: /Skull-brightening breath/ })
        .click();
      await openPart(page, 'Say');
      await page.getByText(sayWords.teaching.firstBreath).waitFor();
    },
  },
  {
    name: 'a rehearsal',
    open: async (page) => {
      await openSession(page, 'Hill morning');
      await openOfSession(page, benchWords.benchPage.rehearse);
      await page.getByRole('button', { name: leadWords.leadReady.start }).click();
      await page.getByRole('button', { name: leadWords.leadControls.pause }).waitFor();
    },
  },
  {
    name: 'the counting mirror',
    open: async (page) => {
      await page.goto('/shelf/nadi-shodhana');
      await unfold(page, shelfWords.techniquePage.countingMirror);
      await page.getByRole('button', { name: mirrorWords.byMicrophone }).waitFor();
    },
  },
  {
    name: 'techniques to pick from',
    open: async (page) => {
      await openSession(page, 'After the furnace');
      await page.getByRole('button', { name: benchWords.passageList.addAPassage }).click();
      await page.getByRole('dialog').getByText('forceful breathing').first().waitFor();
    },
  },
  {
    name: 'time and totals of a session',
    open: async (page) => {
      await openSession(page, 'Hill morning');
      await openOfSession(page, benchWords.benchPage.timeAndTotals);
      await page.getByText(timeWords.timePanel.weightsAndLocks).click();
    },
  },
];
