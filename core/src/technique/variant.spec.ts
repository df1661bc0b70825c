import { newFittedPassage } from '../capacity/index.js';
import { counts, seconds } from '../units/index.js';
import { variantFromJson, variantToJson } from '../formats/index.js';
import { newPassage } from '../session/index.js';
import { ratioOf } from '../testing.js';
import {
  checkVariant,
  checkVariantName,
  rangeKeysOf,
  TECHNIQUES,
  type TechniqueId,
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

  it('reaches everything of a technique: ratio, route, seat, hands, breath and words', () => {
    const entry = techniqueAsVariant({
      ...variantOf('ujjayi', 'Harbour breath'),
      ratios: ['1:0:2:0', '2:0:3:0'],
      seats: ['chair'],
      resting: ['heart'],
      modifiers: { gaze: 'closed-brows', tongue: 'palate', syllable: 'so' },
      opening: 'Look at the water first.',
      teaching: ['One line.'],
      startsWith: 'three breaths',
      growsTo: 'thirty',
    });
    const passage = newPassage('ujjayi', 'a', { entry, variant: 'v' });
    expect(passage).toEqual(
      jasmine.objectContaining({
        seat: 'chair',
        resting: 'heart',
        ratio: ratioOf('1:0:2:0'),
        modifiers: jasmine.objectContaining({ throatSound: true, gaze: 'closed-brows', syllable: 'so' }),
      }),
    );
    const { opening, teaching, startsWith, growsTo } = entry;
    expect({ opening, teaching, startsWith, growsTo }).toEqual({
      opening: 'Look at the water first.',
      teaching: ['One line.'],
      startsWith: 'three breaths',
      growsTo: 'thirty',
    });
  });

  it('begins for everybody with the ratio of its own, if it has one', () => {
    const entry = techniqueAsVariant({ ...variantOf('sama-vritti', 'Quiet square'), ratios: ['1:0:1:0'] });
    const passage = newPassage('sama-vritti', 'a', { entry, variant: 'v', beginner: false });
    expect(passage.kind === 'counted' && passage.ratio).toEqual(ratioOf('1:0:1:0'));
  });

  const own = (technique: TechniqueId, change: Partial<Variant>): string[] =>
    checkVariant({ ...variantOf(technique, 'Own'), ...change }).map(
      ({ code, pointer }) => `${code} ${pointer}`,
    );
  const refused: readonly [TechniqueId, Partial<Variant>, string][] = [
    ['ujjayi', { ratios: ['1:1', 'soon'] }, 'ratio-not-here /ratios/1'],
    ['slow-even', { ratios: ['1:1:1'] }, 'ratio-not-here /ratios/0'],
    ['nadi-shodhana', { ratios: ['1:30:1'] }, 'ratio-not-here /ratios/0'],
    ['surya-bhedana', { ratios: ['1:1:1:1'] }, 'ratio-not-here /ratios/0'],
    ['nadi-shodhana', { routes: ['both'] }, 'route-not-here /routes/0'],
    ['kapalabhati', { seats: ['cross-legged', 'lying'] }, 'seat-not-here /seats/1'],
    ['nadi-shodhana', { modifiers: { ears: 'flaps' } }, 'modifier-not-here /modifiers/ears'],
    ['nadi-shodhana', { modifiers: { hum: 'exhale' } }, 'modifier-not-here /modifiers/hum'],
    ['bhramari', { modifiers: { hum: 'none' } }, 'modifier-not-here /modifiers/hum'],
    ['ujjayi', { modifiers: { throatSound: false } }, 'modifier-not-here /modifiers/throatSound'],
    ['nadi-shodhana', { modifiers: { tension: true } }, 'modifier-not-here /modifiers/tension'],
    ['nadi-shodhana', { seats: [] }, 'none-left /seats'],
    ['kapalabhati', { ratios: ['1:1'] }, 'ratio-not-here /ratios'],
    ['closing-stillness', { modifiers: { gaze: 'open' } }, 'modifier-not-here /modifiers'],
  ];
  for (const [technique, change, problem] of refused)
    it(`of ${technique} with ${JSON.stringify(change)} is refused: ${problem}`, () =>
      void expect(own(technique, change)).toEqual([problem]));

  it('may have the throat sound with a nostril pattern, and lie down for the alternate one', () => {
    expect(own('surya-bhedana', { modifiers: { throatSound: true } })).toEqual([]);
    expect(own('nadi-shodhana', { seats: ['lying', 'chair'] })).toEqual([]);
  });

  it('goes to a file and comes back; a wrong one is refused whole, with pointers', () => {
    const whole: Variant = { ...variantOf('ujjayi', 'Harbour breath'), ratios: ['1:2'], seats: ['chair'] };
    expect(variantFromJson(variantToJson(whole))).toEqual({ ok: true, value: whole });
    const told = (text: string): string => {
      const read = variantFromJson(text);
      return read.ok ? '' : read.problem.join(' ');
    };
    const wrong = { ...variantOf('bhastrika', 'Storm'), ranges: { rate: { from: 80, to: 40 } }, start: {} };
    expect(told(JSON.stringify(wrong))).toContain('/ranges/rate/to: The range of the rate is empty');
    expect(told(JSON.stringify(wrong))).toContain('Nothing was taken');
    expect(told(JSON.stringify({ ...whole, seats: 'chair' }))).toContain('/seats');
    expect(told('{"name": 3}')).toContain('/name');
    expect(told('not json')).toContain('no JSON');
    expect(told('[]')).toContain('Nothing was taken');
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
