import type { PhaseKind } from '../ratio/index.js';
import { PHASE_KINDS } from '../ratio/index.js';
import type { Naming } from '../technique/index.js';
import {
  ARM_SUPPORT,
  armSupport,
  beginsLastRound,
  callLocksOff,
  callLocksOn,
  eventIndexFrom,
  numberCalled,
  thinned,
  type Asked,
  type Timeline,
  type TimelineEvent,
} from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import { voiceWords } from '../words/index.js';
import { splice, timeToSay, type SaidClip } from './lexicon.js';
import type { OwnClips } from './own-voice.js';

/** What of a session is counted aloud: phases, and each tenth stroke. */
export type CountedAloud = PhaseKind | 'strokes';
export const COUNTED_ALOUD: readonly CountedAloud[] = [...PHASE_KINDS, 'strokes'];

/** How much the voice says. */
export interface VoiceChoice {
  /** Whether cues are said at all. */
  readonly cues: boolean;
  readonly counts: readonly CountedAloud[];
  /** After so many rounds of a passage its rounds go on without words until the last; null: it says them all. */
  readonly silentAfter: number | null;
  /** The instructor's own recordings; left out where there are none. */
  readonly own?: OwnClips;
}

export type SayingKind = 'cue' | 'count' | 'lock' | 'minute-to-go' | 'own';

/** Something said: its words are over before anything else is said. */
export interface Saying {
  readonly kind: SayingKind;
  /** Onset of the first word, from the start of the timeline. */
  readonly at: Millis;
  readonly until: Millis;
  readonly words: string;
  /** The recordings that say it, or null where there is none of a word. */
  readonly clips: readonly SaidClip[] | null;
}

/** Words that have a moment of their own in an event, against the time there is for them. */
export interface Call {
  readonly kind: Exclude<SayingKind, 'count'>;
  readonly at: Millis;
  /** By when it must have been said. */
  readonly before: Millis;
  /** With what is asked beside it, as much of it as there is time for; none where nothing is. */
  readonly longer: readonly string[];
  /** As it is said where there is time, and shorter; the last may be empty: a tone alone is left. */
  readonly forms: readonly string[];
}

/** Quiet between two sayings at the least, milliseconds: words that touch are not understood. */
const APART = 30;
/** From this length on natural breathing is told its last minute, milliseconds. */
const LONG_REST = 120_000;
const MINUTE = 60_000;

/** What is called in an event, in order: its cue, own words, that the last minute begins, and its locks. */
export function callsOf(
  timeline: Timeline,
  event: TimelineEvent,
  naming: Naming,
  own?: OwnClips,
): readonly Call[] {
  const called = cuesOf(timeline, event, naming, own);
  const words = event.asked.filter((one) => one.own);
  if (words.length === 0) return called;
  const calls = called.map((call, index) => (index === 0 ? leavingTimeFor(words, call, own) : call));
  for (const { text, after = 0 } of words) {
    // Own words wait until what is said before them is over, and are over before what comes after.
    let at = event.from + after;
    for (const call of calls) {
      const until = call.at + timeToSay(fitted(call, own), own) * 1000 + APART;
      if (call.at <= at && until > at) at = Math.ceil(until);
    }
    const next = calls.find((call) => call.at > at);
    calls.push(ownCall(text, millis(at), next?.at ?? event.to));
    calls.sort((a, b) => a.at - b.at);
  }
  return calls;
}

/** A cue without so much of what is asked beside it that own words would find no time. */
function leavingTimeFor(words: readonly Asked[], call: Call, own?: OwnClips): Call {
  const needed = words
    .filter(({ after }) => after === undefined)
    .reduce((sum, { text }) => sum + timeToSay(text, own) * 1000 + APART, 0);
  const left = call.before - call.at - needed;
  return { ...call, longer: call.longer.filter((said) => timeToSay(said, own) * 1000 + APART <= left) };
}

const ownCall = (text: string, at: Millis, before: Millis): Call => ({
  kind: 'own',
  at,
  before,
  longer: [],
  forms: [text, ''],
});

function cuesOf(timeline: Timeline, event: TimelineEvent, naming: Naming, own?: OwnClips): readonly Call[] {
  const { from, to, locks } = event;
  const words = event.cue.spoken[naming];
  const cue = locks ? (words.split(', ')[0] ?? '') : words;
  const forms =
    beginsLastRound(timeline, event) && event.ownPace === null ? withLastRound(cue) : shorter(cue);
  const call = (kind: Call['kind'], at: Millis, before: Millis, said: readonly string[]): Call => ({
    kind,
    at,
    before,
    longer: kind === 'cue' ? withAsked(said[0] ?? '', askedAloud(timeline, event, own)) : [],
    forms: said,
  });
  if (locks)
    return [
      call('cue', from, locks.on, forms),
      call('lock', locks.on, locks.off, [...shorter(callLocksOn(locks.locks)), voiceWords.locksOn, '']),
      call('lock', locks.off, to, [callLocksOff(locks.locks), voiceWords.locksOff, '']),
    ];
  if (event.kind === 'natural' && to - from >= LONG_REST && event.open === null) {
    const lastMinute = millis(to - MINUTE);
    return [
      call('cue', from, lastMinute, forms),
      call('minute-to-go', lastMinute, to, [voiceWords.minuteToGo, '']),
    ];
  }
  return [call('cue', from, to, forms)];
}

