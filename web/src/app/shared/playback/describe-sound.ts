import type { SoundChoice } from '@nuvrah/core';
import { soundWords } from '../../words/sound-words';

/** "phases, sides and counts, quiet after 3 rounds", or "off". */
export function describeVoice({ cues, counts, silentAfter, loudness }: SoundChoice): string {
  const { said } = soundWords;
  if (loudness.voice === 0) return soundWords.off;
  if (!cues && counts.length === 0) return said.nothing;
  const what = cues ? (counts.length > 0 ? said.cuesAndCounts : said.cues) : said.counts;
  return silentAfter === null ? what : `${what}, ${soundWords.quietRounds(silentAfter)}`;
}

/** "Voice 90 % · Tones and bells 70 % · Ticks and beats off". */
export const describeLoudness = ({ loudness }: SoundChoice): string =>
  (['voice', 'tones', 'ticks'] as const)
    .map(
      (part) =>
        `${soundWords.loudness[part]} ${loudness[part] === 0 ? soundWords.off : soundWords.percent(loudness[part])}`,
    )
    .join(' · ');
