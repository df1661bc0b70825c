import { inLanguage, type CountedAloud, type Loudness } from '@nuvrah/core';

const counted: Readonly<Record<CountedAloud, string>> = {
  inhale: 'inhale',
  internalHold: 'hold full',
  exhale: 'exhale',
  externalHold: 'hold empty',
  strokes: 'each tenth stroke',
};
const loudness: Readonly<Record<keyof Loudness, string>> = {
  voice: 'Voice',
  tones: 'Tones and bells',
  ticks: 'Ticks and beats',
};
const silentAfter = {
  never: 'Every round',
  '1': 'The first round and the last',
  '2': 'The first 2 rounds and the last',
  '3': 'The first 3 rounds and the last',
  '5': 'The first 5 rounds and the last',
  '10': 'The first 10 rounds and the last',
};

/** Words of how a session sounds. */
export const soundWords = inLanguage({
  howItIsLed: 'How it is led',
  voice: 'Voice',
  sound: 'Sound',
  change: 'Change',
  vibrates: 'A phone vibrates with the phases: twice for in, long for out, short for a hold',
  cues: 'The voice says phase and side, locks, and the last round',
  counts: 'Counts aloud',
  rounds: 'Rounds that are said',
  loudness,
  counted,
  silentAfter,
  hear: 'Hear it',
  loadingVoice: 'The voice is being loaded …',
  noVoice: 'The voice could not be loaded: tones lead alone.',
  noSound: 'This browser gives no sound.',
  percent: (share: number) => `${Math.round(share * 100)} %`,
  said: {
    cuesAndCounts: 'phases, sides and counts',
    cues: 'phases and sides',
    counts: 'counts',
    nothing: 'says nothing',
  },
  off: 'off',
  quietRounds: (rounds: number) => `quiet after ${rounds === 1 ? 'the first round' : `${rounds} rounds`}`,
  kept: 'Kept with your account.',
  notKept: (why: string) => `Heard here, but not kept with your account: ${why}`,
});
