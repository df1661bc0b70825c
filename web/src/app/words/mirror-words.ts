import { inLanguage, plural, type Value } from '@nuvrah/core';

/** Words of the counting mirror. */
export const mirrorWords = inLanguage({
  howTo: 'Count a round or more aloud, and tap at each count, from the first inhale on.',
  tap: 'Tap',
  begin: 'Begin',
  space: 'space',
  byMicrophone: 'Count into the microphone',
  stopListening: 'Stop listening',
  listening: 'Listening: count aloud. Nothing is recorded or sent.',
  again: 'Begin again',
  expected: (phase: Value, number: Value) => `${phase}: ${number}`,
  inRound: (round: Value) => `round ${round}`,
  more: (missing: number) => `${plural(missing, 'count', 'counts')} more, and the round can be looked at.`,
  pace: (seconds: Value, wanted: Value) => `You count ${seconds} s where ${wanted} s are meant.`,
  even: (percent: Value) => `Every phase keeps the pace, within ${percent} %.`,
  rounds: (rounds: number) => plural(rounds, 'round', 'rounds'),
  leftOut: (counts: number) => `${plural(counts, 'count was', 'counts were')} left out.`,
  twice: (counts: number) => `${plural(counts, 'count was', 'counts were')} tapped twice.`,
  chart: 'How fast each count was, in per cent over or under the pace',
  fast: 'fast %',
  count: 'count',
  problems: {
    refused: 'The microphone was refused. Allow it for this page in the browser, or tap.',
    none: 'No microphone was found, or this page is not allowed to look for one. Tap instead.',
    failed: 'The microphone could not be used. Tap instead.',
    silent: 'Nothing is heard yet: count louder, come nearer, or tap.',
  },
});
