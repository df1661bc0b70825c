import { inLanguage, plural, type Value } from '../language.js';

/** Sentences of policy. */
export const policyWords = inLanguage({
  mealGap: {
    none: 'nothing to wait for',
    hours: (hours: number) => (hours === 0.5 ? 'half an hour' : plural(hours, 'hour', 'hours')),
    without: (time: Value) => `${time} without holds`,
    withHolds: (time: Value) => `${time} with holds`,
    general: (time: Value) => `${time}; nothing where the numbers are gentle`,
  },
  ages: {
    yearOfBirth: 'The year of birth is in the future: use a year up to now.',
    underAge: (least: Value) => `Under ${least} years nothing is taught here: check the year of birth.`,
  },
  reasons: {
    reasonWanted: 'Say why, in two words at least: it is kept with the decision.',
    nameWanted: 'Say who it was, by name: a letter is not enough.',
  },
  signs: {
    caution:
      'These are common teaching cautions, not medical advice. Local rules and a licensed clinician come first.',
    emergency: 'Stop and call emergency help as local rules say.',
    strain: 'Ease: fewer counts, a softer breath, the arm supported or let down.',
    stop: 'Stop. Let the hand down and breathe naturally. Log it, and do no more of this technique today.',
  },
});
