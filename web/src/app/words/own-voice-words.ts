import { inLanguage } from '@nuvrah/core';

type Value = string | number;

/** Words of the instructor's own voice. */
export const ownVoiceWords = inLanguage({
  title: 'Your voice',
  about:
    'Sessions are led in your own voice as far as you record it; the rest is said by the voice that comes with the application. Press Record, say the words, press Stop. The quiet before and after is cut off.',
  aboutLinks:
    'Cues and numbers are heard in practice by private links too. Words of your own are not given out.',
  cues: 'Cues',
  numbers: 'Numbers',
  own: 'Your own words',
  group: 'What is recorded',
  count: (recorded: Value, all: Value) => `${recorded} of ${all} recorded`,
  find: 'find a cue',
  noneFound: 'No cue has these words.',
  toRecord: 'words of your own, as they stand in your sessions',
  tooLong: (most: Value) => `These are more than ${most} letters: record a shorter sentence.`,
  noneOwn: 'None is recorded yet. Type the words as they stand in a session, and record them.',
  record: 'Record',
  again: 'Record again',
  stop: 'Stop',
  hear: 'Hear',
  takeOut: 'Take out',
  recordOf: (words: Value) => `Record: ${words}`,
  stopOf: (words: Value) => `Stop recording: ${words}`,
  hearOf: (words: Value) => `Hear: ${words}`,
  takeOutOf: (words: Value) => `Take out: ${words}`,
  keptNotHeard: 'It is kept, but could not be fetched to be heard. Open this page again.',
  outNotHeard: 'It is taken out, but the others could not be fetched. Open this page again.',
  noSound: 'This browser gives no sound.',
  away: 'What is recorded is not known: the server is away. Open this page again when it is back.',
  problems: {
    refused: 'The microphone was refused. Allow it for this page in the browser. Nothing was recorded.',
    none: 'There is no microphone here. Connect one, and press Record again.',
    failed: 'The microphone could not be used. Close what else uses it, and press Record again.',
    silent: 'Nothing was heard. Come nearer to the microphone, and press Record again.',
  },
});
