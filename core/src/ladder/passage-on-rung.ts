import type { Conventions } from '../conventions/index.js';
import { numbersFromCounts } from '../ratio/index.js';
import { roundsInTime, withFittedParts, type Passage } from '../session/index.js';
import { millis, seconds } from '../units/index.js';
import type { RungNumbers } from './rung.js';

/**
 * The passage with the numbers of a rung: its rounds stay, of a duration its rounds fill the minutes. A passage of another
 * kind stays as it is.
 */
export function passageOnRung(passage: Passage, numbers: RungNumbers, conventions: Conventions): Passage {
  switch (numbers.kind) {
    case 'counts':
      return passage.kind === 'counted'
        ? withFittedParts({ ...passage, ...numbersFromCounts(numbers.counts), openHold: null, ramps: [] })
        : passage;
    case 'strokes': {
      const { strokes, sets, rate } = numbers;
      return passage.kind === 'strokes' ? { ...passage, strokes, sets, rate, rateRamp: null } : passage;
    }
    case 'minutes':
      if (passage.kind === 'natural') return { ...passage, length: seconds(numbers.minutes * 60) };
      return passage.kind === 'counted'
        ? { ...passage, cycles: roundsInTime(passage, millis(numbers.minutes * 60_000), conventions).cycles }
        : passage;
  }
}
