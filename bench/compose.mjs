// Composing: time of 45 minutes with every technique, and the search beside a greedy filler and a search of everything.
import { composeSessions, optionsFor, searchPlan, planValue } from '../core/dist/index.js';
import { HELD_CASES } from '../core/dist/compose/held-cases.js';
import { exhaustivePlan, greedyPlan } from '../core/dist/compose/reference.js';
import { median, ms, report } from './measure.mjs';

const [{ request: practised }] = HELD_CASES;
const times = [];
for (let run = 0; run < 9; run++) {
  const from = performance.now();
  composeSessions(practised);
  times.push(performance.now() - from);
}
const answer = composeSessions(practised);
report('composeSessions, 45 minutes, all techniques, three proposals', ms(median(times)), 'under 1 s');
for (const { title, numbers } of answer.value)
  report(`  ${title}: plans weighed`, numbers.considered.toExponential(2), 'at least 1e5');

let better = 0;
for (const { name, request } of HELD_CASES) {
  const { options } = optionsFor(request, 'goal');
  const whole = request.minutes * 60;
  const greedy = planValue(greedyPlan(options, 'goal', whole - 60, whole), 'goal');
  const found = searchPlan(options, 'goal', whole - 60, whole, 0)?.value ?? 0;
  if (found > greedy + 1e-9) better++;
  report(`${name}: search, greedy`, `${found.toFixed(2)}, ${greedy.toFixed(2)}`);
}
report('search better than greedy', `${better} of ${HELD_CASES.length}`, 'never worse');

const SMALL = [
  [['slow-even', 'nadi-shodhana'], 5],
  [['slow-even', 'bhramari', 'ujjayi'], 5],
  [['three-part', 'kapalabhati', 'bhramari'], 6],
  [['kapalabhati', 'bhastrika', 'even-rapid'], 12],
  [['nadi-shodhana', 'sama-vritti', 'chandra-bhedana'], 7],
  [['surya-bhedana', 'chandra-bhedana'], 8],
  [['ujjayi', 'viloma-inhale', 'viloma-exhale'], 5],
  [['breath-watching', 'slow-even', 'three-part'], 6],
  [['sheetali', 'bhramari', 'left-resting'], 6],
  [['breath-watching', 'ujjayi', 'kapalabhati', 'bhramari'], 6],
];
for (const [techniques, minutes] of SMALL) {
  const { options } = optionsFor({ ...practised, minutes, techniques }, 'varied');
  const [most, whole] = [minutes * 60 - 30, minutes * 60];
  const found = searchPlan(options, 'varied', most, whole, 0)?.value;
  const best = exhaustivePlan(options, 'varied', most, whole, 0);
  const greedy = planValue(greedyPlan(options, 'varied', most, whole), 'varied');
  report(
    `${techniques.join(', ')}, ${minutes} min: search, everything, greedy`,
    [found, best, greedy].map((value) => value?.toFixed(3)).join(', '),
  );
}
