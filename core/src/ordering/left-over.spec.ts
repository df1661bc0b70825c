import fc from 'fast-check';
import { anyMixedSession, conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { compileSession } from '../timeline/index.js';
import { placesForLeftOver } from './index.js';

const at = (minutes: number): never => (minutes * 60_000) as never;
const lengthOf = (of: ReturnType<typeof sessionOf>) =>
  compileSession(of, { hand: 'right' }, conventions()).total;

describe('where time that is left over could go', () => {
  it('is whole rounds, sets or a longer rest, what takes most first', () => {
    // A round of 4:8 through both sides takes 24 s; a set of 20 strokes at 60 with its rest 65 s and its recovery.
    const session = sessionOf(
      passageOf('kapalabhati', 'strokes', { strokes: 20, rate: 60, sets: 1, recovery: null }),
      counted('1:2', 4, { cycles: 8 }),
      stillness(60),
    );
    const places = placesForLeftOver(session, conventions(), at(2));
    expect(places.map(({ passageId, said, takes }) => [passageId, said, takes])).toEqual([
      [session.passages[1]?.id, '5 more rounds', 120],
      [session.passages[2]?.id, '2 min longer', 120],
      [session.passages[0]?.id, '1 more set', 65],
    ] as never);
  });

  it('is nowhere when nothing is left, or everything has its most', () => {
    const session = sessionOf(counted('1:2', 4, { cycles: 8 }), stillness(60));
    expect(placesForLeftOver(session, conventions(), at(0))).toEqual([]);
    expect(placesForLeftOver(session, conventions(), at(-3))).toEqual([]);
    expect(placesForLeftOver(sessionOf(stillness(3600)), conventions(), at(9))).toEqual([]);
  });

  it('never takes more than there is, and takes what it says', () => {
    fc.assert(
      fc.property(anyMixedSession, fc.integer({ min: 0, max: 900_000 }), (session, left) => {
        const before = lengthOf(session);
        for (const place of placesForLeftOver(session, conventions(), left as never)) {
          const more = lengthOf(place.session) - before;
          expect(more).toBeCloseTo(place.takes * 1000, 6);
          expect(more).toBeGreaterThan(0);
          expect(more).toBeLessThanOrEqual(left);
        }
      }),
      { numRuns: 60 },
    );
  });
});
