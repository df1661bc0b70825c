import { inLanguage, type Value } from '@nuvrah/core';

/** Words of practice at home: the private link and the card. */
export const homeWords = inLanguage({
  cardPage: {
    backToTheBench: 'Back to the Bench',
    paper: 'paper',
    printOrSaveAs: 'Print, or save as PDF',
    practiceAtHome: 'Practice at home',
    thereIsNoCard: 'There is no card as long as this may not be led:',
    scan: 'Scan it with a phone: it leads this practice, and tells your instructor how it was.',
    forYou: 'For you',
    asAgreed: 'as agreed',
  },
  homeByHand: {
    minutes: 'minutes',
    sets: 'sets',
    rounds: 'rounds',
    doneOf: (name: Value, what: Value, planned: Value) => `${name}, ${what} of ${planned}`,
    of: (name: Value, word: Value, planned: Value) => `${name}, ${word} of ${planned}`,
    day: 'day',
    time: 'time',
    goOnToTell: 'Go on to tell it',
    sayOnWhichDay: 'Say on which day it was.',
    thatLiesAheadSay: 'That lies ahead. Say when it was.',
  },
  homePage: {
    nuvrah: 'Nuvrah',
    told: (toldDay: Value) => `Told. It stands in your instructor’s record for ${toldDay}.`,
    doNotPractiseAgain:
      'Do not practise again before you have talked with your instructor, and with a doctor about the sign.',
    thereIsNoConnection:
      'There is no connection. It is kept on this phone and sent by itself, once this page is open with a connection.',
    notTold: (dayOf: Value, refused: Value) =>
      `A practice of ${dayOf} could not be told: ${refused} It is kept here; tell your instructor yourself.`,
    sendItAgain: 'Send it again',
    throwItAway: 'Throw it away',
    reportsWait: (count: number) =>
      `${count === 1 ? 'One report waits' : `${count} reports wait`} on this phone for a connection.`,
    thisLinkDoesNot: 'This link does not open',
    noConnection: 'No connection',
    openOnceConnected: 'This page has to be opened once with a connection; after that it works without one.',
    tryAgain: 'Try again',
    practiceFor: (called: Value) => `Practice for ${called}`,
    from: (instructor: Value) => `from ${instructor}`,
    offline: 'There is no connection: this is what the last visit found.',
    anAdultIsHere: 'An adult is here with me for the whole practice',
    begin: (total: Value) => `Begin, ${total}`,
    next: 'Next',
    intoMyCalendar: 'Into my calendar',
    howAreYouNow: 'How are you now? (if you like)',
    iPractisedWithoutThis: 'I practised without this page',
    thisLinkOpensUntil: (until: Value) => `This link opens until ${until}.`,
    thisPageWorksWithout: 'This page works without a connection now.',
    instructorWantsToTalk:
      'Your instructor wants to talk with you before you practise again. Quiet breathing through the nose is always possible.',
    opening: 'Opening …',
  },
  homeTelling: {
    finished: 'Finished',
    ended: 'Ended',
    handDownSit: 'Hand down. Sit a moment, and let the breath go as it likes.',
    whatWasDone: 'What was done',
    tellYourInstructor: 'Tell your instructor',
    doNotTell: 'Do not tell',
    effortNeeded: 'Say how hard it felt: choose a number from 0 to 10.',
  },
  practiceSteps: {
    oneRoundOf: 'One round of',
    inOrder: 'in order',
    numbers: 'numbers',
    time: 'time',
    upToS: (round: Value) => `up to ${round} s`,
  },
  stopSigns: {
    notToday: 'Not today',
    notTodayWith:
      'With a fever, an asthma flare, after alcohol or sedatives, soon after a meal or hard exercise, or while driving, in water or at a height. Then only quiet breathing through the nose.',
    stopAtOnce: 'Stop at once',
    numberHere: (action: Value) => `: ${action} The number here is`,
  },
  homeRunner: {
    goOnAsPlanned: 'Go on as planned, or stop and breathe naturally.',
    thisWasNotAgreed: 'This was not agreed with your instructor.',
    instructorWantsToTalk:
      'Your instructor wants to talk with you before you go on: stop, and breathe naturally.',
  },
});
