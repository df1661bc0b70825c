import type { Naming } from '../technique/index.js';
import { seconds, type Seconds } from '../units/index.js';
import type { Timeline, TimelineEvent } from './timeline.js';

/** A cue as it is said, against the time there is for it. */
export interface FittedCue {
  readonly event: number;
  readonly passage: number;
  readonly at: TimelineEvent['from'];
  /** What is said where there is time enough. */
  readonly words: string;
  /** Seconds to say it. */
  readonly needed: Seconds;
  /** Seconds of its phase. */
  readonly there: Seconds;
  /** What is said instead where it does not fit; empty where only a tone is left. null where it fits. */
  readonly instead: string | null;
}

/** Syllables a second of a calm voice, and the breath before it speaks, seconds. */
const VOICE = { syllables: 4, before: 0.3 } as const;

/** Seconds to say some words calmly: a guess by their vowels, on the long side. */
export function timeToSay(words: string): Seconds {
  const plain = words.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  const syllables = plain.split(/\s+/).reduce((sum, word) => sum + syllablesOf(word), 0);
  return seconds(Math.round((VOICE.before + syllables / VOICE.syllables) * 10) / 10);
}

/** Groups of vowels, without an e that is not heard at the end; at least one in whatever is a word or a number. */
function syllablesOf(word: string): number {
  const heard = word.replace(/[^a-z0-9]/g, '').replace(/(?<=[aeiouy].*[^aeiouy])e$/, '');
  return heard === '' ? 0 : Math.max(1, (heard.match(/[aeiouy]+/g) ?? []).length);
}

/** Shorter forms of a cue, the longest first: without what follows a comma, its first two words, its first word, nothing. */
function shorter(words: string): readonly string[] {
  const [head = ''] = words.split(', ');
  const parts = head.split(' ');
  return [head, parts.slice(0, 2).join(' '), parts[0] ?? '', ''];
}

/** The spoken cues of a session in order, each against its phase; those that do not fit are shortened. Domain 10, cue fit. */
export function fitCues({ events }: Timeline, naming: Naming): readonly FittedCue[] {
  return events.flatMap((event): FittedCue[] => {
    const words = event.cue.spoken[naming];
    if (words === '') return [];
    const needed = timeToSay(words);
    const there = seconds((event.to - event.from) / 1000);
    const fits = (some: string): boolean => some === '' || timeToSay(some) <= there;
    const instead = fits(words) ? null : (shorter(words).find(fits) ?? '');
    return [{ event: event.index, passage: event.passage, at: event.from, words, needed, there, instead }];
  });
}

/** Each cue that does not fit, once for a passage, with how often it comes. */
export function cuesTooLong(
  timeline: Timeline,
  naming: Naming,
): readonly (FittedCue & { readonly times: number })[] {
  const found = new Map<string, FittedCue & { times: number }>();
  for (const cue of fitCues(timeline, naming)) {
    if (cue.instead === null) continue;
    const key = `${cue.passage} ${cue.words} ${cue.there}`;
    const known = found.get(key);
    if (known) known.times += 1;
    else found.set(key, { ...cue, times: 1 });
  }
  return [...found.values()];
}
