import type { Conventions } from '../conventions/index.js';
import { numbersFromCounts } from '../ratio/index.js';
import {
  cyclesHalfMillis,
  cyclesThatEndRight,
  roundsInTime,
  startingSide,
  withCycles,
  withFittedParts,
  withStrokes,
  type CountedPassage,
  type Passage,
  type Session,
} from '../session/index.js';
import { millis, seconds } from '../units/index.js';
import type { RungNumbers } from './rung.js';

/**
 * The passage with the numbers of a rung: its rounds stay; of a duration its rounds, and its minutes at one's own pace where it
 * has such, fill the minutes together. A passage of another kind stays as it is.
 */
export function passageOnRung(
  passage: Passage,
  numbers: RungNumbers,
  conventions: Conventions,
  goal: Session['goal'],
): Passage {
  switch (numbers.kind) {
    case 'counts':
      return passage.kind === 'counted'
        ? withFittedParts({ ...passage, ...numbersFromCounts(numbers.counts), openHold: null, ramps: [] })
        : passage;
    case 'strokes': {
      const { strokes, sets, rate } = numbers;
      return passage.kind === 'strokes'
        ? { ...withStrokes(passage, strokes), sets, rate, rateRamp: null }
        : passage;
    }
    case 'minutes':
      if (passage.kind === 'natural') return { ...passage, length: seconds(numbers.minutes * 60) };
      return passage.kind === 'counted'
        ? withMinutes(passage, numbers.minutes * 60, conventions, goal)
        : passage;
  }
}

function withMinutes(
  passage: CountedPassage,
  whole: number,
  conventions: Conventions,
  goal: Session['goal'],
): CountedPassage {
  const start = startingSide(passage, goal, conventions);
  const counted = secondsOfRounds(passage, conventions, goal);
  if (passage.ownPace > 0 && counted < whole)
    return { ...passage, ownPace: seconds(Math.round(whole - counted)) };
  const { cycles } = roundsInTime(passage, millis(whole * 1000), start, conventions);
  return { ...withCycles(passage, cycles), ownPace: seconds(0) };
}

/** Seconds of the counted rounds of a passage as they are led. */
export function secondsOfRounds(
  passage: CountedPassage,
  conventions: Conventions,
  goal: Session['goal'],
): number {
  const start = startingSide(passage, goal, conventions);
  const cycles = cyclesThatEndRight(passage, passage.cycles, start, conventions);
  return cyclesHalfMillis(passage, conventions, cycles) / 2000;
}
