import fc from 'fast-check';
import { compileSession } from '../timeline/index.js';
import { anyConventions, anySession, conventions, counted, sessionOf, stillness } from '../testing.js';
import { levelsAt, momentAt } from './index.js';

const timeline = compileSession(
  sessionOf(counted('2:1:3', 6, { cycles: 8 }), stillness(60)),
  { hand: 'right' },
  conventions(),
);

describe('the moment shown while leading', () => {
  // 5 s hand-up, 9 s emptying, then in 6, hold 3, out 9 by turns.
  const cases: [
    at: number,
    kind: string,
    airway: string,
    count: string | null,
    round: string | null,
    next: string,
  ][] = [
    [0, 'handUp', 'both', null, null, 'exhale left, 9'],
    [5_000, 'exhale', 'left', '1 of 9', null, 'inhale left, 6'],
    [14_000, 'inhale', 'left', '1 of 6', '1 of 4', 'hold full, 3'],
    [19_999, 'inhale', 'left', '6 of 6', '1 of 4', 'hold full, 3'],
    [20_000, 'internalHold', 'closed', '1 of 3', '1 of 4', 'exhale right, 9'],
    [50_000, 'inhale', 'left', '1 of 6', '2 of 4', 'hold full, 3'],
    [157_999, 'exhale', 'left', '9 of 9', '4 of 4', 'hand down, one breath through both'],
  ];
  for (const [at, kind, airway, count, round, next] of cases) {
    it(`at ${at} ms is ${kind} ${airway}`, () => {
      const moment = momentAt(timeline, at);
      const of = (part: { now: number; of: number } | null | undefined): string | null =>
        part ? `${part.now} of ${part.of}` : null;
      expect(moment?.event.kind).toEqual(kind as 'inhale');
      expect(moment?.event.airway).toEqual(airway as 'left');
      expect(of(moment?.count)).toEqual(count);
      expect(of(moment?.round)).toEqual(round);
      expect(moment?.next?.cue.next.english).toBe(next);
    });
  }

  it('says how much time is left of the phase, of the passage and of all', () => {
    const left = momentAt(timeline, 14_000)?.left;
    expect(left).toEqual({ event: 6_000, passage: 154_000, all: 214_000 } as never);
  });

  it('is nothing before the beginning and after the end', () => {
    expect(momentAt(timeline, -1)).toBeNull();
    expect(momentAt(timeline, timeline.total)).toBeNull();
  });
});

describe('the levels of the two channels', () => {
  const levels = (at: number) => {
    const event = momentAt(timeline, at)?.event;
    return event && levelsAt(event, at);
  };

  it('rise on the inhale, stand in the hold and sink on the exhale, in the open nostril alone', () => {
    expect(levels(17_000)).toEqual({ left: 0.5, right: 0, mouth: 0 });
    expect(levels(21_000)).toEqual({ left: 1, right: 1, mouth: 0 });
    expect(levels(23_000 + 4_500)).toEqual({ left: 0, right: 0.5, mouth: 0 });
    expect(levels(1_000)).toEqual({ left: null, right: null, mouth: null });
  });

  it('never jump from one event of a round to the next in the nostril that stays open (property)', () => {
    fc.assert(
      fc.property(anySession, anyConventions, (session, profile) => {
        const { events } = compileSession(session, { hand: 'left' }, profile);
        events.forEach((event, index) => {
          const before = events[index - 1];
          if (!before || event.section !== 'rounds' || before.section !== 'rounds') return;
          for (const side of ['left', 'right'] as const) {
            if (before.airway !== side || event.airway !== side) continue;
            expect(levelsAt(event, event.from)[side]).toBeCloseTo(
              levelsAt(before, before.to)[side] ?? NaN,
              9,
            );
          }
        });
      }),
      { numRuns: 60 },
    );
  });
});
