// Screening a session of twelve passages against all rules, and mending it: milliseconds, medians of several runs.
import {
  applySafeFixes,
  DEFAULT_CONVENTIONS,
  day,
  PERSON_FACTS,
  RULES,
  screenCase,
  unmeasured,
} from '../core/dist/index.js';
import { median, ms, report } from './measure.mjs';
import { twelvePassages as session } from './twelve-passages.mjs';

const student = {
  facts: Object.keys(PERSON_FACTS),
  age: { youngest: 70, oldest: 71 },
  pregnancyWeeks: 20,
  sittings: 4,
  experienced: false,
  tongueRolls: true,
  mealMinutes: 60,
  mood: 5,
  seats: [],
  longestSitting: 10,
  capacity: unmeasured(),
  stoppedToday: null,
  approvals: [],
};
const of = (facts) => ({
  session,
  student: { ...student, facts },
  hand: 'right',
  profile: DEFAULT_CONVENTIONS,
  decisions: { clearances: [], overrulings: [], day: day('2026-03-10') },
});

const RUNS = 41;
const timed = (work) => {
  for (let i = 0; i < 15; i++) work();
  return median(
    Array.from({ length: RUNS }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    }),
  );
};

const everything = of(student.facts);
report('rules', String(RULES.length));
report('findings, every condition at once', String(screenCase(everything).length));
report('screening', ms(timed(() => screenCase(everything))), 'under 5 ms');
for (const facts of [['pressure-controlled', 'asthma'], ['pregnancy'], student.facts]) {
  const name = facts.length > 3 ? 'every condition at once' : facts.join(', ');
  const { fixes, left } = applySafeFixes(of(facts));
  const what = `all safe fixes, ${name}, ${fixes.length} changes, ${left.length} left`;
  report(what, ms(timed(() => applySafeFixes(of(facts)))), 'under 300 ms in the browser');
}
