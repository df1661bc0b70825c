import { compileSession, DEFAULT_CONVENTIONS, newSession } from '@nuvrah/core';
import { openingZoom, panBy, reveal, roundsZoom, SHORTEST_SPAN, windowOf, zoomBy } from './score-window';

describe('the window of the score', () => {
  const timeline = compileSession(
    newSession('A', { counted: 'a', natural: 'b' }),
    { hand: 'right' },
    DEFAULT_CONVENTIONS,
  );
  const whole = windowOf({ kind: 'session' }, timeline);

  it('keeps the moment under the pointer where it is when zooming', () => {
    const at = 60_000;
    const near = windowOf(zoomBy(whole, 2, at, timeline), timeline);
    expect(near.to - near.from).toBeCloseTo((whole.to - whole.from) / 2, 6);
    expect((at - near.from) / (near.to - near.from)).toBeCloseTo(
      (at - whole.from) / (whole.to - whole.from),
      6,
    );
  });

  it('never goes nearer than a few seconds nor beyond the session', () => {
    const nearest = windowOf(zoomBy(whole, 1e6, 10_000, timeline), timeline);
    expect(nearest.to - nearest.from).toBeCloseTo(SHORTEST_SPAN, 6);
    expect(windowOf(panBy(whole, 1e9, timeline), timeline)).toEqual(whole);
    const first = windowOf(panBy(nearest, -1e9, timeline), timeline);
    expect(first.from).toBeLessThan(0);
    expect(first.from).toBeGreaterThan(-0.05 * SHORTEST_SPAN);
  });

  it('shows a few rounds from any, and the first few when it opens', () => {
    const few = windowOf(roundsZoom(timeline, 0, 2), timeline);
    const rounds = timeline.events.filter(({ round }) => round === 2);
    expect(few.from).toBeLessThan(rounds[0]?.from ?? 0);
    expect(few.to - few.from).toBe(16_000 * 2.5);
    const opening = windowOf(openingZoom(timeline, 0), timeline);
    expect(opening.to - opening.from).toBe(9_000 + 40_000);
    expect(opening.from < 0).toBeTrue();
    expect(opening.from > -1_000).toBeTrue();
  });

  it('moves no further than it must to show a phase', () => {
    const here = { from: 0, to: 20_000 };
    expect(reveal(here, { from: 5_000, to: 9_000 }, timeline)).toBeNull();
    const moved = reveal(here, { from: 21_000, to: 25_000 }, timeline);
    expect(moved && windowOf(moved, timeline).to).toBeCloseTo(27_000, 3);
  });
});
