import { readyToLead } from './application.js';
import { choose, chooseFile, find, unfold } from './kit.js';
import { LEAD_VIEWS, type View } from './lead-views.js';
import { fromMore, newSession, openStudent } from './student-page.js';
import { openOfSession, openPart, pickTechnique } from './bench.js';

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
      await openStudent(page, 'Old Pell Ardwick', 'Health and clearances');
      await unfold(page, 'File a clearance');
    },
  },
  {
    name: 'progress of a student',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'Progress');
      await page.locator('.plot .main-svg').first().waitFor();
    },
  },
  {
    name: 'details at the side',
    open: async (page) => {
      await openStudent(page, 'Wren Castellan');
      await fromMore(page, 'Edit details');
      await page.getByLabel('Guardian who consents').waitFor();
    },
  },
  {
    name: 'a new student',
    open: async (page) => {
      await page.getByRole('link', { name: 'Add a student' }).click();
      await page.getByLabel('Year of birth').waitFor();
    },
  },
  {
    name: 'the intake',
    open: async (page) => {
      await openStudent(page, 'Wren Castellan', 'Health and clearances');
      await page.getByRole('link', { name: 'Intake', exact: true }).click();
      await page.getByLabel('Guardian who consents').waitFor();
    },
  },
  {
    name: 'the capacity check',
    open: async (page) => {
      await openStudent(page, 'Ingrid Sól', 'Capacity');
      await page.getByRole('link', { name: 'Measure with taps' }).click();
      await page.locator('.plot .main-svg').first().waitFor();
      await page.getByText('Comfortable seconds, as a table').click();
    },
  },
  {
    name: 'the card of signs',
    open: async (page) => {
      await page.getByRole('button', { name: 'Signs' }).click();
      await page.getByRole('heading', { name: 'Signs to stop at' }).waitFor();
    },
  },
  {
    name: 'the rule book',
    open: async (page) => {
      await page.getByRole('link', { name: 'Shelf', exact: true }).click();
      await page.getByRole('link', { name: 'Rule book' }).click();
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
      await finding.getByRole('button', { name: 'What can be done' }).click();
      await page.getByRole('button', { name: 'Overrule …' }).first().click();
      await page.getByLabel('reason').first().waitFor();
    },
  },
  {
    name: 'three proposals',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner');
      await page.getByRole('link', { name: 'Build a session' }).click();
      await page.getByRole('button', { name: 'Compose' }).click();
      await page.getByText('Left out, and why').first().click();
    },
  },
  {
    name: 'today, before leading',
    open: async (page) => {
      await page.getByRole('link', { name: 'Lead', exact: true }).click();
      await page
        .getByRole('link', { name: /^(Lead|Resolve what is in the way of) After the furnace$/ })
        .click();
      await page.getByRole('button', { name: 'two-breath test' }).click();
      await page.getByRole('button', { name: 'Done', exact: true }).waitFor();
    },
  },
  {
    name: 'today',
    open: async (page) => {
      await page.getByRole('link', { name: 'Today', exact: true }).click();
      await page.getByRole('link', { name: 'Decide, Hesper Vane' }).waitFor();
    },
  },
  {
    name: 'a ladder',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'Progress');
      await page.locator('nv-ladder-list').getByRole('link').click();
      await page.getByRole('button', { name: 'Edit the rungs' }).click();
      await unfold(page, 'Days of practice, gate and wished date');
      await page.getByRole('button', { name: 'Otherwise …' }).click();
      await choose(page, 'Another school beside it', 'Count first');
    },
  },
  {
    name: 'a practice calendar',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'Progress');
      await page.locator('nv-ladder-list').getByRole('link').click();
      await page.getByRole('link', { name: 'Practice calendar' }).click();
      await page.getByRole('link', { name: 'For a calendar (iCalendar)' }).waitFor();
    },
  },
  {
    name: 'a card to take home',
    open: async (page) => {
      await openStudent(page, 'Hesper Vane', 'At home');
      await page.getByRole('link', { name: 'Card to print' }).click();
      await page.getByRole('heading', { name: 'Stop at once' }).waitFor();
    },
  },
  {
    name: 'practice at home',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'At home');
      await page.getByRole('button', { name: 'Give a private link' }).click();
      const address = await page
        .getByLabel(/^address of the link/)
        .first()
        .inputValue();
      await page.goto(address);
      await page.getByText('I practised without this page').click();
      await page.getByRole('button', { name: 'Go on to tell it' }).waitFor();
    },
  },
  {
    name: 'a practice at home that is told',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'At home');
      await page.getByRole('button', { name: 'Give a private link' }).click();
      const address = await page
        .getByLabel(/^address of the link/)
        .first()
        .inputValue();
      await page.goto(address);
      await page.getByText('I practised without this page').click();
      // By key: what unfolds still moves.
      await page.getByRole('button', { name: 'Go on to tell it' }).press('Enter');
      await page.getByText('Was there a sign on the way?').click();
      await page.getByLabel('Dizzy').check();
    },
  },
  {
    name: 'what is kept of a student',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'Data');
      await page.getByRole('button', { name: 'Erase Dov Lerner' }).click();
    },
  },
  {
    name: 'a log that was read',
    open: async (page) => {
      await page.getByRole('link', { name: 'Ledger', exact: true }).click();
      await page.getByRole('link', { name: 'Import log' }).click();
      const rows = ['student,started_at,technique,inhale,exhale,breaths_planned,breaths_done'];
      rows.push('Hesper Vane,2020-10-01 06:30,nadi shodhana,4,8,16,16', 'Nobody,2020,moon walk,4,8,16,16');
      const buffer = Buffer.from(rows.join('\n'));
      await chooseFile(page, 'Choose a file', { name: 'log.csv', mimeType: 'text/csv', buffer });
      await page.getByRole('button', { name: 'Put 1 on record' }).waitFor();
    },
  },
  {
    name: 'a new ladder',
    open: async (page) => {
      await openStudent(page, 'Dov Lerner', 'Progress');
      await page.getByRole('link', { name: 'New ladder' }).click();
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
    name: 'a session of a class',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('link', { name: 'Rope by rope', exact: true }).click();
      await page.getByRole('button', { name: 'Fit it to Juno Abara' }).click();
      await page.getByRole('button', { name: 'Make it a session of theirs' }).waitFor();
    },
  },
  {
    name: 'sessions',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('link', { name: 'Slow hands', exact: true }).waitFor();
    },
  },
  {
    name: 'a new session, and what can be done with one',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('button', { name: 'More about Slow hands' }).click();
      await page.getByRole('menuitem', { name: 'Name and tags' }).click();
      await page.getByRole('textbox', { name: 'Title' }).waitFor();
      await page.getByRole('button', { name: 'Close' }).click();
      await page.getByRole('button', { name: 'New session', exact: true }).click();
      await page.getByRole('combobox', { name: 'Who is it for?' }).waitFor();
    },
  },
  {
    name: 'the bench',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('link', { name: 'Lungs for the hill', exact: true }).click();
      await page.getByRole('spinbutton', { name: 'inhale' }).waitFor();
    },
  },
  {
    name: 'ready to lead',
    open: async (page) => {
      await page.getByRole('link', { name: 'Lead', exact: true }).click();
      await page.getByRole('link', { name: /^(Lead|Resolve what is in the way of) Slow hands$/ }).click();
      await readyToLead(page);
    },
  },
  ...LEAD_VIEWS,
  {
    name: 'two sessions compared',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('link', { name: 'Lungs for the hill', exact: true }).click();
      await openOfSession(page, 'Compare …');
      await choose(page, 'with', 'another student, fitted to them');
      await find(page, 'student', 'pell', 'Old Pell Ardwick');
      await page.getByText(/passages? differs?\.$|Every passage is the same/).waitFor();
    },
  },
  {
    name: 'the account',
    open: async (page) => {
      await page.getByRole('link', { name: 'You', exact: true }).click();
      await page.getByLabel('Password now').waitFor();
    },
  },
  {
    name: 'the keys',
    open: async (page) => {
      await page.keyboard.press('?');
      await page.getByRole('heading', { name: 'Keys' }).waitFor();
    },
  },
  {
    name: 'a sitting',
    open: async (page) => {
      await page.getByRole('link', { name: 'Ledger' }).click();
      const row = page.getByRole('row').filter({ hasText: 'After the furnace' }).first();
      await row.getByRole('link').first().click();
      await page.getByRole('heading', { name: 'After the furnace' }).waitFor();
    },
  },
  {
    name: 'what was done, corrected',
    open: async (page) => {
      await page.getByRole('link', { name: 'Ledger' }).click();
      const row = page.getByRole('row').filter({ hasText: 'After the furnace' }).first();
      await row.getByRole('link').first().click();
      await page.getByRole('button', { name: 'Correct what was done' }).click();
      await page.getByRole('button', { name: 'Save the correction' }).waitFor();
    },
  },
  {
    name: 'the Shelf',
    open: async (page) => {
      await page.getByRole('link', { name: 'Shelf', exact: true }).click();
      await page.getByText('21 techniques').waitFor();
    },
  },
  {
    name: 'a technique and its variant',
    open: async (page) => {
      await page.getByRole('link', { name: 'Shelf', exact: true }).click();
      await page.getByRole('link', { name: /Bellows breath/ }).click();
      await page.getByRole('button', { name: 'Copy to a variant of your own' }).click();
      await page.getByLabel('Name of the variant').waitFor();
    },
  },
  {
    name: 'where schools differ',
    open: async (page) => {
      await page.getByRole('link', { name: 'Shelf', exact: true }).click();
      await page.getByRole('link', { name: 'Where schools differ' }).click();
      await page.getByLabel('Starting side').waitFor();
    },
  },
  {
    name: 'every form of the bench',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench', exact: true }).click();
      await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
      await page
        .locator('nv-passage-list')
        .getByRole('button', { name: /Alternate-nostril breath/ })
        .click();
      for (const part of ['Pattern', 'Holds and locks', 'Change', 'Seat and hands', 'Say', 'Counts'])
        await openPart(page, part);
      await page.getByRole('button', { name: 'Legend' }).click();
    },
  },
  {
    name: 'how a passage is taught',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench', exact: true }).click();
      await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
      await page
        .locator('nv-passage-list')
        .getByRole('button', { name: /Skull-brightening breath/ })
        .click();
      await openPart(page, 'Say');
      await page.getByText('a deep breath before each turn of strokes').waitFor();
    },
  },
  {
    name: 'a rehearsal',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench', exact: true }).click();
      await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
      await openOfSession(page, 'Rehearse');
      await page.getByRole('button', { name: 'Start' }).click();
      await page.getByRole('button', { name: 'Pause' }).waitFor();
    },
  },
  {
    name: 'the counting mirror',
    open: async (page) => {
      await page.goto('/shelf/nadi-shodhana');
      await unfold(page, 'Counting mirror: how evenly do you count?');
      await page.getByRole('button', { name: 'Count into the microphone' }).waitFor();
    },
  },
  {
    name: 'techniques to pick from',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench', exact: true }).click();
      await page.getByRole('link', { name: 'After the furnace', exact: true }).click();
      await page.getByRole('button', { name: 'Add a passage' }).click();
      await page.getByRole('dialog').getByText('forceful breathing').first().waitFor();
    },
  },
  {
    name: 'time and totals of a session',
    open: async (page) => {
      await page.getByRole('link', { name: 'Bench', exact: true }).click();
      await page.getByRole('link', { name: 'Hill morning', exact: true }).click();
      await openOfSession(page, 'Time and totals');
      await page.getByText('Weights and locks').click();
    },
  },
  {
    name: 'the ledger',
    open: async (page) => {
      await page.getByRole('link', { name: 'Ledger' }).click();
      await page.getByRole('link', { name: 'Old Pell Ardwick' }).first().waitFor();
    },
  },
];
