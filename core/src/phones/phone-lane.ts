import { isUnderWay, meetingsOf, type ClassLane, type ClassRun } from '../class-leading/index.js';
import { currentTake } from '../leading/index.js';
import { PHASE_NAMES } from '../ratio/index.js';
import type { Side } from '../session/index.js';
import type { Naming } from '../technique/index.js';
import {
  FINGER_NAMES,
  phaseNote,
  type Counting,
  type EventKind,
  type Note,
  type TimelineEvent,
} from '../timeline/index.js';
import { millis, type Counts, type Millis } from '../units/index.js';
import { timelineWords } from '../words/index.js';

/** Whether breath goes in, out or is held; null where nobody leads it. */
export type PhoneBreath = 'inhale' | 'exhale' | 'hold' | null;

/** What a phone shows for a stretch; the same one comes again with every round. */
export interface PhonePhrase {
  /** "Inhale left". */
  readonly say: string;
  readonly breath: PhoneBreath;
  /** The side that is open alone. */
  readonly side: Side | null;
  /** What each closed side is closed by; empty where no hand is at the nose. */
  readonly fingers: string;
  readonly counting: Counting;
}

/** A stretch of a lane; it begins where the one before it ends. */
export interface PhoneBeat {
  /** On the clock of the class. */
  readonly to: Millis;
  /** Which of the phrases. */
  readonly phrase: number;
  /** Counts or strokes, all as long as each other; null where nothing is counted. */
  readonly counts: Counts | null;
}

/** A lane as the phones in it show it: what is breathed from a moment on, and nothing else of anybody. */
export interface PhoneLane {
  /** Who is in it, by what the class calls them. */
  readonly people: readonly string[];
  readonly from: Millis;
  readonly phrases: readonly PhonePhrase[];
  readonly beats: readonly PhoneBeat[];
  /** When this lane and others begin a round together. */
  readonly meetings: readonly Millis[];
}

const HOLDS: readonly TimelineEvent['kind'][] = ['internalHold', 'externalHold'];

/** What is said of an event while many lanes are led: its cue up to the first comma. */
export function phraseSaid({ cue, kind, part }: TimelineEvent, naming: Naming): string {
  const said = cue.spoken[naming].split(/[,.:]/)[0] ?? '';
  // A part of a breath names its region alone after the first.
  return part && part.index > 1 ? `${PHASE_NAMES[kind as 'inhale' | 'exhale']} · ${said}` : said;
}

function fingersOf({ hand }: TimelineEvent): string {
  if (!hand) return '';
  const closed = (['left', 'right'] as const).flatMap((side) => {
    const finger = hand[side];
    return finger === 'open' ? [] : [timelineWords.fingers.closedBy(side, FINGER_NAMES[finger])];
  });
  return closed.join(' · ');
}

const phraseOf = (event: TimelineEvent, naming: Naming): PhonePhrase => ({
  say: phraseSaid(event, naming),
  breath:
    event.kind === 'inhale' || event.kind === 'exhale'
      ? event.kind
      : HOLDS.includes(event.kind)
        ? 'hold'
        : null,
  side: event.airway === 'left' || event.airway === 'right' ? event.airway : null,
  fingers: fingersOf(event),
  counting: event.strokes ? 'up' : event.counting,
});

/**
 * What the phones of a class show from a moment on: of each lane that is led its stretches, without health facts, signs, limits
 * or anybody's own words.
 *
 * @param at on the clock of the class.
 * @param nameOf what the class calls a student.
 */
export function phoneLanesOf(
  of: ClassRun,
  at: Millis,
  { naming, nameOf }: { readonly naming: Naming; readonly nameOf: (student: string) => string },
): readonly PhoneLane[] {
  const meetings = meetingsOf(of).flatMap((one) => (one.at >= at ? [one.at] : []));
  return of.lanes.filter(isUnderWay).map(laneFor);

  function laneFor(lane: ClassLane): PhoneLane {
    const phrases: PhonePhrase[] = [];
    const places = new Map<string, number>();
    const placeOf = (phrase: PhonePhrase): number => {
      const key = JSON.stringify(phrase);
      const place = places.get(key) ?? phrases.push(phrase) - 1;
      places.set(key, place);
      return place;
    };
    const events = currentTake(lane.run).timeline.events.filter(({ to }) => to + lane.offset > at);
    const [first] = events;
    return {
      people: lane.students.map(nameOf),
      from: millis((first?.from ?? 0) + lane.offset),
      phrases,
      beats: events.map((event) => ({
        to: millis(event.to + lane.offset),
        phrase: placeOf(phraseOf(event, naming)),
        counts: event.strokes ? (event.strokes.number as Counts) : event.counts,
      })),
      meetings,
    };
  }
}

