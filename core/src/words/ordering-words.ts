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
    restBeforeFor: (beforeHolds: Value) => `rest ${beforeHolds} s before it`,
    byAttentionHandsDown: 'by attention, hands down',
    sameWithoutHold: 'the same without a hold before it',
    longExhaleWithoutHold: 'without a hold, the exhale twice the inhale, before it',
    halveTheHolds: 'halve the holds',
  },
  ordering: {
    vigorousLate: 'Nothing vigorous in the last third: what stirs up needs time to settle. Move it earlier.',
    vigorousAfterQuiet: 'Vigorous comes before quiet. Move it earlier.',
    restAfterStrokes:
      'At least 30 s of natural breathing after each set of strokes, 10 s after five or fewer. Lengthen the rest.',
    restBeforeHold: 'At least 60 s of rest between strokes and a hold over 2 s. Lengthen the rest.',
    heatingAfterCooling: 'Nothing heating after cooling. Move it before.',
    techniqueTwice:
      'The same technique twice only with other numbers, rising or tapering. Change or leave out one.',
    holdUnprepared: 'A hold comes after the same pattern without one, here or on record. Put it in before.',
    armTires: 'The arm tires when it is up for more than 8 minutes. Break it, or go by attention.',
    tooMuchHeld:
      'Too much of the session is held: a quarter for beginners, half otherwise. Shorten the holds.',
    bothEntries: 'Left- and right-entry on one day are said to pull apart. Leave one out.',
    outOfSlot: 'It usually comes earlier in a session. Move it up, or keep it where you want it.',
    endsInStillness: 'Every session ends in stillness. Put it at the end.',
  },
  timeFit: {
    secondsInsteadOf: (value: Value, value2: Value) => `${value} s instead of ${value2} s`,
    insteadOf: (roundsWord: Value, old: Value) => `${roundsWord} instead of ${old}`,
  },
});
