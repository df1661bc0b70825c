import { failure, success, type Result } from '../result.js';
import { isTechniqueId, techniqueOf, type TechniqueId } from './catalogue/index.js';
import type { Pattern, Range, Technique } from './technique.js';
import { textsInLanguage } from '../language.js';
import { techniqueWords } from '../words/index.js';

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
}

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

export interface VariantProblem {
  readonly code:
    'unknown-technique' | 'no-name' | 'range-not-here' | 'range-empty' | 'range-beyond' | 'start-outside';
  /** JSON pointer into the variant. */
  readonly pointer: string;
  /** The reason, and the nearest valid value. */
  readonly message: string;
}

/** A copy of a technique, to be changed: its own ranges and beginning under another name. */
export function variantOf(technique: TechniqueId, name: string): Variant {
  const entry = techniqueOf(technique);
  const keys = rangeKeysOf(entry);
  const ranges = Object.fromEntries(keys.map((key) => [key, rangeOf(entry, key)])) as VariantRanges;
  const start = Object.fromEntries(keys.map((key) => [key, startOf(entry, key)]));
  return { technique, name, note: '', ranges, start };
}

/** Checks a variant whole. Strokes stay within what the technique itself allows: beyond it people are hurt. */
export function checkVariant(variant: Variant): readonly VariantProblem[] {
  if (!isTechniqueId(variant.technique)) {
    const message = techniqueWords.variant.thereIsNoTechnique(String(variant.technique));
    return [{ code: 'unknown-technique', pointer: '/technique', message }];
  }
  const entry = techniqueOf(variant.technique);
  const problems: VariantProblem[] = [];
  if (variant.name.trim() === '') {
    const message = techniqueWords.variant.aVariantNeedsA;
    problems.push({ code: 'no-name', pointer: '/name', message });
  }
  for (const [key, range] of Object.entries(variant.ranges) as [RangeKey, Range][])
    problems.push(...checkRange(entry, key, range));
  for (const [key, start] of Object.entries(variant.start) as [RangeKey, number][])
    problems.push(...checkStart(entry, key, start, variant.ranges));
  return problems;
}

function checkRange(entry: Technique, key: RangeKey, { from, to }: Range): VariantProblem[] {
  const { name } = RANGE_FACTS[key];
  const pointer = `/ranges/${key}`;
  if (!rangeKeysOf(entry).includes(key)) {
    const message = techniqueWords.variant.hasNoLeaveIt(entry.names.english, name);
    return [{ code: 'range-not-here', pointer, message }];
  }
  if (from > to) {
    const message = techniqueWords.variant.theRangeOfThe(name, from, to, to, from);
    return [{ code: 'range-empty', pointer: `${pointer}/to`, message }];
  }
  const limits = limitsOf(entry, key);
  if (from < limits.from || to > limits.to) {
    const message = techniqueWords.variant.theLiesBetweenAnd(
      name,
      limits.from,
      limits.to,
      Math.max(from, limits.from),
      Math.min(to, limits.to),
    );
    return [
      {
        code: 'range-beyond',
        pointer: from < limits.from ? `${pointer}/from` : `${pointer}/to`,
        message,
      },
    ];
  }
  return [];
}

/** How far a range of a variant may go: strokes as far as the technique itself, the others as far as is sane. */
export const limitsOf = (entry: Pick<Technique, 'pattern'>, key: RangeKey): Range =>
  (entry.pattern.kind === 'strokes' && rangeOf(entry, key)) || RANGE_FACTS[key].limits;

function checkStart(entry: Technique, key: RangeKey, start: number, ranges: VariantRanges): VariantProblem[] {
  const range = ranges[key] ?? rangeOf(entry, key);
  if (!range || range.from > range.to || (start >= range.from && start <= range.to)) return [];
  const nearest = start < range.from ? range.from : range.to;
  const message = techniqueWords.variant.itBeginsWithOutside(
    RANGE_FACTS[key].name,
    start,
    range.from,
    range.to,
    nearest,
  );
  return [{ code: 'start-outside', pointer: `/start/${key}`, message }];
}

/** The technique as a variant has it. The variant must have been checked. */
export function techniqueAsVariant(variant: Variant): Technique & { readonly id: TechniqueId } {
  const entry = techniqueOf(variant.technique);
  const pattern = {
    ...entry.pattern,
    ...variant.ranges,
    start: { ...entry.pattern.start, ...variant.start },
  } as Pattern;
  const { name } = variant;
  return { ...entry, names: { plain: name, diacritic: name, english: name }, pattern };
}

/** Whether a name is taken already by a technique or another variant, whatever its spelling. */
export function checkVariantName(
  name: string,
  taken: readonly string[],
): Result<null, { readonly code: 'name-taken' }> {
  const same = (other: string): boolean => other.trim().toLowerCase() === name.trim().toLowerCase();
  return taken.some(same) ? failure({ code: 'name-taken' }) : success(null);
}
