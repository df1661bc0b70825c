import { inLanguage, type Value } from '@nuvrah/core';

/** Words about what is said aloud in a passage. */
export const sayWords = inLanguage({
  ownWords: {
    add: 'Words later in it',
    number: (index: Value) => `Words ${index}`,
    text: (index: Value) => `Words ${index}`,
    round: 'from round',
    minute: 'from minute',
    every: 'again every (0: once)',
    phase: 'when',
    phases: {
      begins: 'as it begins',
      inhale: 'in the inhale',
      internalHold: 'held full',
      exhale: 'in the exhale',
      externalHold: 'held empty',
    },
    remove: (index: Value) => `Remove words ${index}`,
    lasts: (seconds: Value) => `About ${seconds} s to say.`,
  },
  sayNote: {
    sayAloud: 'say aloud when it begins',
    aboutSToSay: (seconds: Value) => `About ${seconds} s to say.`,
  },
});
