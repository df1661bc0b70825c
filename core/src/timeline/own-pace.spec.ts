import { conventions, counted, passageOf, sessionOf } from '../testing.js';
import type { Conventions } from '../conventions/index.js';
import type { CountedPassage, Passage } from '../session/index.js';
import { counts, seconds } from '../units/index.js';
import { compileSession, notesOf, type Timeline, type TimelineEvent } from './index.js';

const compile = (passage: Passage, profile: Conventions = conventions()): Timeline =>
  compileSession(sessionOf(passage), { hand: 'right' }, profile);
const own = ({ events }: Timeline): TimelineEvent[] => events.filter(({ kind }) => kind === 'ownPace');
const stages = (timeline: Timeline): [string | undefined, number][] =>
  own(timeline).map(({ ownPace, from, to }) => [ownPace?.stage, (to - from) / 1000]);
const lengthsOf = (minutes: number, change: Partial<CountedPassage> = {}): [string | undefined, number][] =>
  stages(compile(counted('1:1', 4, { cycles: 2, ownPace: seconds(minutes * 60), ...change })));

describe("minutes at one's own pace", () => {
  const routes: readonly [string, CountedPassage, string, string][] = [
    ['alternating', counted('1:1', 4, { cycles: 4 }), 'in left, out right, in right, out left', 'left'],
    [
      'alternating, a half round more',
      counted('1:1', 4, { cycles: 3 }),
      'in right, out left, in left, out right',
      'right',
    ],
    [
      'from the right',
      counted('1:1', 4, { cycles: 4, startsOn: 'right' }),
      'in right, out left, in left, out right',
      'right',
    ],
    ['left-entry', passageOf('chandra-bhedana', 'counted', { cycles: 2 }), 'in left, out right', 'right'],
    ['right-entry', passageOf('surya-bhedana', 'counted', { cycles: 2 }), 'in right, out left', 'left'],
    ['one side', passageOf('left-resting', 'counted', { cycles: 2 }), 'in left, out left', 'left'],
  ];
  for (const [name, passage, pattern, end] of routes)
    it(`keep the sides of the counted rounds, ${name}: ${pattern}, ending out ${end}`, () => {
      const ends = conventions({ endsOn: name.includes('half') ? 'exhale-right' : 'side-it-began' });
      const timeline = compile({ ...passage, ownPace: seconds(120) }, ends);
      const [first] = own(timeline);
      const lastCounted = timeline.events.findLast(
        ({ kind, section }) => section === 'rounds' && kind === 'exhale',
      );
      expect(first?.cue.spoken.english).toBe(`The same at your own pace: ${pattern}`);
      expect(first?.ownPace?.endsOn).toBe(lastCounted?.airway as 'left');
      expect(first?.ownPace?.endsOn).toBe(end as 'left');
      expect(first?.ownPace?.breaths.at(-1)).toEqual({ kind: 'exhale', airway: end as 'left' });
      expect(own(timeline).at(-1)?.cue.spoken.english).toBe(
        `Last round. Finish your round: the last breath goes out ${end}`,
      );
    });

  it('keep the hand at the nose: both fingers in turn where sides change, one finger where they do not', () => {
    const [turns] = own(compile(counted('1:1', 4, { cycles: 2, ownPace: seconds(60) })));
    expect(turns?.ownPace?.fingers).toEqual({ left: 'ring-and-little', right: 'thumb' });
    expect(turns?.cue.fingers).toBe('thumb closes right, ring and little close left, in turn');
    const [still] = own(compile(passageOf('left-resting', 'counted', { cycles: 2, ownPace: seconds(60) })));
    expect(still?.airway).toBe('left');
    expect(still?.hand?.left).toBe('open');
    expect(still?.hand?.right).toBe('thumb');
    const [free] = own(compile(passageOf('ujjayi', 'counted', { cycles: 2, ownPace: seconds(60) })));
    expect(free?.hand).toBeNull();
    expect(free?.ownPace?.fingers).toBeNull();
    expect(free?.cue.spoken.english).toBe('The same at your own pace');
  });

  const lengths: readonly [string, [string | undefined, number][], [string, number][]][] = [
    [
      'three minutes',
      lengthsOf(3),
      [
        ['going', 120],
        ['last-minute', 44],
        ['last-round', 16],
      ],
    ],
    [
      'one minute, too short for a last minute',
      lengthsOf(1),
      [
        ['going', 44],
        ['last-round', 16],
      ],
    ],
    ['less than a round', lengthsOf(0.2), [['last-round', 12]]],
    [
      'rounds of over a minute',
      lengthsOf(5, { base: counts(20) }),
      [
        ['going', 220],
        ['last-round', 80],
      ],
    ],
  ];
  for (const [name, found, expected] of lengths)
    it(`say the last minute and the last round: ${name}`, () => expect(found).toEqual(expected));

  it('take the last round, its words and its tone from the counted rounds', () => {
    const tones = (ownPace: number): number[] =>
      notesOf(compile(counted('1:1', 4, { cycles: 4, ownPace: seconds(ownPace) })))
        .filter(({ kind }) => kind === 'last-round')
        .map(({ at }) => at / 1000);
    const marked = (ownPace: number): string[] => [
      ...new Set(
        compile(counted('1:1', 4, { cycles: 4, ownPace: seconds(ownPace) }))
          .events.filter(({ lastRound }) => lastRound)
          .map(({ section, round }) => `${section} ${round ?? ''}`),
      ),
    ];
    const without = tones(0);
    expect(marked(0)).toEqual(['rounds 2']);
    expect(without.length).toBe(1);
    const [timeline] = [compile(counted('1:1', 4, { cycles: 4, ownPace: seconds(120) }))];
    const last = own(timeline).at(-1);
    expect(tones(120)).toEqual([(last?.from ?? 0) / 1000]);
    expect(marked(120)).toEqual(['own-pace ']);
  });
});

describe('strokes through one side after the other', () => {
  it('raise the hand again for each, and not where both nostrils are open', () => {
    const { events } = compile(
      passageOf('even-rapid', 'strokes', { turns: ['left', 'right', 'both'], sets: 1 }),
    );
    const kinds = events.map(({ kind, airway }) => (kind === 'strokes' ? `${kind} ${airway}` : kind));
    const before = (what: string): string | undefined => kinds[kinds.indexOf(what) - 1];
    expect(before('strokes left')).toBe('handUp');
    expect(before('strokes right')).toBe('handUp');
    expect(before('strokes both')).toBe('quiet');
  });
});
