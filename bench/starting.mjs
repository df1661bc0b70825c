// What speaks above care against each technique at its starting dosage: for a healthy adult who was never measured, and for the
// students of the demo data, as they are put into a session (fitted, in a seat that is possible).
import {
  day,
  dayAt,
  DEFAULT_CONVENTIONS,
  newFittedPassage,
  newPassage,
  screenCase,
  screenedStudent,
  seconds,
  sustainableFrom,
  TECHNIQUE_IDS,
  unmeasured,
} from '../core/dist/index.js';
import { apiClient, report, startApplication } from './measure.mjs';

const healthy = {
  facts: [],
  age: { youngest: 40, oldest: 41 },
  pregnancyWeeks: null,
  experienced: false,
  tongueRolls: true,
  seats: [],
  mealMinutes: null,
  mood: null,
  longestSitting: null,
  stoppedToday: null,
  approvals: [],
  capacity: unmeasured(),
};
const still = (fit) => newFittedPassage('closing-stillness', '00000000-0000-4000-8000-000000000001', fit);
const sessionOf = (passage, fit) => ({
  title: 'One',
  goal: 'calm',
  conventions: {},
  minutes: null,
  seatChange: seconds(10),
  passages: passage.kind === 'natural' ? [passage] : [passage, still(fit)],
});
const aboveCare = (student, passage, fit) =>
  screenCase({
    session: sessionOf(passage, fit),
    student,
    hand: 'right',
    profile: DEFAULT_CONVENTIONS,
    decisions: { clearances: [], overrulings: [], day: day('2026-03-10') },
  }).filter(({ level }) => level !== 'care');

const id = '00000000-0000-4000-8000-000000000002';
const rows = [
  ['healthy adult, first sitting, as written', { ...healthy, sittings: 0 }, false],
  ['healthy adult, first sitting, fitted', { ...healthy, sittings: 0 }, true],
  ['healthy adult, fiftieth sitting, as written', { ...healthy, sittings: 50 }, false],
  ['healthy adult, fiftieth sitting, fitted', { ...healthy, sittings: 50 }, true],
];

const application = await startApplication();
const { call } = await apiClient(application);
for (const { id: of } of (await call('GET', '/students')).body) {
  const { body: student } = await call('GET', `/students/${of}`);
  const now = Date.now();
  const today = dayAt(now, 'Europe/London');
  const known = screenedStudent(student, { today, now, profile: DEFAULT_CONVENTIONS });
  const facts = student.facts.map(({ fact }) => fact).join(', ') || 'nothing on record';
  rows.push([`${student.name}, ${facts}, fitted`, known, true]);
}
await application.stop();

for (const [name, student, fitted] of rows) {
  const fit = { sustainable: sustainableFrom(student.capacity), seats: student.seats };
  const found = TECHNIQUE_IDS.map((technique) => {
    const passage = fitted ? newFittedPassage(technique, id, fit) : newPassage(technique, id);
    return [technique, aboveCare(student, passage, fit).map(({ rule }) => rule)];
  }).filter(([, rules]) => rules.length > 0);
  const all = found.reduce((sum, [, rules]) => sum + rules.length, 0);
  report(name, `${all} findings above care, in ${found.length} of ${TECHNIQUE_IDS.length} techniques`);
  for (const [technique, rules] of found) report(`  ${technique}`, rules.join(', '));
}
