import { inLanguage } from '../language.js';

/** What the voice says beside the cues of events. */
export const voiceWords = inLanguage({
  lastRound: 'Last round',
  minuteToGo: 'One minute to go',
  locksOn: 'Locks on',
  locksOff: 'Release',
  allTogether: 'All together',
  lanes: (numbers: string) => `Lane ${numbers}`,
});
