import { mapPhases, type PhaseCounts } from '../ratio/index.js';
import { counts, type Counts, type Pace } from '../units/index.js';
import { nextHold, withRungsBetween } from './growth.js';
import type { RungNumbers } from './rung.js';
import { textsInLanguage } from '../language.js';

export const SCHOOL_IDS = [
  'count-first',
  'ratio-first',
  'full-ratio',
  'even-four-part',
  'exhale-led',
  'strokes',
  'duration',
] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];

/** When a rung has been practised enough for the next. Domain 12, gate. */
export interface Gate {
  /** Fewest days on the rung. */
  readonly days: number;
  /** Fewest sittings on the rung, and so many of the last are looked at. */
  readonly sittings: number;
  /** Highest median effort of those, and the highest of any one of them, 0 to 10. */
  readonly medianEffort: number;
  readonly effort: number;
}

export const DEFAULT_GATE: Gate = { days: 7, sittings: 5, medianEffort: 3, effort: 5 };

export interface School {
  readonly id: SchoolId;
  readonly name: string;
  /** Its rule, in words. */
  readonly rule: string;
  /** What its rungs are made of. */
  readonly of: RungNumbers['kind'];
  readonly gate: Gate;
}

/** Every school of growth. Domain 12. */
export const SCHOOLS: Readonly<Record<SchoolId, School>> = textsInLanguage(
  {
    'count-first': {
      id: 'count-first',
      name: 'Count first',
      rule: 'Even breaths grow to 10 by 1; then the exhale is twice the inhale, from 5 : 10 to 10 : 20; then a hold of 1, 2, 3 … counts at a base that keeps the cycle within capacity.',
      of: 'counts',
      gate: DEFAULT_GATE,
    },
    'ratio-first': {
      id: 'ratio-first',
      name: 'Ratio first',
      rule: 'The base stays; the ratio grows: 1 : 0 : 1, 1 : 0 : 2, 1 : 1 : 2, 1 : 2 : 2, 1 : 4 : 2, with holds in between where one would grow by more than 2 s or a quarter. Only then the base grows by 1.',
      of: 'counts',
      gate: { ...DEFAULT_GATE, days: 15 },
    },
    'full-ratio': {
      id: 'full-ratio',
      name: 'Full ratio, small base',
      rule: '1 : 4 : 2 at base 2, 3, 4 …; the hold comes in by 2 s, or a quarter, at a time.',
      of: 'counts',
      gate: DEFAULT_GATE,
    },
    'even-four-part': {
      id: 'even-four-part',
      name: 'Even four-part',
      rule: 'Inhale, hold, exhale, and the empty hold where there is one, are equal: 3, 4, 6, 8, 10, with holds in between where one would grow by more than 2 s or a quarter.',
      of: 'counts',
      gate: DEFAULT_GATE,
    },
    'exhale-led': {
      id: 'exhale-led',
      name: 'Exhale-led, holds last',
      rule: 'The exhale grows alone to twice the inhale; then the base grows to 10 : 20; only then a hold: 2 s, 3 s, and on by 1.',
      of: 'counts',
      gate: DEFAULT_GATE,
    },
    strokes: {
      id: 'strokes',
      name: 'Strokes',
      rule: 'Strokes a set grow by 10, the last few by 5; then a set more; then the rate by 10 a minute.',
      of: 'strokes',
      gate: DEFAULT_GATE,
    },
    duration: {
      id: 'duration',
      name: 'Duration',
      rule: 'The numbers stay; the minutes grow: 3, 5, 8, 10, 15.',
      of: 'minutes',
      gate: DEFAULT_GATE,
    },
  },
  'name',
  'rule',
);

/** Counts to which even breaths, and inhales of 1 : 2, grow before a hold comes in. */
const FULL = 10;
/** Smallest whole inhale from which a school begins. */
const SMALLEST = 2;
const EVEN = [3, 4, 6, 8, 10] as const;
const MINUTES = [3, 5, 8, 10, 15] as const;
/** A hold that comes last begins with so many seconds. */
const FIRST_HOLD = 3;

const phases = (inhale: number, internalHold: number, exhale: number, externalHold = 0): PhaseCounts => {
  const of = { inhale, internalHold, exhale, externalHold };
  return mapPhases((kind) => counts(of[kind]));
};
const range = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, Math.floor(to - from) + 1) }, (_, index) => from + index);

