import {
  compileSession,
  DEFAULT_CONVENTIONS,
  newSession,
  withPhaseCounts,
  type CountedPassage,
  type Timeline,
} from '@nuvrah/core';
import { engrave, type EngravedScore } from './engrave';
import type { ShapeKind } from './outline';
import { LAYOUT } from './score-layout';

function timelineOf(edit: (passage: CountedPassage) => CountedPassage = (passage) => passage): Timeline {
  const session = newSession('A', { counted: 'a', natural: 'b' });
  const passages = session.passages.map((passage) => (passage.kind === 'counted' ? edit(passage) : passage));
  return compileSession({ ...session, passages }, { hand: 'right' }, DEFAULT_CONVENTIONS);
}

const kinds = (score: EngravedScore): ShapeKind[] => score.shapes.map(({ kind }) => kind).sort();
const path = (score: EngravedScore, kind: ShapeKind): string =>
  score.shapes.find((shape) => shape.kind === kind)?.path ?? '';
const texts = (score: EngravedScore, kind: string): string[] =>
  score.labels.filter((label) => label.kind === kind).map(({ text }) => text);

describe('engraving', () => {
  // 5 s hand-up, 4 s emptying, then 4:0:4:0 by turns; a round is 16 s.
  const timeline = timelineOf();
  const oneRound = engrave(timeline, { from: 9_000, to: 25_000 }, 640);

  it('draws an inhale as a wedge that opens and an exhale as one that closes, in the channel of its nostril', () => {
    expect(kinds(oneRound)).toEqual(['in-left', 'in-right', 'out-left', 'out-right']);
    const { left, right, wedge } = LAYOUT;
    expect(path(oneRound, 'in-left')).toBe(`M0.0 ${left}L160.0 ${left - wedge}V${left + wedge}Z`);
    expect(path(oneRound, 'out-right')).toBe(`M320.0 ${right}L160.0 ${right - wedge}V${right + wedge}Z`);
  });

  it('prints the counts on the phases, the round and both rulers', () => {
    expect(texts(oneRound, 'in-left')).toEqual(['4']);
    expect(texts(oneRound, 'round')).toEqual(['Round 1']);
    expect(texts(oneRound, 'count')).toEqual([
      '1',
      '2',
      '3',
      '4',
      '5',
      '6',
      '7',
      '1',
      '2',
      '3',
      '4',
      '5',
      '6',
      '7',
    ]);
    expect(texts(oneRound, 'time')).toContain('0:10');
  });

  it('draws holds as bars across both channels', () => {
    const held = timelineOf((passage) =>
      withPhaseCounts(withPhaseCounts(passage, 'internalHold', 4), 'externalHold', 2),
    );
    const score = engrave(held, { from: 0, to: 60_000 }, 900);
    expect(kinds(score)).toEqual(jasmine.arrayContaining(['hold-full', 'hold-empty']));
    expect(path(score, 'hold-full')).toContain(`V${LAYOUT.hold.to}`);
  });

  it('keeps to a dozen paths and to labels with room, however long the session is', () => {
    const long = timelineOf((passage) => ({ ...passage, cycles: 600 }));
    const score = engrave(long, { from: 0, to: long.total }, 1000);
    expect(score.shapes.length).toBeLessThan(10);
    const rounds = score.labels.filter(({ kind }) => kind === 'round');
    rounds.slice(1).forEach((label, index) => expect(label.x - (rounds[index]?.x ?? 0)).toBeGreaterThan(60));
    expect(texts(score, 'in-left')).toEqual([]);
    expect(score.labels.length).toBeLessThan(60);
  });

  it('numbers counts from the beginning of a cycle that the window cuts into', () => {
    const cut = engrave(timeline, { from: 11_000, to: 19_000 }, 640);
    expect(texts(cut, 'count').slice(0, 4)).toEqual(['1', '2', '3', '4']);
    const second = cut.labels.find(({ kind, text }) => kind === 'count' && text === '2');
    expect(second?.x).toBeCloseTo(0, 5);
  });
});