/** Rounds of a passage in which it is said what it asks; from then on it is shown. */
const ROUNDS_TAUGHT = 2;

/** What is asked in an event, as far as there are recordings of the words. */
function askedAloud(timeline: Timeline, event: TimelineEvent, own?: OwnClips): readonly string[] {
  const taught = event.round === null || event.round <= ROUNDS_TAUGHT;
  const asked = event.asked.filter((one) => !one.own && (taught || one.always)).map(({ text }) => text);
  const all = armSupport(timeline).has(event.index) ? [ARM_SUPPORT, ...asked] : asked;
  return all.filter((text) => splice(text, own) !== null);
}

/** A cue with all that is asked, and with less and less of it from the end. */
const withAsked = (cue: string, asked: readonly string[]): readonly string[] =>
  asked.map((_, index) => [cue, ...asked.slice(0, asked.length - index)].map(sentence).join(' '));

const sentence = (text: string): string =>
  `${text.charAt(0).toUpperCase()}${text.slice(1).replace(/\.$/, '')}.`;

/** Shorter forms of a cue, the longest first: without what follows a comma, its first two words, its first word, nothing. */
function shorter(words: string): readonly string[] {
  const [head = ''] = words.split(', ');
  const parts = head.split(' ');
  return [words, head, parts.slice(0, 2).join(' '), parts[0] ?? '', ''];
}

/** The phase comes first: it may not wait for the news that the round is the last. */
const withLastRound = (cue: string): readonly string[] => [
  `${cue}. ${voiceWords.lastRound}`,
  ...shorter(cue),
];

/** The longest form of a call that is over in time; empty where only a tone is left. */
export const fitted = ({ at, before, longer, forms }: Call, own?: OwnClips): string =>
  [...longer, ...forms].find(
    (words) => words === '' || timeToSay(words, own) * 1000 + APART <= before - at,
  ) ?? '';

/**
 * What is said in [from, to) of a timeline, in order: the cues and calls as they fit, and the counts between them. Nothing runs
 * into the next: a word that would is left out, and where numbers are longer than a count every second, fifth or tenth is called.
 */
export function sayingsBetween(
  timeline: Timeline,
  choice: VoiceChoice,
  naming: Naming,
  from: Millis,
  to: Millis,
): readonly Saying[] {
  const sayings: Saying[] = [];
  for (let index = eventIndexFrom(timeline, from); index < timeline.events.length; index++) {
    const event = timeline.events[index] as TimelineEvent;
    if (event.from >= to) break;
    for (const said of sayingsIn(timeline, event, choice, naming))
      if (said.at >= from && said.at < to) sayings.push(said);
  }
  return sayings;
}

/** All that is said in a timeline. */
export const sayingsOf = (timeline: Timeline, choice: VoiceChoice, naming: Naming): readonly Saying[] =>
  sayingsBetween(timeline, choice, naming, millis(0), timeline.total);

function sayingsIn(
  timeline: Timeline,
  event: TimelineEvent,
  choice: VoiceChoice,
  naming: Naming,
): readonly Saying[] {
  const left = thinned(timeline, event);
  if (isSilenced(event, choice) || !left.cues) return [];
  const called = choice.cues
    ? callsOf(timeline, event, naming, choice.own).flatMap((call) =>
        say(call.kind, call.at, fitted(call, choice.own), choice.own),
      )
    : [];
  const counts = left.counts ? countsIn(event, choice, called) : [];
  return [...called, ...counts].sort((a, b) => a.at - b.at);
}

/** Rounds that go on without words; the last one is told, and so is whatever is not a round. */
const isSilenced = ({ section, round, lastRound }: TimelineEvent, { silentAfter }: VoiceChoice): boolean =>
  silentAfter !== null && section === 'rounds' && !lastRound && (round ?? 0) > silentAfter;

function say(kind: SayingKind, at: Millis, words: string, own?: OwnClips): readonly Saying[] {
  if (words === '') return [];
  const clips = splice(words, own)?.clips ?? null;
  return [{ kind, at, until: millis(at + Math.ceil(timeToSay(words, own) * 1000)), words, clips }];
}

/** How many counts lie between two that are called. */
const STRIDES = [1, 2, 5, 10];

/** The numbers called in an event beside what is said in it already. */
function countsIn(event: TimelineEvent, choice: VoiceChoice, called: readonly Saying[]): readonly Saying[] {
  const what = event.strokes ? 'strokes' : event.kind;
  // A count down to the beginning belongs to its cue.
  const counted = what === 'getReady' ? choice.cues : choice.counts.some((one) => one === what);
  if (event.counting === 'silent' || event.strokes?.ownPace || !counted) return [];
  const numbers = event.ticks.flatMap((at, index) => {
    const number = numberCalled(event, index);
    return say('count', at, String(number), choice.own).map((saying) => ({ number, saying }));
  });
  const gap = (event.ticks[1] ?? event.to) - (event.ticks[0] ?? event.from);
  const fits = (stride: number): boolean =>
    numbers.every(
      ({ number, saying: { at, until } }) => number % stride > 0 || until - at + APART <= gap * stride,
    );
  const stride = event.strokes ? 10 : (STRIDES.find(fits) ?? 10);
  return numbers
    .filter(({ number }) => number % stride === 0)
    .map(({ saying }) => saying)
    .filter(
      ({ at, until }) =>
        until + APART <= event.to &&
        called.every((other) => at >= other.until + APART || until + APART <= other.at),
    );
}
