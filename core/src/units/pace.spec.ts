import { millis } from './index.js';
import { describePaceProblem, paceFromPulse, paceFromTaps } from './pace.js';

const taps = (...moments: number[]) => paceFromTaps(moments.map(millis));

describe('pace by tapping', () => {
  it('is the median of the last intervals, so that one slip does not count', () => {
    expect(taps(0, 1000, 2000, 3000)).toEqual({ ok: true, value: 1000 as never });
    expect(taps(0, 1000, 2000, 3600, 4600)).toEqual({ ok: true, value: 1000 as never });
    expect(taps(0, 1010, 2000, 2990, 4000)).toEqual({ ok: true, value: 1000 as never });
  });
  it('follows a tapper who settles', () => {
    const slow = [0, 1500, 3000, 4500];
    const settled = Array.from({ length: 8 }, (_, beat) => 4500 + 1200 * (beat + 1));
    expect(taps(...slow, ...settled)).toEqual({ ok: true, value: 1200 as never });
  });
  it('begins anew after a pause and asks for enough taps', () => {
    const answer = taps(0, 1000, 2000, 3000, 20_000, 21_000);
    expect(answer).toEqual({ ok: false, problem: { code: 'more-taps', missing: 2 } });
    expect(!answer.ok && describePaceProblem(answer.problem)).toBe('Tap on: 2 more.');
  });
  it('refuses what is no pace', () => {
    const answer = taps(0, 200, 400, 600);
    expect(!answer.ok && describePaceProblem(answer.problem)).toBe(
      'That would be 0.20 s a count; a count lasts 0.5 to 3 s.',
    );
  });
});

describe('pace by the pulse', () => {
  it('is so many beats a count, in whole milliseconds', () => {
    expect(paceFromPulse(60, 1)).toEqual({ ok: true, value: 1000 as never });
    expect(paceFromPulse(72, 1)).toEqual({ ok: true, value: 833 as never });
    expect(paceFromPulse(66, 2)).toEqual({ ok: true, value: 1818 as never });
  });
  it('refuses a pulse nobody has, and a count that would be too short', () => {
    expect(paceFromPulse(10, 1).ok).toBeFalse();
    expect(paceFromPulse(Number.NaN, 1).ok).toBeFalse();
    expect(paceFromPulse(150, 1)).toEqual({ ok: false, problem: { code: 'pace-out-of-range', millis: 400 } });
  });
});
