import fc from 'fast-check';
import { anyConventions, anyMixedSession, conventions, counted, sessionOf, stillness } from '../testing.js';
import { millis } from '../units/index.js';
import { compileSession, notesBetween, notesOf } from './index.js';

const timeline = compileSession(
  sessionOf(counted('1:1', 4, { cycles: 4 }), stillness(30)),
  { hand: 'right' },
  conventions(),
);

describe('the sounds of a session', () => {
  it('give each phase its tone and each further count a tick', () => {
    // Hand-up 5 s, emptying 4 s; the first inhale begins at 9 s.
    const inhale = notesBetween(timeline, millis(9_000), millis(13_000));
    expect(inhale.map((note) => [note.kind, Number(note.at)])).toEqual([
      ['phase', 9_000],
      ['tick', 10_000],
      ['tick', 11_000],
      ['tick', 12_000],
    ]);
  });

  it('tell inhale from exhale by pitch and left from right by side', () => {
    const [inLeft, outRight] = [9_000, 13_000].map(
      (at) => notesBetween(timeline, millis(at), millis(at + 1))[0],
    );
    expect(inLeft?.pitch).toBeGreaterThan(outRight?.pitch ?? Infinity);
    expect(inLeft?.pan).toBeLessThan(0);
    expect(outRight?.pan).toBeGreaterThan(0);
  });

  it('mark the last round and ring where the rounds and the session end', () => {
    const special = notesOf(timeline).filter(({ kind }) => kind === 'last-round' || kind === 'bell');
    expect(special.map((note) => [note.kind, Number(note.at)])).toEqual([
      ['last-round', 25_000],
      ['bell', 41_000],
      ['bell', 81_000],
    ]);
  });

  it('come out the same in windows as in one piece: none lost, none doubled (property)', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        fc.integer({ min: 40, max: 2_000 }),
        (session, profile, window) => {
          const whole = compileSession(session, { hand: 'left' }, profile);
          const pieces = [];
          for (let from = 0; from <= whole.total; from += window) {
            pieces.push(...notesBetween(whole, millis(from), millis(from + window)));
          }
          expect(pieces).toEqual([...notesOf(whole)]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('have exactly one onset for every count of every phase, and for every stroke that is called (property)', () => {
    fc.assert(
      fc.property(anyMixedSession, anyConventions, (session, profile) => {
        const whole = compileSession(session, { hand: 'left' }, profile);
        const onsets = new Set(notesOf(whole).map(({ at }) => at));
        for (const { counting, ticks, strokes } of whole.events)
          if (counting !== 'silent' && !strokes?.ownPace)
            for (const tick of ticks) expect(onsets.has(tick)).toBeTrue();
      }),
      { numRuns: 60 },
    );
  });
});
