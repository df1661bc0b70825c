import { failure, success, type Result } from '../result.js';
import type { BreathModifiers } from './breath-modifiers.js';
import { techniqueOf, type TechniqueId } from './catalogue/index.js';
import type { RestingHandId, SeatId } from './posture.js';
import type { CountedPattern, Pattern, Range, Route, Technique } from './technique.js';
import { textsInLanguage } from '../language.js';

/** What of a technique a variant may set otherwise. Which of them there are depends on the kind of its pattern. */
export type VariantRanges = Readonly<Partial<Record<RangeKey, Range>>>;
export type RangeKey = 'base' | 'cycles' | 'strokes' | 'rate' | 'sets' | 'length';

/** A technique of the catalogue with an instructor's own name, ranges, beginning and note. */
export interface Variant {
  readonly technique: TechniqueId;
  readonly name: string;
  readonly note: string;
  readonly ranges: VariantRanges;
  /** What it begins with, for each of its ranges. */
  readonly start: Readonly<Partial<Record<RangeKey, number>>>;
  /** Ratios that are usual for it, in short form; it begins with the first. What is left out is as in the technique. */
  readonly ratios?: readonly string[];
  /** Nostril patterns among those of the technique; it begins with the first. */
  readonly routes?: readonly Route[];
  /** Seats among those of the technique; it begins in the first. */
  readonly seats?: readonly SeatId[];
  /** How the hands lie when they are not at the face. */
  readonly resting?: readonly RestingHandId[];
  /** What goes with the breath where it is another than in the technique. */
  readonly modifiers?: Partial<BreathModifiers>;
  /** What is said before the passage begins. */
  readonly opening?: string;
  /** Lines for the teacher. */
  readonly teaching?: readonly string[];
  /** The dosage in words. */
  readonly startsWith?: string;
  readonly growsTo?: string;
}

/** The texts of a variant that stand for those of the technique. */
export const VARIANT_TEXTS = ['opening', 'startsWith', 'growsTo'] as const;

export interface RangeFacts {
  readonly name: string;
  readonly unit: string;
  /** Outside of this it is a slip. */
  readonly limits: Range;
  readonly step: number;
}

export const RANGE_FACTS: Readonly<Record<RangeKey, RangeFacts>> = textsInLanguage(
  {
    base: { name: 'base', unit: 'counts', limits: { from: 1, to: 30 }, step: 0.5 },
    cycles: { name: 'cycles', unit: 'cycles', limits: { from: 1, to: 1000 }, step: 1 },
    strokes: {
      name: 'strokes a turn',
      unit: 'strokes',
      limits: { from: 3, to: 120 },
      step: 1,
    },
    rate: { name: 'rate', unit: 'a minute', limits: { from: 20, to: 120 }, step: 1 },
    sets: { name: 'sets', unit: 'sets', limits: { from: 1, to: 10 }, step: 1 },
    length: { name: 'length', unit: 's', limits: { from: 5, to: 3600 }, step: 1 },
  },
  'name',
  'unit',
);

const KEYS: Readonly<Record<Pattern['kind'], readonly RangeKey[]>> = {
  counted: ['base', 'cycles'],
  strokes: ['strokes', 'rate', 'sets'],
  natural: ['length'],
};

/** The ranges that a technique has. */
export const rangeKeysOf = ({ pattern }: Pick<Technique, 'pattern'>): readonly RangeKey[] =>
  KEYS[pattern.kind];

/** A range of a technique's pattern, or null where it has none of that name. */
export const rangeOf = ({ pattern }: Pick<Technique, 'pattern'>, key: RangeKey): Range | null =>
  (pattern as unknown as Partial<Record<RangeKey, Range>>)[key] ?? null;

const startOf = ({ pattern }: Pick<Technique, 'pattern'>, key: RangeKey): number =>
  (pattern.start as Partial<Record<RangeKey, number>>)[key] ?? 1;

/** A copy of a technique, to be changed: its own ranges and beginning under another name. */
export function variantOf(technique: TechniqueId, name: string): Variant {
  const entry = techniqueOf(technique);
  const keys = rangeKeysOf(entry);
  const ranges = Object.fromEntries(keys.map((key) => [key, rangeOf(entry, key)])) as VariantRanges;
  const start = Object.fromEntries(keys.map((key) => [key, startOf(entry, key)]));
  return { technique, name, note: '', ranges, start };
}

/** How far a range of a variant may go: strokes as far as the technique itself, the others as far as is sane. */
export const limitsOf = (entry: Pick<Technique, 'pattern'>, key: RangeKey): Range =>
  (entry.pattern.kind === 'strokes' && rangeOf(entry, key)) || RANGE_FACTS[key].limits;

/** The technique as a variant has it. The variant must have been checked. */
export function techniqueAsVariant(variant: Variant): Technique & { readonly id: TechniqueId } {
  const entry = techniqueOf(variant.technique);
  const pattern = {
    ...entry.pattern,
    ...variant.ranges,
    start: { ...entry.pattern.start, ...variant.start },
  };
  const { name, seats, resting, teaching } = variant;
  return {
    ...entry,
    names: { plain: name, diacritic: name, english: name },
    pattern:
      pattern.kind === 'counted'
        ? countedAsVariant(pattern as CountedPattern, variant)
        : (pattern as Pattern),
    seats: someOf(seats) ?? entry.seats,
    resting: someOf(resting) ?? entry.resting,
    teaching: teaching ?? entry.teaching,
    ...Object.fromEntries(VARIANT_TEXTS.map((key) => [key, variant[key] ?? entry[key]])),
  };
}

function countedAsVariant(pattern: CountedPattern, { ratios, routes, modifiers }: Variant): CountedPattern {
  const { experienced: _, ...start } = pattern.start;
  const { modifierChoices } = pattern;
  return {
    ...pattern,
    // Whoever wrote ratios of their own begins with them.
    start: ratios ? start : pattern.start,
    ratios: someOf(ratios) ?? pattern.ratios,
    routes: someOf(routes) ?? pattern.routes,
    modifierChoices: { ...modifierChoices, start: { ...modifierChoices.start, ...modifiers } },
  };
}

/** A list as one that has a first, or null where it is left out. */
const someOf = <T>(list: readonly T[] | undefined): readonly [T, ...T[]] | null => {
  const [first, ...others] = list ?? [];
  return first === undefined ? null : [first, ...others];
};

/** Whether a name is taken already by a technique or another variant, whatever its spelling. */
export function checkVariantName(
  name: string,
  taken: readonly string[],
): Result<null, { readonly code: 'name-taken' }> {
  const same = (other: string): boolean => other.trim().toLowerCase() === name.trim().toLowerCase();
  return taken.some(same) ? failure({ code: 'name-taken' }) : success(null);
}
