import {
  compileSession,
  counts,
  DEFAULT_CONVENTIONS,
  newPassage,
  seconds,
  type CountedPassage,
  type Passage,
  type TechniqueId,
  type Timeline,
} from '@nuvrah/core';
import { engrave, type EngravedScore } from './engrave';
import { LAYOUT } from './score-layout';

const timelineOf = (...passages: Passage[]): Timeline =>
  compileSession(
    { title: 'A', goal: 'calm', conventions: {}, minutes: null, seatChange: seconds(10), passages },
    { hand: 'right' },
    DEFAULT_CONVENTIONS,
  );
const counted = (technique: TechniqueId, change: Partial<CountedPassage> = {}): CountedPassage => ({
  ...(newPassage(technique, technique) as CountedPassage),
  ...change,
});
const whole = (timeline: Timeline, width = 900): EngravedScore =>
  engrave(timeline, { from: 0, to: timeline.total }, width);
const path = (score: EngravedScore, kind: string): string =>
  score.shapes.find((shape) => shape.kind === kind)?.path ?? '';
const pieces = (text: string): number => text.split('M').length - 1;
const texts = (score: EngravedScore, kind: string): string[] =>
  score.labels.filter((label) => label.kind === kind).map(({ text }) => text);

describe('engraving every pattern', () => {
  it('draws a breath in parts as the parts of its wedge, higher one by one', () => {
    const score = whole(timelineOf(counted('three-part', { cycles: 1 })));
    expect(pieces(path(score, 'in-both'))).toBe(3);
    expect(pieces(path(score, 'out-both'))).toBe(3);
    expect(texts(score, 'in-both')).toEqual(['2', '2', '2']);
    const full = (LAYOUT.hold.to - LAYOUT.hold.from) / 2;
    // A third of the wedge ends at a third of its height.
    expect(path(score, 'in-both')).toContain(`L150.0 ${(124 - full / 3).toFixed(1)}`);
  });

  it('draws pauses between parts, as high as the lungs are full', () => {
    const score = whole(timelineOf(counted('viloma-inhale', { cycles: 1 })));
    expect(pieces(path(score, 'pause'))).toBe(2);
  });

  it('draws strokes as a comb with a tooth each, its number and rate; close together as a band', () => {
    const strokes = newPassage('kapalabhati', 'k');
    const near = whole(timelineOf({ ...strokes, sets: 1, strokes: 20 } as Passage));
    // One line above and a tooth for each.
    expect(pieces(path(near, 'comb'))).toBe(21);
    expect(texts(near, 'strokes')).toEqual(['20']);
    expect(texts(near, 'rate')).toEqual(['50/min']);
    expect(texts(near, 'round')).toEqual(['Set 1']);
    const tenths = path(near, 'comb').match(new RegExp(`V${LAYOUT.hold.to}`, 'g'));
    expect(tenths?.length).withContext('a longer one for each tenth').toBe(2);
    const far = whole(timelineOf({ ...strokes, sets: 9, strokes: 100 } as Passage), 200);
    expect(path(far, 'comb')).toBe('');
    expect(path(far, 'comb-far') === '').toBeFalse();
  });

  it('draws strokes through one nostril in its channel', () => {
    const score = whole(
      timelineOf({ ...newPassage('even-rapid', 'e'), turns: ['left'], strokes: 10 } as Passage),
    );
    expect(path(score, 'comb')).toContain(` ${LAYOUT.left - LAYOUT.wedge}H`);
  });

  it('draws the mouth as a thin channel between the nostrils, named only where it is used', () => {
    const score = whole(timelineOf(counted('sheetali', { cycles: 1 })));
    expect(path(score, 'in-mouth')).toContain(
      `${LAYOUT.mouth - LAYOUT.mouthWedge}V${LAYOUT.mouth + LAYOUT.mouthWedge}`,
    );
    expect(score.usesMouth).toBeTrue();
    expect(whole(timelineOf(counted('ujjayi'))).usesMouth).toBeFalse();
  });

  it('draws a hum with wavy edges, and the throat sound as a line along the breath', () => {
    const hum = path(whole(timelineOf(counted('bhramari', { cycles: 1 }))), 'out-both');
    expect(hum.split('L').length).toBeGreaterThan(20);
    const throat = whole(timelineOf(counted('ujjayi', { cycles: 1 }))).throat;
    expect(pieces(throat)).toBe(2);
  });

  it('draws an open hold without an end, with its length and its cap', () => {
    const open = { phase: 'internalHold', expected: seconds(8), cap: seconds(12) } as const;
    const score = whole(timelineOf(counted('surya-bhedana', { cycles: 1, openHold: open })));
    expect(path(score, 'hold-open-full')).not.toContain('Z');
    expect(texts(score, 'hold-open-full')).toEqual(['8 s, at most 12']);
  });

  it('draws locks as brackets over their hold with their letters', () => {
    const locks = { internalHold: ['chin', 'root'], externalHold: [], fromRound: 1 } as const;
    const ratio = { inhale: 1, internalHold: 2, exhale: 2, externalHold: 0 };
    const score = whole(timelineOf(counted('nadi-shodhana', { cycles: 2, ratio, locks })));
    expect(pieces(score.brackets)).toBe(2);
    expect(texts(score, 'lock')).toEqual(['C R', 'C R']);
  });

  it('draws a ramp as wedges that grow, and own pace as a plain field', () => {
    const ramps = [{ kind: 'step', of: 'exhale', by: 1, every: 1, to: counts(7) }] as const;
    const score = whole(
      timelineOf(counted('chandra-bhedana', { cycles: 3, ramps, ownPace: seconds(30), base: counts(4) })),
      1200,
    );
    expect(texts(score, 'out-right')).toEqual(['6', '7', '7']);
    expect(texts(score, 'own-pace')).toEqual(['the same at one’s own pace', 'last round']);
  });
});
