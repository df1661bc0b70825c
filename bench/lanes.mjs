// A class of twelve in eight passages, each in their own numbers: how long it takes to align them.
import { ensurePackages } from '../scripts/machine.mjs';
import { buildIfChanged } from '../scripts/build.mjs';
import { median, ms, report } from './measure.mjs';

ensurePackages();
buildIfChanged();
const { alignLanes, DEFAULT_CONVENTIONS, newPassage, unmeasured } = await import('../core/dist/index.js');

const TECHNIQUES = [
  'breath-watching',
  'three-part',
  'viloma-inhale',
  'kapalabhati',
  'nadi-shodhana',
  'surya-bhedana',
  'bhramari',
  'closing-stillness',
];
const held = (passage) =>
  passage.technique === 'nadi-shodhana'
    ? { ...passage, ratio: { inhale: 1, internalHold: 2, exhale: 2, externalHold: 0 }, base: 5, cycles: 24 }
    : passage;
const session = {
  title: 'Class',
  goal: 'calm',
  conventions: {},
  minutes: null,
  seatChange: 10,
  passages: TECHNIQUES.map((technique, index) => held(newPassage(technique, `p${index}`))),
};
const known = (measured) => ({ kind: 'measured', measured, sustainable: measured * 0.8 });
const FACTS = [[], [], ['reflux'], ['pregnancy'], ['asthma'], ['fainting']];
const students = Array.from({ length: 12 }, (_, index) => ({
  id: `s${index}`,
  screening: {
    hand: 'right',
    decisions: { clearances: [], overrulings: [], day: '2026-03-10' },
    student: {
      facts: FACTS[index % FACTS.length],
      age: { youngest: 30 + index, oldest: 31 + index },
      pregnancyWeeks: index % FACTS.length === 3 ? 20 : null,
      sittings: 40,
      experienced: index % 2 === 0,
      tongueRolls: true,
      seats: [],
      mealMinutes: null,
      capacity: {
        ...unmeasured(),
        inhale: known(4 + index),
        internalHold: known(6 + index * 3),
        exhale: known(7 + index * 2),
      },
      longestSitting: 60,
      stoppedToday: null,
      approvals: [],
    },
  },
}));
let put = 0;
const times = [];
let aligned;
for (let run = 0; run < 12; run++) {
  const from = performance.now();
  aligned = alignLanes({
    session,
    students,
    profile: DEFAULT_CONVENTIONS,
    ownSound: run % 2 === 1,
    newId: () => `n${put++}`,
  });
  times.push(performance.now() - from);
}
report('lanes, meetings', `${aligned.lanes.length}, ${aligned.meetings.join(' ')}`);
report(
  '12 students x 8 passages: first, median, worst',
  [times[0], median(times), Math.max(...times)].map(ms).join(', '),
  'under 200 ms',
);