const SOUNDS_AS: Readonly<Record<NonNullable<PhoneBreath>, EventKind>> = {
  inhale: 'inhale',
  exhale: 'exhale',
  hold: 'internalHold',
};

/** The tone with which a phone begins a stretch, on the clock of the class. */
export const phoneNote = ({ breath, side }: PhonePhrase, at: Millis): Note =>
  phaseNote(breath === null ? 'natural' : SOUNDS_AS[breath], side ?? 'both', at);

/** What a phone shows at one moment; it stays the same between two counts, but for how much is left. */
export interface PhoneMoment {
  readonly phrase: PhonePhrase;
  /** The count as it is called, of how many; null where nothing is counted aloud. */
  readonly count: { readonly now: number; readonly of: number } | null;
  /** What comes after this stretch, or null at the end. */
  readonly next: PhonePhrase | null;
  /** How much of the stretch is over, 0 to 1. */
  readonly over: number;
}

/** Which stretch of a lane is led at a moment; −1 before it begins, as many as there are once it is over. */
export function beatAt({ from, beats }: PhoneLane, at: number): number {
  if (at < from) return -1;
  let [low, high] = [0, beats.length];
  while (low < high) {
    const between = (low + high) >> 1;
    if ((beats[between] as PhoneBeat).to > at) high = between;
    else low = between + 1;
  }
  return low;
}

/** What a phone shows of its lane at a moment on the clock of the class; null before the lane begins and once it is over. */
export function phoneMoment(lane: PhoneLane, at: number): PhoneMoment | null {
  const index = beatAt(lane, at);
  const beat = lane.beats[index];
  const phrase = beat && lane.phrases[beat.phrase];
  if (!phrase) return null;
  const from = lane.beats[index - 1]?.to ?? lane.from;
  const over = (at - from) / (beat.to - from);
  const next = lane.beats[index + 1];
  return {
    phrase,
    count: countIn(beat, phrase, over),
    next: (next && lane.phrases[next.phrase]) ?? null,
    over,
  };
}

function countIn({ counts }: PhoneBeat, { counting }: PhonePhrase, over: number): PhoneMoment['count'] {
  if (counts === null || counts <= 0 || counting === 'silent') return null;
  const of = Math.ceil(counts);
  const called = Math.min(of - 1, Math.floor(over * counts));
  return { now: counting === 'down' ? of - called : called + 1, of };
}

/**
 * When somebody who came late falls in: where lanes next begin a round together, or where breath is natural before that.
 *
 * @param came on the clock of the class.
 * @returns on the clock of the class; when they came, where nothing is being led then.
 */
export function fallsInAt(lane: PhoneLane, came: Millis): Millis {
  const here = beatAt(lane, came);
  const isFree = (index: number): boolean => {
    const beat = lane.beats[index];
    const phrase = beat && lane.phrases[beat.phrase];
    return !phrase || (phrase.breath === null && beat.counts === null);
  };
  if (isFree(here)) return came;
  let free = here;
  while (!isFree(free)) free++;
  const rests = lane.beats[free - 1]?.to ?? came;
  const meets = lane.meetings.find((at) => at >= came) ?? Infinity;
  return millis(Math.min(meets, rests));
}

/** Where a class stands: on its own clock, at a moment of the clock that is shared; and whether it goes on. */
export interface ClassPlace {
  readonly at: number;
  readonly when: number;
  readonly goesOn: boolean;
}

/** Where the class stands at a moment of the shared clock, milliseconds on its own. */
export const placeNow = ({ at, when, goesOn }: ClassPlace, now: number): number =>
  goesOn ? at + (now - when) : at;
