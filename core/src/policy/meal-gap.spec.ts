import type { Conventions } from '../conventions/index.js';
import type { Passage } from '../session/index.js';
import { techniqueOf, type TechniqueId } from '../technique/index.js';
import { conventions, counted, passageOf } from '../testing.js';
import { describeMealGap, mealGap } from './index.js';

describe('the gap after a meal', () => {
  const alternating = counted('1:1', 4);
  const held = counted('1:1:2', 4);
  const ujjayi = passageOf('ujjayi', 'counted');
  const kapalabhati = passageOf('kapalabhati', 'strokes');
  const rows: readonly [
    string,
    Passage,
    Partial<Parameters<typeof mealGap>[1]>,
    Conventions['mealGap'] | Partial<Conventions>,
    number,
  ][] = [
    ['forceful', kapalabhati, { forceful: true }, 'by-technique', 240],
    ['general', ujjayi, {}, 'by-technique', 180],
    ['alternate-nostril without holds', alternating, {}, 'by-technique', 120],
    ['the same by one school', alternating, {}, 'half-hour-alternating', 30],
    ['alternate-nostril with holds', held, { hold: 4 }, 'half-hour-alternating', 180],
    ['gentle', ujjayi, { gentle: true }, 'by-technique', 0],
    ['with reflux', ujjayi, { reflux: true }, 'by-technique', 240],
    ['gentle with reflux', ujjayi, { gentle: true, reflux: true }, 'by-technique', 0],
    ['on insulin', kapalabhati, { forceful: true, insulin: true }, 'by-technique', 120],
    ['forceful, by another convention', kapalabhati, { forceful: true }, { mealGapForceful: '6-hours' }, 360],
    ['general, by another convention', ujjayi, {}, { mealGapGeneral: '4-hours' }, 240],
    ['alternate-nostril in between', alternating, {}, 'one-hour-alternating', 60],
    ['on insulin with reflux', kapalabhati, { insulin: true, reflux: true }, 'by-technique', 120],
  ];
  const nothing = { forceful: false, gentle: false, hold: 0, reflux: false, insulin: false };
  for (const [name, passage, change, school, minutes] of rows)
    it(`${name}: ${minutes} min`, () =>
      void expect(
        mealGap(
          passage,
          { ...nothing, ...change },
          conventions(typeof school === 'string' ? { mealGap: school } : school),
        ),
      ).toBe(minutes));

  it('is told of a technique by its group', () => {
    const told = (technique: TechniqueId, change: Partial<Conventions> = {}): string =>
      describeMealGap(techniqueOf(technique), conventions(change)).join('; ');
    expect(told('kapalabhati')).toBe('4 hours');
    expect(told('kapalabhati', { mealGapForceful: '6-hours' })).toBe('6 hours');
    expect(told('nadi-shodhana', { mealGap: 'half-hour-alternating' })).toBe(
      'half an hour without holds; 3 hours with holds',
    );
    expect(told('ujjayi', { mealGapGeneral: '4-hours' })).toBe(
      '4 hours; nothing where the numbers are gentle',
    );
    expect(told('closing-stillness')).toBe('nothing to wait for');
  });
});
