// Strokes and rate that change from set to set, and sets that are at one's own pace.
import { caseOf, conventions, measuredAt, passageOf, sessionOf, stillness } from '../testing.js';
import { checkOrder } from '../ordering/index.js';
import { screenCase } from '../screening/index.js';
import {
  checkSession,
  describePassage,
  splitPassage,
  strokesInSet,
  type StrokePassage,
} from '../session/index.js';
import { compileSession, notesOf, type TimelineEvent } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  easeRun,
  finishRun,
  momentAt,
  pauseRun,
  recordOf,
  stopRun,
  tapRun,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const strokes = (change: Partial<StrokePassage> = {}): StrokePassage =>
  passageOf('kapalabhati', 'strokes', { id: 'k', strokes: 20, rate: 60, sets: 3, ...change });
const PRACTISED = { beginner: false, withoutHold: [], easySittings: 20, entriesToday: [] };
const GROWING = { by: 10, every: 1, to: 40 };
const begun = (passage: StrokePassage): LeadRun =>
  beginRun({
    session: sessionOf(passage, stillness()),
    student: { hand: 'right' },
    conventions: conventions(),
  });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const turns = (run: LeadRun): readonly TimelineEvent[] =>
  currentTake(run).timeline.events.filter((event) => event.strokes !== null);
const turn = (run: LeadRun, number: number): TimelineEvent => {
  const event = turns(run)[number - 1];
  if (!event) throw new Error(`no turn ${number}`);
  return event;
};
const after = ({ from }: TimelineEvent, seconds: number): Millis => millis(from + seconds * 1000);
const numbers = (run: LeadRun): readonly (readonly [number, number])[] =>
  turns(run).map(({ strokes: some }) => [some?.number ?? 0, some?.rate ?? 0]);

describe('strokes that change from set to set', () => {
  it('are as many as their set has, up to the limit, beside a rate of their own', () => {
    const rateRamp = { by: 20, every: 2, to: 80 };
    const passage = strokes({ sets: 4, strokesRamp: GROWING, rateRamp });
    expect(numbers(begun(passage))).toEqual([
      [20, 60],
      [30, 60],
      [40, 80],
      [40, 80],
    ]);
    expect(describePassage(passage, 'energise', conventions())).toBe(
      '4 sets of 20 to 40 strokes at 60 to 80 a minute',
    );
  });

  it('are eased from what their set has', () => {
    const run = begun(strokes({ strokesRamp: GROWING }));
    const eased = must(easeRun(run, after(turn(run, 1), 2)));
    const [first, second] = numbers(eased);
    expect(first).toEqual([20, 60]);
    expect(second?.[0]).toBeLessThan(30);
    expect(second?.[0]).toBeGreaterThan(20);
  });

  it('count with their limit where tasters would rest less, and where they are judged', () => {
    const tasters = strokes({ strokes: 5, strokesRamp: { by: 15, every: 1, to: 20 }, quiet: 10 as never });
    const order = checkOrder(sessionOf(tasters, stillness()), PRACTISED, conventions());
    expect(order.map(({ rule }) => rule)).toContain('rest-after-strokes');
    const found = (passage: StrokePassage): readonly string[] =>
      screenCase(caseOf(sessionOf(passage, stillness()), { capacity: measuredAt(4, null, 4) })).map(
        ({ rule }) => rule,
      );
    const grown = { strokes: 20, strokesRamp: { by: 50, every: 1, to: 120 } };
    expect(found(strokes(grown))).toEqual(found(strokes({ strokes: 120 })));
  });

  it('are split with what they have come to', () => {
    const session = sessionOf(strokes({ sets: 4, strokesRamp: GROWING, ownPaceFrom: 4 }));
    const parts = splitPassage(session, 'k', 'second').passages.filter((part) => part.kind === 'strokes');
    const inSets = parts.flatMap((part) =>
      Array.from({ length: part.sets }, (_, set) => strokesInSet(part, set + 1)),
    );
    expect(inSets).toEqual([20, 30, 40, 40]);
    expect(parts.map(({ ownPaceFrom }) => ownPaceFrom)).toEqual([undefined, 2]);
  });

  const rows: readonly [string, Partial<StrokePassage>, string, string][] = [
    ['stand still', { strokesRamp: { by: 5, every: 3, to: 30 } }, 'ramp-stands-still', '/strokesRamp'],
    [
      'pass their limit',
      { strokesRamp: { by: 7, every: 1, to: 30 } },
      'ramp-misses-limit',
      '/strokesRamp/to',
    ],
    [
      'are more than the technique has',
      { strokesRamp: { by: 490, every: 1, to: 510 } },
      'strokes-out-of-range',
      '/strokesRamp/to',
    ],
    ['are at own pace never', { ownPaceFrom: 4 }, 'own-pace-never-comes', '/ownPaceFrom'],
  ];
  for (const [name, change, code, pointer] of rows)
    it(`are refused where they ${name}`, () => {
      expect(
        checkSession(sessionOf(strokes(change)), conventions()).map((problem) => [
          problem.code,
          problem.pointer,
        ]),
      ).toEqual([[code as never, `/passages/0${pointer}`]]);
    });
});

