import type { Conventions } from '../conventions/index.js';
import { ARM_REST_SECONDS, ARM_TIRES_AFTER } from '../policy/index.js';
import { raisedHand, type CountedPassage, type Passage, type Side } from '../session/index.js';
import { EAR_HANDS, GAZES, RESTING_HANDS, SEATS, TONGUES, type SeatId } from '../technique/index.js';
import { millis, type Millis } from '../units/index.js';
import { timelineWords } from '../words/index.js';
import { fingersInTurn, gestureOf } from './fingers.js';
import type { Asked, EventKind, Timeline } from './timeline.js';

const words = timelineWords.asked;

/** What is asked when the arm has been up for long. */
export const ARM_SUPPORT = words.armSupport;

/** Own words that are said in an event. */
export const inOwnWords = (text: string, own: 'begins' | 'later', after?: Millis): Asked => ({
  text: text.trim(),
  always: true,
  own,
  ...(after !== undefined && { after }),
});

const atFirst = (text: string): Asked => ({ text, always: false });
const always = (text: string): Asked => ({ text, always: true });

/** What is asked throughout a passage beside its numbers, in a few words each: hands, eyes, tongue, head, syllable. Domain 13. */
export function askedThroughout(passage: Passage, hand: Side, conventions: Conventions): readonly string[] {
  const gaze = GAZES[passage.kind === 'natural' ? (passage.gaze ?? 'eyes-closed') : passage.modifiers.gaze];
  const resting = RESTING_HANDS[passage.resting];
  // Lying, the arms lie as the seat says.
  const lies = passage.resting === 'open' && passage.seat.startsWith('lying');
  const hands =
    raisedHand(passage) === 'nose' ? [gestureOf(hand, conventions), resting] : lies ? [] : [resting];
  if (passage.kind === 'natural') return [SEATS[passage.seat].name, ...hands, gaze];
  const { tongue, head, ears, syllable } = passage.modifiers;
  return [
    SEATS[passage.seat].name,
    ...(ears && raisedHand(passage) === 'ears' ? [EAR_HANDS[ears]] : hands),
    ...(passage.kind === 'counted' && passage.route !== 'both' && passage.byAttention
      ? [words.byAttention]
      : []),
    gaze,
    ...(tongue === 'resting' ? [] : [words.tongue(TONGUES[tongue])]),
    ...(head === 'level' ? [] : [words.chin]),
    ...(syllable.trim() === '' ? [] : [words.syllable(syllable.trim())]),
  ];
}

/** How one settles for a passage, as it is said before it begins; out of another seat, how to come to this one. */
export const askedToSettle = (
  passage: Passage,
  before: SeatId | null,
  hand: Side,
  conventions: Conventions,
): readonly Asked[] => {
  const [, ...throughout] = askedThroughout(passage, hand, conventions);
  const rise = before && SEATS[before].rise;
  const [align] = SEATS[passage.seat].alignment;
  return [...(rise ? [rise] : []), ...(before !== null && align ? [align] : []), ...throughout].map(atFirst);
};

/** How the hand goes up: which fingers close which side, or where the hands are at the ears. */
export function askedOfTheHand(passage: Passage, hand: Side, conventions: Conventions): readonly Asked[] {
  switch (raisedHand(passage)) {
    case 'nose':
      return [atFirst(fingersInTurn(hand, conventions))];
    case 'ears': {
      const ears = passage.kind === 'natural' ? null : passage.modifiers.ears;
      return ears ? [atFirst(EAR_HANDS[ears]), atFirst(words.handsSettle)] : [];
    }
    case null:
      return [];
  }
}

/** What is asked in a phase of a counted passage: tensing and letting go, the syllable (in the hold where there is one), the hum's pitch. */
export function askedInPhase(
  passage: CountedPassage,
  kind: EventKind,
  held: boolean,
  hums: 'none' | 'exhale' | 'both',
): readonly Asked[] {
  const { tension, syllable, throatSound } = passage.modifiers;
  const breath = kind === 'inhale' || kind === 'exhale';
  const inHold = kind === 'internalHold' || kind === 'externalHold';
  const silently = syllable.trim() !== '' && (held ? inHold : breath);
  return [
    ...(tension && kind === 'internalHold' ? [always(words.tense)] : []),
    ...(tension && kind === 'letGo' ? [always(words.letGo)] : []),
    ...(breath && throatSound ? [atFirst(words.throat)] : []),
    ...(hums === 'both' && kind === 'inhale' ? [atFirst(words.highHum)] : []),
    ...(hums === 'both' && kind === 'exhale' ? [atFirst(words.lowHum)] : []),
    ...(silently ? [atFirst(words.syllable(syllable.trim()))] : []),
  ];
}

const supportOf = new WeakMap<Timeline, ReadonlySet<number>>();

/**
 * Events in which the arm has been up for long: support is asked for there, once for each time it is up.
 *
 * @returns their indices.
 */
export function armSupport(timeline: Timeline): ReadonlySet<number> {
  const known = supportOf.get(timeline);
  if (known) return known;
  const found = new Set<number>();
  let [up, down]: [Millis | null, Millis] = [null, millis(0)];
  let asked = false;
  for (const event of timeline.events) {
    const isUp =
      (event.hand !== null && event.section !== 'demonstrate') || (event.ownPace?.fingers ?? null) !== null;
    if (!isUp) continue;
    if (up === null || event.from - down >= ARM_REST_SECONDS * 1000) [up, asked] = [event.from, false];
    down = event.to;
    // Said where a breath begins: a hold goes on in silence.
    if (!asked && event.kind === 'inhale' && event.from - up >= ARM_TIRES_AFTER * 1000) {
      asked = true;
      found.add(event.index);
    }
  }
  supportOf.set(timeline, found);
  return found;
}
