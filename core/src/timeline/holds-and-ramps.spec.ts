import fc from 'fast-check';
import { anyConventions, conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import type { Conventions } from '../conventions/index.js';
import { counts, pace, seconds, millis } from '../units/index.js';
import type { CountedPassage, Passage } from '../session/index.js';
import {
  compileSession,
  describeTotal,
  notesOf,
  type LiveChange,
  type Timeline,
  type TimelineEvent,
} from './index.js';

const compile = (
  passage: Passage | readonly Passage[],
  profile: Conventions = conventions(),
  changes: readonly LiveChange[] = [],
  open: 'expected' | 'cap' = 'expected',
): Timeline =>
  compileSession(sessionOf(...[passage].flat()), { hand: 'right' }, profile, { changes, from: null, open });
const rounds = ({ events }: Timeline): TimelineEvent[] =>
  events.filter(({ section }) => section === 'rounds');

describe('what begins at any round', () => {
  it('an open hold is open from its round on, and counted before', () => {
    const openHold = { phase: 'internalHold', expected: seconds(6), cap: seconds(10), fromRound: 3 } as const;
    const holds = rounds(compile(counted('1:1:1', 4, { cycles: 8, openHold }))).filter(
      ({ kind }) => kind === 'internalHold',
    );
    expect(holds.map(({ open, counts: of, from, to }) => [open !== null, of, (to - from) / 1000])).toEqual([
      ...Array.from({ length: 4 }, () => [false, 4, 4]),
      ...Array.from({ length: 4 }, () => [true, null, 6]),
    ] as never);
    const none = rounds(compile(counted('1:1', 4, { cycles: 8, openHold })));
    expect(none.filter(({ kind }) => kind === 'internalHold').length).toBe(4);
  });

  it('the first step of a change comes in its round', () => {
    const ramp = { kind: 'step', of: 'base', by: 1, every: 1, to: counts(6), first: 4 } as const;
    const inhales = rounds(compile(counted('1:1', 4, { cycles: 12, ramps: [ramp] }))).filter(
      ({ kind, cycle }) => kind === 'inhale' && (cycle ?? 0) % 2 === 1,
    );
    expect(inhales.map(({ counts: of }) => Number(of))).toEqual([4, 4, 4, 5, 6, 6]);
  });
});

describe('locks', () => {
  const locked = (change: Partial<CountedPassage> = {}): CountedPassage =>
    counted('1:2:2', 4, {
      locks: { internalHold: ['root', 'chin'], externalHold: [], fromRound: 1 },
      ...change,
    });
  const firstLocks = (passage: Passage, profile = conventions()) => {
    const hold = rounds(compile(passage, profile)).find(({ kind }) => kind === 'internalHold');
    return (
      hold?.locks && { on: hold.locks.on - hold.from, off: hold.to - hold.locks.off, locks: hold.locks.locks }
    );
  };

  it('come on a whole count of a second or more after the hold begins, and off as long before it ends', () => {
    const cases: readonly [number, number][] = [
      [1000, 1000],
      [999, 1998],
      [500, 1000],
      [1500, 1500],
      [3000, 3000],
    ];
    for (const [ms, margin] of cases)
      expect(firstLocks(locked({ pace: pace(ms) })))
        .withContext(`${ms}`)
        .toEqual({ on: margin, off: margin, locks: ['chin', 'root'] });
  });
  it('lie inside their holds always (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 500, max: 3000 }),
        fc.integer({ min: 4, max: 24 }),
        anyConventions,
        (ms, halves, profile) => {
          for (const event of compile(locked({ pace: pace(ms), base: counts(halves / 2) }), profile).events) {
            if (!event.locks) continue;
            expect(event.locks.on).toBeGreaterThan(event.from);
            expect(event.locks.off - event.locks.on).toBeGreaterThanOrEqual(1999);
            expect(event.locks.off).toBeLessThan(event.to);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('are set in the order of the convention', () => {
    expect(firstLocks(locked(), conventions({ lockOrder: 'root-first' }))?.locks).toEqual(['root', 'chin']);
  });
  it('come in at a round', () => {
    const timeline = compile(
      locked({ locks: { internalHold: ['chin'], externalHold: [], fromRound: 3 }, cycles: 8 }),
    );
    const with_ = rounds(timeline)
      .filter(({ locks }) => locks !== null)
      .map(({ round }) => round);
    expect([...new Set(with_)]).toEqual([3, 4]);
  });
  it('are named in each way of writing names', () => {
    const hold = rounds(compile(locked())).find(({ kind }) => kind === 'internalHold');
    expect(hold?.cue.spoken.english).toBe('Hold full, chin lock and root lock');
    expect(hold?.cue.spoken.diacritic).toContain('jālandhara bandha');
  });
});

describe('open holds', () => {
  const open = counted('1:0:2', 4, {
    cycles: 2,
    openHold: { phase: 'internalHold', expected: seconds(8), cap: seconds(15) },
    locks: { internalHold: ['chin'], externalHold: [], fromRound: 1 },
  });
  const hold = (changes: readonly LiveChange[], at: 'expected' | 'cap' = 'cap') => {
    const event = rounds(compile(open, conventions(), changes, at)).find(
      ({ kind }) => kind === 'internalHold',
    );
    return event && { length: event.to - event.from, off: event.locks && event.locks.off - event.from };
  };
  const tap = (after: number): LiveChange => ({
    kind: 'ended',
    passageId: 'a',
    cycle: 1,
    event: 'internalHold',
    after: millis(after),
  });

  it('count with their expected length, and last to the cap while led', () => {
    expect(hold([], 'expected')?.length).toBe(8_000);
    expect(hold([])?.length).toBe(15_000);
  });
  it('end by a tap, the breath a margin after the release', () => {
    expect(hold([tap(6_200)])).toEqual({ length: 7_200, off: 6_200 });
  });
  it('never pass the cap, and let the locks be when tapped before them', () => {
    expect(hold([tap(14_900)])?.length).toBe(15_000);
    expect(hold([tap(700)])).toEqual({ length: 700, off: null });
  });
});

describe('the total', () => {
  it('is a range where something is open, and one number where nothing is', () => {
    const open = { phase: 'internalHold', expected: seconds(8), cap: seconds(15) } as const;
    // 5 s hand-up, 8 s emptying, two breaths of 4 and 8 with the hold between, 10 s closing.
    const passage = counted('1:0:2', 4, { cycles: 2, openHold: open });
    expect(describeTotal(compile(passage))).toBe('1:03 in all, from 0:47 to 1:17');
    expect(describeTotal(compile(passage, conventions(), [], 'cap'))).toBe('1:03 in all, from 0:47 to 1:17');
    expect(describeTotal(compile(counted('1:0:2', 4, { cycles: 2 })))).toBe('0:47 in all');
  });
});

describe('ramps', () => {
  const exhales = (passage: CountedPassage): number[] =>
    rounds(compile(passage))
      .filter(({ kind, cycle }) => kind === 'exhale' && (cycle ?? 0) % 2 === 1)
      .map((event) => event.counts ?? 0);
  it('lengthen the exhale by one every two rounds from 5 to 8', () => {
    const passage = counted('1:0:1', 5, {
      cycles: 18,
      ramps: [{ kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(8) }],
    });
    expect(exhales(passage)).toEqual([5, 5, 6, 6, 7, 7, 8, 8, 8]);
  });
  it('raise the base in proportion, bring a hold in late, and taper', () => {
    expect(
      exhales(
        counted('1:0:2', 3, {
          cycles: 8,
          ramps: [{ kind: 'step', of: 'base', by: 1, every: 1, to: counts(5) }],
        }),
      ),
    ).toEqual([6, 8, 10, 10]);
    expect(
      exhales(
        counted('1:0:2', 4, {
          cycles: 6,
          ramps: [{ kind: 'step', of: 'exhale', by: -1, every: 1, to: counts(7) }],
        }),
      ),
    ).toEqual([8, 7, 7]);
    const late = counted('1:1:2', 4, { cycles: 8, ramps: [{ kind: 'from', of: 'internalHold', round: 3 }] });
    expect([
      ...new Set(
        rounds(compile(late))
          .filter(({ kind }) => kind === 'internalHold')
          .map(({ round }) => round),
      ),
    ]).toEqual([3, 4]);
  });
});

describe('conventions that bear on the timeline', () => {
  const alternate = counted('1:1:2', 4, { emptyHold: 'convention', startsOn: 'convention', cycles: 8 });
  const empties = (profile: Partial<Conventions>): string =>
    rounds(compile(alternate, conventions(profile)))
      .slice(3, 4)
      .map(({ kind, from, to }) => `${kind} ${to - from}`)
      .join();
  it('the empty hold: none, a turning pause, or as long as the full one', () => {
    expect(empties({ externalHold: 'none' })).toBe('inhale 4000');
    expect(empties({ externalHold: 'turning-pause' })).toBe('turning 1000');
    expect(empties({ externalHold: 'equal' })).toBe('externalHold 4000');
  });
  it('leave a passage that is kept as written alone', () => {
    const written = { ...alternate, emptyHold: 'as-written' as const };
    expect(rounds(compile(written, conventions({ externalHold: 'equal' })))[3]?.kind).toBe('inhale');
  });
  it('the hum: on the exhale, or on both', () => {
    const hums = (hum: Conventions['hum']): string[] =>
      rounds(compile(passageOf('bhramari', 'counted', { cycles: 1 }), conventions({ hum }))).map(
        (event) => event.cue.spoken.plain,
      );
    expect(hums('exhale')).toEqual(['Inhale through both', 'Hum out through both']);
    expect(hums('both')).toEqual(['Hum in through both', 'Hum out through both']);
  });
  it('the counting: up, down, or silent after three rounds', () => {
    const counting = (value: Conventions['counting']): string[] => [
      ...new Set(
        rounds(compile(alternate, conventions({ counting: value }))).map((event) => event.counting as string),
      ),
    ];
    expect(counting('up')).toEqual(['up']);
    expect(counting('down')).toEqual(['down']);
    expect(counting('silent-later')).toEqual(['up', 'silent']);
    const ticks = (value: Conventions['counting']): number =>
      notesOf(compile(alternate, conventions({ counting: value }))).filter(({ kind }) => kind === 'tick')
        .length;
    expect(ticks('silent-later')).toBeLessThan(ticks('up'));
  });
  it('the rest after strokes: a tap ends it, or the clock alone', () => {
    const rest = (restAfterStrokes: Conventions['restAfterStrokes']) =>
      compile(
        passageOf('kapalabhati', 'strokes', { sets: 1 }),
        conventions({ restAfterStrokes }),
      ).events.find(({ kind }) => kind === 'quiet');
    expect(rest('until-quiet')?.open).toEqual({
      expected: millis(45_000),
      least: millis(30_000),
      cap: millis(120_000),
    });
    expect(rest('fixed')?.open).toBeNull();
  });
});

describe('a change of seat', () => {
  it('takes ten seconds between two passages, and nothing where the seat stays', () => {
    const kinds = (seat: 'chair' | 'cross-legged'): string[] =>
      compile([counted('1:1', 4, { seat: 'cross-legged' }), { ...stillness(), seat }])
        .events.slice(-2)
        .map(({ kind, from, to }) => `${kind} ${to - from}`);
    expect(kinds('chair')).toEqual(['seatChange 10000', 'natural 60000']);
    expect(kinds('cross-legged')[0]).toContain('closing');
    const [change] = compile([
      counted('1:1', 4, { seat: 'cross-legged' }),
      { ...stillness(), seat: 'chair' },
    ]).events.filter(({ kind }) => kind === 'seatChange');
    expect(change?.cue.spoken.english).toBe('Change the seat: chair');
  });
});
