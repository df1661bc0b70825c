import fc from 'fast-check';
import { resolveConventions } from '../conventions/index.js';
import { anyConventions, anySession, conventions, counted, sessionOf, stillness } from '../testing.js';
import { cyclesPerRound } from '../session/index.js';
import { countsOf, PHASE_KINDS } from '../ratio/index.js';
import { counts, pace } from '../units/index.js';
import { compileSession, eventIndexAt, holdTotals, type Timeline, type TimelineEvent } from './index.js';

const anyHand = fc.constantFrom<'left' | 'right'>('left', 'right');
const describeEvents = (events: readonly TimelineEvent[]): string[] =>
  events.map((event) => `${event.kind} ${event.airway} ${(event.to - event.from) / 1000}`);
const inRounds = (timeline: Timeline): TimelineEvent[] =>
  timeline.events.filter((event) => event.section === 'rounds');
const right = { hand: 'right' } as const;

describe('compileSession, one passage', () => {
  const session = sessionOf(counted('2:1:3', 6, { cycles: 2 }));

  it('raises the hand, empties, goes through a round and closes', () => {
    expect(describeEvents(compileSession(session, right, conventions()).events)).toEqual([
      'handUp both 5',
      'exhale left 9',
      'inhale left 6',
      'internalHold closed 3',
      'exhale right 9',
      'inhale right 6',
      'internalHold closed 3',
      'exhale left 9',
      'closing both 10',
    ]);
  });

  it('says what to do, with the nostril and the fingers', () => {
    const cues = compileSession(session, right, conventions()).events.map(({ cue }) => [
      cue.spoken.english,
      cue.fingers,
    ]);
    expect(cues).toEqual([
      ['Raise the hand', null],
      ['Exhale left', 'thumb closes right'],
      ['Inhale left', null],
      ['Hold full', 'ring and little close left'],
      ['Exhale right', 'thumb opens right'],
      ['Inhale right', null],
      ['Hold full', 'thumb closes right'],
      ['Exhale left', 'ring and little open left'],
      ['Hand down, one breath through both', null],
    ]);
  });

  it('closes first and opens last where there is no hold, mirrored for the left hand', () => {
    const plain = sessionOf(counted('1:1', 4, { cycles: 2 }));
    const swap = (hand: 'left' | 'right') =>
      compileSession(plain, { hand }, conventions({ leftClosedBy: 'ring' })).events[3]?.cue.fingers;
    expect(swap('right')).toBe('ring closes left, thumb opens right');
    expect(swap('left')).toBe('thumb closes left, ring opens right');
  });

  it('begins as the convention says', () => {
    const begins = (how: 'out-through-both' | 'free-breath') =>
      describeEvents(compileSession(session, right, conventions({ begins: how })).events)[1];
    expect(begins('out-through-both')).toBe('exhale both 9');
    expect(begins('free-breath')).toBe('freeBreath both 15');
  });

  it('adds half a round for an exhale on the right', () => {
    const ended = inRounds(compileSession(session, right, conventions({ endsOn: 'exhale-right' })));
    expect(ended.at(-1)?.airway).toBe('right');
    expect(ended.at(-1)?.cycle).toBe(3);
  });

  it('closes with the hand that the convention says', () => {
    const hand = (closing: 'dominant' | 'right') =>
      compileSession(session, { hand: 'left' }, conventions({ closingHand: closing })).events[2]?.hand;
    expect(hand('dominant')).toEqual({ hand: 'left', left: 'open', right: 'ring-and-little' });
    expect(hand('right')).toEqual({ hand: 'right', left: 'open', right: 'thumb' });
  });

  it('gives thumb and index when those close', () => {
    const timeline = compileSession(session, right, conventions({ fingerPosition: 'thumb-and-index' }));
    expect(timeline.events[3]?.hand).toEqual({ hand: 'right', left: 'index', right: 'thumb' });
  });

  it('knows the longest and the total hold in seconds', () => {
    const { longest, total } = holdTotals(
      compileSession(sessionOf(counted('1:4:2', 4, { pace: pace(1500) })), right, conventions()),
    );
    expect(Number(longest)).toBe(24);
    expect(Number(total)).toEqual(24 * 14);
  });

  it('finds the event at a moment, the end excluded', () => {
    const timeline = compileSession(session, right, conventions());
    expect(
      [-1, 0, 4999, 5000, timeline.total - 1, timeline.total].map((at) => eventIndexAt(timeline, at)),
    ).toEqual([-1, 0, 0, 1, 8, -1]);
  });
});

