import { inLanguage, type Value } from '../language.js';

/** Sentences of ladder. */
export const ladderWords = inLanguage({
  buildLadder: {
    growsInNumbers: (name: Value, of: Value, value: Value) =>
      `${name} grows in ${of}; these numbers are ${value}.`,
    targetNotAbove: (rung: Value, rung2: Value) =>
      `${rung} is not above ${rung2}: choose a target that is further on.`,
    growsNotBySchool: (name: Value, name2: Value, list: Value) =>
      `${name} does not grow by ${name2}: choose ${list}.`,
    notPractisedWith: (name: Value, rung: Value, rung2: Value) =>
      `${name} is not practised with ${rung}. The nearest it is practised with: ${rung2}.`,
    beyondReach: (rung: Value, to: Value) =>
      `${rung} is out of anybody's reach: ${to} s is the longest here. Choose a nearer target.`,
    countsOfABreath: 'counts of a breath',
    strokesGrowBy5: (list: Value) =>
      `Strokes grow by 5 or 10, sets by 1 and the rate by 10, and none of them shrinks. Nearest on the way: ${list}.`,
    doesNotComeBy: (name: Value, rung: Value, words: Value) =>
      `${name} does not come by ${rung}. Nearest on its way: ${words}.`,
  },
  decide: {
    stopSignInLast: (sign: Value) => `A stop sign in the last sitting: ${sign}. One rung down.`,
    hardAmongLast: (hard: Value, count: Value, effort: Value, done: Value) =>
      `${hard} of the last ${count} with effort ${effort} or more, or less than ${done} % done. One rung down.`,
    daysSinceLast: (days: Value, meaning: Value) => `${days} days since the last sitting: ${meaning}`,
    noSittingYet: 'No sitting on this rung yet.',
    lastAlready: 'This is the last rung: the target.',
    onTheRungWanted: (count: Value, wanted: Value) => `${count} on the rung, wanted ${wanted}.`,
    of: (there: Value, count: Value) => `${there} of ${count}.`,
    completeAmongLast: (there: Value, count: Value) => `${there} of the last ${count} complete, wanted all.`,
    medianEffort: (there: Value, wanted: Value) => `Median effort ${there}, wanted ${wanted} or less.`,
    highestEffort: (there: Value, wanted: Value) => `Highest effort ${there}, wanted ${wanted} or less.`,
    effortNotTold: (there: Value, count: Value) => `Effort not told in ${there} of the last ${count}.`,
    stopSignsInLast: (count: Value) => `A stop sign in ${count} of the last, wanted none.`,
    easedOnTheWay: (count: Value) => `Eased on the way in ${count} of the last, wanted none.`,
    notWithinFit: "Today's fit does not allow the next rung yet.",
    checkCapacity: 'check the capacity anew.',
    oneRungDown: 'one rung down.',
    repeatTheRung: 'repeat the rung.',
  },
  forecast: {
    dayMore: 'a day more a week',
    sittingMore: 'a sitting more a day',
  },
  rung: {
    strokes: (sets: number, strokes: Value, rate: Value) =>
      `${sets} ${sets === 1 ? 'set' : 'sets'} of ${strokes} strokes at ${rate} a minute`,
    minutes: (minutes: Value) => `${minutes} minutes`,
  },
});
