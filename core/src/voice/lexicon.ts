import { millis, seconds, type Millis, type Seconds } from '../units/index.js';
import { CLIPS } from './clips.js';
import { chunksOf, numberPhrases, PAUSES } from './phrases.js';

/** Where the file of recordings has a short tone by which its beginning is known, milliseconds: decoders differ in where it is. */
export const VOICE_MARK = 100;

/** One recording of the shipped voice, and when it is said after its sentence begins. Milliseconds. */
export interface SaidClip {
  readonly after: Millis;
  /** Where it begins in the file of recordings. */
  readonly from: Millis;
  readonly length: Millis;
}

/** Words put together from recordings. */
export interface Spliced {
  readonly clips: readonly SaidClip[];
  readonly length: Millis;
}

/** How many words the longest recording has. */
const MOST_WORDS = Math.max(1, ...Object.keys(CLIPS).map((phrase) => phrase.split(' ').length));

/** Words as the recordings that say them, each as long as can be; null where there is none for one of them. */
function recordingsOf(words: readonly string[]): readonly string[] | null {
  const found: string[] = [];
  for (let at = 0; at < words.length;) {
    const word = words[at] as string;
    if (/^[1-9]\d{0,2}$/.test(word)) {
      found.push(...numberPhrases(Number(word)));
      at++;
      continue;
    }
    let length = Math.min(MOST_WORDS, words.length - at);
    while (length > 0 && !(words.slice(at, at + length).join(' ') in CLIPS)) length--;
    if (length === 0) return null;
    found.push(words.slice(at, at + length).join(' '));
    at += length;
  }
  return found;
}

/** A text spliced from the recordings of the shipped voice; null where it lacks a word of it. Nothing to say is no clips. */
export function splice(text: string): Spliced | null {
  const clips: SaidClip[] = [];
  let at = 0;
  for (const { words, pause } of chunksOf(text)) {
    const recordings = recordingsOf(words);
    if (!recordings) return null;
    recordings.forEach((recording, index) => {
      const [from, length] = CLIPS[recording] ?? [0, 0];
      at += index === 0 ? pause : PAUSES.word;
      clips.push({ after: millis(at), from: millis(from), length: millis(length) });
      at += length;
    });
  }
  return { clips, length: millis(at) };
}

/** Syllables a second of a calm voice, and the breath before it speaks, seconds: for words that are not recorded. */
const CALM = { syllables: 4, before: 0.3 } as const;

/** Seconds to say some words: by the recordings of the shipped voice, or guessed by their vowels, on the long side. */
export function timeToSay(words: string): Seconds {
  const spliced = splice(words);
  if (spliced) return seconds(spliced.length / 1000);
  const syllables = chunksOf(words)
    .flatMap((chunk) => chunk.words)
    .reduce((sum, word) => sum + syllablesOf(word), 0);
  return seconds(Math.round((CALM.before + syllables / CALM.syllables) * 10) / 10);
}

/** Groups of vowels, without an e that is not heard at the end; at least one in whatever is a word or a number. */
function syllablesOf(word: string): number {
  const heard = word.replace(/[^a-z0-9]/g, '').replace(/(?<=[aeiouy].*[^aeiouy])e$/, '');
  return heard === '' ? 0 : Math.max(1, (heard.match(/[aeiouy]+/g) ?? []).length);
}