describe("strokes at one's own pace", () => {
  const own = strokes({ ownPaceFrom: 3 });

  it('are not called, nor counted on the screen, and say so; the sets before are', () => {
    const run = begun(own);
    const called = notesOf(currentTake(run).timeline).filter(({ kind }) => kind === 'stroke');
    expect(called.length).toBe(40);
    expect(called.every(({ at }) => at < turn(run, 3).from)).toBeTrue();
    expect(turn(run, 3).cue.spoken.english).toBe('20 strokes through both, at your own pace');
    const { timeline } = currentTake(run);
    expect(momentAt(timeline, after(turn(run, 3), 5))?.count).toBeNull();
    expect(momentAt(timeline, after(turn(run, 2), 5))?.count).not.toBeNull();
  });

  it('are measured as those that are called', () => {
    const of = (passage: StrokePassage): unknown => {
      const { total, passages } = compileSession(sessionOf(passage), { hand: 'right' }, conventions());
      return [total, passages];
    };
    expect(of(own)).toEqual(of(strokes()));
    expect(screenCase(caseOf(sessionOf(own)))).toEqual(screenCase(caseOf(sessionOf(strokes()))));
  });

  it('are all done when a tap says so, as fast as they were', () => {
    const run = begun(own);
    const tapped = must(tapRun(run, after(turn(run, 3), 12)));
    const done = recordOf(must(finishRun(tapped))).passages[0];
    expect(done?.kind === 'strokes' && done.turns.at(-1)).toEqual({
      set: 3,
      airway: 'both',
      rate: 100,
      planned: 20,
      done: 20,
    });
    expect(done?.kind === 'strokes' && done.cyclesDone).toBe(3);
  });

  it('are no more than can be done in the time, however soon the tap', () => {
    const run = begun(own);
    const tapped = must(tapRun(run, after(turn(run, 3), 2)));
    const done = recordOf(must(finishRun(tapped))).passages[0];
    const last = done?.kind === 'strokes' ? done.turns.at(-1) : undefined;
    expect(last?.done).toBeGreaterThan(0);
    expect(last?.done).toBeLessThan(8);
    expect(done?.kind === 'strokes' && done.cyclesDone).toBe(2);
  });

  it('are told as far as the time went where it was stopped in them', () => {
    const run = begun(own);
    const stopped = must(stopRun(run, after(turn(run, 3), 10)));
    const done = recordOf(stopped).passages[0];
    expect(done?.kind === 'strokes' && done.turns.at(-1)?.done).toBe(10);
    const paused = must(pauseRun(run, after(turn(run, 3), 10)));
    expect(paused.state).toEqual({
      kind: 'paused',
      resumeAt: { kind: 'cycle', passage: 0, cycle: 3 },
    });
  });
});
