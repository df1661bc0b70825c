import { inLanguage, type Value } from '@nuvrah/core';

/** Words of the capacity check. */
export const capacityWords = inLanguage({
  phases: { inhale: 'inhale', exhale: 'exhale', hold: 'hold', emptyHold: 'empty hold' },
  history: 'Comfortable seconds',
  seconds: 'seconds',
  capacityPage: {
    notCounted: 'not counted',
    breathsAMinuteOf: (rate: Value) => `${rate} breaths a minute`,
    capacityCheck: (name: Value) => `Capacity check: ${name}`,
    toTheStudent: 'To the student',
    whatIsMeasured: 'what is measured',
    thisIsNotMeasured: 'This is not measured',
    freerSide: 'freer side',
    twoBreathTest: 'two-breath test',
    next: 'Next',
    whatFollowsFromIt: 'What follows from it',
    restingRate: 'resting rate',
    strokes: 'strokes',
    strokesEasyInOne: 'Strokes easy in one go, if known',
    recordThisCheck: 'Record this check',
    typeValuesInstead: 'Type values instead',
    howItWentBefore: 'How it went before',
    inhaleStep: '1 · Inhale',
    exhaleStep: '2 · Exhale',
    holdStep: '3 · Hold',
    emptyHoldStep: '4 · Empty hold',
    naturalStep: '5 · Natural minute',
    inhaleTask:
      'An easy, full inhale: what could go on for ten minutes, not the longest. Rest between tries.',
    afterAnEasyInhale: 'After an easy inhale, a smooth exhale to its easy end. Nothing is squeezed out.',
    afterAnEasyInhaleHold:
      'After an easy inhale, hold to the first clear wish to breathe, and not beyond it.',
    afterAnEasyExhale: 'After an easy exhale, wait to the first clear wish to breathe, and not beyond it.',
    noDifference: 'no difference',
    notMeasured: 'not measured',
    sustainable: (seconds: Value, factor: Value, most: Value) =>
      `${seconds} s × ${factor} = ${most} s sustainable`,
  },
  naturalMinute: {
    begin: 'Begin with an inhale',
    inhale: 'Inhale',
    letTheStudentBreathe:
      'Let the student breathe as they do. Tap at the beginning of each inhale; the first tap begins the minute.',
    space: 'space',
    sLeftInhales: (left: Value, count: Value) => `${left} s left · ${count} inhales`,
    beginAgain: 'Begin again',
    breathsAMinute: (breaths: Value) => `${breaths} breaths a minute`,
  },
  tryTaker: {
    end: 'End',
    begin: 'Begin',
    takeOutTry: (at: Value) => `Take out try ${at}`,
    aTryEndsBy: (cap: Value) => `A try ends by itself at ${cap} s.`,
    space: 'space',
    takeOut: 'take out',
    medianS: (seconds: Value) => `Median ${seconds} s`,
    spreadS: (seconds: Value) => `, spread ${seconds} s.`,
    theTriesDiffer: 'The tries differ much: the median says little.',
    theTriesDifferOneMore: 'The tries differ much: one more, please.',
    moreToGo: (count: Value) => `${count} more to go.`,
  },
});
