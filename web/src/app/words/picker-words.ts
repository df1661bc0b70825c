import { inLanguage, type Value } from '@nuvrah/core';

/** Words of the picker of techniques. */
export const pickerWords = inLanguage({
  title: 'Technique',
  usedLast: 'Used last',
  findATechnique: 'Find a technique by any name',
  nothingHereYet: 'nothing here yet',
  serves: (goalName: Value) => ` · serves ${goalName}`,
  nothingAgainst: (name: Value) => `Nothing speaks against it for ${name}.`,
  noneFound: 'No technique answers to that. Try another spelling.',
  close: 'Close',
  yourVariantOf: (technique: Value) => `your variant of ${technique}`,
});
