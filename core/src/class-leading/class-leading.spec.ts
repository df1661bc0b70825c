import { currentTake } from '../leading/index.js';
import { mostRoundsLed } from '../policy/index.js';
import type { CountedPassage } from '../session/index.js';
import {
  classOf,
  counted,
  IN_CLASS,
  newInClass as newId,
  measuredAt,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { counts, millis, seconds, type Millis } from '../units/index.js';
import { sayingsOf } from '../voice/index.js';
import {
  beginClass,
  classState,
  easeLane,
  endOfClass,
  endOfLane,
  followClass,
  inOwnLane,
  isLed,
  lanesAlike,
  lastRoundForAll,
  laneMoment,
  meetingAt,
  meetingsOf,
  meetNow,
  oneMoreForAll,
  pauseClass,
  quietForAll,
  restLane,
  resumeClass,
  roundsOfLane,
  signInClass,
  signTakenBackInClass,
  stopClass,
  stopLane,
  takeBackStopOfClass,
  timeLeft,
  voiceOfClass,
  type ClassAnswer,
  type ClassLane,
  type ClassRun,
} from './index.js';

const PROFILE = IN_CLASS;

/** 6:24:12 beside 3:12:6, ten cycles and five minutes. */
const LONG = sessionOf(
  counted('1:4:2', 6, { id: 'a', cycles: 10, seat: 'chair', emptyHold: 'as-written' }),
  stillness(),
);
const strong = { capacity: measuredAt(12, 60, 24) };
const half = { capacity: measuredAt(3 / 0.8, 12 / 0.8, 6 / 0.8) };
const two = (): ClassRun => classOf(LONG, { strong, half });

const SIGNED = { now: '2026-03-10T09:00:00.000Z', newId };

const done = (answer: ClassAnswer): ClassRun => {
  if (!answer.ok) throw new Error(answer.problem.code);
  return answer.value;
};
const at = (seconds: number): Millis => millis(seconds * 1000);
const led = ({ lanes }: ClassRun): readonly ClassLane[] => lanes.filter(isLed);
const ends = (run: ClassRun): readonly number[] => led(run).map((lane) => Number(endOfLane(lane)));
const apart = (numbers: readonly number[]): number => Math.max(...numbers) - Math.min(...numbers);
/** Seconds of each round, by lane. */
const roundsBy = (run: ClassRun): readonly (readonly number[])[] =>
  led(run).map((lane) => roundsOfLane(lane).map((round) => Math.round(round.at / 100) / 10));
const meets = (run: ClassRun): readonly number[] => meetingsOf(run).map((one) => Math.round(one.at / 1000));
/** Seconds of natural breath between and after rounds. */
const naturals = ({ run }: ClassLane): readonly number[] =>
  currentTake(run).timeline.events.flatMap(({ kind, from, to }) =>
    kind === 'natural' ? [(to - from) / 1000] : [],
  );

describe('a class that is led', () => {
  it('meets as its lanes were aligned, and says which meeting it is', () => {
    const run = two();
    expect(classState(run)).toBe('leading');
    const [first = 0, second = 0] = meets(run);
    expect(meets(run).length).toBe(5);
    expect(second - first).toBe(84);
    expect(meetingsOf(run).every((one) => one.lanes === 2 && one.of === 2)).toBeTrue();
    expect(meetingAt(run, at(first + 90))).toEqual({ now: 2, of: 5, next: at(first + 168) });
    expect(laneMoment(run.lanes[0] as ClassLane, at(first + 1))?.event.kind).toBe('inhale');
    expect(timeLeft(run, at(first)).all).toBe(millis(endOfClass(run) - at(first)));
  });

  it('pauses and goes on with each interrupted round, and meets again where it would have', () => {
    const run = two();
    const [first = 0, second = 0, third = 0] = meets(run);
    const paused = pauseClass(run, at(second + 50));
    expect(classState(paused)).toBe('paused');
    const again = resumeClass(paused);
    expect(apart(ends(again))).toBeLessThanOrEqual(3);
    const [next = 0, after = 0] = meets(again);
    expect(after - next).toBe(84);
    expect(meets(again).length).toBe(3);
    expect(third - second).toBe(second - first);
  });

  it('goes on after a stop of everybody as after a pause there; a lane that was stopped before stays so', () => {
    const run = two();
    const [, second = 0] = meets(run);
    const here = at(second + 50);
    const back = takeBackStopOfClass(stopClass(run, here), run);
    expect(classState(back)).toBe('paused');
    expect(roundsBy(resumeClass(back))).toEqual(roundsBy(resumeClass(pauseClass(run, here))));
    const one = stopLane(run, at(second), 0);
    const stopped = stopClass(one, here);
    expect(classState(stopped)).toBe('over');
    expect(takeBackStopOfClass(stopped, one).lanes.map((lane) => lane.run.state.kind)).toEqual([
      'stopped',
      'paused',
    ]);
    // Stopped in a pause, it is paused again where it was.
    const paused = pauseClass(run, here);
    expect(takeBackStopOfClass(stopClass(paused, here), paused).lanes.map((lane) => lane.run.state)).toEqual(
      paused.lanes.map((lane) => lane.run.state),
    );
  });

  it('eases one lane: it meets the others as before, and ends with them', () => {
    const run = two();
    const [first = 0, second = 0, third = 0] = meets(run);
    const eased = done(easeLane(run, at(first + 10), 0, 'halve', newId));
    // Shorter rounds meet more often, and where they did before.
    expect(meets(run).filter((one) => !meets(eased).includes(one))).toEqual([]);
    expect(ends(eased)).toEqual(ends(run));
    const [slow = [], quick = []] = roundsBy(eased);
    expect(quick).toEqual(roundsBy(run)[1] ?? []);
    // A round as planned, then rounds of half as much: two before each meeting.
    expect(slow.filter((one) => one >= first && one < second)).toEqual([first]);
    expect(slow.filter((one) => one >= second && one < third).length).toBe(2);
    expect(eased.lanes[0]?.run.log.map(({ what }) => what)).toEqual(['halve']);
  });

  it('eases a lane that raises no hand, before its rounds have begun too', () => {
    // Alternate nostrils beside a simpler form through both, which nobody closes anything for.
    const even = passageOf('sama-vritti', 'counted', {
      id: 'a',
      seat: 'chair',
      base: counts(3),
      cycles: 22,
      closing: seconds(5),
    });
    const turning = { full: seconds(0), empty: seconds(1) };
    const alternate = counted('1:0:1', 4, { id: 'a', seat: 'chair', cycles: 22, turning });
    const lane = (student: string, passage: CountedPassage) => ({
      students: [student],
      session: sessionOf(passage, stillness()),
      standsFor: ['a', 'b'],
      gaveUp: [],
      left: [],
    });
    const lanes = [lane('even', even), lane('alternate', alternate)];
    const run = beginClass(
      { lanes, meetings: [11, 0] },
      { session: LONG, conventions: PROFILE, handOf: () => 'right' },
    );
    for (const moment of [1, 30]) {
      const eased = done(easeLane(run, at(moment), 0, 'one-count', newId));
      expect(ends(eased)).toEqual(ends(run));
    }
  });

  it('gives a lane natural breath at once, of at least 5 s, until the others come to the next passage', () => {
    const run = two();
    const [first = 0] = meets(run);
    const rested = done(restLane(run, at(first + 20), 1, newId));
    expect(ends(rested)).toEqual(ends(run));
    const lane = rested.lanes[1] as ClassLane;
    expect(roundsOfLane(lane)).toEqual([]);
    expect(laneMoment(lane, at(first + 21))?.event.section).toBe('closing');
    expect(laneMoment(lane, at(first + 60))?.event.kind).toBe('natural');
    expect(restLane(rested, at(first + 70), 1, newId).ok).toBeFalse();
  });

  it('meets now: who waits breathes naturally, and from then on they meet as often as can be', () => {
    const eased = done(easeLane(two(), at(100), 1, 'one-count', newId));
    const now = at(200);
    const met = done(meetNow(eased, now, newId));
    expect(ends(met)).toEqual(ends(eased));
    const next = meetingsOf(met).find((one) => one.at > now);
    expect(next?.lanes).toBe(2);
    expect((next?.at ?? 0) - now).toBeLessThanOrEqual(84_000 + 25_000);
    for (const lane of led(met)) for (const rest of naturals(lane)) expect(rest).toBeGreaterThanOrEqual(5);
  });

  it('keeps what was eased when all meet, and when more follows', () => {
    const run = two();
    const [first = 0] = meets(run);
    const eased = done(easeLane(run, at(first + 10), 0, 'halve', newId));
    const halves = (of: ClassRun, from: number) =>
      roundsOfLane(of.lanes[0] as ClassLane)
        .filter((round) => round.at > from)
        .map(({ event }) => Number(event.counts));
    expect(new Set(halves(eased, at(first + 84)))).toEqual(new Set([3]));
    for (const next of [
      meetNow(eased, at(first + 20), newId),
      oneMoreForAll(eased, run, at(first + 20), newId),
    ]) {
      const counts = halves(done(next), at(first + 20));
      expect(counts.length).toBeGreaterThan(4);
      expect(new Set(counts)).toEqual(new Set([3]));
    }
  });

  it('shows lanes as one that breathe alike, whatever seat they have', () => {
    const run = classOf(LONG, {
      strong,
      chair: { ...strong, seats: ['chair'] },
      floor: { ...strong, seats: ['cross-legged'] },
      half,
    });
    expect(run.lanes.length).toBeGreaterThan(2);
    expect(
      lanesAlike(run)
        .map((group) => group.flatMap((index) => run.lanes[index]?.students ?? []))
        .flat().length,
    ).toBe(4);
    expect(lanesAlike(run).length).toBe(2);
    const eased = done(easeLane(run, at(100), 0, 'halve', newId));
    expect(lanesAlike(eased).length).toBe(3);
  });

  it('leaves a hand that is going down already as it is, when the others meet', () => {
    const lane = (student: string, cycles: number, more: number) => ({
      students: [student],
      session: sessionOf(
        counted('1:0:1', 4, { id: 'a', seat: 'chair', cycles, closing: seconds(10) }),
        { ...stillness(more), id: 'wait', seat: 'chair' as const },
        stillness(),
      ),
      standsFor: ['a', 'a', 'b'],
      gaveUp: [],
      left: [],
    });
    const lanes = [lane('short', 8, 70), lane('long', 16, 6)];
    const run = beginClass(
      { lanes, meetings: [4, 0] },
      { session: LONG, conventions: PROFILE, handOf: () => 'right' },
    );
    const [short] = run.lanes as [ClassLane, ClassLane];
    const closing = currentTake(short.run).timeline.events.find(({ section }) => section === 'closing');
    const now = millis((closing?.from ?? 0) + 4_000);
    const met = done(meetNow(run, now, newId));
    const after = currentTake((met.lanes[0] as ClassLane).run).timeline.events.find(
      ({ section }) => section === 'closing',
    );
    expect(after?.from).toBe(closing?.from);
    expect(after?.to).toBe(closing?.to);
    expect(ends(met)).toEqual(ends(run));
  });

  it('takes one round more, and at most half as many again', () => {
    const run = two();
    const [first = 0] = meets(run);
    let more = done(oneMoreForAll(run, run, at(first + 10), newId));
    expect(meets(more).length).toBe(6);
    expect(endOfClass(more) - endOfClass(run)).toBe(84_000);
    for (let left = mostRoundsLed(5) - 6; left > 0; left--)
      more = done(oneMoreForAll(more, run, at(first + 10), newId));
    const refused = oneMoreForAll(more, run, at(first + 10), newId);
    expect(refused.ok ? null : refused.problem.code).toBe('enough-rounds');
  });

  it('ends the passage at the next meeting, all at once', () => {
    const run = two();
    const [first = 0, second = 0] = meets(run);
    const last = done(lastRoundForAll(run, at(first + 10), newId));
    expect(meets(last)).toEqual([first]);
    expect(apart(ends(last))).toBeLessThanOrEqual(3);
    for (const lane of led(last)) expect(laneMoment(lane, at(second + 1))?.event.section).toBe('closing');
    expect(lastRoundForAll(last, at(first + 60), newId).ok).toBeFalse();
  });

  it('stops one lane and leads the others on, or stops all', () => {
    const run = two();
    const one = stopLane(run, at(120), 0);
    expect(one.lanes.map((lane) => lane.run.state.kind)).toEqual(['stopped', 'leading']);
    expect(classState(one)).toBe('leading');
    expect(classState(stopClass(one, at(130)))).toBe('over');
  });

  it('finishes its lanes when their time is over', () => {
    const run = two();
    expect(followClass(run, at(10))).toBe(run);
    const over = followClass(run, endOfClass(run));
    expect(over.lanes.map((lane) => lane.run.state.kind)).toEqual(['finished', 'finished']);
  });

  it('lets one student of a lane breathe naturally at a stop sign, to the end; at an emergency sign they stop', () => {
    const run = classOf(LONG, { strong, other: strong, half });
    expect(run.lanes.length).toBe(2);
    const signed = signInClass(run, at(120), 'other', 'dizzy', SIGNED);
    expect(signed.lanes.map(({ students }) => students)).toEqual([['strong'], ['other'], ['half']]);
    expect(apart(ends(signed))).toBeLessThanOrEqual(3);
    const [, other] = signed.lanes;
    expect(other && roundsOfLane(other)).toEqual([]);
    expect(other?.run.signs).toEqual(['dizzy']);
    expect(signed.lanes[0]?.run.signs).toEqual([]);
    const stopped = signInClass(run, at(120), 'half', 'faint', SIGNED);
    expect(stopped.lanes.map((lane) => lane.run.state.kind)).toEqual(['leading', 'stopped']);
    expect(inOwnLane(run, 'half').run).toBe(run);
  });

  it('notes a sign in a pause, after which they rest while the others go on', () => {
    const paused = pauseClass(two(), at(150));
    const signed = signInClass(paused, at(150), 'half', 'dizzy', SIGNED);
    expect(classState(signed)).toBe('paused');
    const again = resumeClass(signed);
    const [, half] = again.lanes as [ClassLane, ClassLane];
    expect(half.run.signs).toEqual(['dizzy']);
    expect(roundsOfLane(half)).toEqual([]);
    expect(apart(ends(again))).toBeLessThanOrEqual(3);
  });

  it('takes a sign back that was pressed by mistake; who rests goes on resting', () => {
    const signed = signInClass(two(), at(120), 'half', 'dizzy', SIGNED);
    const back = signTakenBackInClass(signed, 'half', 'dizzy', SIGNED.now);
    const [, half] = back.lanes as [ClassLane, ClassLane];
    expect(half.run.signs).toEqual([]);
    expect(half.run.takenBack.map(({ mistake }) => mistake)).toEqual([true]);
    expect(roundsOfLane(half)).toEqual([]);
  });

  it('ends a passage for all while somebody rests to the end of the class', () => {
    const rounds = counted('1:4:2', 6, { id: 'c', cycles: 6, seat: 'chair', emptyHold: 'as-written' });
    const [first] = LONG.passages;
    const run = classOf(sessionOf(first as CountedPassage, rounds, stillness()), { strong, half });
    const signed = signInClass(run, at(120), 'half', 'dizzy', SIGNED);
    const last = done(lastRoundForAll(signed, at(125), newId));
    expect(endOfClass(last)).toBeLessThan(endOfClass(signed));
    expect(apart(ends(last))).toBeLessThanOrEqual(3);
  });

  it('gives rest at once, however little time is left for it', () => {
    const run = two();
    const [lane] = run.lanes as [ClassLane, ClassLane];
    const closing = currentTake(lane.run).timeline.events.find(({ section }) => section === 'closing');
    const late = millis((closing?.from ?? 0) - 2_000);
    const rested = done(restLane(run, late, 0, newId));
    expect(apart(ends(rested))).toBeLessThanOrEqual(3);
  });

  it('lets everybody breathe naturally to the end of the passage', () => {
    const run = two();
    const quiet = done(quietForAll(run, at(120), newId));
    expect(led(quiet).every((lane) => roundsOfLane(lane).length === 0)).toBeTrue();
    expect(apart(ends(quiet))).toBeLessThanOrEqual(3);
  });

  it('eases strokes, and natural breath takes the time to the end of the passage', () => {
    const strokes = passageOf('kapalabhati', 'strokes', {
      id: 's',
      seat: 'chair',
      strokes: 30,
      rate: 60,
      sets: 3,
    });
    const run = classOf(sessionOf(strokes, stillness()), {
      quick: {},
      short: { capacity: measuredAt(3.5, null, 4) },
    });
    const eased = done(easeLane(run, at(5), 0, 'one-count', newId));
    expect(apart(ends(eased))).toBeLessThanOrEqual(3);
    expect(endOfClass(eased)).toBe(endOfClass(run));
  });

  describe('and one voice', () => {
    it('counts a common pulse on from each meeting where lanes differ', () => {
      const run = two();
      const voice = voiceOfClass(run);
      const pulses = voice.events.filter(({ section }) => section === 'rounds');
      expect(pulses.map(({ from }) => Math.round(from / 1000))).toEqual([...meets(run)]);
      expect(pulses.map((event) => Number(event.counts))).toEqual([84, 84, 84, 84, 84]);
      expect(pulses[0]?.ticks.length).toBe(84);
      expect(Number(voice.total)).toBe(Number(endOfClass(run)));
      voice.events.forEach((event, index) => {
        expect(event.index).toBe(index);
        expect(event.from).toBeGreaterThanOrEqual(voice.events[index - 1]?.to ?? 0);
      });
    });

    it('says at meetings that all begin, at first, and otherwise always which lanes do, by their numbers', () => {
      const run = two();
      const said = (of: ClassRun): readonly string[] =>
        sayingsOf(voiceOfClass(of), { cues: true, counts: [], silentAfter: null }, 'english')
          .filter(({ words }) => /lane|together/i.test(words))
          .map(({ words }) => words.replace(/^.*\. /, ''));
      expect(said(run)).toEqual(['All together.', 'All together.']);
      const [first] = run.lanes;
      const late = { ...(first as ClassLane), students: ['late'], offset: at(5) };
      // The third lane begins its rounds a little later than the two that meet.
      const three = { ...run, lanes: [late, ...run.lanes] };
      expect(meetingsOf(three).map(({ lanes, of }) => [lanes, of])).toEqual(Array(5).fill([2, 3]));
      expect(said(three)).toEqual(Array(5).fill('Lane 2, 3.'));
    });

    it('says what the lane says where all count the same', () => {
      const run = classOf(LONG, { strong, other: strong });
      const own = currentTake((run.lanes[0] as ClassLane).run).timeline;
      expect(voiceOfClass(run).events).toEqual(own.events);
    });
  });
});
