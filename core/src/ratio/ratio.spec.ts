import fc from 'fast-check';
import { conventions, counted, ratioOf } from '../testing.js';
import { counts, pace, seconds } from '../units/index.js';
import {
  countsOf,
  describeFit,
  describeFitProblem,
  describeRatioProblem,
  easeDown,
  fitRatio,
  formatBreath,
  formatRatio,
  gentlerRatios,
  numbersFromCounts,
  parseRatio,
  PHASE_KINDS,
  scaleRatio,
  type Sustainable,
} from './index.js';
import { passageTotals } from '../session/index.js';

const sustainable = (
  inhale: number,
  hold: number | null,
  exhale: number,
  empty: number | null = null,
): Sustainable => ({
  inhale: seconds(inhale),
  internalHold: hold === null ? null : seconds(hold),
  exhale: seconds(exhale),
  externalHold: empty === null ? null : seconds(empty),
});

describe('parseRatio', () => {
  const accepted: [string, string][] = [
    ['1:2', '1:0:2:0'],
    ['1:4:2', '1:4:2:0'],
    ['1:1:1:1', '1:1:1:1'],
    [' 2 : 1 : 3 ', '2:1:3:0'],
    ['6:3:9', '2:1:3:0'],
    ['5:2½:7.5', '2:1:3:0'],
    ['1 4 2', '1:4:2:0'],
    ['2:1', '2:0:1:0'],
    ['1:0,5:1', '2:1:2:0'],
  ];
  for (const [text, full] of accepted) {
    it(`reads ${text} as ${full}`, () => expect(formatRatio(ratioOf(text), 'compact')).toBe(full));
  }

  const refused: [string, string][] = [
    ['', 'ratio-empty'],
    ['5', 'ratio-part-count'],
    ['1:4:2:1:1', 'ratio-part-count'],
    ['1::2', 'ratio-part-missing'],
    ['1:2:', 'ratio-part-missing'],
    ['0:4:2', 'ratio-no-breath'],
    ['1:4:0', 'ratio-no-breath'],
    ['-1:2', 'ratio-negative'],
    ['a:b', 'ratio-not-a-number'],
    ['1e3:2', 'ratio-not-a-number'],
    ['1:2.123', 'ratio-too-fine'],
    ['1:400', 'ratio-too-large'],
  ];
  for (const [text, code] of refused) {
    it(`refuses “${text}” with ${code} and says what to do`, () => {
      const parsed = parseRatio(text);
      if (parsed.ok) return fail('accepted');
      expect(parsed.problem.code as string).toBe(code);
      expect(describeRatioProblem(parsed.problem)).toMatch(/\.$/);
    });
  }

  it('knows counts from a proportion', () => {
    const asCounts = (text: string) => {
      const parsed = parseRatio(text);
      return parsed.ok ? parsed.value.asCounts : undefined;
    };
    expect(asCounts('4:16:8')).toEqual({ ratio: ratioOf('1:4:2'), base: counts(4) });
    expect(asCounts('1:4:2')).toBeNull();
  });

  it('always shows a ratio in full with labels', () => {
    expect(formatRatio(countsOf(counted('1:4:2', 4)))).toBe('in 4 · hold 16 · out 8 · empty 0');
    expect(formatRatio(countsOf(counted('2:1:3', 5)))).toBe('in 5 · hold 2½ · out 7½ · empty 0');
  });

  it('tells a breath without the holds that it does not have', () => {
    const told = (ratio: string, base: number): string => formatBreath(countsOf(counted(ratio, base)));
    expect(told('1:2', 4)).toBe('in 4 · out 8');
    expect(told('2:1:3', 5)).toBe('in 5 · hold 2½ · out 7½');
    expect(told('1:0:1:1', 3)).toBe('in 3 · out 3 · empty 3');
  });
});

