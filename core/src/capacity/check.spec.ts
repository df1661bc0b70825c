import fc from 'fast-check';
import { conventions, counted, passageOf, ratioOf } from '../testing.js';
import type { CountedPassage } from '../session/index.js';
import { countsOf, formatBreath, type Sustainable } from '../ratio/index.js';
import { counts, pace, seconds } from '../units/index.js';
import {
  badDayTest,
  describeHeldBack,
  easyRoundsAt,
  fitPassage,
  isProvisional,
  phaseRanges,
  restingRate,
  resultOfTries,
} from './index.js';

describe('tries of one phase', () => {
  const rows: readonly [readonly number[], number, number, boolean, boolean][] = [
    [[6], 6, 0, false, true],
    [[6, 6.4], 6.2, 0.4, false, true],
    [[6, 7, 6.5], 6.5, 1, false, false],
    [[5, 9, 6], 6, 4, true, true],
    [[5, 9, 6, 8, 7], 7, 4, true, false],
    // Just at the limit of 30 %, and one tenth above it.
    [[10, 11.5, 8.5], 10, 3, false, false],
    [[10, 11.5, 8.4], 10, 3.1, true, true],
  ];
  for (const [tries, median, spread, erratic, wantsAnother] of rows)
    it(`${tries.join(', ')} come to ${median}`, () =>
      void expect(resultOfTries(tries)).toEqual({
        median: seconds(median),
        spread: seconds(spread),
        erratic,
        wantsAnother,
      }));
  it('none come to nothing', () => void expect(resultOfTries([])).toBeNull());
});

describe('the resting rate', () => {
  it('is counted between inhales', () => {
    expect(restingRate([0, 4000, 8000, 12_000])).toBe(15);
    expect(restingRate([500, 5500, 10_300])).toBe(12.2);
  });
  it('is not made up from two', () => void expect(restingRate([0, 4000])).toBeNull());
});

describe('a fit', () => {
  const c = (text: string, base: number) => countsOf({ ratio: ratioOf(text), base: counts(base) });
  const easy = (text: string, base: number, rounds: number, ms = 1000) => ({
    counts: c(text, base),
    pace: pace(ms),
    rounds,
  });
  it('is provisional until three rounds at least as long were easy', () => {
    const at = c('1:2:2', 4);
    expect(isProvisional(at, pace(1000), [])).toBeTrue();
    expect(isProvisional(at, pace(1000), [easy('1:2:2', 4, 2)])).toBeTrue();
    expect(isProvisional(at, pace(1000), [easy('1:2:2', 4, 2), easy('1:2:2', 5, 1)])).toBeFalse();
    expect(isProvisional(at, pace(1000), [easy('1:2:2', 3, 20), easy('1:0:2', 8, 20)])).toBeTrue();
  });
  it('counts seconds, not counts', () => {
    expect(easyRoundsAt(c('1:1', 4), pace(1500), [easy('1:1', 5, 9)])).toBe(0);
    expect(easyRoundsAt(c('1:1', 4), pace(1500), [easy('1:1', 6, 9)])).toBe(9);
  });
});

