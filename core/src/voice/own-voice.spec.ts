import fc from 'fast-check';
import { anyMixedSession, conventions, counted, sessionOf } from '../testing.js';
import { TRACK_RATE, trackOf } from '../formats/index.js';
import { compileSession } from '../timeline/index.js';
import {
  DEFAULT_SOUND,
  OWN_VOICE_RATE,
  ownClipsOf,
  phraseOf,
  sayingsOf,
  spokenPart,
  splice,
  timeToSay,
} from './index.js';

const OWN = ownClipsOf([
  { words: 'inhale left', length: 900 },
  { words: '4', length: 400 },
  { words: 'soften the jaw and wait', length: 2_500 },
]);

describe("the instructor's own recordings", () => {
  it('are known by their words in small letters without marks', () => {
    for (const text of [
      'Soften the jaw, and wait.',
      '  soften THE jaw and wait',
      'Soften the jaw — and wait!',
    ])
      expect(phraseOf(text)).toBe('soften the jaw and wait');
    expect(phraseOf('…')).toBe('');
  });

  it('lie one after the other in their file', () => {
    expect(OWN).toEqual({
      'inhale left': [0, 900],
      '4': [900, 400],
      'soften the jaw and wait': [1_300, 2_500],
    });
  });

  const rows: readonly [string, string, readonly (readonly [number, boolean])[]][] = [
    ['a whole text', 'Soften the jaw, and wait.', [[2_500, true]]],
    ['a phrase of a cue beside the shipped voice', 'Inhale left. Last round', [[900, true]]],
    ['a number', '4', [[400, true]]],
  ];
  for (const [name, text, own] of rows)
    it(`say ${name}`, () => {
      const clips = splice(text, OWN)?.clips ?? [];
      expect(clips.slice(0, own.length).map((clip) => [Number(clip.length), clip.own ?? false])).toEqual(
        own.map(([length, mine]) => [length, mine]),
      );
      expect(splice(text)?.clips.every((clip) => clip.own === undefined) ?? true).toBeTrue();
    });

  it('say what the shipped voice has no word for, and take as long as they do', () => {
    expect(splice('Soften the jaw and wait')).toBeNull();
    expect(Number(timeToSay('Soften the jaw and wait', OWN))).toBe(2.5);
    expect(splice('Soften everything', OWN)).toBeNull();
  });

  it('never run into what is said next, however long they are (property)', () => {
    const words = fc.constantFrom(
      'inhale',
      'inhale left',
      'exhale right',
      'hold',
      '1',
      '2',
      '3',
      'last round',
    );
    const anyOwn = fc
      .array(fc.record({ words, length: fc.integer({ min: 20, max: 8_000 }) }), { maxLength: 6 })
      .map(ownClipsOf);
    fc.assert(
      fc.property(anyMixedSession, anyOwn, (session, own) => {
        const timeline = compileSession(session, { hand: 'right' }, conventions());
        const said = sayingsOf(timeline, { ...DEFAULT_SOUND, own }, 'english');
        said.forEach((saying, index) => {
          const next = said[index + 1];
          if (next) expect(saying.until).toBeLessThanOrEqual(next.at);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('are heard in a sound track', () => {
    const timeline = compileSession(
      sessionOf(counted('1:1', 4, { cycles: 2 })),
      { hand: 'right' },
      conventions(),
    );
    const sound = { ...DEFAULT_SOUND, loudness: { voice: 1, tones: 0, ticks: 0 }, own: OWN };
    const own = new Float32Array(TRACK_RATE * 4).fill(0.5);
    const voice = new Float32Array(TRACK_RATE * 400);
    const loudest = (mine: Float32Array | undefined): number => {
      let most = 0;
      for (const { samples } of trackOf(timeline, {
        sound,
        naming: 'english',
        voice,
        ...(mine && { own: mine }),
      }))
        most = samples.reduce((highest, sample) => Math.max(highest, sample), most);
      return most;
    };
    expect(loudest(own)).toBeGreaterThan(10_000);
    expect(loudest(undefined)).toBe(0);
  });
});

describe('what was said in a recording', () => {
  const second = OWN_VOICE_RATE;
  /** So many seconds of quiet, of a tone at a level, and of quiet again. */
  const said = (before: number, length: number, after: number, level: number): Float32Array =>
    Float32Array.from({ length: Math.round((before + length + after) * second) }, (_, index) => {
      const at = index / second - before;
      const noise = 0.0005 * Math.sin(index * 1.7);
      return at >= 0 && at < length ? level * Math.sin(2 * Math.PI * 220 * at) : noise;
    });

  for (const level of [0.02, 0.2, 0.95])
    it(`is without the quiet around it, and as loud as any other, at a level of ${level}`, () => {
      const part = spokenPart(said(0.7, 0.5, 1.2, level), second);
      if (!part) throw new Error('nothing was said');
      expect(part.length / second).toBeGreaterThan(0.5);
      expect(part.length / second).toBeLessThan(0.62);
      const middle = part.slice(part.length / 4, (part.length * 3) / 4);
      const peak = middle.reduce((most, sample) => Math.max(most, sample), 0);
      expect(peak).toBeGreaterThan(0.15);
      expect(peak).toBeLessThan(0.3);
    });

  it('begins and ends softly, and never goes over the top', () => {
    const part = spokenPart(said(0, 0.4, 0, 1), second);
    expect(Math.abs(part?.[0] ?? 1)).toBeLessThan(0.001);
    expect(Math.abs(part?.at(-1) ?? 1)).toBeLessThan(0.001);
    expect(part?.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)).toBeLessThanOrEqual(0.9);
  });

  it('is nothing where nothing was said', () => {
    expect(spokenPart(said(1, 0, 1, 0), second)).toBeNull();
    expect(spokenPart(new Float32Array(), second)).toBeNull();
  });
});
