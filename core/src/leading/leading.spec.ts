import fc from 'fast-check';
import {
  anyConventions,
  anySession,
  asHeard,
  conventions,
  counted,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { countsOf, formatRatio } from '../ratio/index.js';
import { counts, millis, seconds, type Millis } from '../units/index.js';
import {
  beginRun,
  currentTake,
  endedAt,
  easeRun,
  finishRun,
  isComplete,
  lastRoundNow,
  noteSigns,
  oneMoreRound,
  pauseRun,
  recordOf,
  resumeRun,
  roundsDone,
  stopRun,
  type EasingRecord,
  type LeadAnswer,
  type LeadRun,
  type PassageRecord,
} from './index.js';

const begin = (): LeadRun =>
  beginRun({
    session: sessionOf(counted('2:1:3', 6, { cycles: 8 }), stillness(60)),
    student: { hand: 'right' },
    conventions: conventions(),
  });

const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const code = (answer: LeadAnswer): string | null => (answer.ok ? null : answer.problem.code);
const first = (run: LeadRun): Extract<PassageRecord, { kind: 'counted' }> => {
  const passage = recordOf(run).passages[0];
  if (passage?.kind !== 'counted') throw new Error('not counted');
  return passage;
};
/** 5 s hand-up and 9 s emptying come before the first round; a round lasts 36 s. */
const inRound = (round: number, secondsIn = 1): Millis => millis((14 + (round - 1) * 36 + secondsIn) * 1000);

const asText = (list: readonly EasingRecord[] | undefined): [number, string][] =>
  (list ?? []).map(({ fromRound, counts: led }) => [fromRound, formatRatio(led, 'compact')]);
const asEased = (run: LeadRun): [number, string][] => asText(first(run).easings);
const asLed = (run: LeadRun): [number, string][] => asText(first(run).countsLed);

describe('leading to the end', () => {
  it('records all rounds as done', () => {
    const run = must(finishRun(begin()));
    expect(recordOf(run).outcome).toBe('finished');
    expect(first(run).cyclesDone).toBe(8);
    expect(recordOf(run).passages.every(isComplete)).toBeTrue();
    expect(recordOf(run).led).toEqual(currentTake(run).timeline.total);
  });
});

describe('easing down', () => {
  it('takes one count off from the next round on and leaves the past alone', () => {
    const before = begin();
    const run = must(easeRun(before, inRound(2)));
    const startOfThird = inRound(3, 0);
    const past = (of: LeadRun) => currentTake(of).timeline.events.filter((event) => event.to <= startOfThird);
    expect(past(run)).toEqual(past(before));
    expect(asEased(must(finishRun(run)))).toEqual([[3, '5:2½:7½:0']]);
    const third = currentTake(run).timeline.events.find((event) => event.round === 3);
    expect(third?.counts).toEqual(counts(5));
    expect(third?.from).toEqual(startOfThird);
  });

  it('eases further each time', () => {
    const run = must(easeRun(must(easeRun(begin(), inRound(1))), inRound(2)));
    expect(asEased(must(finishRun(run)))).toEqual([
      [2, '5:2½:7½:0'],
      [3, '4:2:6:0'],
    ]);
  });

  it('applies to the first round when asked before it', () => {
    expect(asEased(must(finishRun(must(easeRun(begin(), millis(6000))))))[0]?.[0]).toBe(1);
  });

  it('refuses in the last round, in the rest, and when the counts are as easy as they go', () => {
    expect(code(easeRun(begin(), inRound(4)))).toBe('last-round-already');
    expect(code(easeRun(begin(), millis(inRound(5, 30))))).toBe('no-rounds-here');
    const easy = { ...begin().setup, session: sessionOf(counted('1:1', 2, { cycles: 8 })) };
    expect(code(easeRun(beginRun(easy), millis(10_000)))).toBe('nothing-to-ease');
  });
});

describe('ending early and going on', () => {
  it('finishes the round in progress, on the side it began', () => {
    const run = must(lastRoundNow(begin(), inRound(2)));
    const rounds = currentTake(run).timeline.passages[0]?.rounds;
    expect(rounds?.cycles).toBe(4);
    expect(rounds?.to).toEqual(inRound(3, 0));
    expect(first(must(finishRun(run)))).toEqual(
      jasmine.objectContaining({ cyclesPlanned: 8, cyclesDone: 4 }),
    );
    expect(code(lastRoundNow(run, inRound(2, 5)))).toBe('last-round-already');
  });

  it('adds a round', () => {
    const run = must(oneMoreRound(begin(), inRound(4)));
    expect(first(must(finishRun(run))).cyclesDone).toBe(10);
  });

  it('keeps the events already heard, whatever is changed (property)', () => {
    const change = fc.constantFrom(easeRun, lastRoundNow, oneMoreRound);
    fc.assert(
      fc.property(
        anySession,
        anyConventions,
        change,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (session, profile, apply, share) => {
          const run = beginRun({ session, student: { hand: 'left' }, conventions: profile });
          const { timeline } = currentTake(run);
          const at = millis(Math.floor(share * (timeline.total - 1)));
          const changed = apply(run, at);
          if (!changed.ok) return;
          const heard = timeline.events.filter((event) => event.from <= at);
          const again = currentTake(changed.value).timeline.events.slice(0, heard.length);
          expect(asHeard(again)).toEqual(asHeard(heard));
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('pausing', () => {
  it('takes the interrupted round up again from its first inhale, after hand-up and emptying', () => {
    const run = must(resumeRun(must(pauseRun(begin(), inRound(2, 20)))));
    const events = currentTake(run).timeline.events;
    expect(events.slice(0, 3).map((event) => `${event.kind} ${event.airway} ${event.round}`)).toEqual([
      'handUp both null',
      'exhale left null',
      'inhale left 2',
    ]);
    expect(first(must(finishRun(run))).cyclesDone).toBe(8);
  });

  it('takes up a rest with what was left of it', () => {
    const restFrom = begin().takes[0].timeline.passages[1]?.from ?? 0;
    const run = must(resumeRun(must(pauseRun(begin(), millis(restFrom + 20_000)))));
    expect(currentTake(run).timeline.total).toEqual(millis(40_000));
    const rest = recordOf(must(finishRun(run))).passages[1];
    expect(rest?.kind === 'natural' && Number(rest.secondsDone)).toBe(60);
  });

  it('can be eased while paused, from the interrupted round on', () => {
    const paused = must(pauseRun(begin(), inRound(3, 10)));
    const run = must(resumeRun(must(easeRun(paused, millis(0)))));
    expect(asEased(must(finishRun(run)))[0]?.[0]).toBe(3);
    expect(currentTake(run).timeline.events[2]?.counts).toEqual(counts(5));
  });

  it('can make the interrupted round the last', () => {
    const paused = must(pauseRun(begin(), inRound(3, 10)));
    const run = must(resumeRun(must(lastRoundNow(paused, millis(0)))));
    expect(first(must(finishRun(run))).cyclesDone).toBe(6);
  });

  it('refuses what makes no sense', () => {
    expect(code(resumeRun(begin()))).toBe('not-leading');
    expect(code(pauseRun(must(stopRun(begin(), millis(1))), millis(2)))).toBe('not-leading');
  });
});

describe('stopping', () => {
  it('counts only rounds that were heard to their end, and keeps the sign', () => {
    const run = noteSigns(must(stopRun(begin(), inRound(3, 20))), ['dizzy'], '2026-03-10T07:00:00Z');
    const record = recordOf(run);
    expect(record.outcome).toBe('stopped');
    expect(record.signs).toEqual(['dizzy']);
    expect(first(run).cyclesDone).toBe(5);
    expect(roundsDone(first(run))).toBe(2);
    expect(isComplete(first(run))).toBeFalse();
    expect(record.led).toEqual(inRound(3, 20));
  });

  it('stops from a pause', () => {
    const run = must(stopRun(must(pauseRun(begin(), inRound(2, 30))), millis(0)));
    expect(first(run).cyclesDone).toBe(3);
  });

  it('leaves the counts as written on record beside the easings', () => {
    const run = must(stopRun(must(easeRun(begin(), inRound(1))), inRound(2)));
    expect(first(run).counts).toEqual(countsOf(counted('2:1:3', 6)));
  });
});

describe('the numbers on record', () => {
  const growing = (): LeadRun =>
    beginRun({
      session: sessionOf(
        counted('1:1', 6, {
          cycles: 12,
          ramps: [{ kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(8) }],
        }),
        stillness(60),
      ),
      student: { hand: 'right' },
      conventions: conventions(),
    });

  it('are those that were led, from each round on in which they changed', () => {
    expect(asLed(must(finishRun(growing())))).toEqual([
      [1, '6:0:6:0'],
      [3, '6:0:7:0'],
      [5, '6:0:8:0'],
    ]);
    expect(asLed(must(finishRun(begin())))).toEqual([]);
  });

  it('end where it was stopped: what a ramp would have come to was not led', () => {
    const run = must(stopRun(growing(), millis(11_000 + 2 * 24_000 + 3_000)));
    expect(roundsDone(first(run))).toBe(2);
    expect(asLed(run)).toEqual([]);
  });

  it('hold an easing only where it took hold, and of several before one round the last', () => {
    const pressed = [1, 2, 3, 4].reduce((run, second) => must(easeRun(run, inRound(1, second))), begin());
    expect(asEased(must(stopRun(pressed, inRound(2, 5))))).toEqual([]);
    const led = must(stopRun(pressed, inRound(4, 0)));
    expect(asEased(led).length).toBe(1);
    expect(asLed(led).map(([round]) => round)).toEqual([1, 2]);
    expect(asLed(led)[1]?.[1]).toBe(asEased(led)[0]?.[1] as string);
  });

  it('say where on the plan it ended, however much shorter the rounds had become', () => {
    const plan = begin().takes[0].timeline;
    const eased = must(easeRun(begin(), inRound(1)));
    const secondRound = (currentTake(eased).timeline.events.find(({ round }) => round === 3)?.from ?? 0) + 1;
    const record = recordOf(must(stopRun(eased, millis(secondRound))));
    expect(record.led).toBeLessThan(inRound(3, 0));
    expect(endedAt(record, plan)).toEqual(inRound(3, 0));
    expect(endedAt(recordOf(must(stopRun(begin(), millis(3)))), plan)).toEqual(millis(0));
    expect(endedAt(recordOf(must(finishRun(begin()))), plan)).toEqual(plan.total);
  });
});

describe('two passages of one breath each', () => {
  it('are both on record: the next one begins with the number that the last one ended with', () => {
    const one = passageOf('viloma-inhale', 'counted', { cycles: 1, handUp: seconds(0) });
    const session = sessionOf({ ...one, id: 'a' }, { ...one, id: 'b' });
    const run = must(
      finishRun(beginRun({ session, student: { hand: 'right' }, conventions: conventions() })),
    );
    expect(recordOf(run).passages.map((one) => one.kind === 'counted' && one.cyclesDone)).toEqual([1, 1]);
  });
});

describe('a pause while the hand goes up for the next side', () => {
  it('goes on with that side', () => {
    const strokes = passageOf('even-rapid', 'strokes', { turns: ['left', 'right'], sets: 1 });
    const run = beginRun({
      session: sessionOf(strokes),
      student: { hand: 'right' },
      conventions: conventions(),
    });
    const up = currentTake(run).timeline.events.find(({ kind, cycle }) => kind === 'handUp' && cycle === 2);
    const again = must(resumeRun(must(pauseRun(run, millis((up?.from ?? 0) + 1)))));
    const sides = currentTake(again).timeline.events.filter(({ strokes: some }) => some);
    expect(sides.map(({ airway }) => airway)).toEqual(['right']);
  });
});
