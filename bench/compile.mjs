// Compiling a session: 90 minutes of 4:0:4:0 alternating, nine thousand strokes, and exactness over an hour.
import { compileSession, DEFAULT_CONVENTIONS, newPassage, newSession, notesOf } from '../core/dist/index.js';
import { median, ms, percentile, report } from './measure.mjs';

const session = newSession('Ninety minutes', { counted: 'a', natural: 'b' });
const passages = session.passages.map((passage) =>
  passage.kind === 'counted' ? { ...passage, cycles: (90 * 60) / 8 } : passage,
);
const long = { ...session, passages };
const compile = () => compileSession(long, { hand: 'right' }, DEFAULT_CONVENTIONS);
for (let warm = 0; warm < 50; warm++) compile();

const times = [];
for (let run = 0; run < 300; run++) {
  const from = performance.now();
  compile();
  times.push(performance.now() - from);
}
report(`compileSession, ${compile().events.length} events, median of 300`, ms(median(times)), 'under 5 ms');
report('compileSession, 95th percentile', ms(percentile(times, 0.95)));
report('notes of it', String(notesOf(compile()).length));

// Nine thousand strokes: twenty-five passages of three sets of 120, at rates where one stroke is no whole millisecond.
const strokes = {
  ...long,
  passages: Array.from({ length: 25 }, (_, index) => ({
    ...newPassage('kapalabhati', `strokes ${index}`),
    strokes: 120,
    rate: 70 + index,
    sets: 3,
  })),
};
const compileStrokes = () => compileSession(strokes, { hand: 'right' }, DEFAULT_CONVENTIONS);
for (let warm = 0; warm < 50; warm++) compileStrokes();
const strokeTimes = [];
for (let run = 0; run < 300; run++) {
  const from = performance.now();
  compileStrokes();
  strokeTimes.push(performance.now() - from);
}
const made = compileStrokes().events.reduce((sum, { strokes: made }) => sum + (made?.number ?? 0), 0);
report(`compileSession, ${made} strokes, median of 300`, ms(median(strokeTimes)), 'under 15 ms');
report('compileSession, strokes, 95th percentile', ms(percentile(strokeTimes, 0.95)));

// Over an hour no stroke and no tick is off: against fractions of whole numbers, not against floating sums.
const hour = {
  ...long,
  passages: [
    { ...newPassage('kapalabhati', 'hour'), strokes: 120, rate: 70, sets: 10, recovery: null, quiet: 30 },
    ...[833, 1017, 1337].map((pace) => ({
      ...newPassage('ujjayi', `at ${pace}`),
      pace,
      base: 4.5,
      cycles: 60,
    })),
  ],
};
let worst = 0;
let exact = 0n; // in 1/14 ms: strokes at 70 a minute are 6000/7 ms, counts go in halves
for (const event of compileSession(hour, { hand: 'right' }, DEFAULT_CONVENTIONS).events) {
  const pace = hour.passages[event.passage].pace;
  const step = event.strokes ? 12_000n : BigInt(pace) * 14n;
  event.ticks.forEach((tick, i) => {
    worst = Math.max(worst, Math.abs(tick - Number(exact + BigInt(i) * step) / 14));
  });
  if (event.strokes) exact += 12_000n * BigInt(event.strokes.number);
  else if (event.counts !== null) exact += (BigInt(event.counts * 2) * BigInt(pace) * 14n) / 2n;
  else exact += BigInt(event.to - event.from) * 14n;
}
report('strokes and ticks over an hour, worst', ms(worst), 'under 2 ms');
