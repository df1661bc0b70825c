// Values and generators that several specs share.
import fc from 'fast-check';
import type { Conventions } from './conventions/index.js';
import { CONVENTION_QUESTIONS, DEFAULT_CONVENTIONS } from './conventions/index.js';
import { parseRatio, type Ratio } from './ratio/index.js';
import type { CountedPassage, NaturalPassage, Session } from './session/index.js';
import { counts, pace, seconds } from './units/index.js';

export function ratioOf(text: string): Ratio {
  const parsed = parseRatio(text);
  if (!parsed.ok) throw new Error(`bad ratio in a test: ${text}`);
  return parsed.value.ratio;
}

export const counted = (
  text: string,
  base: number,
  change: Partial<CountedPassage> = {},
): CountedPassage => ({
  kind: 'counted',
  id: 'a',
  technique: 'nadi-shodhana',
  ratio: ratioOf(text),
  base: counts(base),
  pace: pace(1000),
  startsOn: 'left',
  cycles: 14,
  handUp: seconds(5),
  closing: seconds(10),
  ...change,
});

export const stillness = (length = 60): NaturalPassage => ({
  kind: 'natural',
  id: 'b',
  technique: 'closing-stillness',
  length: seconds(length),
});

export const sessionOf = (...passages: Session['passages']): Session => ({
  title: 'Evening',
  goal: 'calm',
  conventions: {},
  passages,
});

export const conventions = (change: Partial<Conventions> = {}): Conventions => ({
  ...DEFAULT_CONVENTIONS,
  ...change,
});

const choice = <K extends keyof Conventions>(key: K): fc.Arbitrary<Conventions[K]> =>
  fc.constantFrom(...(Object.keys(CONVENTION_QUESTIONS[key].choices) as Conventions[K][]));

export const anyConventions: fc.Arbitrary<Conventions> = fc.record({
  round: choice('round'),
  startingSide: choice('startingSide'),
  begins: choice('begins'),
  endsOn: choice('endsOn'),
  closingHand: choice('closingHand'),
  fingerPosition: choice('fingerPosition'),
  leftClosedBy: choice('leftClosedBy'),
});

const anyRatio: fc.Arbitrary<Ratio> = fc
  .tuple(
    fc.integer({ min: 1, max: 6 }),
    fc.integer({ min: 0, max: 8 }),
    fc.integer({ min: 1, max: 8 }),
    fc.integer({ min: 0, max: 3 }),
  )
  .map((parts) => ratioOf(parts.join(':')));

export const anyCounted: fc.Arbitrary<CountedPassage> = fc
  .record({
    ratio: anyRatio,
    halves: fc.integer({ min: 4, max: 16 }),
    pace: fc.integer({ min: 500, max: 3000 }),
    startsOn: fc.constantFrom('left', 'right', 'convention'),
    cycles: fc.integer({ min: 1, max: 30 }),
  })
  .map(({ ratio, halves, startsOn, cycles, pace: ms }) =>
    counted('1:1', 4, {
      ratio,
      base: counts(halves / 2),
      pace: pace(ms),
      startsOn: startsOn as 'left',
      cycles,
    }),
  );

export const anySession: fc.Arbitrary<Session> = fc
  .record({
    passage: anyCounted,
    rest: fc.integer({ min: 1, max: 120 }),
    goal: fc.constantFrom('calm', 'energise'),
  })
  .map(({ passage, rest, goal }) => ({ ...sessionOf(passage, stillness(rest)), goal: goal as 'calm' }));
