import { inLanguage, type Value } from '../language.js';

/** Sentences of technique. */
export const techniqueWords = inLanguage({
  variant: {
    thereIsNoTechnique: (shown: Value) => `There is no technique "${shown}": choose one of the Shelf.`,
    aVariantNeedsA: 'A variant needs a name of its own: say what is different about it.',
    hasNoLeaveIt: (technique: Value, name: Value) => `${technique} has no ${name}: leave it out.`,
    theRangeOfThe: (name: Value, from: Value, to: Value, to2: Value, from2: Value) =>
      `The range of the ${name} is empty, from ${from} to ${to}: use ${to2} to ${from2}.`,
    theLiesBetweenAnd: (name: Value, from: Value, to: Value, most: Value, least: Value) =>
      `The ${name} lies between ${from} and ${to}: use ${most} to ${least}.`,
    itBeginsWithOutside: (name: Value, start: Value, from: Value, to: Value, nearest: Value) =>
      `It begins with ${name} ${start}, outside of ${from} to ${to}: use ${nearest}.`,
  },
});
