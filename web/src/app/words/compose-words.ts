import { inLanguage, type Value } from '@nuvrah/core';

/** Words of composing. */
export const composeWords = inLanguage({
  composePage: {
    todayAsked: 'Today was asked',
    todayNotAsked: 'Today was not asked yet',
    composeFor: (name: Value) => `Compose for ${name}`,
    toTheStudent: 'To the student',
    whatIsTrueToday: 'What is true today is not known: the sessions are composed as if nothing were.',
    whatForTheFirst: 'what for, the first goal first',
    minutesTo: (from: Value, to: Value) => `minutes, ${from} to ${to}`,
    minutes: 'minutes',
    timeOfDay: 'time of day',
    compose: 'Compose',
    composing: 'composing',
    cancel: 'Cancel',
    time: 'time',
    none: 'none',
    held: 'held',
    mostOfCapacity: 'most of capacity',
    servesTheGoal: 'serves the goal',
    takeThisOne: 'Take this one',
    leftOutAndWhy: 'Left out, and why',
    notMeasured: 'not measured',
    failed: 'It could not be worked out. Reload the page and try again.',
  },
});
