import type { Saying } from '@nuvrah/core';
import type { Recordings } from './recordings';
import type { SoundingNote } from './tone';

/** The voices that speak: the shipped one, and the instructor's own recordings. */
export interface Voices {
  readonly shipped: Recordings | null;
  readonly own: Recordings | null;
}

/** Seconds in which a word that is cut short fades. */
const FADE = 0.02;

/**
 * Schedules the recordings of something said, each at its own moment on the audio clock. Their ends are soft already; nothing
 * clicks where they are put together.
 * @param at onset of the first word on the context's clock, in seconds.
 */
export function sayOn(
  context: BaseAudioContext,
  output: AudioNode,
  voices: Voices,
  { clips }: Saying,
  at: number,
): SoundingNote {
  const gain = context.createGain();
  gain.connect(output);
  const sources = (clips ?? []).flatMap(({ after, from, length, own }) => {
    const recordings = own ? voices.own : voices.shipped;
    if (!recordings) return [];
    const source = context.createBufferSource();
    source.buffer = recordings.samples;
    source.connect(gain);
    source.start(at + after / 1000, recordings.begins + from / 1000, length / 1000);
    return [source];
  });
  const last = sources.at(-1);
  if (last) last.onended = () => gain.disconnect();
  return {
    cancel: () => {
      gain.gain.setTargetAtTime(0, context.currentTime, FADE / 4);
      for (const source of sources) source.stop(context.currentTime + FADE);
    },
  };
}
