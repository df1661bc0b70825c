import { inLanguage, type Value } from '../language.js';

/** Sentences of compose. */
export const composeWords = inLanguage({
  compose: {
    closestToTheGoal: 'Closest to the goal',
    carryingOn: 'Carrying on',
    moreVariety: 'More variety',
    gentle: 'Gentle',
    settleInPrepareStir:
      'Settle in, prepare, stir up while there is time to settle again, balance, deepen, soften, and end in stillness.',
    forEarlierInThe: (order: Value, said: Value) => `${order} For ${said}, earlier in the day serves better.`,
    itLeadsTheProposal: (title: Value) => `It leads the proposal "${title}".`,
    togetherWithTheOthers: 'Together with the others it breaks a rule.',
    inTheTimeThere: (slot: Value) => `In the time there is, others serve more: ${slot} has what it needs.`,
    everySessionEndsIn: 'Every session ends in stillness; it takes what whole rounds left over.',
    itLetsTheStudent: 'It lets the student arrive.',
    itPreparesTheBreath: 'It prepares the breath for what follows.',
    itStirsUpEarly: 'It stirs up early, with time to settle again.',
    itBalancesBothSides: 'It balances both sides.',
    itDeepensWhatWas: 'It deepens what was prepared.',
    itSoftensBeforeThe: 'It softens before the end.',
    isSaidToServe: (name: Value, goals: Value) => ` ${name} is said to serve ${goals}.`,
    itGoesOnWith: ' It goes on with the numbers of the last time.',
    nothingCanBePut: 'Nothing can be put together: even stillness is not for now.',
  },
  options: {
    doesTheSame: (technique: Value) => `${technique} does the same.`,
    thisProposalIsA: 'This proposal is a gentle one.',
    whetherTheTongueRolls: 'Whether the tongue rolls was not asked.',
    thisTongueDoesNot: 'This tongue does not roll.',
    itIsPractisedIn: 'It is practised in no seat that is possible.',
    noBreathIsShort: 'No breath is short enough for what can be sustained.',
    nothingOfItIs: 'Nothing of it is left.',
    thereIsTooLittle: 'There is too little time for it.',
    itWakesAndThe: 'It wakes, and the goal is sleep.',
    itStirsUpAnd: 'It stirs up, and the goal is to settle agitation.',
    itStirsUpAndIt: 'It stirs up, and it is evening: it serves earlier in the day.',
    beforeItComesWhich: (list: Value) => `Before it comes ${list}, which is not on record as easy yet.`,
  },
  refit: {
    isNotAmongThe: (name: Value) => `${name} is not among the seats that are possible.`,
    aShorterDeepBreath: 'a shorter deep breath after the strokes',
    theWasNeverMeasured: (unknown: Value) => `The ${unknown} was never measured for this student.`,
    wouldAskForMore: (technique: Value) => `${technique} would ask for more than can be sustained.`,
  },
  relax: {
    anotherSeatOnlyIs: (list: Value) => `Another seat: only ${list} is possible so far.`,
    anotherTimeTodayIs: (fact: Value) => `Another time: today ${fact} is true.`,
  },
  request: {
    aSessionTakesTo: (from: Value, to: Value) => `A session takes ${from} to ${to} minutes.`,
    sayWhatTheSession: 'Say what the session is for: choose a goal.',
    pullApartKeepOne: (list: Value) => `${list} pull apart: keep one of them.`,
  },
});
