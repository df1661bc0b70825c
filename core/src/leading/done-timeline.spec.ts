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
import type { Conventions } from '../conventions/index.js';
import type { Session } from '../session/index.js';
import { differingPassages, type Timeline } from '../timeline/index.js';
import { counts, millis, seconds } from '../units/index.js';
import {
  beginRun,
  currentTake,
  doneTimeline,
  easeRun,
  finishRun,
  lastRoundNow,
  oneMoreRound,
  recordOf,
  repeatPassage,
  stopRun,
  tapRun,
  watchOnly,
  type LeadAnswer,
  type LeadRun,
} from './index.js';

const begin = (session: Session, profile: Conventions = conventions()): LeadRun =>
  beginRun({ session, student: { hand: 'right' }, conventions: profile });
const must = (answer: LeadAnswer): LeadRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
/** As it was asked, or as before where that is refused. */
const tried = (run: LeadRun, answer: LeadAnswer): LeadRun => (answer.ok ? answer.value : run);
const doneOf = (run: LeadRun): Timeline => {
  const { session, conventions: inForce } = run.setup;
  return doneTimeline({ session, hand: 'right', conventions: inForce }, recordOf(run));
};
const at = (share: number, run: LeadRun) => millis(Math.floor(currentTake(run).timeline.total * share));

describe('what was done, as a timeline', () => {
  it('is what was planned where it was led as it is written', () => {
    fc.assert(
      fc.property(anySession, anyConventions, (session, profile) => {
        const run = begin(session, profile);
        const planned = currentTake(run).timeline;
        fc.pre(planned.events.every(({ open }) => open === null));
        const done = doneOf(must(finishRun(run)));
        expect(asHeard(done.events)).toEqual(asHeard(planned.events));
        expect([...differingPassages(planned, done)]).toEqual([]);
      }),
    );
  });

  it('has what was put in on the way where it was led', () => {
    const run = begin(sessionOf(counted('1:1', 4, { cycles: 4, id: 'a' }), stillness(60)));
    const again = must(repeatPassage(run, at(0.1, run), 'again'));
    const middle = again.setup.session.passages.findIndex(({ id }) => id === 'again');
    const during = currentTake(again).timeline.passages[middle];
    const watched = must(watchOnly(again, millis((during?.from ?? 0) + 25_000), 'watch'));
    const finished = must(finishRun(watched));
    expect(recordOf(finished).added?.map(({ passageId, after }) => [passageId, after])).toEqual([
      ['again', 'a'],
      ['watch', 'again'],
    ]);
    // The passages of the session as it was planned: what was put in is known from the record alone.
    const done = doneTimeline(
      { session: run.setup.session, hand: 'right', conventions: conventions() },
      recordOf(finished),
    );
    expect(done.passages.map(({ id }) => id)).toEqual(['a', 'again', 'watch', 'b']);
  });

  const ways: readonly {
    readonly name: string;
    readonly change: (run: LeadRun, share: number) => LeadAnswer;
  }[] = [
    { name: 'eased', change: (run, share) => easeRun(run, at(share, run)) },
    { name: 'ended after the round', change: (run, share) => lastRoundNow(run, at(share, run)) },
    { name: 'led for one more round', change: (run, share) => oneMoreRound(run, at(share, run)) },
  ];
  for (const { name, change } of ways)
    it(`lasts as long as it was led: ${name}`, () => {
      fc.assert(
        fc.property(anySession, fc.double({ min: 0, max: 0.95, noNaN: true }), (session, share) => {
          const run = begin(session);
          fc.pre(currentTake(run).timeline.events.every(({ open }) => open === null));
          const ended = must(finishRun(tried(run, change(run, share))));
          expect(doneOf(ended).total).toBe(recordOf(ended).led);
        }),
      );
    });

  it('has each open hold as long as it was', () => {
    const open = counted('1:0:2', 4, {
      cycles: 2,
      openHold: { phase: 'internalHold', expected: seconds(8), cap: seconds(15) },
    });
    const run = begin(sessionOf(open));
    const hold = currentTake(run).timeline.events.find(({ kind }) => kind === 'internalHold');
    const ended = must(finishRun(must(tapRun(run, millis((hold?.from ?? 0) + 6000)))));
    const lengths = doneOf(ended).events.flatMap(({ kind, from, to }) =>
      kind === 'internalHold' ? [(to - from) / 1000] : [],
    );
    expect(lengths).toEqual([6, 15]);
  });

  it('ends with the last breath that was whole, and knows nothing of what was not begun', () => {
    const session = sessionOf(counted('2:1:3', 6, { cycles: 8 }), stillness(60));
    const run = begin(session);
    // In the third round: two whole ones are done.
    const third = currentTake(run).timeline.events.find(({ round }) => round === 3);
    const done = doneOf(must(stopRun(run, millis((third?.to ?? 0) + 1000))));
    expect(done.passages.map(({ id }) => id)).toEqual([session.passages[0]?.id ?? '']);
    expect(Math.max(...done.events.map(({ cycle }) => cycle ?? 0))).toBe(4);
    expect(done.total).toBe(done.events.at(-1)?.to ?? millis(0));
  });

  const stops: readonly {
    readonly what: string;
    readonly into: number;
    readonly strokes: readonly number[];
  }[] = [
    { what: 'after the second set', into: 30.1, strokes: [30, 30] },
    { what: 'within the second set', into: 10.1, strokes: [30, 11] },
  ];
  for (const { what, into, strokes } of stops)
    it(`has the strokes that were done, stopped ${what}`, () => {
      const passage = passageOf('kapalabhati', 'strokes', { id: 's', sets: 3, strokes: 30, rate: 60 });
      const run = begin(sessionOf(passage, stillness(30)));
      const { events } = currentTake(run).timeline;
      const second = events.find(({ kind, round }) => kind === 'strokes' && round === 2);
      const done = doneOf(must(stopRun(run, millis((second?.from ?? 0) + into * 1000))));
      expect(done.events.flatMap((event) => event.strokes?.number ?? [])).toEqual([...strokes]);
      expect(done.events.at(-1)?.kind).toBe('strokes');
    });
});

describe('passages that are breathed otherwise', () => {
  const session = sessionOf(counted('1:2', 4), stillness(60));
  const [first, second] = session.passages;
  if (first?.kind !== 'counted' || !second) throw new Error('two passages');
  const timelineOf = (of: Session, profile = conventions()): Timeline =>
    currentTake(begin(of, profile)).timeline;
  const differing = (other: Timeline): string[] => [...differingPassages(timelineOf(session), other)].sort();

  const cases: readonly {
    readonly what: string;
    readonly other: Timeline;
    readonly ids: readonly string[];
  }[] = [
    { what: 'nothing', other: timelineOf(session), ids: [] },
    { what: 'another order', other: timelineOf({ ...session, passages: [second, first] }), ids: [] },
    {
      what: 'other counts',
      other: timelineOf({ ...session, passages: [{ ...first, base: counts(5) }, second] }),
      ids: [first.id],
    },
    { what: 'one less', other: timelineOf({ ...session, passages: [first] }), ids: [second.id] },
    {
      what: 'another school',
      other: timelineOf(session, { ...conventions(), counting: 'down' }),
      ids: [first.id],
    },
  ];
  for (const { what, other, ids } of cases)
    it(`are found: ${what}`, () => void expect(differing(other)).toEqual([...ids]));
});
