import fc from 'fast-check';
import { stretchesOf } from '../policy/index.js';
import { anyMixedSession, conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { compileSession, sessionTotals } from './index.js';

describe('what a session amounts to', () => {
  it('is time, holds, the raised arm, strokes, heat and cold', () => {
    const session = sessionOf(
      passageOf('kapalabhati', 'strokes', { strokes: 20, sets: 2, seat: 'cross-legged' }),
      counted('1:1:2', 4, { cycles: 4, seat: 'cross-legged' }),
      passageOf('sheetali', 'counted', { seat: 'cross-legged' }),
      stillness(60),
    );
    const timeline = compileSession(session, { hand: 'right' }, conventions());
    const { time, held, strokes, armRaised, heating, cooling } = sessionTotals(session, timeline);
    expect({ time, held, strokes } as object).toEqual({ time: timeline.total, held: 16_000, strokes: 40 });
    // Hand up, emptying and four cycles of 16 s; the closing is no raised arm.
    expect(armRaised).toBe((5000 + 8000 + 64_000) as never);
    const [first, , third] = timeline.passages;
    expect(heating).toBeCloseTo(((first?.to ?? 0) - (first?.from ?? 0)) / time, 6);
    const alone = sessionTotals(session, timeline, 1);
    expect(alone.time as number).toBe((timeline.passages[1]?.to ?? 0) - (timeline.passages[1]?.from ?? 0));
    expect(alone.held).toBe(held);
    expect(alone.strokes).toBe(0);
    const longest = timeline.events[alone.longestHold ?? -1];
    expect(longest?.kind).toBe('internalHold');
    expect(longest?.passage).toBe(1);
    expect(longest?.round).toBe(1);
    expect(sessionTotals(session, timeline, 3).longestHold).toBeNull();
    expect(cooling).toBeCloseTo(((third?.to ?? 0) - (third?.from ?? 0)) / time, 6);
  });

  it('counts the raised arm as screening does: the time that the hand really is at the face', () => {
    fc.assert(
      fc.property(anyMixedSession, (session) => {
        const timeline = compileSession(session, { hand: 'right' }, conventions());
        const setting = { conventions: conventions(), goal: session.goal, restBeforeHold: 0 };
        const atFace = session.passages
          .flatMap((passage) => stretchesOf(passage, setting))
          .filter(({ handAtFace }) => handAtFace)
          .reduce((sum, { halfMillis }) => sum + halfMillis / 2, 0);
        const { armRaised } = sessionTotals(session, timeline);
        expect(Math.abs(armRaised - atFace)).toBeLessThanOrEqual(timeline.events.length);
      }),
    );
    // Five sets of even rapid strokes: the quiet between them is no raised arm.
    const rapid = sessionOf(passageOf('even-rapid', 'strokes', { sets: 5 }));
    const compiled = compileSession(rapid, { hand: 'right' }, conventions());
    expect(sessionTotals(rapid, compiled).armRaised).toBeLessThan(compiled.total / 2);
  });
});
