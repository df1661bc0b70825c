import { keysOf } from '../keys.js';
import { CONVENTION_QUESTIONS, type Conventions } from '../conventions/index.js';
import { otherSide, type Side } from '../session/index.js';
import type { Airway } from './timeline.js';
import { SIDE_NAMES, timelineWords } from '../words/index.js';

export type Finger = 'thumb' | 'index' | 'middle' | 'ring' | 'little' | 'ring-and-little';
export type Closure = Finger | 'open';

/** What the hand at the nose does: each nostril open, or closed by a finger. */
export interface HandAtNose {
  readonly hand: Side;
  readonly left: Closure;
  readonly right: Closure;
}

export const FINGER_NAMES: Readonly<Record<Finger, string>> = {
  thumb: timelineWords.fingers.thumb,
  index: timelineWords.fingers.indexFinger,
  middle: timelineWords.fingers.middleFinger,
  ring: timelineWords.fingers.ringFinger,
  little: timelineWords.fingers.littleFinger,
  'ring-and-little': timelineWords.fingers.ringAndLittleFinger,
};

/** The hand that closes, by convention: always the right, or the student's own. */
export const closingHand = (hand: Side, conventions: Conventions): Side =>
  conventions.closingHand === 'right' ? 'right' : hand;

/**
 * Fingers follow from hand, convention and airway and are never typed. Right hand: the thumb closes the right nostril,
 * the finger of the convention the left; the left hand is its mirror image. In a hold both are closed.
 */
export function handAtNose(airway: Airway, hand: Side, conventions: Conventions): HandAtNose {
  const closedBy = fingersFor(hand, conventions);
  const closure = (side: Side): Closure => (airway === 'both' || airway === side ? 'open' : closedBy[side]);
  return { hand, left: closure('left'), right: closure('right') };
}

/** The finger that closes each nostril. */
export function fingersFor(hand: Side, conventions: Conventions): Readonly<Record<Side, Finger>> {
  const far: Finger = conventions.fingerPosition === 'thumb-and-index' ? 'index' : conventions.leftClosedBy;
  return hand === 'right' ? { left: far, right: 'thumb' } : { left: 'thumb', right: far };
}

/** Every finger that may close a side. */
export const FINGERS = keysOf(FINGER_NAMES);

/** "thumb closes", "ring and little open". */
export const moves = (finger: Finger, verb: 'close' | 'open'): string =>
  timelineWords.fingers[verb](
    finger === 'ring-and-little' ? 'ring and little' : finger,
    finger === 'ring-and-little',
  );

/** What the hand at the nose is to do, before anything moves: which finger closes which side, and where the others are. */
export function describeClosingHand(hand: Side, conventions: Conventions): string {
  const { left, right } = fingersFor(hand, conventions);
  const { fingerPosition } = conventions;
  const closing = timelineWords.fingers.closingHand(
    SIDE_NAMES[hand],
    FINGER_NAMES[right],
    FINGER_NAMES[left],
  );
  return fingerPosition === 'thumb-and-index'
    ? closing
    : timelineWords.fingers.others(closing, CONVENTION_QUESTIONS.fingerPosition.choices[fingerPosition]);
}

/** "right hand, two fingers folded to the palm". */
export const gestureOf = (hand: Side, { fingerPosition }: Conventions): string =>
  timelineWords.fingers.gesture(
    SIDE_NAMES[hand],
    fingerPosition === 'thumb-and-index' ? '' : CONVENTION_QUESTIONS.fingerPosition.choices[fingerPosition],
  );

/** "thumb closes right, ring finger closes left". */
export function fingersInTurn(hand: Side, conventions: Conventions): string {
  const { left, right } = fingersFor(hand, conventions);
  return timelineWords.cue.closesInTurn(moves(right, 'close'), moves(left, 'close'));
}

/** How to get from one closure of the nose to the next, closing first: "thumb closes right, ring opens left". */
export function describeFingers(before: HandAtNose | null, after: HandAtNose): string | null {
  const closing: string[] = [];
  const opening: string[] = [];
  for (const side of ['left', 'right'] as const) {
    const was = before?.[side] ?? 'open';
    const is = after[side];
    if (was === is) continue;
    if (is !== 'open') closing.push(`${moves(is, 'close')} ${SIDE_NAMES[side]}`);
    else if (was !== 'open') opening.push(`${moves(was, 'open')} ${SIDE_NAMES[side]}`);
  }
  // The side that stays open is named last, so that the last word heard is the way the breath goes.
  return [...closing, ...opening].join(', ') || null;
}

/** The side an airway leaves closed, or null where both are open or both closed. */
export const closedSide = (airway: Airway): Side | null =>
  airway === 'left' || airway === 'right' ? otherSide(airway) : null;
