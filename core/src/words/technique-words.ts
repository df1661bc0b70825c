import { inLanguage, type Value } from '../language.js';

/** Sentences of technique. */
export const techniqueWords = inLanguage({
  variant: {
    thereIsNoTechnique: (shown: Value) => `There is no technique "${shown}": choose one of the Shelf.`,
    nameNeeded: 'A variant needs a name of its own: say what is different about it.',
    notInTechnique: (technique: Value, name: Value) => `${technique} has no ${name}: leave it out.`,
    rangeEmpty: (name: Value, from: Value, to: Value, to2: Value, from2: Value) =>
      `The range of the ${name} is empty, from ${from} to ${to}: use ${to2} to ${from2}.`,
    rangeBeyond: (name: Value, from: Value, to: Value, most: Value, least: Value) =>
      `The ${name} lies between ${from} and ${to}: use ${most} to ${least}.`,
    startOutside: (name: Value, start: Value, from: Value, to: Value, nearest: Value) =>
      `It begins with ${name} ${start}, outside of ${from} to ${to}: use ${nearest}.`,
    lists: {
      ratios: 'ratio',
      routes: 'nostril pattern',
      seats: 'seat',
      resting: 'resting hand',
      modifiers: 'form of the breath',
    },
    modifiers: { ears: 'hands at the ears', throatSound: 'throat sound', hum: 'hum', tension: 'tensing' },
    oneIsNeeded: (what: Value) =>
      `One ${what} at least is needed: choose one, or leave it as in the technique.`,
    notInThatSeat: (technique: Value, seat: Value, seats: Value) =>
      `${technique} is not practised ${seat}: choose among ${seats}.`,
    isNoRatio: (text: Value) =>
      `"${text}" is no ratio: write in:out, in:hold:out or in:hold:out:empty, like 1:1:2.`,
    phaseTooLong: (phase: Value, text: Value, base: Value, most: Value) =>
      `The ${phase} of "${text}" would be over ${most} counts with a base of ${base}: lower the ratio or where the base begins.`,
    hasNoHold: (technique: Value, hold: Value, text: Value) =>
      `${technique} has no ${hold}: write 0 for it in "${text}".`,
    doesNotGo: (technique: Value, route: Value, first: Value) =>
      `${technique} does not go ${route}: choose ${first}.`,
    asTheTechnique: (what: Value, technique: Value) =>
      `The ${what} of ${technique} is a part of it: leave it as it is.`,
  },
});