describe('counts, pace and ratio (worked examples)', () => {
  const rows: [string, number, number, number, number, number, number][] = [
    // ratio, base, pace, cycle s, round s, breaths/min, hold share %
    ['1:0:1', 5, 1000, 10, 20, 6, 0],
    ['1:1:2', 5, 1000, 20, 40, 3, 25],
    ['1:4:2', 4, 1000, 28, 56, 2.14, 57],
    ['1:4:2', 3, 1000, 21, 42, 2.86, 57],
    ['2:1:3', 6, 1000, 18, 36, 3.33, 17],
    ['1:0:2', 10, 1000, 30, 60, 2, 0],
    ['1:1:2', 5, 1200, 24, 48, 2.5, 25],
  ];
  for (const [text, base, ms, cycle, round, breaths, share] of rows) {
    it(`${text} at base ${base}, pace ${ms} ms`, () => {
      const totals = passageTotals(counted(text, base, { pace: pace(ms) }), 'left', conventions());
      expect(Number(totals.cycleSeconds)).toBeCloseTo(cycle, 9);
      expect(Number(totals.roundSeconds)).toBeCloseTo(round, 9);
      expect(totals.breathsPerMinute).toBeCloseTo(breaths, 2);
      expect(Math.round(totals.holdShare * 100)).toBe(share);
    });
  }

  it('counts the steps of a round: its phases of non-zero length', () => {
    const steps = (text: string, base: number) =>
      passageTotals(counted(text, base), 'left', conventions()).steps;
    expect(steps('1:4:2', 4)).toBe(6);
    expect(steps('1:1:1:1', 5)).toBe(8);
    expect(steps('1:1', 4)).toBe(4);
  });
});

describe('scaleRatio', () => {
  it('keeps the proportion to the half count and says when it could not', () => {
    expect(scaleRatio(ratioOf('2:1:3'), counts(5)).rounded).toEqual([]);
    const odd = scaleRatio(ratioOf('2:1:3'), counts(4.5));
    expect(formatRatio(odd.counts, 'compact')).toBe('4½:2:6½:0');
    expect(odd.rounded).toEqual(['internalHold', 'exhale']);
  });

  it('gives back the numbers it was given (property)', () => {
    const half = fc.integer({ min: 1, max: 60 }).map((n) => counts(n / 2));
    const halfOrZero = fc.integer({ min: 0, max: 60 }).map((n) => counts(n / 2));
    fc.assert(
      fc.property(half, halfOrZero, half, halfOrZero, (inhale, internalHold, exhale, externalHold) => {
        const given = { inhale, internalHold, exhale, externalHold };
        expect(countsOf(numbersFromCounts(given))).toEqual(given);
      }),
    );
  });
});

