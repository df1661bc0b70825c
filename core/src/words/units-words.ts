import { inLanguage, type Value } from '../language.js';

/** Sentences of units. */
export const unitsWords = inLanguage({
  pace: {
    tapOn: (missing: Value) => `Tap on: ${missing} more.`,
    paceBeyond: (number: Value, fastestPace: Value, slowestPace: Value) =>
      `That would be ${number} s a count; a count lasts ${fastestPace} to ${slowestPace} s.`,
    pulseRange: (from: Value, to: Value) => `A pulse lies between ${from} and ${to} beats a minute.`,
  },
});
