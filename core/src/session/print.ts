import type { Conventions } from '../conventions/index.js';
import { formatBreath, PHASE_LABELS } from '../ratio/index.js';
import { BREATH_PATH_NAMES, ROUTE_NAMES, type Goal } from '../technique/index.js';
import { formatClock, formatCounts, formatSeconds } from '../units/index.js';
import { countsInCycle } from './cycle.js';
import { passageTotals, rateInSet, type PassageTotals, type RoundFigures } from './dosage.js';
import { startingSide, type CountedPassage, type Passage, type Ramp, type StrokePassage } from './session.js';

const STEP_WORDS: Readonly<Record<number, string>> = {
  2: 'Two',
  3: 'Three',
  4: 'Four',
  6: 'Six',
  8: 'Eight',
};

/** "Six-step round of 36 s · 3.3 breaths a minute · hold share 17 %"; with what changes, from the first round to the last. */
export function describeTotals({ last, ...first }: PassageTotals): string {
  const steps = STEP_WORDS[first.steps] ?? String(first.steps);
  const fromTo = (of: (figures: RoundFigures) => string): string =>
    last && of(last) !== of(first) ? `${of(first)} to ${of(last)}` : of(first);
  return [
    `${steps}-step round of ${fromTo(({ roundSeconds }) => formatSeconds(roundSeconds))} s`,
    `${fromTo(({ breathsPerMinute }) => formatSeconds(breathsPerMinute))} breaths a minute`,
    `hold share ${fromTo(({ holdShare }) => String(Math.round(holdShare * 100)))} %`,
  ].join(' · ');
}

/** "out +1 every 2 rounds to 10", "hold from round 5". */
export function describeRamp(ramp: Ramp): string {
  if (ramp.kind === 'from') return `${PHASE_LABELS[ramp.of]} from round ${ramp.round}`;
  const what = ramp.of === 'base' ? 'base' : PHASE_LABELS[ramp.of];
  const by = `${ramp.by < 0 ? '−' : '+'}${formatCounts(Math.abs(ramp.by))}`;
  const often = ramp.every === 1 ? 'each round' : `every ${ramp.every} rounds`;
  return `${what} ${by} ${often} to ${formatCounts(ramp.to)}`;
}

/** "18 rounds", "1 round", "7½ rounds". */
export const describeRounds = (rounds: number): string =>
  `${formatCounts(rounds)} ${rounds === 1 ? 'round' : 'rounds'}`;

/** A passage's numbers in one line: "in 4 · out 4 · 8 rounds, from left". */
export function describePassage(passage: Passage, goal: Goal, conventions: Conventions): string {
  switch (passage.kind) {
    case 'natural':
      return passage.untilTap
        ? `natural breath, about ${formatClock(passage.length * 1000)}, until a tap`
        : 'natural breath';
    case 'strokes':
      return describeStrokes(passage);
    case 'counted':
      return describeCounted(passage, goal, conventions);
  }
}

function describeCounted(passage: CountedPassage, goal: Goal, conventions: Conventions): string {
  const start = startingSide(passage, goal, conventions);
  const { rounds } = passageTotals(passage, start, conventions);
  const { openHold, ramps, route, inhaleThrough, ownPace } = passage;
  const way = route === 'alternating' ? `from ${start}` : route === 'one-sided' ? start : ROUTE_NAMES[route];
  const more = [
    ...(inhaleThrough === 'nose' ? [] : [`in through the ${BREATH_PATH_NAMES[inhaleThrough]}`]),
    ...(openHold ? [`open hold up to ${openHold.cap} s`] : []),
    ...ramps.map(describeRamp),
    ...(ownPace > 0 ? [`then ${formatClock(ownPace * 1000)} at own pace`] : []),
  ];
  const counts = formatBreath(countsInCycle(passage, 1, conventions));
  return [`${counts} · ${describeRounds(rounds)}, ${way}`, ...more].join(', ');
}

function describeStrokes(passage: StrokePassage): string {
  const { sets, strokes, rate, turns } = passage;
  const last = rateInSet(passage, sets);
  const sides = turns.length > 1 || turns[0] !== 'both' ? `, ${turns.join(', ')}` : '';
  const rates = last === rate ? String(rate) : `${rate} to ${last}`;
  return `${sets} ${sets === 1 ? 'set' : 'sets'} of ${strokes} strokes at ${rates} a minute${sides}`;
}