describe('the bad-day test', () => {
  const has = (inhale: number, hold: number | null, exhale: number): Sustainable => ({
    inhale: seconds(inhale),
    internalHold: hold === null ? null : seconds(hold),
    exhale: seconds(exhale),
    externalHold: null,
  });
  const of = (text: string, base: number, change: Partial<CountedPassage> = {}) =>
    counted(text, base, change);
  const test = (passage: CountedPassage, there: Sustainable) => badDayTest(passage, there, conventions());

  it('holds where a fifth less is still enough', () => {
    expect(test(of('1:2:2', 4), has(5, 10, 10))).toEqual({ holds: true });
  });
  it('names what fails first, with the eased version ready', () => {
    const day = test(of('1:4:2', 3), has(6, 14, 11));
    if (!day || day.holds) return fail('should fail');
    expect(day.phase).toBe('internalHold');
    expect(day.needed).toBe(12);
    expect(Number(day.there.toFixed(1))).toBe(11.2);
    expect(day.eased && formatBreath(countsOf(day.eased))).toBe('in 2 · hold 8 · out 4');
  });
  it('reads a ramp at its limit, and a hold that a tap ends at its cap', () => {
    const ramp = { kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(10) } as const;
    expect(test(of('1:0:1', 5), has(8, null, 9))).toEqual({ holds: true });
    const growing = test(of('1:0:1', 5, { ramps: [ramp] }), has(8, null, 9));
    expect(growing && !growing.holds && [growing.phase, growing.needed]).toEqual(['exhale', 10]);
    const openHold = { phase: 'internalHold', expected: seconds(4), cap: seconds(12) } as const;
    const open = test(of('1:0:1', 5, { openHold }), has(8, 10, 9));
    expect(open && !open.holds && [open.phase, open.needed]).toEqual(['internalHold', 12]);
    expect(open && !open.holds && open.eased?.openHold?.cap).toBe(seconds(8));
  });
  it('has no answer where nothing was measured, and no easing where none is left', () => {
    const nothing: Sustainable = { inhale: null, internalHold: null, exhale: null, externalHold: null };
    expect(test(of('1:1', 4), nothing)).toBeNull();
    const day = test(of('1:0:1', 4), has(1.2, null, 1.2));
    expect(day?.holds === false && day.eased).toBeNull();
  });
  it('eases to what a bad day allows, whenever it says that it does', () => {
    const seconds_ = fc.integer({ min: 2, max: 30 });
    fc.assert(
      fc.property(seconds_, seconds_, seconds_, fc.integer({ min: 2, max: 12 }), (i, h, e, base) => {
        const day = test(of('1:2:2', base), has(i, h, e));
        if (!day || day.holds || !day.eased) return true;
        const now = countsOf(day.eased);
        return now.inhale <= i * 0.8 && now.internalHold <= h * 0.8 && now.exhale <= e * 0.8;
      }),
    );
  });
});

describe('the counts that are proposed for a passage', () => {
  const plenty: Sustainable = {
    inhale: seconds(11.5),
    internalHold: seconds(20),
    exhale: seconds(23),
    externalHold: null,
  };
  const rows: readonly [string, CountedPassage, number, number, string | null][] = [
    ['alternate-nostril, its phases alone', counted('1:0:2', 4), 11.5, 11, null],
    [
      'a cooling breath, practised up to 8',
      passageOf('sheetali', 'counted'),
      11.5,
      8,
      'The technique is practised up to a base of 8.',
    ],
    [
      'interrupted inhale, practised up to 9',
      passageOf('viloma-inhale', 'counted'),
      15,
      9,
      'The technique is practised up to a base of 9.',
    ],
    [
      'interrupted inhale, with its two pauses',
      passageOf('viloma-inhale', 'counted'),
      9.5,
      7,
      'The pauses inside the breath are counted in.',
    ],
  ];
  for (const [name, passage, inhale, base, held] of rows)
    it(`stay in the range of the technique and within the breath: ${name}`, () => {
      const fit = fitPassage(passage, { ...plenty, inhale: seconds(inhale) }, conventions());
      expect(fit.ok && [fit.value.base as number, describeHeldBack(fit.value)]).toEqual([base, held]);
    });

  it('are refused where the pauses leave no breath, with what limits', () => {
    const little = { ...plenty, inhale: seconds(3) };
    const fit = fitPassage(passageOf('viloma-inhale', 'counted'), little, conventions());
    expect(!fit.ok && fit.problem.code).toBe('base-too-small');
  });

  it('never ask for more than can be sustained, at any pace (property)', () => {
    const few = fc.double({ min: 1, max: 30, noNaN: true });
    fc.assert(
      fc.property(few, few, fc.integer({ min: 500, max: 3000 }), (inhale, exhale, millis) => {
        const there = { ...plenty, inhale: seconds(inhale), exhale: seconds(exhale) };
        for (const technique of ['viloma-inhale', 'three-part', 'slow-even'] as const) {
          const passage = passageOf(technique, 'counted', { pace: pace(millis) });
          const fit = fitPassage(passage, there, conventions());
          if (!fit.ok) continue;
          const ranges = phaseRanges(
            { ...passage, ratio: fit.value.ratio, base: fit.value.base },
            conventions(),
          );
          if (ranges.inhale.to > inhale + 1e-6 || ranges.exhale.to > exhale + 1e-6) return false;
        }
        return true;
      }),
    );
  });
});
