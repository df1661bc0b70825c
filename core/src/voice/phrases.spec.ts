import { CLIPS } from './clips.js';
import { chunksOf, numberPhrases, PAUSES } from './phrases.js';
import { recordedPhrases, splice, timeToSay, VOICE_MARK } from './index.js';

describe('the recordings of the voice', () => {
  it('are there for every phrase, one after another, after the mark', () => {
    expect(Object.keys(CLIPS).sort()).toEqual([...recordedPhrases()].sort());
    let end = VOICE_MARK;
    for (const [from, length] of Object.values(CLIPS).sort(([a], [b]) => a - b)) {
      expect(from).toBeGreaterThan(end);
      expect(length).toBeGreaterThan(100);
      end = from + length;
    }
  });

  for (const [number, said] of [
    [7, '7'],
    [60, '60'],
    [61, '60 1'],
    [90, '90'],
    [99, '90 9'],
    [100, '1 hundred'],
    [247, '2 hundred 47'],
    [399, '3 hundred 90 9'],
  ] as const)
    it(`say ${number} as “${said}”`, () => expect(numberPhrases(number).join(' ')).toBe(said));

  it('are whole where a phrase is known, and put together with a pause where it is not', () => {
    expect(splice('Inhale left')?.clips.length).toBe(1);
    const spliced = splice('Inhale left, belly');
    expect(spliced?.clips.map(({ after }) => Number(after))).toEqual([
      0,
      (CLIPS['inhale left']?.[1] ?? 0) + PAUSES.comma,
    ]);
    expect(timeToSay('Inhale left, belly') * 1000).toBe(spliced?.length as never);
  });

  it('are not enough for words that nobody recorded: those are guessed', () => {
    expect(splice('Think of the sea')).toBeNull();
    expect(timeToSay('Think of the sea')).toBe(1.3 as never);
    expect(timeToSay('jālandhara')).toBe(timeToSay('jalandhara'));
  });

  it('take a text apart at its marks, in small letters without accents', () => {
    expect(chunksOf('Nāḍī: in left. Out')).toEqual([
      { words: ['nadi'], pause: 0 },
      { words: ['in', 'left'], pause: PAUSES.comma },
      { words: ['out'], pause: PAUSES.sentence },
    ]);
    expect(splice('')).toEqual({ clips: [], length: 0 as never });
  });
});