describe('compileSession, invariants', () => {
  const check = (property: (timeline: Timeline, resolved: ReturnType<typeof conventions>) => void): void =>
    fc.assert(
      fc.property(anySession, anyConventions, anyHand, (session, profile, hand) => {
        property(
          compileSession(session, { hand }, profile),
          resolveConventions(profile, session.conventions),
        );
      }),
      { numRuns: 150 },
    );

  it('leaves no gap and no overlap, and ends at the stated total', () => {
    check((timeline) => {
      let at = 0;
      for (const event of timeline.events) {
        expect(event.from as number).toBe(at);
        expect(event.to).toBeGreaterThan(event.from);
        at = event.to;
      }
      expect(at).toBe(timeline.total);
      expect(timeline.passages.at(-1)?.to).toBe(timeline.total);
    });
  });

  it('inhales through the nostril last exhaled through', () => {
    check((timeline) => {
      let last: string | null = null;
      for (const event of timeline.events.filter(
        ({ section }) => section === 'rounds' || section === 'opening',
      )) {
        if (event.kind === 'exhale') last = event.airway;
        if (event.kind === 'inhale' && last !== null && last !== 'both')
          expect(event.airway as string).toBe(last);
      }
    });
  });

  it('ends on the side the convention says, with whole rounds or the half that it needs', () => {
    check((timeline, { endsOn }) => {
      const rounds = timeline.passages[0]?.rounds;
      const last = inRounds(timeline).findLast((event) => event.kind === 'exhale');
      const side = endsOn === 'exhale-right' ? 'right' : rounds?.startsOn;
      expect(last?.airway).toBe(side);
      if (endsOn === 'side-it-began') expect((rounds?.cycles ?? 0) % 2).toBe(0);
    });
  });

  it('closes both sides in every hold, and never anything else', () => {
    check((timeline) => {
      for (const event of inRounds(timeline)) {
        const hold = event.kind === 'internalHold' || event.kind === 'externalHold';
        const closed = event.hand?.left !== 'open' && event.hand?.right !== 'open';
        expect(closed).toBe(hold);
        if (event.airway === 'left') expect(event.hand?.left).toBe('open');
        if (event.airway === 'right') expect(event.hand?.right).toBe('open');
      }
    });
  });

  it('spaces ticks by the pace and begins the first with the phase', () => {
    check((timeline) => {
      const ms = timeline.passages[0]?.rounds?.pace ?? 0;
      for (const event of timeline.events) {
        if (event.counts === null) continue;
        expect(event.ticks.length).toBe(Math.ceil(event.counts));
        event.ticks.forEach((tick, i) => expect(Math.abs(tick - event.from - i * ms)).toBeLessThanOrEqual(1));
      }
    });
  });

  it('numbers rounds and cycles without a gap', () => {
    check((timeline, resolved) => {
      const cycles = [...new Set(inRounds(timeline).map((event) => event.cycle))];
      expect(cycles).toEqual(cycles.map((_, i) => i + 1));
      for (const event of inRounds(timeline)) {
        expect(event.round).toBe(
          Math.ceil((event.cycle ?? 0) / cyclesPerRound({ route: 'alternating' }, resolved)),
        );
      }
    });
  });

  it('gives the same list for the same input, byte for byte', () => {
    fc.assert(
      fc.property(anySession, anyConventions, anyHand, (session, profile, hand) => {
        const again = (): string => JSON.stringify(compileSession({ ...session }, { hand }, { ...profile }));
        expect(again()).toBe(again());
      }),
      { numRuns: 25 },
    );
  });
});

describe('compileSession, exactness over 90 minutes', () => {
  for (const ms of [833, 1017, 1337]) {
    it(`keeps the last event within 1 ms of exact at ${ms} ms a count with half counts`, () => {
      const passage = counted('2:1:3', 5, { pace: pace(ms) });
      const exactCycle = PHASE_KINDS.reduce((sum, kind) => sum + countsOf(passage)[kind], 0) * ms;
      const cycles = Math.floor(5_400_000 / exactCycle / 2) * 2;
      const { events } = compileSession(
        sessionOf({ ...passage, cycles }, stillness(1)),
        right,
        conventions(),
      );
      const opening = 5000 + 7.5 * ms;
      const last = events.filter((event) => event.section === 'rounds').at(-1);
      expect(Math.abs((last?.to ?? 0) - (opening + cycles * exactCycle))).toBeLessThanOrEqual(1);
    });
  }

  it('counts half counts at an odd pace without drifting inside a phase', () => {
    const session = sessionOf(counted('1:1', 4.5, { pace: pace(501), cycles: 2 }));
    const inhale = compileSession(session, right, conventions()).events[2];
    expect(inhale?.counts).toEqual(counts(4.5));
    expect(inhale?.ticks.length).toBe(5);
    expect((inhale?.to ?? 0) - (inhale?.ticks[4] ?? 0)).toBeGreaterThanOrEqual(250);
  });
});