/** Even breaths to 10, or to a longer target; then one to two to 10, or to the target's base. */
function evenToDouble(target: PhaseCounts): readonly PhaseCounts[] {
  const isEven = target.exhale === target.inhale;
  const evens = range(SMALLEST, isEven ? Math.max(FULL, target.inhale) : FULL);
  const doubles = isEven ? [] : range(FULL / 2, Math.max(FULL, target.inhale));
  return [...evens.map((base) => phases(base, 0, base)), ...doubles.map((base) => phases(base, 0, 2 * base))];
}

/** Holds at the target's base, one count after the other, as far as the target has one; the exhale even or twice the inhale. */
function holdsUpTo(target: PhaseCounts, first: number, pace: Pace): PhaseCounts[] {
  if (target.exhale !== target.inhale && target.exhale !== 2 * target.inhale) return [];
  const held: PhaseCounts[] = [];
  let hold: Counts = counts(0);
  while (hold < target.internalHold) {
    const wanted = hold === 0 ? first : hold + 1;
    hold = nextHold(hold, counts(Math.min(wanted, target.internalHold)), pace);
    held.push(phases(target.inhale, hold, target.exhale));
  }
  return held;
}

/**
 * The whole path of a school of counted breaths toward a target, from its own first rung on, with rungs put in where a hold
 * would grow too far. The target is on it only if the school comes by there.
 */
export function countedPath(
  school: SchoolId,
  start: PhaseCounts,
  target: PhaseCounts,
  pace: Pace,
): readonly PhaseCounts[] {
  const base = Math.max(SMALLEST, Math.floor(start.inhale));
  switch (school) {
    case 'count-first':
      return [...evenToDouble(target), ...holdsUpTo(target, 1, pace)];
    case 'exhale-led': {
      const small = Math.min(base, FULL);
      return [
        ...range(small, 2 * small).map((exhale) => phases(small, 0, exhale)),
        ...range(small + 1, Math.max(FULL, target.inhale)).map((inhale) => phases(inhale, 0, 2 * inhale)),
        ...holdsUpTo(target, Math.ceil((FIRST_HOLD * 2000) / pace) / 2, pace),
      ];
    }
    case 'ratio-first': {
      const ratios = [
        [0, 1],
        [0, 2],
        [1, 2],
        [2, 2],
        [4, 2],
      ] as const;
      return withRungsBetween(
        [
          ...ratios.map(([hold, exhale]) => phases(base, hold * base, exhale * base)),
          ...range(base + 1, target.inhale).map((more) => phases(more, 4 * more, 2 * more)),
        ],
        pace,
      );
    }
    case 'full-ratio':
      return withRungsBetween(
        range(SMALLEST, target.inhale).map((more) => phases(more, 4 * more, 2 * more)),
        pace,
      );
    case 'even-four-part':
      return withRungsBetween(
        EVEN.map((even) => phases(even, even, even, target.externalHold === 0 ? 0 : even)),
        pace,
      );
    case 'strokes':
    case 'duration':
      return [];
  }
}

type Strokes = Extract<RungNumbers, { kind: 'strokes' }>;

/** Strokes to the target's, then sets, then the rate; null where steps of the school do not meet the target. */
export function strokesPath(start: Strokes, target: Strokes): readonly Strokes[] | null {
  const meets = (from: number, to: number, step: number): boolean => to >= from && (to - from) % step === 0;
  if (!meets(start.strokes, target.strokes, 5) || !meets(start.sets, target.sets, 1)) return null;
  if (!meets(start.rate, target.rate, 10)) return null;
  const path = [start];
  let now = start;
  const go = (change: Partial<Strokes>): void => {
    now = { ...now, ...change };
    path.push(now);
  };
  while (now.strokes < target.strokes)
    go({ strokes: now.strokes + (target.strokes - now.strokes >= 10 ? 10 : 5) });
  while (now.sets < target.sets) go({ sets: now.sets + 1 });
  while (now.rate < target.rate) go({ rate: now.rate + 10 });
  return path;
}

/** The minutes of the school. */
export const durationPath = (): readonly RungNumbers[] =>
  MINUTES.map((minutes) => ({ kind: 'minutes', minutes }));
