import { inLanguage, type Value } from '../language.js';

/** Sentences of units. */
export const unitsWords = inLanguage({
  pace: {
    tapOnMore: (missing: Value) => `Tap on: ${missing} more.`,
    thatWouldBeS: (number: Value, fastestPace: Value, slowestPace: Value) =>
      `That would be ${number} s a count; a count lasts ${fastestPace} to ${slowestPace} s.`,
    aPulseLiesBetween: (from: Value, to: Value) => `A pulse lies between ${from} and ${to} beats a minute.`,
  },
});
