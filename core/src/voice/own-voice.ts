import { seconds, type Millis } from '../units/index.js';
import { chunksOf } from './phrases.js';

/** Samples a second of an instructor's own recordings: as many as a sound track has. */
export const OWN_VOICE_RATE = 22_050;
/** Recordings are whole numbers of these: they begin on a whole millisecond of their file. */
export const OWN_VOICE_FRAME = { samples: 441, millis: 20 } as const;
/** Longest recording of own words, seconds: what is said is scheduled no further ahead. */
export const LONGEST_RECORDING = seconds(8);
/** Longest words of one recording, letters. */
export const LONGEST_WORDS = 300;
/** How many recordings an account keeps. */
export const MOST_RECORDINGS = 400;

/** Own recordings, one after another in one file: where each phrase begins in it and how long it is, milliseconds. */
export type OwnClips = Readonly<Record<string, readonly [from: number, length: number]>>;

/** A text as own recordings are known by it: small letters without marks. */
export const phraseOf = (text: string): string =>
  chunksOf(text)
    .flatMap(({ words }) => words)
    .join(' ');

/** Where recordings lie in the file that has them in this order. */
export function ownClipsOf(
  recordings: readonly { readonly words: string; readonly length: Millis | number }[],
): OwnClips {
  let from = 0;
  return Object.fromEntries(
    recordings.map(({ words, length }) => {
      const begins = from;
      from += length;
      return [words, [begins, length] as const];
    }),
  );
}

/** Milliseconds of samples that are judged together. */
const FRAME = 10;
/** Loudness, against the loudest frame, from which something is said. */
const SPOKEN = 0.06;
/** Loudness of the loudest frame under which nothing was said, as a share of full. */
const SILENT = 0.004;
/** Milliseconds that are left before and after what is said: soft consonants are quieter than vowels. */
const AROUND = 40;
/** Milliseconds in which it rises from silence and falls back, so that it does not click. */
const SLOPE = 8;
/** Loudness that all are brought to, and the level that none goes over. */
const EVENLY = { loudness: 0.14, peak: 0.9 } as const;

/**
 * What was said in a recording: without the quiet before and after it, as loud as any other, with soft ends.
 *
 * @param samples -1 to 1.
 * @param rate samples a second.
 * @returns null where nothing was said.
 */
export function spokenPart(samples: Float32Array, rate: number): Float32Array | null {
  const frame = Math.round((rate * FRAME) / 1000);
  const levels: number[] = [];
  for (let at = 0; at + frame <= samples.length; at += frame)
    levels.push(loudnessOf(samples.subarray(at, at + frame)));
  const loudest = Math.max(0, ...levels);
  if (loudest < SILENT) return null;
  const said = (level: number): boolean => level >= loudest * SPOKEN;
  const around = Math.round((rate * AROUND) / 1000);
  const from = Math.max(0, levels.findIndex(said) * frame - around);
  const to = Math.min(samples.length, (levels.findLastIndex(said) + 1) * frame + around);
  const part = samples.slice(from, to);
  const peak = part.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  const loud = loudnessOf(part);
  const gain = Math.min(EVENLY.loudness / loud, EVENLY.peak / peak);
  const slope = Math.min(Math.round((rate * SLOPE) / 1000), Math.floor(part.length / 2));
  return part.map((sample, index) => {
    const end = Math.min(index, part.length - 1 - index);
    return sample * gain * Math.min(1, slope === 0 ? 1 : end / slope);
  });
}

/** Root of the mean square. */
const loudnessOf = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / Math.max(1, samples.length));
