import { millis, seconds, type Millis, type Seconds } from '../units/index.js';
import { CLIPS } from './clips.js';
import { phraseOf, type OwnClips } from './own-voice.js';
import { chunksOf, numberPhrases, PAUSES } from './phrases.js';

/** Where the file of recordings has a short tone by which its beginning is known, milliseconds: decoders differ in where it is. */
export const VOICE_MARK = 100;

/** One recording, and when it is said after its sentence begins. Milliseconds. */
export interface SaidClip {
  readonly after: Millis;
  /** Where it begins in the file of recordings. */
  readonly from: Millis;
  readonly length: Millis;
  /** Whether it is one of the instructor's own; left out for the shipped voice. */
  readonly own?: true;
}

/** Words put together from recordings. */
export interface Spliced {
  readonly clips: readonly SaidClip[];
  readonly length: Millis;
}

/** How many words the longest recording has. */
const MOST_WORDS = Math.max(1, ...Object.keys(CLIPS).map((phrase) => phrase.split(' ').length));

/** No recordings of one's own. */
const NONE: OwnClips = {};

/** Words as the recordings that say them, each as long as can be; null where there is none for one of them. */
function recordingsOf(words: readonly string[], own: OwnClips): readonly string[] | null {
  const found: string[] = [];
  for (let at = 0; at < words.length;) {
    const word = words[at] as string;
    if (/^[1-9]\d{0,2}$/.test(word)) {
      found.push(...numberPhrases(Number(word)));
      at++;
      continue;
    }
    let length = Math.min(MOST_WORDS, words.length - at);
    const said = (): string => words.slice(at, at + length).join(' ');
    while (length > 0 && !(said() in CLIPS) && !(said() in own)) length--;
    if (length === 0) return null;
    found.push(said());
    at += length;
  }
  return found;
}

/**
 * A text spliced from recordings; null where there is none for a word of it. Nothing to say is no clips.
 *
 * @param own the instructor's own, before those of the shipped voice: of the whole text, or of the phrases it is made of.
 */
export function splice(text: string, own: OwnClips = NONE): Spliced | null {
  const whole = own === NONE ? undefined : own[phraseOf(text)];
  if (whole) return { clips: [ownClip(0, whole)], length: millis(whole[1]) };
  const clips: SaidClip[] = [];
  let at = 0;
  for (const { words, pause } of chunksOf(text)) {
    const recordings = recordingsOf(words, own);
    if (!recordings) return null;
    recordings.forEach((recording, index) => {
      const mine = own[recording];
      const [from, length] = mine ?? CLIPS[recording] ?? [0, 0];
      at += index === 0 ? pause : PAUSES.word;
      clips.push(
        mine ? ownClip(at, mine) : { after: millis(at), from: millis(from), length: millis(length) },
      );
      at += length;
    });
  }
  return { clips, length: millis(at) };
}

const ownClip = (after: number, [from, length]: readonly [number, number]): SaidClip => ({
  after: millis(after),
  from: millis(from),
  length: millis(length),
  own: true,
});

/** Syllables a second of a calm voice, and the breath before it speaks, seconds: for words that are not recorded. */
const CALM = { syllables: 4, before: 0.3 } as const;

/** Seconds to say some words: by the recordings that say them, or guessed by their vowels, on the long side. */
export function timeToSay(words: string, own: OwnClips = NONE): Seconds {
  const spliced = splice(words, own);
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
