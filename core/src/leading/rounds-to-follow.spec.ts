// Rounds as a range, "8 to 10": led on until the last round is called, and judged as though all were led.
import { caseOf, conventions, counted, measuredAt, sessionOf, stillness } from '../testing.js';
import { screenCase } from '../screening/index.js';
import {
  checkSession,
  describePassage,
  splitPassage,
  withCycles,
  withMostCycles,
  type CountedPassage,
} from '../session/index.js';
import { compileSession } from '../timeline/index.js';
import { millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  finishRun,
  isComplete,
  lastRoundNow,
  momentAt,
  oneMoreRound,
  recordOf,
  sessionAsLed,
  stopRun,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

/** A breath of 8 s, a round of 16 s: 8 to 10 rounds. */
const range = (change: Partial<CountedPassage> = {}): CountedPassage =>
  counted('1:1', 4, { id: 'range', cycles: 16, mostCycles: 20, handUp: 0 as never, ...change });
const PROFILE = conventions({ begins: 'at-once' });
const begun = (passage: CountedPassage): LeadRun =>
  beginRun({ session: sessionOf(passage, stillness()), student: { hand: 'right' }, conventions: PROFILE });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const inRound = (number: number) => millis((number - 1) * 16_000 + 1_000);
const done = (run: LeadRun) => recordOf(run).passages[0];

describe('rounds as a range', () => {
  it('are planned with the fewest, and led with the most', () => {
    const session = sessionOf(range());
    const planned = compileSession(session, { hand: 'right' }, PROFILE).passages[0]?.rounds;
    expect(planned).toEqual(jasmine.objectContaining({ cycles: 16, fewest: 16, most: 20 }));
    const led = currentTake(begun(range())).timeline.passages[0]?.rounds;
    expect(led).toEqual(jasmine.objectContaining({ cycles: 20, fewest: 16, most: 20 }));
    expect(describePassage(range(), 'calm', PROFILE)).toBe('in 4 · out 4 · 8 to 10 rounds, from left');
  });

  it('say how many at least and at most, and how long it lasts with the fewest', () => {
    const { timeline } = currentTake(begun(range()));
    const [early, late] = [momentAt(timeline, inRound(1)), momentAt(timeline, inRound(9))];
    expect(early?.round).toEqual({ now: 1, of: 10, fewest: 8 });
    const planned = compileSession(sessionOf(range(), stillness()), { hand: 'right' }, PROFILE);
    expect(early?.left.all).toBe(millis(planned.total - inRound(1)));
    expect(late?.left.passage).toBeLessThan(32_000);
  });

  for (const [rounds, complete] of [
    [7, false],
    [8, true],
    [9, true],
  ] as const)
    it(`ended after ${rounds} ${complete ? 'are complete' : 'are not complete'}`, () => {
      const ended = must(finishRun(must(lastRoundNow(begun(range()), inRound(rounds)))));
      const record = done(ended);
      expect(record).toEqual(jasmine.objectContaining({ cyclesPlanned: 16, cyclesDone: rounds * 2 }));
      expect(record && isComplete(record)).toBe(complete);
    });

  it('led to the end are all on record, and stopped after the fewest are complete', () => {
    expect(done(must(finishRun(begun(range()))))).toEqual(
      jasmine.objectContaining({ cyclesPlanned: 16, cyclesDone: 20 }),
    );
    const stopped = done(must(stopRun(begun(range()), inRound(9))));
    expect(stopped && isComplete(stopped)).toBeTrue();
  });

  it('are judged as though all of them were led', () => {
    const student = { capacity: measuredAt(4, 8, 5) };
    const held = range({ ratio: { inhale: 1, internalHold: 2, exhale: 2, externalHold: 0 } });
    for (const [cycles, mostCycles] of [
      [2, 20],
      [16, 90],
    ] as const) {
      const [some, all] = [{ ...held, cycles, mostCycles }, withCycles(held, mostCycles)];
      expect(screenCase(caseOf(sessionOf(some, stillness()), student))).toEqual(
        screenCase(caseOf(sessionOf(all, stillness()), student)),
      );
    }
  });

  it('may become half as many again as planned, or all of the range', () => {
    const more = (passage: CountedPassage): LeadAnswer => oneMoreRound(begun(passage), inRound(2));
    const wide = more(range({ mostCycles: 30 }));
    expect(wide).toEqual({ ok: false, problem: { code: 'enough-rounds', planned: 8, most: 15 } });
    expect(sessionAsLed(must(more(range()))).passages[0]).toEqual(withCycles(range(), 22));
  });

  it('are kept by the second part of a split, and given up by a number of their own', () => {
    const parts = splitPassage(sessionOf(range()), 'range', 'second').passages;
    expect(parts.map((part) => part.kind === 'counted' && [part.cycles, part.mostCycles])).toEqual([
      [8, undefined],
      [8, 12],
    ]);
    expect(withMostCycles(range(), 12)).toEqual(withCycles(range(), 16));
  });

  it('have to be more than the fewest', () => {
    const codes = (change: Partial<CountedPassage>): readonly string[] =>
      checkSession(sessionOf(range(change)), PROFILE).map(({ code }) => code);
    expect(codes({})).toEqual([]);
    expect(codes({ mostCycles: 16 })).toEqual(['no-more-rounds']);
    expect(codes({ cycles: 0, ownPace: 60 as never })).toEqual(['no-more-rounds']);
  });
});
