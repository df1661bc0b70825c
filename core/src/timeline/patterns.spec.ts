import { conventions, counted, passageOf, sessionOf } from '../testing.js';
import type { Conventions } from '../conventions/index.js';
import { counts, seconds, millis } from '../units/index.js';
import type { CountedPassage, Passage, StrokePassage } from '../session/index.js';
import { compileSession, notesOf, type LiveChange, type Timeline, type TimelineEvent } from './index.js';

const compile = (
  passage: Passage | readonly Passage[],
  profile: Conventions = conventions(),
  changes: readonly LiveChange[] = [],
  open: 'expected' | 'cap' = 'expected',
): Timeline =>
  compileSession(sessionOf(...[passage].flat()), { hand: 'right' }, profile, { changes, from: null, open });
const rounds = ({ events }: Timeline): TimelineEvent[] =>
  events.filter(({ section }) => section === 'rounds');
const ways = (timeline: Timeline, number: number): string =>
  rounds(timeline)
    .slice(0, number)
    .map(({ kind, airway }) => `${kind === 'inhale' ? 'in' : 'out'} ${airway}`)
    .join(', ');
const lengths = (timeline: Timeline): number[] => rounds(timeline).map(({ from, to }) => (to - from) / 1000);

describe('routes', () => {
  const cases: readonly [CountedPassage, string][] = [
    [counted('1:1', 4), 'in left, out right, in right, out left'],
    [counted('1:1', 4, { startsOn: 'right' }), 'in right, out left, in left, out right'],
    [passageOf('chandra-bhedana', 'counted'), 'in left, out right, in left, out right'],
    [passageOf('surya-bhedana', 'counted'), 'in right, out left, in right, out left'],
    [passageOf('left-resting', 'counted'), 'in left, out left, in left, out left'],
    [
      passageOf('ujjayi', 'counted', { turning: { full: seconds(0), empty: seconds(0) } }),
      'in both, out both, in both, out both',
    ],
    [passageOf('sheetali', 'counted'), 'in mouth, out both, in mouth, out both'],
  ];
  for (const [passage, expected] of cases) {
    it(`of ${passage.technique} from ${passage.startsOn}: ${expected}`, () => {
      expect(ways(compile(passage), 4)).toBe(expected);
    });
  }

  it('of one breath to the round end after as many cycles as were asked for, whatever the convention', () => {
    const timeline = compile(
      passageOf('chandra-bhedana', 'counted', { cycles: 7 }),
      conventions({ endsOn: 'exhale-right' }),
    );
    expect(timeline.passages[0]?.rounds?.cycles).toBe(7);
    expect(rounds(timeline).at(-1)?.round).toBe(7);
  });

  it('raise the hand at the nose or the ears, and not for both nostrils or by attention', () => {
    const opening = (passage: Passage): string[] =>
      compile(passage)
        .events.filter(({ section }) => section === 'opening' || section === 'closing')
        .map(({ cue }) => cue.spoken.plain);
    expect(opening(counted('1:1', 4))).toEqual([
      'Raise the hand',
      'Exhale left',
      'Hand down, one breath through both',
    ]);
    expect(opening(passageOf('bhramari', 'counted'))).toEqual([
      'Hands to the ears, settle',
      'Hands down, one free breath',
    ]);
    expect(opening(passageOf('ujjayi', 'counted'))).toEqual([]);
    expect(opening(counted('1:1', 4, { byAttention: true }))).toEqual([]);
    expect(
      compile(counted('1:1', 4, { byAttention: true })).events.every(({ hand }) => hand === null),
    ).toBeTrue();
  });
});

describe('parts of a breath', () => {
  it('are belly, ribs and chest in, and the reverse out: 12 s for 2+2+2', () => {
    const timeline = compile(passageOf('three-part', 'counted', { cycles: 1 }));
    expect(rounds(timeline).map(({ part }) => part?.region)).toEqual([
      'belly',
      'ribs',
      'chest',
      'chest',
      'ribs',
      'belly',
    ]);
    expect(lengths(timeline)).toEqual([2, 2, 2, 2, 2, 2]);
    expect(timeline.total).toEqual(millis(12_000));
    expect(rounds(timeline).map(({ cue }) => cue.spoken.english)).toEqual([
      'Inhale through both, belly',
      'Ribs',
      'Chest',
      'Exhale through both, chest',
      'Ribs',
      'Belly',
    ]);
  });

  it('are thirds with a count of pause between them, and after the last where that is wanted', () => {
    const passage = passageOf('viloma-inhale', 'counted', { cycles: 1, base: counts(6) });
    expect(rounds(compile(passage)).map(({ kind }) => kind)).toEqual([
      'inhale',
      'pause',
      'inhale',
      'pause',
      'inhale',
      'exhale',
    ]);
    expect(lengths(compile(passage))).toEqual([2, 1, 2, 1, 2, 6]);
    const parts = passage.parts.inhale;
    const atEnd = { ...passage, parts: { inhale: parts && { ...parts, atEnd: true }, exhale: null } };
    expect(
      rounds(compile(atEnd))
        .map(({ kind }) => kind)
        .filter((kind) => kind === 'pause').length,
    ).toBe(3);
  });

  it('keep their sum and their proportion to the half count whatever the breath is', () => {
    for (const base of [3, 4, 5.5, 7, 10]) {
      const inhales = rounds(
        compile(passageOf('viloma-inhale', 'counted', { cycles: 1, base: counts(base) })),
      ).filter(({ kind }) => kind === 'inhale');
      const parts = inhales.map((event) => Number(event.counts ?? 0));
      expect(parts.reduce((a, b) => a + b, 0)).toBe(base);
      expect(Math.max(...parts) - Math.min(...parts)).toBeLessThanOrEqual(0.5);
    }
  });
});

