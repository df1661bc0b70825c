import fc from 'fast-check';
import type { Passage } from '../session/index.js';
import {
  anyConventions,
  anyMixedSession,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { millis, seconds, type Millis } from '../units/index.js';
import {
  backToPlan,
  becomes,
  beginRun,
  currentTake,
  easeRun,
  easeToEnd,
  finishRun,
  pauseRun,
  recordOf,
  restLonger,
  resumeRun,
  sessionAsLed,
  skipToRest,
  tapRun,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const locked = counted('1:2:2', 4, { cycles: 8, seat: 'cross-legged' });
const strokes = passageOf('kapalabhati', 'strokes', { sets: 3, strokes: 30, seat: 'cross-legged' });
const begun = (...passages: readonly Passage[]): LeadRun =>
  beginRun({ session: sessionOf(...passages), student: { hand: 'right' }, conventions: conventions() });

const done = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const refusal = (answer: LeadAnswer): string | null => (answer.ok ? null : answer.problem.code);

/** The moment of the first inhale of a round of a passage. */
const inRound = (run: LeadRun, round: number, passage = 0): Millis => {
  const { events } = currentTake(run).timeline;
  const event = events.find((one) => one.passage === passage && one.round === round);
  return millis((event?.from ?? 0) + 10);
};
const countsLed = (run: LeadRun, round: number): readonly (number | null)[] =>
  currentTake(run)
    .timeline.events.filter((event) => event.round === round)
    .slice(0, 3)
    .map(({ counts }) => counts);

describe('making a passage easier, and taking it back', () => {
  for (const [way, led] of [
    ['one-count', [3, 6, 6]],
    ['halve', [2, 4, 4]],
    ['drop-hold', [4, 8, 4]],
  ] as const)
    it(`${way}: says what it becomes and from which round, and the next round is led so`, () => {
      const run = begun(locked, stillness());
      const eased = done(easeRun(run, inRound(run, 1), way));
      const told = becomes(eased);
      expect(told?.fromRound).toBe(2);
      expect(countsLed(eased, 1)).toEqual([4, 8, 8] as never);
      expect(countsLed(eased, 2)).toEqual(led as never);
      expect(told?.counts?.inhale).toBe(led[0] as never);
    });

  it('goes back to what was planned from the next round on, once', () => {
    const run = begun(locked, stillness());
    const eased = done(easeRun(run, inRound(run, 1), 'halve'));
    const back = done(backToPlan(eased, inRound(eased, 2)));
    expect(countsLed(back, 2)).toEqual([2, 4, 4] as never);
    expect(countsLed(back, 3)).toEqual([4, 8, 8] as never);
    expect(becomes(back)?.fromRound).toBe(3);
    expect(refusal(backToPlan(back, inRound(back, 3)))).toBe('as-planned-already');
    expect(sessionAsLed(back).passages[0]).toEqual(locked);
    expect(refusal(backToPlan(run, inRound(run, 1)))).toBe('as-planned-already');
    expect(refusal(backToPlan(eased, inRound(eased, 4)))).toBe('last-round-already');
  });

  it('goes back with strokes too', () => {
    const run = begun(strokes, stillness());
    const eased = done(easeRun(run, inRound(run, 1)));
    expect(becomes(eased)?.strokes?.strokes).toBeLessThan(30);
    const back = done(backToPlan(eased, inRound(eased, 2)));
    expect(becomes(back)?.strokes).toEqual({ strokes: 30, rate: strokes.rate });
    expect(sessionAsLed(back).passages[0]).toEqual(strokes);
  });
});

describe('going to rest', () => {
  it('lowers the hand, breathes once through both, leaves out what lies between, and rests', () => {
    const run = begun(locked, strokes, stillness(60));
    const rest = done(skipToRest(run, inRound(run, 2)));
    const { events } = currentTake(rest).timeline;
    expect(events.map(({ kind }) => kind)).toEqual(['closing', 'natural']);
    expect(events[1]?.passage).toBe(2);
    const record = recordOf(done(finishRun(rest)));
    expect(record.pauses).toBe(0);
    const [first, second, third] = record.passages;
    expect([first, second].map((one) => (one?.kind === 'natural' ? null : one?.cyclesDone))).toEqual([2, 0]);
    expect(third?.kind === 'natural' && third.secondsDone).toBe(seconds(60));
  });

  it('changes the seat where the rest has another', () => {
    const run = begun(locked, strokes, { ...stillness(60), seat: 'lying' });
    const rest = done(skipToRest(run, inRound(run, 1)));
    expect(currentTake(rest).timeline.events.map(({ kind }) => kind)).toEqual([
      'closing',
      'seatChange',
      'natural',
    ]);
  });

  it('is refused where rest is here or comes next', () => {
    const run = begun(locked, stillness(60));
    const { events, total } = currentTake(run).timeline;
    expect(refusal(skipToRest(run, millis(total - 5_000)))).toBe('at-rest-already');
    const closing = events.find(({ section }) => section === 'closing');
    expect(refusal(skipToRest(run, millis((closing?.from ?? 0) + 10)))).toBe('at-rest-already');
    expect(refusal(skipToRest(done(pauseRun(run, millis(20_000))), millis(20_000)))).toBe('paused');
  });

  it('rests as long as strokes before it ask for', () => {
    const restOf = (run: LeadRun): number => {
      const event = currentTake(run).timeline.events.find(({ kind }) => kind === 'natural');
      return ((event?.to ?? 0) - (event?.from ?? 0)) / 1000;
    };
    const short = stillness(10);
    expect(restOf(done(skipToRest(begun(strokes, short), millis(5_000))))).toBe(30);
    const held = begun(strokes, short, { ...locked, id: 'z' });
    expect(restOf(done(skipToRest(held, millis(5_000))))).toBe(60);
    expect(restOf(done(skipToRest(begun(locked, short), inRound(begun(locked), 1))))).toBe(10);
  });

  it('stays at rest when it is paused there and taken up again', () => {
    const rest = done(skipToRest(begun(locked, strokes, stillness(60)), millis(30_000)));
    const again = done(resumeRun(done(pauseRun(rest, millis(25_000)))));
    expect(currentTake(again).timeline.events.map(({ kind }) => kind)).toEqual(['natural']);
  });

  it('is always offered in rounds, and what is led then has no gap (property)', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        anyConventions,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (session, profile, share) => {
          const run = beginRun({ session, student: { hand: 'right' }, conventions: profile });
          const at = millis(Math.floor(currentTake(run).timeline.total * share));
          const event = currentTake(run).timeline.events.find(({ from, to }) => from <= at && at < to);
          const answer = skipToRest(run, at);
          if (event?.section === 'rounds') expect(answer.ok).toBeTrue();
          if (!answer.ok) return;
          const { events, total } = currentTake(answer.value).timeline;
          events.forEach(({ from }, index) => expect(from).toBe(events[index - 1]?.to ?? millis(0)));
          expect(events.at(-1)?.to ?? millis(0)).toBe(total);
          expect(events.every(({ section }) => section !== 'rounds' || event?.section !== 'rounds')).toBe(
            !events.some(({ section }) => section === 'rounds'),
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('natural breathing while it is led', () => {
  it('is ended by a tap before its time, and what was screened knows it', () => {
    const run = begun(stillness(60), { ...locked, id: 'z' });
    const ended = done(tapRun(run, millis(20_000)));
    expect(currentTake(ended).timeline.events[0]?.to).toBe(millis(20_000));
  });

  it('is not ended while strokes before it still need rest for a hold after it', () => {
    const still = { ...strokes, quiet: seconds(30) };
    const run = begun(still, stillness(60), { ...locked, id: 'z' });
    const rest = currentTake(run).timeline.events.find(({ passage }) => passage === 1)?.from ?? 0;
    const early = tapRun(run, millis(rest + 20_000));
    expect(early.ok ? null : early.problem).toEqual({ code: 'too-early', left: millis(10_000) });
    expect(tapRun(run, millis(rest + 30_000)).ok).toBeTrue();
    expect(tapRun(begun(still, stillness(60)), millis(rest + 20_000)).ok).toBeTrue();
  });

  it('is ended by a tap after a pause too, once the rest that was had is enough', () => {
    const still = { ...strokes, quiet: seconds(45) };
    const open = { ...stillness(60), untilTap: true };
    const run = begun(still, open, { ...locked, id: 'z' });
    const rest = currentTake(run).timeline.events.find(({ passage }) => passage === 1)?.from ?? 0;
    const again = done(resumeRun(done(pauseRun(run, millis(rest + 8_000)))));
    expect(refusal(tapRun(again, millis(4_000)))).toBe('too-early');
    expect(refusal(tapRun(again, millis(7_000)))).toBeNull();
  });

  it('owes nothing for strokes that were skipped over', () => {
    const run = done(skipToRest(begun(locked, strokes, stillness(60)), millis(20_000)));
    const rest = currentTake(run).timeline.events.find(({ kind }) => kind === 'natural')?.from ?? 0;
    expect(refusal(tapRun(run, millis(rest + 2_000)))).toBeNull();
  });

  it('keeps its rest after strokes that were broken off', () => {
    const run = done(skipToRest(begun(strokes, stillness(10)), millis(5_000)));
    const rest = currentTake(run).timeline.events.find(({ kind }) => kind === 'natural')?.from ?? 0;
    expect(refusal(tapRun(run, millis(rest + 20_000)))).toBe('too-early');
  });

  it('lasts a minute longer, as often as asked, also after a pause', () => {
    const run = begun(stillness(60));
    const longer = done(restLonger(run, millis(10_000), millis(60_000)));
    expect(currentTake(longer).timeline.total).toBe(millis(120_000));
    const again = done(resumeRun(done(pauseRun(longer, millis(100_000)))));
    expect(currentTake(again).timeline.total).toBe(millis(20_000));
    const once = done(restLonger(again, millis(5_000), millis(60_000)));
    expect(currentTake(once).timeline.total).toBe(millis(80_000));
    expect(refusal(restLonger(begun(locked), millis(20_000), millis(60_000)))).toBe('no-rest-here');
  });
});

describe("the end of minutes at one's own pace", () => {
  const own = { ...locked, id: 'o', ownPace: seconds(240) };
  const ownEvents = (run: LeadRun) =>
    currentTake(run).timeline.events.filter(({ kind }) => kind === 'ownPace');
  const lasting = (run: LeadRun): number =>
    ownEvents(run).reduce((sum, { from, to }) => sum + to - from, 0) / 1000;
  const inOwn = (run: LeadRun, after: number): Millis => millis((ownEvents(run)[0]?.from ?? 0) + after);

  it('go on a minute longer, and nothing before changes', () => {
    const run = begun(own, stillness());
    const longer = done(restLonger(run, inOwn(run, 30_000), millis(60_000)));
    expect(lasting(longer)).toBe(300);
    expect(ownEvents(longer)[0]?.from).toBe(ownEvents(run)[0]?.from as never);
    expect(sessionAsLed(longer).passages[0]).toEqual({ ...own, ownPace: seconds(300) });
    // Paused and taken up again they last as long as was left.
    const at = inOwn(longer, 100_000);
    const again = done(resumeRun(done(pauseRun(longer, at))));
    expect(lasting(again)).toBe(200);
  });

  it('end with the round that is breathed when they are tapped, in whichever minute', () => {
    const run = begun(own, stillness());
    const last = ownEvents(run).find(({ ownPace }) => ownPace?.stage === 'last-round');
    const round = ((last?.to ?? 0) - (last?.from ?? 0)) / 1000;
    for (const after of [10_000, 190_000]) {
      const ended = done(tapRun(run, inOwn(run, after)));
      expect(lasting(ended)).toBe(after / 1000 + round);
      expect(ownEvents(ended).at(-1)?.ownPace?.stage).toBe('last-round');
      expect(ownEvents(ended)[0]?.ownPace?.stage).toBe('going');
    }
    expect(refusal(tapRun(run, millis((last?.from ?? 0) + 10)))).toBe('nothing-to-tap');
    expect(refusal(restLonger(run, millis((last?.from ?? 0) + 10), millis(60_000)))).toBe('no-rest-here');
  });
});

describe('easing to the end', () => {
  it('makes every later passage easier from its first round, and this one from the next', () => {
    const run = begun(locked, { ...strokes, id: 'k' }, stillness());
    const eased = done(easeToEnd(run, inRound(run, 1), 'halve'));
    expect(countsLed(eased, 2)).toEqual([2, 4, 4] as never);
    expect(becomes(eased)?.counts?.inhale).toBe(2 as never);
    const [, later] = sessionAsLed(eased).passages;
    expect(later?.kind === 'strokes' && later.strokes).toBeLessThan(30);
    expect(recordOf(eased).log?.map(({ what }) => what)).toEqual(['halve']);
  });

  it('is of use in natural breathing too, for what comes after it', () => {
    const run = begun(stillness(), { ...locked, id: 'z' });
    const eased = done(easeToEnd(run, millis(5_000)));
    expect(countsLed(eased, 1)).toEqual([3, 6, 6] as never);
    expect(refusal(easeToEnd(begun(stillness()), millis(5_000)))).toBe('no-rounds-here');
  });
});
