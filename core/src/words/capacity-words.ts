import { inLanguage, type Value } from '../language.js';

/** Sentences of capacity. */
export const capacityWords = inLanguage({
  capacity: {
    emptyHold: 'empty hold',
    theComfortableIsNeeded: (phase: Value) => `The comfortable ${phase} is needed, in seconds.`,
    aComfortableLiesBetween: (phase: Value, from: Value, to: Value) =>
      `A comfortable ${phase} lies between ${from} and ${to} s.`,
  },
  fitPassage: {
    theTechniqueIsPractised: (base: Value) => `The technique is practised up to a base of ${base}.`,
    thePausesInsideThe: 'The pauses inside the breath are counted in.',
  },
});
