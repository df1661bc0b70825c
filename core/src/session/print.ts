import { formatCounts, formatSeconds } from '../units/index.js';
import type { PassageTotals } from './dosage.js';

const STEP_WORDS: Readonly<Record<number, string>> = {
  2: 'Two',
  3: 'Three',
  4: 'Four',
  6: 'Six',
  8: 'Eight',
};

/** "Six-step round of 36 s · 3.3 breaths a minute · hold share 17 %". */
export function describeTotals(totals: PassageTotals): string {
  const steps = STEP_WORDS[totals.steps] ?? String(totals.steps);
  const last =
    totals.lastRoundSeconds === null ? '' : `, the last ${formatSeconds(totals.lastRoundSeconds)} s`;
  return [
    `${steps}-step round of ${formatSeconds(totals.roundSeconds)} s${last}`,
    `${formatSeconds(totals.breathsPerMinute)} breaths a minute`,
    `hold share ${Math.round(totals.holdShare * 100)} %`,
  ].join(' · ');
}

/** "18 rounds", "1 round", "7½ rounds". */
export const describeRounds = (rounds: number): string =>
  `${formatCounts(rounds)} ${rounds === 1 ? 'round' : 'rounds'}`;
