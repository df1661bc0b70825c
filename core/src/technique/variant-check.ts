import { entriesOf, keysOf } from '../keys.js';
import { LONGEST_PHASE, parseRatio, PHASE_KINDS, PHASE_NAMES } from '../ratio/index.js';
import { techniqueWords } from '../words/index.js';
import type { BreathModifiers } from './breath-modifiers.js';
import { isTechniqueId, techniqueOf } from './catalogue/index.js';
import { HOLD_KINDS, holdsAllowedBy } from './holds.js';
import { SEATS, type SeatId } from './posture.js';
import { ROUTE_NAMES, type CountedPattern, type Range, type Technique } from './technique.js';
import { limitsOf, RANGE_FACTS, rangeKeysOf, rangeOf, type RangeKey, type Variant } from './variant.js';

const words = techniqueWords.variant;

export interface VariantProblem {
  readonly code:
    | 'unknown-technique'
    | 'no-name'
    | 'range-not-here'
    | 'range-empty'
    | 'range-beyond'
    | 'start-outside'
    | 'none-left'
    | 'ratio-not-here'
    | 'route-not-here'
    | 'seat-not-here'
    | 'modifier-not-here';
  /** JSON pointer into the variant. */
  readonly pointer: string;
  /** The reason, and the nearest valid value. */
  readonly message: string;
}

/** Checks a variant whole. Strokes stay within what the technique itself allows: beyond it people are hurt. */
export function checkVariant(variant: Variant): readonly VariantProblem[] {
  if (!isTechniqueId(variant.technique)) {
    const message = words.thereIsNoTechnique(String(variant.technique));
    return [{ code: 'unknown-technique', pointer: '/technique', message }];
  }
  const entry = techniqueOf(variant.technique);
  const problems: VariantProblem[] = [];
  if (variant.name.trim() === '') {
    const message = words.nameNeeded;
    problems.push({ code: 'no-name', pointer: '/name', message });
  }
  for (const [key, range] of entriesOf(variant.ranges)) problems.push(...checkRange(entry, key, range));
  for (const [key, start] of entriesOf(variant.start))
    problems.push(...checkStart(entry, key, start, variant.ranges));
  for (const list of ['ratios', 'routes', 'seats', 'resting'] as const)
    if (variant[list]?.length === 0)
      problems.push({
        code: 'none-left',
        pointer: `/${list}`,
        message: words.oneIsNeeded(words.lists[list]),
      });
  return [
    ...problems,
    ...checkSeats(entry, variant.seats ?? []),
    ...(entry.pattern.kind === 'counted'
      ? checkBreath(entry.pattern, variant, entry.names.english)
      : checkNoBreath(variant, entry.names.english)),
  ];
}

const checkSeats = (entry: Technique, seats: readonly SeatId[]): VariantProblem[] =>
  seats.flatMap((seat, index) =>
    entry.seats.includes(seat)
      ? []
      : [
          {
            code: 'seat-not-here' as const,
            pointer: `/seats/${index}`,
            message: words.notInThatSeat(
              entry.names.english,
              SEATS[seat].name,
              entry.seats.map((own) => SEATS[own].name).join(', '),
            ),
          },
        ],
  );

/** Ratios, routes and what goes with the breath: within what the technique allows, as the Bench does. */
function checkBreath(pattern: CountedPattern, variant: Variant, technique: string): VariantProblem[] {
  const problems: VariantProblem[] = [];
  variant.ratios?.forEach((text, index) => {
    const parsed = parseRatio(text);
    const hold =
      parsed.ok &&
      HOLD_KINDS.find((kind) => parsed.value.ratio[kind] > 0 && !holdsAllowedBy(pattern).includes(kind));
    const base = variant.start.base ?? pattern.start.base;
    const tooLong =
      parsed.ok &&
      PHASE_KINDS.find(
        (kind) => (base * parsed.value.ratio[kind]) / parsed.value.ratio.inhale > LONGEST_PHASE,
      );
    if (parsed.ok && !hold && !tooLong) return;
    const message = hold
      ? words.hasNoHold(technique, PHASE_NAMES[hold], text)
      : tooLong
        ? words.phaseTooLong(PHASE_NAMES[tooLong], text, base, LONGEST_PHASE)
        : words.isNoRatio(text);
    problems.push({ code: 'ratio-not-here', pointer: `/ratios/${index}`, message });
  });
  variant.routes?.forEach((route, index) => {
    if (pattern.routes.includes(route)) return;
    const message = words.doesNotGo(technique, ROUTE_NAMES[route], ROUTE_NAMES[pattern.routes[0]]);
    problems.push({ code: 'route-not-here', pointer: `/routes/${index}`, message });
  });
  return [...problems, ...checkModifiers(pattern, variant.modifiers ?? {}, technique)];
}

function checkModifiers(
  { modifierChoices }: CountedPattern,
  { ears, throatSound, hum, tension }: Partial<BreathModifiers>,
  technique: string,
): VariantProblem[] {
  const { start } = modifierChoices;
  const wrong: readonly (keyof BreathModifiers | false)[] = [
    !!ears && !modifierChoices.ears.includes(ears) && 'ears',
    throatSound !== undefined &&
      throatSound !== start.throatSound &&
      modifierChoices.throatSound !== 'optional' &&
      'throatSound',
    hum !== undefined && (hum === 'none') !== (start.hum === 'none') && 'hum',
    tension !== undefined && tension !== start.tension && 'tension',
  ];
  return wrong
    .filter((key) => key !== false)
    .map((key) => ({
      code: 'modifier-not-here',
      pointer: `/modifiers/${key}`,
      message: words.asTheTechnique(words.modifiers[key as keyof typeof words.modifiers], technique),
    }));
}

/** Strokes and natural breathing have nothing of a counted breath to set. */
const NOT_HERE = {
  ratios: 'ratio-not-here',
  routes: 'route-not-here',
  modifiers: 'modifier-not-here',
} as const;
const checkNoBreath = (variant: Variant, technique: string): VariantProblem[] =>
  keysOf(NOT_HERE)
    .filter((key) => variant[key] !== undefined)
    .map((key) => ({
      code: NOT_HERE[key],
      pointer: `/${key}`,
      message: words.notInTechnique(technique, words.lists[key]),
    }));

function checkRange(entry: Technique, key: RangeKey, { from, to }: Range): VariantProblem[] {
  const { name } = RANGE_FACTS[key];
  const pointer = `/ranges/${key}`;
  if (!rangeKeysOf(entry).includes(key)) {
    const message = words.notInTechnique(entry.names.english, name);
    return [{ code: 'range-not-here', pointer, message }];
  }
  if (from > to) {
    const message = words.rangeEmpty(name, from, to, to, from);
    return [{ code: 'range-empty', pointer: `${pointer}/to`, message }];
  }
  const limits = limitsOf(entry, key);
  if (from < limits.from || to > limits.to) {
    const message = words.rangeBeyond(
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

function checkStart(
  entry: Technique,
  key: RangeKey,
  start: number,
  ranges: Variant['ranges'],
): VariantProblem[] {
  const range = ranges[key] ?? rangeOf(entry, key);
  if (!range || range.from > range.to || (start >= range.from && start <= range.to)) return [];
  const nearest = start < range.from ? range.from : range.to;
  const message = words.startOutside(RANGE_FACTS[key].name, start, range.from, range.to, nearest);
  return [{ code: 'start-outside', pointer: `/start/${key}`, message }];
}