describe('fitRatio', () => {
  const c = sustainable(6, 14, 11);
  const rows: [string, string, string][] = [
    ['1:4:2', '3:12:6:0', 'internalHold'],
    ['1:2:2', '5:10:10:0', 'exhale'],
    ['1:0:2', '5:0:10:0', 'exhale'],
    ['1:1', '6:0:6:0', 'inhale'],
  ];
  for (const [text, fitted, limiting] of rows) {
    it(`fits ${text} to ${fitted}, limited by the ${limiting}`, () => {
      const fit = fitRatio(ratioOf(text), c, pace(1000));
      if (!fit.ok) return fail(fit.problem.code);
      expect(formatRatio(fit.value.counts, 'compact')).toBe(fitted);
      expect(fit.value.limiting as string).toBe(limiting);
    });
  }

  it('goes in half counts when asked, and reports the headroom in seconds', () => {
    const fit = fitRatio(ratioOf('1:4:2'), c, pace(1000), 0.5);
    if (!fit.ok) return fail(fit.problem.code);
    expect(Number(fit.value.base)).toBe(3.5);
    expect(fit.value.headroom).toEqual({
      inhale: seconds(2.5),
      internalHold: seconds(0),
      exhale: seconds(4),
    });
  });

  it('refuses a phase that was never measured', () => {
    const refused = fitRatio(ratioOf('1:1:1:1'), c, pace(1000));
    expect(refused).toEqual({ ok: false, problem: { code: 'unmeasured', phase: 'externalHold' } });
  });

  it('offers gentler ratios in order when the base falls below 2', () => {
    const refused = fitRatio(ratioOf('1:4:2'), sustainable(4, 3, 6), pace(1000));
    if (refused.ok || refused.problem.code !== 'base-too-small') return fail('fitted');
    const offers = refused.problem.gentler.map((fit) => formatRatio(fit.ratio, 'compact'));
    expect(offers).toEqual(['1:1:2:0', '1:0:2:0', '1:0:1:0']);
  });

  it('makes ratios gentler: external hold, then hold to 4, 2, 1, 0, then exhale to 1', () => {
    const forms = gentlerRatios(ratioOf('1:5:2:1')).map((ratio) => formatRatio(ratio, 'compact'));
    expect(forms).toEqual(['1:5:2:0', '1:4:2:0', '1:2:2:0', '1:1:2:0', '1:0:2:0', '1:0:1:0']);
    expect(gentlerRatios(ratioOf('3:0:2'))).toEqual([]);
  });

  it('never asks more than is sustainable, and one step more would (property)', () => {
    const half = (max: number) => fc.integer({ min: 4, max: max * 2 }).map((n) => n / 2);
    fc.assert(
      fc.property(
        fc.constantFrom('1:1', '1:2', '1:1:2', '1:4:2', '2:1:3', '1:1:1:1', '3:1:2'),
        half(15),
        half(40),
        half(25),
        fc.integer({ min: 500, max: 3000 }),
        (text, inhale, hold, exhale, ms) => {
          const limits = sustainable(inhale, hold, exhale, 5);
          const fit = fitRatio(ratioOf(text), limits, pace(ms));
          if (!fit.ok) return;
          const needed = (numbers: { [k in (typeof PHASE_KINDS)[number]]: number }) =>
            PHASE_KINDS.every((kind) => (numbers[kind] * ms) / 1000 <= (limits[kind] ?? 0) + 1e-9);
          expect(needed(fit.value.counts)).toBeTrue();
          const more = PHASE_KINDS.map(
            (kind) => ((fit.value.base + 1) * fit.value.ratio[kind]) / fit.value.ratio.inhale,
          );
          expect(
            PHASE_KINDS.some((kind, i) => ((more[i] ?? 0) * ms) / 1000 > (limits[kind] ?? 0) - 1e-9),
          ).toBeTrue();
        },
      ),
    );
  });
});

describe('easeDown', () => {
  const rows: [string, number, 'one-count' | 'halve' | 'drop-hold', string, string][] = [
    ['2:1:3', 6, 'one-count', '5:2½:7½:0', 'one-count'],
    ['1:4:2', 6, 'halve', '3:12:6:0', 'halve'],
    ['1:4:2', 3, 'halve', '3:0:6:0', 'drop-hold'],
    ['1:1:2', 2, 'one-count', '2:0:4:0', 'drop-hold'],
    ['1:4:2', 4, 'drop-hold', '4:0:8:0', 'drop-hold'],
  ];
  for (const [text, base, way, result, did] of rows) {
    it(`${way} of ${text} at base ${base} gives ${result}`, () => {
      const eased = easeDown({ ratio: ratioOf(text), base: counts(base) }, way);
      if (!eased.ok) return fail(eased.problem.code);
      expect(formatRatio(countsOf(eased.value.numbers), 'compact')).toBe(result);
      expect(eased.value.way as string).toBe(did);
    });
  }

  it('says when nothing can be eased any more', () => {
    expect(easeDown({ ratio: ratioOf('1:1'), base: counts(2) }, 'one-count').ok).toBeFalse();
    expect(easeDown({ ratio: ratioOf('1:2'), base: counts(6) }, 'drop-hold').ok).toBeFalse();
  });
});

describe('saying how a ratio fits', () => {
  const said = (text: string, hold: number | null): string => {
    const fit = fitRatio(ratioOf(text), sustainable(6, hold, 11), pace(1000));
    return fit.ok ? describeFit(fit.value) : describeFitProblem(fit.problem);
  };
  it('names what limits and what the others have to spare', () => {
    expect(said('1:4:2', 14)).toBe('The internal hold limits; to spare: inhale 3 s, exhale 5 s.');
  });
  it('says what was never measured, and offers the gentler form', () => {
    expect(said('1:1:1', null)).toContain('internal hold was never measured');
    expect(said('1:4:2', 7)).toBe(
      'Not yet: the internal hold allows only a base of 1, and 2 is the least. Gentler: in 3 · hold 6 · out 6.',
    );
  });
});
