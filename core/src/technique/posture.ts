import { inLanguage, textsInLanguage } from '../language.js';

/** A seat with what lines the body up in it. */
export interface Seat {
  readonly name: string;
  readonly alignment: readonly string[];
  readonly props: readonly string[];
  /** How to come out of it; null where one just rises. */
  readonly rise: string | null;
  /** On the floor with bent knees: hard on knees and hips. */
  readonly floor: boolean;
}

export type SeatId =
  | 'cross-legged'
  | 'half-lotus'
  | 'lotus'
  | 'kneeling'
  | 'chair'
  | 'standing'
  | 'lying'
  | 'lying-left'
  | 'folded';

const seat = (
  name: string,
  floor: boolean,
  props: readonly string[],
  rise: string | null,
  ...alignment: string[]
): Seat => ({ name, alignment, props, rise, floor });

export const SEATS: Readonly<Record<SeatId, Seat>> = textsInLanguage(
  {
    'cross-legged': seat(
      'cross-legged',
      true,
      ['cushion', 'folded blanket', 'support under the knees'],
      null,
      'Sit on the front edge of the cushion, knees lower than hips.',
      'Grow tall from the seat; the ribs are quiet.',
    ),
    'half-lotus': seat(
      'half lotus',
      true,
      ['cushion', 'support under the knees'],
      null,
      'Only where the knee folds without any pull.',
      'Change the upper leg from day to day.',
    ),
    lotus: seat('full lotus', true, ['cushion'], null, 'Only for hips that allow it; the knees never twist.'),
    kneeling: seat(
      'kneeling',
      true,
      ['cushion between the heels', 'folded blanket under the ankles'],
      null,
      'Weight back on the cushion, shins parallel.',
      'Come out when the feet go numb.',
    ),
    chair: seat(
      'chair',
      false,
      ['folded blanket under the feet'],
      null,
      'Both feet flat, away from the backrest.',
      'Hips a little higher than knees.',
    ),
    standing: seat(
      'standing',
      false,
      [],
      null,
      'Feet under the hips, knees soft, something to hold within reach.',
    ),
    lying: seat(
      'lying',
      false,
      ['folded blanket under the head', 'support under the knees'],
      'Roll to one side, wait a breath there, then sit up.',
      'Arms a little away from the body.',
    ),
    'lying-left': seat(
      'lying on the left side',
      false,
      ['folded blanket under the head', 'cushion between the knees'],
      'Push up with the hands, and wait a breath there.',
      'Knees drawn up a little, the upper arm rests on a cushion.',
    ),
    folded: seat(
      'folded forward',
      true,
      ['cushion', 'folded blanket'],
      'Come up slowly.',
      'From kneeling, fold over the thighs; the forehead rests on a support.',
    ),
  },
  'name',
  'alignment',
  'props',
  'rise',
);

/** What lines the body up in a seat, and how to come out of it. */
export const guidanceIn = (id: SeatId): readonly string[] => {
  const { alignment, rise } = SEATS[id];
  return rise === null ? alignment : [...alignment, rise];
};

/** How the hands lie when they are not at the face. */
export type RestingHandId = 'thumb-index-up' | 'thumb-index-down' | 'open' | 'heart';

export const RESTING_HANDS: Readonly<Record<RestingHandId, string>> = inLanguage({
  'thumb-index-up': 'thumb and index joined, palm up',
  'thumb-index-down': 'thumb and index joined, palm down',
  open: 'open on the thighs',
  heart: 'at the heart, palm on the breastbone',
});
