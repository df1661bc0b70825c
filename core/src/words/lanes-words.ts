import { inLanguage } from '../language.js';

type Value = string | number;

/** Words of lanes of a class. */
export const lanesWords = inLanguage({
  turns: (seconds: Value) => `turning pauses of ${seconds} s`,
  pace: (seconds: Value) => `at ${seconds} s a count`,
  padding: (seconds: Value, rounds: number) =>
    `natural breath for ${seconds} s after ${rounds === 1 ? 'every round' : `every ${rounds} rounds`}`,
  toMeet: 'to begin rounds with the others',
  alone: 'in its own time',
  neverMeets: 'no round of it begins with the others',
  natural: 'natural breath instead',
  forbidden: 'nothing of it may be practised today',
});
