import { inLanguage, type Value } from '../language.js';

/** Sentences of ratio. */
export const ratioWords = inLanguage({
  describe: {
    theLimits: (limiting: Value) => `The ${limiting} limits`,
    toSpare: (limits: Value, list: Value) => `${limits}; to spare: ${list}.`,
    neverMeasured: (phase: Value) =>
      `The ${phase} was never measured for this student, so it cannot be fitted. Record it, or choose a ratio without it.`,
    gentler: (breath: Value) => ` Gentler: ${breath}.`,
    notYetAllowed: (limiting: Value, base: Value, instead: Value) =>
      `Not yet: the ${limiting} allows only ${base}.${instead}`,
    lessThanOneCount: 'less than one count',
    baseAtLeast: (base: Value) => `a base of ${base}, and 2 is the least`,
  },
  labels: { inhale: 'in', internalHold: 'hold', exhale: 'out', externalHold: 'empty' },
  names: {
    inhale: 'inhale',
    internalHold: 'internal hold',
    exhale: 'exhale',
    externalHold: 'external hold',
  },
  parse: {
    empty: 'Type a ratio, for example 1:2 (in : out) or 1:4:2 (in : hold : out).',
    tooFewParts: 'A ratio needs at least two parts, in : out, for example 1:2.',
    tooManyParts: 'A ratio has at most four parts: in : hold : out : empty.',
    partMissing: (position: Value) => `Part ${position} is missing: type 0 for a phase that is left out.`,
    isNotANumber: (part: Value) => `“${part}” is not a number: use figures, for example 1:4:2.`,
    tooFine: (part: Value) => `“${part}” is too fine: use at most two decimals.`,
    belowZero: (part: Value) => `“${part}” is below zero: use 0 for a phase that is left out.`,
    tooLarge: (part: Value, largest: Value) => `“${part}” is too large: parts go up to ${largest}.`,
    mustBeAboveZero: (phase: Value) => `The ${phase} must be above zero.`,
  },
});
