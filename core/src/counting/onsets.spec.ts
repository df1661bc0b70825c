import fc from 'fast-check';
import { LoudnessOnsets } from './index.js';

const RATE = 16_000;
/** A noise that is the same each time. */
const noise = (at: number): number => {
  const x = Math.sin(at * 12.9898) * 43_758.5453;
  return (x - Math.floor(x)) * 2 - 1;
};
/** A room of so much noise in which words of 180 ms begin at these milliseconds, so loud. */
function heardIn(room: number, words: readonly number[], loud: number, length: number): Float32Array {
  return Float32Array.from({ length: (length * RATE) / 1000 }, (_, index) => {
    const at = (index * 1000) / RATE;
    const word = words.find((from) => at >= from && at < from + 180);
    const envelope = word === undefined ? 0 : Math.sin(((at - word) / 180) * Math.PI);
    return noise(index) * room + Math.sin(index * 0.2) * loud * envelope;
  });
}
const WORDS = [700, 1_650, 2_700, 3_600, 4_500, 4_900];

describe('where words begin', () => {
  const rooms: readonly [string, number, number][] = [
    ['a quiet room', 0.001, 0.3],
    ['a room with a fan', 0.02, 0.4],
    ['a quiet voice', 0.001, 0.05],
  ];
  for (const [name, room, loud] of rooms)
    it(`is found once for each, within 60 ms, in ${name}`, () => {
      const found = new LoudnessOnsets(RATE).push(heardIn(room, WORDS, loud, 5_500));
      expect(found.length).toBe(WORDS.length);
      found.forEach((at, index) => expect(Math.abs(at - (WORDS[index] ?? 0))).toBeLessThanOrEqual(60));
    });

  it('is nowhere in a silent room, nor in one that hums', () => {
    expect(new LoudnessOnsets(RATE).push(heardIn(0.0005, [], 0, 3_000))).toEqual([]);
    expect(new LoudnessOnsets(RATE).push(heardIn(0.02, [], 0, 3_000)).filter((at) => at > 500)).toEqual([]);
  });

  it('does not depend on the pieces in which it is heard', () => {
    const all = heardIn(0.005, WORDS, 0.3, 5_500);
    const whole = new LoudnessOnsets(RATE).push(all);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5_000 }), (piece) => {
        const onsets = new LoudnessOnsets(RATE);
        const found: number[] = [];
        for (let from = 0; from < all.length; from += piece)
          found.push(...onsets.push(all.subarray(from, from + piece)));
        expect(found).toEqual([...whole]);
      }),
      { numRuns: 20 },
    );
  });
});