describe('turning pauses and letting go', () => {
  it('stand where there is no hold and do not grow with the base', () => {
    for (const base of [4, 8])
      expect(lengths(compile(passageOf('ujjayi', 'counted', { cycles: 1, base: counts(base) })))).toEqual([
        base,
        0.5,
        base,
        0.5,
      ]);
  });
  it('let go 6 s after the tense-and-release breath: 2, 5, 2, 6', () => {
    const timeline = compile(passageOf('tense-release', 'counted', { cycles: 1 }));
    const byKind = (kinds: readonly string[]): number =>
      rounds(timeline)
        .filter(({ kind }) => kinds.includes(kind))
        .reduce((sum, { from, to }) => sum + to - from, 0) / 1000;
    expect(['inhale', 'internalHold', 'exhale', 'letGo'].map((kind) => byKind([kind]))).toEqual([2, 5, 2, 6]);
  });
});

describe('strokes', () => {
  const strokes = (change: Partial<StrokePassage> = {}): StrokePassage =>
    passageOf('kapalabhati', 'strokes', change);

  it('are N at R a minute, then a recovery and quiet, set by set', () => {
    const timeline = compile(strokes({ strokes: 30, rate: 60, sets: 2 }));
    expect(timeline.events.map(({ kind }) => kind)).toEqual([
      'strokes',
      'inhale',
      'exhale',
      'quiet',
      'strokes',
      'inhale',
      'exhale',
      'quiet',
    ]);
    expect(timeline.events.map(({ from, to }) => (to - from) / 1000)).toEqual([30, 4, 6, 45, 30, 4, 6, 45]);
    expect(timeline.events[0]?.ticks.length).toBe(30);
    expect(timeline.events[4]?.strokes?.before).toBe(30);
  });

  it('are exact over an hour at 70 a minute, where one stroke is no whole number of milliseconds', () => {
    const timeline = compile(
      strokes({ strokes: 120, rate: 70, sets: 30, recovery: null, quiet: seconds(30) }),
    );
    let exact = 0;
    for (const event of timeline.events) {
      expect(Math.abs(event.from - exact)).toBeLessThanOrEqual(1);
      if (event.strokes) {
        const from = exact;
        event.ticks.forEach((tick, i) =>
          expect(Math.abs(tick - (from + (i * 60_000) / 70))).toBeLessThanOrEqual(1),
        );
      }
      exact += event.strokes ? (120 * 60_000) / 70 : 30_000;
    }
    expect(exact).toBeGreaterThan(3_600_000);
  });

  it('sound a beat each and another tone at each tenth', () => {
    const notes = notesOf(compile(strokes({ strokes: 30, rate: 60, sets: 1 }))).filter(
      ({ kind }) => kind === 'stroke',
    );
    expect(notes.length).toBe(30);
    const tenths = notes.flatMap(({ pitch }, i) => (pitch !== notes[0]?.pitch ? [i + 1] : []));
    expect(tenths).toEqual([10, 20, 30]);
  });

  it('speed up by set', () => {
    const timeline = compile(
      strokes({ strokes: 20, rate: 50, sets: 3, rateRamp: { by: 10, every: 1, to: 70 } }),
    );
    expect(timeline.events.flatMap((event) => (event.strokes ? [event.strokes.rate] : []))).toEqual([
      50, 60, 70,
    ]);
  });

  it('go left, right, both, with the hand up', () => {
    const timeline = compile(passageOf('even-rapid', 'strokes'));
    expect(timeline.events.filter(({ strokes: s }) => s).map(({ airway }) => airway)).toEqual([
      'left',
      'right',
      'both',
    ]);
    expect(timeline.passages[0]?.raised).toBe('nose');
  });

  it('rest 45 s by convention, 60 s before a hold over 2 s, as written otherwise', () => {
    const quiet = (passages: readonly Passage[], profile = conventions()): number[] =>
      compile(passages, profile)
        .events.filter(({ kind }) => kind === 'quiet')
        .map(({ from, to }) => (to - from) / 1000);
    const one = strokes({ sets: 1 });
    expect(quiet([one])).toEqual([45]);
    expect(quiet([one, counted('1:1:2', 3)])).toEqual([60]);
    expect(quiet([one, counted('1:1', 3)])).toEqual([45]);
    const ramps = [{ kind: 'step', of: 'internalHold', by: 1, every: 1, to: counts(5) }] as const;
    expect(quiet([one, counted('4:1:4', 4, { ramps })]))
      .withContext('a hold that grows')
      .toEqual([60]);
    expect(quiet([{ ...one, quiet: seconds(70) }])).toEqual([70]);
  });

  it('that are ended early keep those that were begun and go on to the next turn', () => {
    const passage = passageOf('even-rapid', 'strokes');
    const ended: LiveChange = {
      kind: 'ended',
      passageId: passage.id,
      cycle: 1,
      event: 'strokes',
      after: millis(10_500),
    };
    const timeline = compile(passage, conventions(), [ended]);
    const made = timeline.events.flatMap((event) =>
      event.strokes ? [[event.airway, event.strokes.number]] : [],
    );
    expect(made).toEqual([
      ['left', 11],
      ['right', 25],
      ['both', 25],
    ]);
  });
});
