import type { Conventions } from '../conventions/index.js';
import { formatBreath, PHASE_LABELS } from '../ratio/index.js';
import { BREATH_PATH_NAMES, ROUTE_NAMES, type Goal } from '../technique/index.js';
import { formatClock, formatCounts, formatSeconds } from '../units/index.js';
import { countsInCycle } from './cycle.js';
import {
  isOwnPaceAlone,
  passageTotals,
  rateInSet,
  strokesInSet,
  type PassageTotals,
  type RoundFigures,
} from './dosage.js';
import {
  startingSide,
  type CountedPassage,
  type Passage,
  type Ramp,
  type Side,
  type StrokePassage,
} from './session.js';
import { sessionWords, SIDE_NAMES } from '../words/index.js';

const STEP_WORDS: Readonly<Record<number, string>> = {
  2: sessionWords.print.two,
  3: sessionWords.print.three,
  4: sessionWords.print.four,
  6: sessionWords.print.six,
  8: sessionWords.print.eight,
};

/** "Six-step round of 36 s · 3.3 breaths a minute · hold share 17 %"; with what changes, from the first round to the last. */
export function describeTotals({ last, ...first }: PassageTotals): string {
  const steps = STEP_WORDS[first.steps] ?? String(first.steps);
  const fromTo = (of: (figures: RoundFigures) => string): string =>
    last && of(last) !== of(first) ? sessionWords.print.to(of(first), of(last)) : of(first);
  return [
    sessionWords.print.stepsOfRound(
      steps,
      fromTo(({ roundSeconds }) => formatSeconds(roundSeconds)),
    ),
    sessionWords.print.breathsAMinute(fromTo(({ breathsPerMinute }) => formatSeconds(breathsPerMinute))),
    sessionWords.print.holdShare(fromTo(({ holdShare }) => String(Math.round(holdShare * 100)))),
  ].join(' · ');
}

/** "out +1 every 2 rounds to 10", "hold from round 5". */
export function describeRamp(ramp: Ramp): string {
  if (ramp.kind === 'from') return sessionWords.print.fromRound(PHASE_LABELS[ramp.of], ramp.round);
  const what = ramp.of === 'base' ? sessionWords.print.base : PHASE_LABELS[ramp.of];
  const by = `${ramp.by < 0 ? '−' : '+'}${formatCounts(Math.abs(ramp.by))}`;
  const often = ramp.every === 1 ? sessionWords.print.eachRound : sessionWords.print.everyRounds(ramp.every);
  const steps = sessionWords.print.ramp(what, by, often, formatCounts(ramp.to));
  return ramp.first === undefined ? steps : sessionWords.print.firstInRound(steps, ramp.first);
}

/** "18 rounds", "1 round", "7½ rounds". */
export const describeRounds = (rounds: number): string =>
  sessionWords.print.rounds(formatCounts(rounds), rounds === 1);

/** "8 rounds", "8 to 10 rounds". */
const describeRoundsOf = ({ rounds, mostRounds }: PassageTotals): string =>
  mostRounds === null
    ? describeRounds(rounds)
    : sessionWords.print.roundsUpTo(formatCounts(rounds), formatCounts(mostRounds));

/** A passage's numbers in one line: "in 4 · out 4 · 8 rounds, from left". */
export function describePassage(passage: Passage, goal: Goal, conventions: Conventions): string {
  switch (passage.kind) {
    case 'natural':
      return passage.untilTap
        ? sessionWords.print.naturalUntilTap(formatClock(passage.length * 1000))
        : sessionWords.print.naturalBreath;
    case 'strokes':
      return describeStrokes(passage);
    case 'counted':
      return describeCounted(passage, goal, conventions);
  }
}

/** How much of a passage there is: "8 rounds", "3 sets", "1:30". */
export function describeDosage(passage: Passage, start: Side, conventions: Conventions): string {
  switch (passage.kind) {
    case 'natural':
      return formatClock(passage.length * 1000);
    case 'strokes':
      return sessionWords.print.sets(passage.sets);
    case 'counted':
      return isOwnPaceAlone(passage)
        ? sessionWords.print.ownPaceAlone(formatClock(passage.ownPace * 1000))
        : describeRoundsOf(passageTotals(passage, start, conventions));
  }
}

function describeCounted(passage: CountedPassage, goal: Goal, conventions: Conventions): string {
  const start = startingSide(passage, goal, conventions);
  const { openHold, ramps, route, inhaleThrough, ownPace } = passage;
  const way =
    route === 'alternating'
      ? sessionWords.print.from(SIDE_NAMES[start])
      : route === 'one-sided'
        ? SIDE_NAMES[start]
        : ROUTE_NAMES[route];
  const more = [
    ...(inhaleThrough === 'nose' ? [] : [sessionWords.print.inThrough(BREATH_PATH_NAMES[inhaleThrough])]),
    ...(openHold ? [sessionWords.print.openHoldUpTo(openHold.cap, openHold.fromRound ?? 1)] : []),
    ...ramps.map(describeRamp),
    ...(ownPace > 0 && !isOwnPaceAlone(passage)
      ? [sessionWords.print.thenOwnPace(formatClock(ownPace * 1000))]
      : []),
  ];
  const counts = formatBreath(countsInCycle(passage, 1, conventions));
  return [`${counts} · ${describeDosage(passage, start, conventions)}, ${way}`, ...more].join(', ');
}

function describeStrokes(passage: StrokePassage): string {
  const { sets, strokes, rate, turns, ownPaceFrom } = passage;
  const fromTo = (first: number, last: number): string =>
    last === first ? String(first) : sessionWords.print.to(first, last);
  const sides =
    turns.length > 1 || turns[0] !== 'both' ? `, ${turns.map((side) => SIDE_NAMES[side]).join(', ')}` : '';
  const numbers = fromTo(strokes, strokesInSet(passage, sets));
  const rates = fromTo(rate, rateInSet(passage, sets));
  const own = ownPaceFrom === undefined ? '' : sessionWords.print.strokesOwnPace(ownPaceFrom);
  return sessionWords.print.strokes(sets, numbers, rates, sides) + own;
}
