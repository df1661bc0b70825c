import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
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
    expect([time, held, strokes]).toEqual([timeline.total, 16_000, 40] as never);
    // Hand up, emptying and four cycles of 16 s; the closing is no raised arm.
    expect(armRaised).toBe((5000 + 8000 + 64_000) as never);
    const [first, , third] = timeline.passages;
    expect(heating).toBeCloseTo(((first?.to ?? 0) - (first?.from ?? 0)) / time, 6);
    expect(cooling).toBeCloseTo(((third?.to ?? 0) - (third?.from ?? 0)) / time, 6);
  });
});
