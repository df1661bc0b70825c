import { inLanguage, type Value } from '../language.js';

/** Sentences of capacity. */
export const capacityWords = inLanguage({
  capacity: {
    emptyHold: 'empty hold',
    comfortableNeeded: (phase: Value) => `The comfortable ${phase} is needed, in seconds.`,
    comfortableRange: (phase: Value, from: Value, to: Value) =>
      `A comfortable ${phase} lies between ${from} and ${to} s.`,
  },
  fitPassage: {
    baseOfTechnique: (base: Value) => `The technique is practised up to a base of ${base}.`,
    pausesCounted: 'The pauses inside the breath are counted in.',
  },
});
