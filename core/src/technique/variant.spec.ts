import { newFittedPassage } from '../capacity/index.js';
import { counts, seconds } from '../units/index.js';
import { newPassage } from '../session/index.js';
import {
  checkVariant,
  checkVariantName,
  rangeKeysOf,
  TECHNIQUES,
  techniqueAsVariant,
  variantOf,
  type Variant,
} from './index.js';

describe('a variant', () => {
  const variant = variantOf('nadi-shodhana', 'Slow alternate for the quay');
  const problems = (change: Partial<Variant>): string[] =>
    checkVariant({ ...variant, ...change }).map(({ code, pointer }) => `${code} ${pointer}`);

  it('of every technique begins as the technique itself, and nothing is wrong with it', () => {
    for (const entry of TECHNIQUES) {
      const copy = variantOf(entry.id, 'Another');
      expect(checkVariant(copy)).toEqual([]);
      expect(Object.keys(copy.ranges)).toEqual([...rangeKeysOf(entry)]);
      expect(techniqueAsVariant(copy).pattern).toEqual(entry.pattern);
    }
  });

  it('is usable like the rest: a passage begins with its own dosage', () => {
    const own = techniqueAsVariant({
      ...variant,
      ranges: { base: { from: 3, to: 6 } },
      start: { base: 5, cycles: 20 },
    });
    const passage = newPassage('nadi-shodhana', 'a', { entry: own, variant: 'v' });
    expect(passage.kind === 'counted' && [passage.base, passage.cycles, passage.variant]).toEqual([
      counts(5),
      20,
      'v',
    ]);
    const limits = { inhale: seconds(4), internalHold: null, exhale: seconds(9), externalHold: null };
    const fitted = newFittedPassage('nadi-shodhana', 'a', { sustainable: limits, entry: own, variant: 'v' });
    expect(fitted.kind === 'counted' && fitted.base).toEqual(counts(4));
  });

  it('with an empty range, a range beyond what is sane or a beginning outside is refused with the nearest value', () => {
    expect(problems({ ranges: { base: { from: 6, to: 4 } } })).toEqual(['range-empty /ranges/base/to']);
    expect(problems({ ranges: { base: { from: 0, to: 4 } }, start: {} })).toEqual([
      'range-beyond /ranges/base/from',
    ]);
    expect(problems({ start: { base: 40 } })).toEqual(['start-outside /start/base']);
    expect(problems({ ranges: { rate: { from: 1, to: 2 } }, start: {} })).toEqual([
      'range-not-here /ranges/rate',
    ]);
    expect(problems({ name: '  ' })).toEqual(['no-name /name']);
    expect(problems({ technique: 'no-such' as 'ujjayi' })).toEqual(['unknown-technique /technique']);
  });

  it('never goes beyond the strokes of its technique', () => {
    const fast = { ...variantOf('bhastrika', 'Storm'), ranges: { rate: { from: 40, to: 120 } }, start: {} };
    expect(checkVariant(fast)[0]?.message).toContain('use 40 to 90');
  });

  it('has a name that is not taken, whatever its capitals', () => {
    expect(checkVariantName(' ujjayi ', ['Ujjayi']).ok).toBeFalse();
    expect(checkVariantName('Ujjayi for singers', ['Ujjayi']).ok).toBeTrue();
  });
});
