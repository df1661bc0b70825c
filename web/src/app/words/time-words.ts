import { inLanguage, type Value } from '@nuvrah/core';

/** Words about the time of a session, and what is of the whole of it. */
export const timeWords = inLanguage({
  timePanel: {
    weightOf: (name: Value) => `weight of ${name}`,
    theRest: 'the rest',
    asItIs: 'as it is',
    timeThereIsMinutes: 'time there is, minutes',
    open: 'open',
    makeItFit: 'Make it fit',
    weightsAndLocks: 'Weights and locks',
    passage: 'passage',
    lock: 'lock',
    weight: 'weight',
    timeIsSharedBy: 'Time is shared by weight, to begin with by what each takes now, in minutes.',
    itCouldGoTo: 'It could go to:',
    planned: (time: Value) => `${time} planned`,
    plannedUpTo: (time: Value, most: Value) => `${time} to ${most} planned`,
    itFillsTheTime: (planned: Value) => `${planned}: it fills the time.`,
    leftOver: (planned: Value, by: Value) => `${planned}, ${by} left over.`,
    tooLong: (planned: Value, by: Value) => `${planned}, ${by} too long.`,
    sayHowManyWhole: (most: Value) => `Say how many whole minutes there are: 1 to ${most}.`,
    leastTime: (least: Value) =>
      `With one round of everything it takes ${least}: take something out, or more time.`,
    nothingHadToChange: 'Nothing had to change.',
    secondsLeftOver: (round: Value) => `${round} s are left over.`,
  },
  wholeSession: {
    seatChange: 'change of seat, s',
    seconds: 'seconds',
    sleepEnding: 'It ends in sleep',
    sleepEndingIs:
      'The sound thins round by round in the last passage with rounds; no bell, and nothing is asked at the end.',
  },
});
