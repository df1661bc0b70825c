import { fitRatio, parseRatio, SMALLEST_BASE, type Ratio, type Sustainable } from '../ratio/index.js';
import {
  PLAIN_DRESSING,
  techniqueOf,
  type CountedPattern,
  type PartsSpec,
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

/** What a first dosage comes from. */
export interface FitTo {
  /** What it is fitted to; null where it is not known. */
  readonly sustainable: Sustainable | null;
  /** The technique as a variant has it, and the variant's id. */
  readonly entry?: Technique;
  readonly variant?: string;
}

/** A passage of a technique with its starting dosage, lower where the student's sustainable capacity asks for it. */
export function newPassage(
  technique: TechniqueId,
  id: string,
  { sustainable, entry = techniqueOf(technique), variant }: FitTo = { sustainable: null },
): Passage {
  const facts = {
    id,
    technique,
    variant: variant ?? null,
    seat: entry.seats[0],
    resting: entry.resting[0],
    say: '',
  };
  const { pattern } = entry;
  switch (pattern.kind) {
    case 'natural':
      return { ...facts, kind: 'natural', length: seconds(pattern.start.length), untilTap: false };
    case 'strokes':
      return newStrokes(facts, pattern);
    case 'counted':
      return newCounted(facts, pattern, sustainable);
  }
}

type Facts = Pick<Passage, 'id' | 'technique' | 'variant' | 'seat' | 'resting' | 'say'>;

function newCounted(facts: Facts, pattern: CountedPattern, sustainable: Sustainable | null): CountedPassage {
  const ratio = ratioFromShort(pattern.ratios[0]);
  const base = startingBase(pattern, ratio, sustainable);
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
    emptyHold: pattern.holds === 'both' ? 'convention' : 'as-written',
    openHold: null,
    locks: { internalHold: [], externalHold: [], fromRound: 1 },
    ramps: [],
    dressing: pattern.dressings.start,
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
    dressing: PLAIN_DRESSING,
    handUp: DEFAULT_HAND_UP,
    closing: DEFAULT_CLOSING,
  };
}

/** The technique's own starting base, or the fitted one where that is lower; never below its range. */
function startingBase(pattern: CountedPattern, ratio: Ratio, sustainable: Sustainable | null): Counts {
  const own = counts(pattern.start.base);
  if (!sustainable) return own;
  const fit = fitRatio(ratio, sustainable, DEFAULT_PACE);
  const fitted = fit.ok ? fit.value.base : SMALLEST_BASE;
  return counts(Math.max(pattern.base.from, Math.min(own, fitted)));
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
