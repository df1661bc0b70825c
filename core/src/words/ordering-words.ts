import { inLanguage, type Value } from '../language.js';

/** Sentences of ordering. */
export const orderingWords = inLanguage({
  leftOver: {
    longer: (value: Value, value2: Value) => `${value}${value2}longer`,
    min: (minutes: Value) => `${minutes} min `,
  },
  orderFixes: {
    leaveItOut: 'leave it out',
    endInStillness: 'end in stillness',
    restS: (quiet: Value) => `rest ${quiet} s`,
    moveItUp: 'move it up',
    moveItUpBy: (by: Value) => `move it up by ${by}`,
    restSBeforeIt: (beforeHolds: Value) => `rest ${beforeHolds} s before it`,
    byAttentionHandsDown: 'by attention, hands down',
    theSameWithoutA: 'the same without a hold before it',
    withoutAHoldThe: 'without a hold, the exhale twice the inhale, before it',
    halveTheHolds: 'halve the holds',
  },
  ordering: {
    nothingVigorousInThe:
      'Nothing vigorous in the last third: what stirs up needs time to settle. Move it earlier.',
    vigorousComesBeforeQuiet: 'Vigorous comes before quiet. Move it earlier.',
    atLeast30S:
      'At least 30 s of natural breathing after each set of strokes, 10 s after five or fewer. Lengthen the rest.',
    atLeast60S: 'At least 60 s of rest between strokes and a hold over 2 s. Lengthen the rest.',
    nothingHeatingAfterCooling: 'Nothing heating after cooling. Move it before.',
    theSameTechniqueTwice:
      'The same technique twice only with other numbers, rising or tapering. Change or leave out one.',
    aHoldComesAfter: 'A hold comes after the same pattern without one, here or on record. Put it in before.',
    theArmTiresWhen: 'The arm tires when it is up for more than 8 minutes. Break it, or go by attention.',
    tooMuchOfThe:
      'Too much of the session is held: a quarter for beginners, half otherwise. Shorten the holds.',
    leftAndRightEntry: 'Left- and right-entry on one day are said to pull apart. Leave one out.',
    itUsuallyComesEarlier: 'It usually comes earlier in a session. Move it up, or keep it where you want it.',
    everySessionEndsIn: 'Every session ends in stillness. Put it at the end.',
  },
  timeFit: {
    sInsteadOfS: (value: Value, value2: Value) => `${value} s instead of ${value2} s`,
    insteadOf: (roundsWord: Value, old: Value) => `${roundsWord} instead of ${old}`,
  },
});
