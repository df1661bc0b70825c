import { withPossibleLocks } from '../capacity/index.js';
import { resolveConventions, type Conventions } from '../conventions/index.js';
import { LANES, restAfterStrokes, restNeededBeforeHold } from '../policy/index.js';
import { countsOf, numbersFromCounts } from '../ratio/index.js';
import {
  cycleHalfMillis,
  cyclesInOwnRound,
  withCycles,
  withFittedParts,
  type CountedPassage,
  type Passage,
  type Session,
} from '../session/index.js';
import { counts, FASTEST_PACE, floorToHalf, pace, seconds, SLOWEST_PACE } from '../units/index.js';
import type { LaneRounds } from './choose-period.js';

/**
 * Every round as long as every other: changes stand at their start, open holds at what is expected of them, and all strokes are
 * called, so that nothing waits for a tap.
 */
export const steadySession = (session: Session): Session => ({
  ...session,
  passages: session.passages.map(steady),
});

function steady(passage: Passage): Passage {
  switch (passage.kind) {
    case 'natural':
      return { ...passage, untilTap: false };
    case 'strokes': {
      const { ownPaceFrom: _, ...called } = passage;
      return called;
    }
    case 'counted': {
      const { openHold } = passage;
      const fixed = { ...withCycles(passage, passage.cycles), ramps: [], openHold: null };
      if (!openHold) return fixed;
      const held = counts(floorToHalf((openHold.expected * 1000) / passage.pace));
      const now = { ...countsOf(passage), [openHold.phase]: held };
      return withPossibleLocks(withFittedParts({ ...fixed, ...numbersFromCounts(now) }));
    }
  }
}

/**
 * A session as lanes practise it: a passage ends on the side it began, so that any number of whole rounds can be led, and
 * strokes rest for so many seconds, whatever follows in which lane.
 */
export function asLane(session: Session, profile: Conventions): Session {
  const conventions: Partial<Conventions> = {
    ...session.conventions,
    endsOn: 'side-it-began',
    restAfterStrokes: 'fixed',
  };
  const inForce = resolveConventions(profile, conventions);
  const passages = session.passages.map((passage, index): Passage => {
    if (passage.kind !== 'strokes') return passage;
    const beforeHold = restNeededBeforeHold(session, index, inForce);
    return { ...passage, quiet: restAfterStrokes(passage, inForce, beforeHold).planned };
  });
  return { ...session, conventions, passages };
}

/** The rounds that a lane can have of a passage, and the passage with rounds of one of these lengths. */
export interface LaneWays {
  readonly rounds: LaneRounds;
  readonly at: (length: number) => CountedPassage;
}

/**
 * How long the rounds of a passage can be in a class: as they are, with a turning pause at empty lungs where nothing is held
 * there, and at a pace of their own where they are heard by themselves.
 */
export function waysOf(
  passage: CountedPassage,
  conventions: Conventions,
  ownSound: boolean,
  leastPadding: number,
): LaneWays {
  const perRound = cyclesInOwnRound(passage);
  const roundOf = (one: CountedPassage): number => cycleHalfMillis(one, conventions) * perRound;
  const byLength = new Map<number, CountedPassage>([[roundOf(passage), passage]]);
  for (let pause = passage.turning.empty + 0.5; pause <= LANES.longestTurning; pause += 0.5) {
    const turned = { ...passage, turning: { ...passage.turning, empty: seconds(pause) } };
    const length = roundOf(turned);
    if (!byLength.has(length)) byLength.set(length, turned);
  }
  const paced = (length: number): CountedPassage | null => {
    const wanted = Math.round((passage.pace * length) / roundOf(passage));
    const apart = Math.abs(wanted / passage.pace - 1);
    if (apart > LANES.paceApart || wanted < FASTEST_PACE || wanted > SLOWEST_PACE) return null;
    const one = { ...passage, pace: pace(wanted) };
    return roundOf(one) === length ? one : null;
  };
  return {
    rounds: {
      lengths: [...byLength.keys()],
      leastPadding,
      ...(ownSound && { reaches: (length: number) => paced(length) !== null }),
    },
    // A pace of one's own is gentler than waiting at empty lungs.
    at: (length) => (ownSound ? paced(length) : null) ?? byLength.get(length) ?? passage,
  };
}

/** Seconds in which the hand goes up again after natural breath between rounds. */
const HAND_UP_AGAIN = 2;

/** A passage as it is taken up after natural breath between its rounds: the hand goes up again, and nothing is said anew. */
export const takenUpAgain = (passage: CountedPassage): CountedPassage => ({
  ...passage,
  handUp: seconds(HAND_UP_AGAIN),
  getReady: 0,
  say: '',
  words: [],
});
