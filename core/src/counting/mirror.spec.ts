import fc from 'fast-check';
import { conventions, counted, passageOf, sessionOf } from '../testing.js';
import type { CountedPassage } from '../session/index.js';
import { compileSession } from '../timeline/index.js';
import { counts, millis, pace, seconds, type Millis } from '../units/index.js';
import {
  DRIFT_TOLD,
  countAfter,
  countingDrift,
  countsOfRound,
  describeDrift,
  type Counted,
  type CountInRound,
} from './index.js';

const roundOf = (passage: CountedPassage): readonly CountInRound[] =>
  countsOfRound(compileSession(sessionOf(passage), { hand: 'right' }, conventions()));
/** Taps of so many rounds, each count as much longer as is said of it. */
const taps = (
  round: readonly CountInRound[],
  rounds: number,
  longer: (count: CountInRound, index: number) => number = () => 1,
): Millis[] => {
  const all = [millis(500)];
  for (let index = 0; index < round.length * rounds; index++) {
    const count = round[index % round.length] as CountInRound;
    all.push(millis((all.at(-1) ?? 0) + count.length * longer(count, index)));
  }
  return all;
};
const must = (round: readonly CountInRound[], of: readonly Millis[]): Counted => {
  const answer = countingDrift(round, of);
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const alternating = roundOf(counted('1:1:2', 4, { cycles: 4 }));

describe('the counts of a round', () => {
  it('are those of every phase on each side, each from 1', () => {
    const phases = alternating.filter(({ number }) => number === 1);
    expect(phases.map(({ phase, side }) => `${phase} ${side ?? ''}`)).toEqual([
      'inhale left',
      'internalHold ',
      'exhale right',
      'inhale right',
      'internalHold ',
      'exhale left',
    ]);
    expect(alternating.length).toBe(32);
  });

  it('count a breath in parts through, and a turning pause to the count before it', () => {
    const round = roundOf(
      passageOf('ujjayi', 'counted', { pace: pace(1000), turning: { full: seconds(2), empty: seconds(0) } }),
    );
    const last = round.findLast(({ phase }) => phase === 'inhale');
    expect(last?.length).toBe(3_000);
    const parts = roundOf(passageOf('three-part', 'counted', { base: counts(6) }));
    expect(parts.filter(({ phase }) => phase === 'inhale').map(({ number }) => number)).toEqual([
      1, 2, 3, 4, 5, 6,
    ]);
  });
});

describe('a counting mirror', () => {
  it('says of an exhale that it runs 18 % fast from count 5', () => {
    const drifting = taps(alternating, 3, ({ phase, side, number }) =>
      phase === 'exhale' && side === 'left' && number >= 5 ? 1 / 1.18 : 1,
    );
    const { phases, rounds } = must(alternating, drifting);
    expect(rounds).toBe(3);
    expect(phases.map(describeDrift)).toEqual([
      'Your inhale left keeps the pace.',
      'Your internal hold keeps the pace.',
      'Your exhale right keeps the pace.',
      'Your inhale right keeps the pace.',
      'Your internal hold keeps the pace.',
      'Your exhale left runs 18 % fast from count 5.',
    ]);
  });

  it('tells how slow all of it is, without a count that it begins with', () => {
    const { drift, phases } = must(
      alternating,
      taps(alternating, 1, () => 1.25),
    );
    expect(Math.round(drift * 100)).toBe(-20);
    expect(phases.map(describeDrift)[0]).toBe('Your inhale left runs 20 % slow.');
  });

  it('takes a count tapped twice once, and skips what was left out', () => {
    const even = taps(alternating, 2);
    const twice = [...even.slice(0, 6), millis((even[5] ?? 0) + 150), ...even.slice(6)];
    expect(must(alternating, twice)).toEqual({ ...must(alternating, even), twice: 1 });
    const without = even.filter((_, index) => index !== 7 && index !== 8);
    const { leftOut, rounds, drift } = must(alternating, without);
    expect({ leftOut, rounds }).toEqual({ leftOut: 2, rounds: 2 });
    expect(drift).toBeCloseTo(0, 2);
  });

  it('asks for a whole round first', () => {
    const some = taps(alternating, 1).slice(0, 5);
    expect(countingDrift(alternating, some)).toEqual({
      ok: false,
      problem: { code: 'more-counts', missing: 28 },
    });
    expect(countAfter(alternating, some)).toEqual({ count: alternating[5] ?? null, round: 1 });
    expect(countAfter(alternating, [])).toEqual({ count: alternating[0] ?? null, round: 1 });
    expect(countAfter(alternating, taps(alternating, 1)).round).toBe(2);
  });

  it('finds any steady pace steady, and how fast it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.75, max: 1.4, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (longer, rounds) => {
          // Taps are whole milliseconds: just at the limit they fall on either side of it.
          fc.pre(Math.abs(Math.abs(1 / longer - 1) - DRIFT_TOLD) > 0.001);
          const found = must(
            alternating,
            taps(alternating, rounds, () => longer),
          );
          expect(found.rounds).toBe(rounds);
          expect(found.drift).toBeCloseTo(1 / longer - 1, 1);
          expect(
            found.phases.every(({ told }) => (told === null) === Math.abs(1 / longer - 1) < DRIFT_TOLD),
          ).toBeTrue();
        },
      ),
      { examples: [[1, 1]] },
    );
  });
});
