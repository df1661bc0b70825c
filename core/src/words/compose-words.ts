import { inLanguage, type Value } from '../language.js';

/** Sentences of compose. */
export const composeWords = inLanguage({
  compose: {
    closestToTheGoal: 'Closest to the goal',
    carryingOn: 'Carrying on',
    moreVariety: 'More variety',
    gentle: 'Gentle',
    orderOfSlots:
      'Settle in, prepare, stir up while there is time to settle again, balance, deepen, soften, and end in stillness.',
    earlierServesBetter: (order: Value, said: Value) =>
      `${order} For ${said}, earlier in the day serves better.`,
    leadsProposal: (title: Value) => `It leads the proposal "${title}".`,
    togetherWithOthers: 'Together with the others it breaks a rule.',
    inTheTime: (slot: Value) => `In the time there is, others serve more: ${slot} has what it needs.`,
    endsInStillness: 'Every session ends in stillness; it takes what whole rounds left over.',
    settles: 'It lets the student arrive.',
    prepares: 'It prepares the breath for what follows.',
    stirsUp: 'It stirs up early, with time to settle again.',
    balances: 'It balances both sides.',
    deepens: 'It deepens what was prepared.',
    softens: 'It softens before the end.',
    isSaidToServe: (name: Value, goals: Value) => ` ${name} is said to serve ${goals}.`,
    goesOnFromLast: ' It goes on with the numbers of the last time.',
    swappedFor: (technique: Value) => `${technique} was put in its place.`,
    restStandsBetween: 'It is rest: it stands between passages and at the end, and serves no goal by itself.',
    fitsInPlaceOfNone: 'In place of any other it breaks a rule, or takes more time than there is.',
    nothingFits: 'Nothing can be put together: even stillness is not for now.',
  },
  options: {
    sameAlready: (technique: Value) => `${technique} does the same.`,
    proposalIsGentle: 'This proposal is a gentle one.',
    tongueNotAsked: 'Whether the tongue rolls was not asked.',
    tongueDoesNotRoll: 'This tongue does not roll.',
    noPossibleSeat: 'It is practised in no seat that is possible.',
    noBreathShortEnough: 'No breath is short enough for what can be sustained.',
    nothingLeft: 'Nothing of it is left.',
    tooLittleTime: 'There is too little time for it.',
    wakesForSleep: 'It wakes, and the goal is sleep.',
    stirsUpForAgitation: 'It stirs up, and the goal is to settle agitation.',
    stirsUpInEvening: 'It stirs up, and it is evening: it serves earlier in the day.',
    prerequisiteMissing: (list: Value) => `Before it comes ${list}, which is not on record as easy yet.`,
  },
  refit: {
    seatNotPossible: (name: Value) => `${name} is not among the seats that are possible.`,
    shorterRecovery: 'a shorter deep breath after the strokes',
    neverMeasured: (unknown: Value) => `The ${unknown} was never measured for this student.`,
    asksForMore: (technique: Value) => `${technique} would ask for more than can be sustained.`,
  },
  relax: {
    anotherSeat: (list: Value) => `Another seat: only ${list} is possible so far.`,
    anotherTime: (fact: Value) => `Another time: today ${fact} is true.`,
  },
  request: {
    minutesOfSession: (from: Value, to: Value) => `A session takes ${from} to ${to} minutes.`,
    goalNeeded: 'Say what the session is for: choose a goal.',
    mostGoals: (list: Value) => `${list} pull apart: keep one of them.`,
  },
});
