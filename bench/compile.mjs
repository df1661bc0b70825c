// Compiling a session: 90 minutes of 4:0:4:0 alternating.
import { compileSession, DEFAULT_CONVENTIONS, newSession, notesOf } from '../core/dist/index.js';
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
