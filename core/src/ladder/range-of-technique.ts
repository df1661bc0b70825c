import { techniqueOf, type Range, type TechniqueId, holdsAllowedBy } from '../technique/index.js';
import { counts } from '../units/index.js';
import type { RungNumbers } from './rung.js';
import { SCHOOL_IDS, SCHOOLS, type SchoolId } from './schools.js';

/** Schools that come by a hold, whatever their target is. */
const HOLDING: readonly SchoolId[] = ['ratio-first', 'full-ratio', 'even-four-part'];

/** The schools by which a technique can grow: those of its kind, and those that hold only where it may be held. Domain 12. */
export function schoolsFor(technique: TechniqueId): readonly SchoolId[] {
  const { pattern } = techniqueOf(technique);
  const kinds: readonly RungNumbers['kind'][] =
    pattern.kind === 'counted'
      ? ['counts', 'minutes']
      : pattern.kind === 'strokes'
        ? ['strokes']
        : ['minutes'];
  const holds = pattern.kind === 'counted' && holdsAllowedBy(pattern).includes('internalHold');
  return SCHOOL_IDS.filter((id) => kinds.includes(SCHOOLS[id].of) && (holds || !HOLDING.includes(id)));
}

const within = (value: number, { from, to }: Range): number => Math.min(to, Math.max(from, value));

/** The numbers nearest to these with which a technique is practised: themselves where they are in its range. */
export function nearestInRange(technique: TechniqueId, numbers: RungNumbers): RungNumbers {
  const { pattern } = techniqueOf(technique);
  if (numbers.kind === 'strokes' && pattern.kind === 'strokes')
    return {
      kind: 'strokes',
      strokes: within(numbers.strokes, pattern.strokes),
      sets: within(numbers.sets, pattern.sets),
      rate: within(numbers.rate, pattern.rate),
    };
  if (numbers.kind === 'counts' && pattern.kind === 'counted') {
    const { inhale, internalHold, exhale, externalHold } = numbers.counts;
    const allowed = holdsAllowedBy(pattern);
    const base = within(inhale, pattern.base);
    return {
      kind: 'counts',
      counts: {
        inhale: counts(base),
        internalHold: counts(allowed.includes('internalHold') ? internalHold : 0),
        // The exhale keeps its proportion to the inhale.
        exhale: base === inhale ? exhale : counts(Math.max(1, Math.round((exhale / inhale) * base * 2)) / 2),
        externalHold: counts(allowed.includes('externalHold') ? externalHold : 0),
      },
    };
  }
  return numbers;
}
