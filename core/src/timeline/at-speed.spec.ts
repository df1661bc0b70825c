import fc from 'fast-check';
import { anyMixedSession, conventions } from '../testing.js';
import { atSpeed, compileSession } from './index.js';

describe('a timeline at another speed', () => {
  it('has the same events, each as much sooner, one after another without a gap', () => {
    fc.assert(
      fc.property(anyMixedSession, fc.constantFrom(0.5, 1, 1.5, 4, 8), (session, speed) => {
        const timeline = compileSession(session, { hand: 'right' }, conventions());
        const fast = atSpeed(timeline, speed);
        expect(fast.events.map(({ kind, cue }) => [kind, cue])).toEqual(
          timeline.events.map(({ kind, cue }) => [kind, cue]),
        );
        expect(Math.abs(fast.total * speed - timeline.total)).toBeLessThanOrEqual(speed);
        fast.events.forEach(({ from, to, ticks }, index) => {
          expect(from).toBe(fast.events[index - 1]?.to ?? from);
          for (const tick of ticks) expect(tick >= from && tick <= to).toBeTrue();
        });
      }),
      { numRuns: 40 },
    );
  });
});
