import { conventions, counted, passageOf, sessionOf } from '../testing.js';
import { counts, pace, seconds } from '../units/index.js';
import { checkSession, describeLockRefusal, checkLocks, leastLockedHold, type Passage } from './index.js';

const problemsOf = (passage: Passage): string[] =>
  checkSession(sessionOf(passage), conventions()).map(
    ({ code, pointer }) => `${code} ${pointer.replace('/passages/0', '')}`,
  );
const messageOf = (passage: Passage): string =>
  checkSession(sessionOf(passage), conventions())[0]?.message ?? '';

describe('what cannot be led is refused where it is entered, with the nearest valid value', () => {
  const locks = (
    internalHold: readonly ('chin' | 'abdominal' | 'root')[],
    externalHold = internalHold.slice(0, 0),
  ) => ({
    internalHold,
    externalHold,
    fromRound: 1,
  });
  const cases: readonly [string, Passage, string, string][] = [
    [
      'a lock in a hold that is too short',
      counted('4:3:8', 4, { locks: locks(['chin']) }),
      'lock-refused /locks/internalHold',
      '4 s is the least',
    ],
    [
      'an abdominal lock in a full hold',
      counted('1:2:2', 4, { locks: locks(['abdominal']) }),
      'lock-refused /locks/internalHold',
      'empty hold only',
    ],
    [
      'a lock without a hold',
      counted('1:2', 4, { locks: locks([], ['chin']) }),
      'lock-refused /locks/externalHold',
      'no empty hold',
    ],
    [
      'a hold in the three-part breath',
      passageOf('three-part', 'counted', {
        ratio: { inhale: 1, internalHold: 1, exhale: 1, externalHold: 0 },
      }),
      'hold-not-here /ratio',
      'set it to 0',
    ],
    [
      'an empty hold in the left-entry breath',
      passageOf('chandra-bhedana', 'counted', {
        ratio: { inhale: 1, internalHold: 0, exhale: 1, externalHold: 1 },
      }),
      'hold-not-here /ratio',
      'no external hold',
    ],
    [
      'strokes at 400 a minute',
      passageOf('kapalabhati', 'strokes', { rate: 400 }),
      'rate-out-of-range /rate',
      'use 120',
    ],
    [
      'a part longer than its breath',
      passageOf('viloma-inhale', 'counted', {
        parts: {
          inhale: {
            lengths: [counts(4), counts(1), counts(1)],
            pause: counts(1),
            atEnd: false,
            regions: false,
          },
          exhale: null,
        },
      }),
      'part-too-long /parts/inhale/lengths',
      'make the longest 1',
    ],
    [
      'a ramp that never moves',
      counted('1:1', 4, { ramps: [{ kind: 'step', of: 'exhale', by: 0, every: 1, to: counts(8) }] }),
      'ramp-stands-still /ramps/0/by',
      'never moves from 4',
    ],
    [
      'a ramp that goes the other way',
      counted('1:1', 4, { ramps: [{ kind: 'step', of: 'exhale', by: -1, every: 1, to: counts(8) }] }),
      'ramp-stands-still /ramps/0/by',
      'use steps of 1',
    ],
    [
      'a ramp that passes its limit',
      counted('1:1', 4, { ramps: [{ kind: 'step', of: 'exhale', by: 1.5, every: 1, to: counts(8) }] }),
      'ramp-misses-limit /ramps/0/to',
      'the nearest limit is 7',
    ],
    [
      'a ramp that comes too late',
      counted('1:1', 4, {
        cycles: 6,
        ramps: [{ kind: 'step', of: 'exhale', by: 1, every: 9, to: counts(8) }],
      }),
      'ramp-stands-still /ramps/0/every',
      'use 2 or fewer',
    ],
    [
      'a hold from a round that never comes',
      counted('1:1:2', 4, { cycles: 6, ramps: [{ kind: 'from', of: 'internalHold', round: 7 }] }),
      'ramp-stands-still /ramps/0/round',
      'use round 3',
    ],
    [
      'a stroke ramp beyond the range',
      passageOf('kapalabhati', 'strokes', { rateRamp: { by: 40, every: 1, to: 130 } }),
      'rate-out-of-range /rateRamp/to',
      'use 120',
    ],
    [
      'an open hold whose cap is under what is expected',
      counted('1:2', 4, { openHold: { phase: 'internalHold', expected: seconds(9), cap: seconds(8) } }),
      'open-hold-range /openHold/cap',
      'use 9 s or more',
    ],
    [
      'a mouth form of another technique',
      passageOf('sitkari', 'counted', { inhaleThrough: 'rolled-tongue' }),
      'mouth-form-not-here /inhaleThrough',
      'closed teeth',
    ],
    [
      'a route of another technique',
      counted('1:1', 4, { route: 'both' }),
      'route-not-here /route',
      'alternating',
    ],
    [
      'ears closed where they stay open',
      passageOf('ujjayi', 'counted', {
        modifiers: { ...passageOf('ujjayi', 'counted').modifiers, ears: 'flaps' },
      }),
      'ears-not-here /modifiers/ears',
      'take the hands down',
    ],
    [
      'strokes of a technique that has none',
      { ...passageOf('kapalabhati', 'strokes'), technique: 'ujjayi' },
      'wrong-kind /technique',
      'no strokes',
    ],
    [
      'the same turn twice',
      passageOf('even-rapid', 'strokes', { turns: ['left', 'left'] }),
      'turn-repeated /turns',
      'take one out',
    ],
  ];
  for (const [what, passage, problem, message] of cases) {
    it(what, () => {
      expect(problemsOf(passage)).toContain(problem);
      expect(messageOf(passage)).toContain(message);
    });
  }

  it('and a ramp that meets its limit, locks in a long hold and strokes within their range are not', () => {
    expect(
      problemsOf(
        counted('1:1', 4, { ramps: [{ kind: 'step', of: 'exhale', by: 2, every: 2, to: counts(8) }] }),
      ),
    ).toEqual([]);
    expect(problemsOf(counted('1:2:2', 4, { locks: locks(['chin', 'root']) }))).toEqual([]);
    expect(problemsOf(passageOf('bhastrika', 'strokes', { rate: 90 }))).toEqual([]);
  });
});

describe('the least hold for a lock', () => {
  const cases: readonly [number, number][] = [
    [1000, 4],
    [500, 4],
    [900, 5.6],
    [1500, 5],
    [3000, 8],
  ];
  for (const [ms, least] of cases) {
    it(`is ${least} s at ${ms} ms a count, and not half a second less`, () => {
      expect(Number(leastLockedHold(pace(ms)))).toBeCloseTo(least, 9);
      expect(checkLocks('internalHold', ['chin'], seconds(least), pace(ms)).ok).toBeTrue();
      const refused = checkLocks('internalHold', ['chin'], seconds(least - 0.5), pace(ms));
      expect(refused.ok ? '' : describeLockRefusal(refused.problem)).toContain(`${least} s is the least`);
    });
  }
});
