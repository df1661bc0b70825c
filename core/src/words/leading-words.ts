import { inLanguage, type Value } from '../language.js';

/** Sentences of leading. */
export const leadingWords = inLanguage({
  run: {
    nothingIsBeingLed: 'Nothing is being led now.',
    thereAreNoCounted: 'There are no counted rounds here.',
    thisIsTheLast: 'This is the last round already.',
    roundsWerePlannedAnd: (planned: Value, most: Value) =>
      `${planned} rounds were planned, and half as many again is the most, repeats included: ${most}.`,
    theseCountsAreAs:
      'These counts are as easy as they go. If it is still too much, stop and breathe naturally.',
    thereIsNothingHere: 'There is nothing here that a tap ends.',
    thisRestLastsS: (ceil: Value) => `This rest lasts ${ceil} s more at the least.`,
  },
});
