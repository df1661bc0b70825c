import fc from 'fast-check';
import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import type { CountedPassage, NaturalPassage, StrokePassage } from '../session/index.js';
import { compileSession, withLength } from './index.js';

const rules = conventions();

describe('a passage drawn to another length', () => {
  const spanOf = (passage: CountedPassage | StrokePassage | NaturalPassage) => {
    const span = compileSession(sessionOf(passage), { hand: 'right' }, rules).passages[0];
    if (!span) throw new Error('a session has a passage');
    return span;
  };

  it('takes the nearest whole number of rounds, with what surrounds them', () => {
    const passage = counted('1:1:2', 5, { cycles: 14 });
    const span = spanOf(passage);
    const length = span.to - span.from;
    // A round of both sides lasts 40 s.
    const cases: readonly [seconds: number, cycles: number][] = [
      [0, 14],
      [19, 14],
      [21, 16],
      [-19, 14],
      [-21, 12],
      [400, 34],
      [-10_000, 2],
    ];
    for (const [by, cycles] of cases) {
      const drawn = withLength(passage, span, length + by * 1000, 'left', rules) as CountedPassage;
      expect(drawn.cycles).withContext(`${by} s`).toBe(cycles);
    }
  });

  it('stays as it is at the length that it has', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom('1:1', '1:1:2', '2:1:4'),
        (rounds, ratio) => {
          const passage = counted(ratio, 4, { cycles: rounds * 2 });
          const span = spanOf(passage);
          expect(withLength(passage, span, span.to - span.from, 'left', rules)).toEqual(passage);
        },
      ),
    );
  });

  it('takes whole sets of strokes, and natural breathing by five seconds', () => {
    const strokes = passageOf('kapalabhati', 'strokes', { sets: 2 });
    const span = spanOf(strokes);
    const ofSet = (span.to - span.from) / 2;
    const sets = (length: number): number =>
      (withLength(strokes, span, length, 'left', rules) as StrokePassage).sets;
    const ofSets: readonly [times: number, sets: number][] = [
      [3, 3],
      [1.2, 1],
      [0, 1],
      [900, 10],
    ];
    for (const [times, expected] of ofSets)
      expect(sets(ofSet * times))
        .withContext(`${times} sets`)
        .toBe(expected);
    const rest = stillness(60);
    const lengthAt = (seconds: number): number =>
      (withLength(rest, spanOf(rest), seconds * 1000, 'left', rules) as NaturalPassage).length;
    const ofRest: readonly [drawn: number, length: number][] = [
      [62, 60],
      [63, 65],
      [1, 5],
      [90_000, 3600],
    ];
    for (const [drawn, length] of ofRest) expect(lengthAt(drawn)).withContext(`${drawn} s`).toBe(length);
  });
});
