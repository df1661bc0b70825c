import { inLanguage, type Value } from '../language.js';

/** Sentences of leading. */
export const leadingWords = inLanguage({
  run: {
    nothingLed: 'Nothing is being led now.',
    paused: 'It is paused: go on first.',
    noCountedRounds: 'There are no counted rounds here.',
    lastAlready: 'This is the last round already.',
    mostRounds: (planned: Value, most: Value) =>
      `${planned} rounds were planned, and half as many again is the most, repeats included: ${most}.`,
    countsAtLeast:
      'These counts are as easy as they go. If it is still too much, stop and breathe naturally.',
    asPlannedAlready: 'This is as it was planned.',
    atRestAlready: 'Rest is here, or comes next.',
    noRestHere: 'There is no natural breathing here that could last longer.',
    nothingSimpler: 'There is no simpler form of this.',
    nothingToRepeat: 'Nothing was led yet that could be repeated.',
    notStopped: 'It was not stopped.',
    inTimeAlready: 'It ends in time as it is.',
    tooLittleTime: (least: Value) =>
      `There is too little time: with one round of each it lasts ${least}. End later, or leave a passage out on the Bench.`,
    nothingToEnd: 'There is nothing here that a tap ends.',
    restLasts: (ceil: Value) => `This rest lasts ${ceil} s more at the least.`,
  },
});
