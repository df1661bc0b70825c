import { parseRatio, type Ratio } from '../ratio/index.js';
import {
  PLAIN_MODIFIERS,
  techniqueOf,
  type CountedPattern,
  type PartsSpec,
  type SeatId,
  type StrokePattern,
  type Technique,
  type TechniqueId,
} from '../technique/index.js';
import { counts, DEFAULT_PACE, floorToHalf, seconds, type Counts, type Seconds } from '../units/index.js';
import { partCounts } from './cycle.js';
import type { CountedPassage, Parts, Passage, StrokePassage } from './session.js';

export const DEFAULT_HAND_UP: Seconds = seconds(5);
export const DEFAULT_CLOSING: Seconds = seconds(10);
export const DEFAULT_SEAT_CHANGE: Seconds = seconds(10);

/** What a passage begins with beside its technique. */
export interface Beginning {
  /** The technique as a variant has it, and the variant's id. */
  readonly entry?: Technique;
  readonly variant?: string;
  /** Seats that are possible, the best one first; empty or left out where it was not asked. */
  readonly seats?: readonly SeatId[];
  /** False for somebody with experience, for whom some techniques begin with more. */
  readonly beginner?: boolean;
}

/** A passage of a technique with its own starting dosage, in the first of its seats that is possible. */
export function newPassage(
  technique: TechniqueId,
  id: string,
  { entry = techniqueOf(technique), variant, seats = [], beginner = true }: Beginning = {},
): Passage {
  const facts = {
    id,
    technique,
    variant: variant ?? null,
    seat: seatFor(entry, seats),
    resting: entry.resting[0],
    // What a variant says before it begins is the instructor's own.
    say: variant !== undefined && entry.opening !== techniqueOf(technique).opening ? entry.opening : '',
  };
  const { pattern } = entry;
  switch (pattern.kind) {
    case 'natural':
      return { ...facts, kind: 'natural', length: seconds(pattern.start.length), untilTap: false };
    case 'strokes':
      return newStrokes(facts, pattern);
    case 'counted':
      return newCounted(facts, pattern, beginner ? undefined : pattern.start.experienced);
  }
}

/** The seat of a technique for somebody: their best one that it is practised in, else its own first. */
export const seatFor = (entry: Pick<Technique, 'seats'>, possible: readonly SeatId[]): SeatId =>
  possible.find((seat) => entry.seats.includes(seat)) ?? entry.seats[0];

type Facts = Pick<Passage, 'id' | 'technique' | 'variant' | 'seat' | 'resting' | 'say'>;

function newCounted(facts: Facts, pattern: CountedPattern, own?: string): CountedPassage {
  const ratio = ratioFromShort(own ?? pattern.ratios[0]);
  const base = counts(pattern.start.base);
  const exhale = floorToHalf((base * ratio.exhale) / ratio.inhale);
  return {
    ...facts,
    kind: 'counted',
    ratio,
    base,
    pace: DEFAULT_PACE,
    route: pattern.routes[0],
    startsOn: pattern.routes[0] === 'one-sided' ? 'left' : 'convention',
    byAttention: false,
    inhaleThrough: pattern.inhaleThrough[0],
    exhaleThrough: pattern.exhaleThrough,
    parts: {
      inhale: pattern.parts.inhale && partsFrom(pattern.parts.inhale, base),
      exhale: pattern.parts.exhale && partsFrom(pattern.parts.exhale, exhale),
    },
    turning: { full: seconds(pattern.turning.full), empty: seconds(pattern.turning.empty) },
    emptyHold: pattern.holds === 'both' && own === undefined ? 'convention' : 'as-written',
    openHold: null,
    locks: { internalHold: [], externalHold: [], fromRound: 1 },
    ramps: [],
    modifiers: pattern.modifierChoices.start,
    between: seconds(pattern.between),
    cycles: pattern.start.cycles,
    ownPace: seconds(0),
    handUp: DEFAULT_HAND_UP,
    closing: DEFAULT_CLOSING,
  };
}

function newStrokes(facts: Facts, pattern: StrokePattern): StrokePassage {
  const { strokes, rate, sets } = pattern.start;
  return {
    ...facts,
    kind: 'strokes',
    stroke: pattern.stroke,
    turns: pattern.turns,
    strokes,
    rate,
    rateRamp: null,
    sets,
    pace: DEFAULT_PACE,
    recovery: { inhale: counts(4), hold: counts(0), exhale: counts(6), exhaleThrough: 'nose' },
    quiet: 'convention',
    modifiers: PLAIN_MODIFIERS,
    handUp: DEFAULT_HAND_UP,
    closing: DEFAULT_CLOSING,
  };
}

/** Equal parts that sum to so many counts. */
export const partsFrom = ({ parts, pause, atEnd, regions }: PartsSpec, total: Counts): Parts => ({
  lengths: partCounts(total, Array<number>(parts).fill(1)),
  pause: counts(pause),
  atEnd,
  regions,
});

/** A ratio of the catalogue. @throws Error when it is not one: the catalogue's own spec would have failed. */
export function ratioFromShort(text: string): Ratio {
  const parsed = parseRatio(text);
  if (!parsed.ok) throw new Error(`not a ratio: ${text}`);
  return parsed.value.ratio;
}
