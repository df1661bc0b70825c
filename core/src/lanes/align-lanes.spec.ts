import fc from 'fast-check';
import {
  anyMixedSession,
  anyStudent,
  conventions,
  counted,
  measuredAt,
  passageOf,
  inClass,
  sessionOf,
  stillness,
} from '../testing.js';
import { checkSession, cyclesInOwnRound, type CountedPassage, type Session } from '../session/index.js';
import { lanesWords } from '../words/index.js';
import { compileSession, type Timeline } from '../timeline/index.js';
import {
  alignLanes,
  choosePeriod,
  waysOf,
  type AlignedLanes,
  type ClassStudent,
  type Lane,
} from './index.js';

let made = 0;
const newId = (): string => `put-in-${++made}`;
const PROFILE = conventions({ begins: 'empty-through-start' });

const student = inClass;
const align = (session: Session, students: readonly ClassStudent[], ownSound = false): AlignedLanes =>
  alignLanes({ session, students, profile: PROFILE, ownSound, newId });
const timelineOf = ({ session }: Lane): Timeline => compileSession(session, { hand: 'right' }, PROFILE);
/** Moments at which somebody begins the technique's own round. */
const begins = (lane: Lane): readonly number[] => {
  const { events } = timelineOf(lane);
  return events
    .filter(({ kind, section, cycle }) => kind === 'inhale' && section === 'rounds' && (cycle ?? 0) % 2 === 1)
    .map(({ from }) => Number(from));
};
/** Moments at which a lane begins a round of what stands for a passage; null where it does not follow with the others. */
function roundsOf(lane: Lane, id: string): readonly number[] | null {
  const alone = lane.gaveUp.some(({ passageId, said }) => passageId === id && said === lanesWords.alone);
  const { events } = timelineOf(lane);
  const rounds = events.filter(({ passage, section, cycle, index }) => {
    const own = lane.session.passages[passage];
    const before = events[index - 1];
    const begun = before?.passage === passage && before.section === 'rounds' && before.cycle === cycle;
    return (
      own?.kind === 'counted' &&
      lane.standsFor[passage] === id &&
      section === 'rounds' &&
      !begun &&
      ((cycle ?? 0) - 1) % cyclesInOwnRound(own) === 0
    );
  });
  return alone || rounds.length === 0 ? null : rounds.map(({ from }) => Number(from));
}
const numbersOf = (lane: Lane): unknown =>
  lane.session.passages
    .filter((passage): passage is CountedPassage => passage.kind === 'counted')
    .map(({ ratio, base, cycles, turning, pace }) => [
      [ratio.inhale, ratio.internalHold, ratio.exhale].map((part) => part * base).join(':'),
      cycles / 2,
      Number(turning.empty),
      Number(pace),
    ]);

/** 6:24:12, an hour of it fitted to whoever can less. */
const LONG = sessionOf(
  counted('1:4:2', 6, { id: 'a', cycles: 10, seat: 'chair', emptyHold: 'as-written' }),
  stillness(),
);
const strong = student('strong', { capacity: measuredAt(12, 60, 24) });
const half = student('half', { capacity: measuredAt(3 / 0.8, 12 / 0.8, 6 / 0.8) });

describe('lanes of a class', () => {
  it('6:24:12 beside 3:12:6: two rounds to one, meeting every 84 s without padding', () => {
    const { lanes, meetings } = align(LONG, [strong, half]);
    expect(lanes.map(numbersOf)).toEqual([[['6:24:12', 5, 0, 1000]], [['3:12:6', 10, 0, 1000]]]);
    expect(meetings).toEqual([5, 0]);
    const [slow = [], quick = []] = lanes.map(begins);
    expect(slow.length).toBe(5);
    for (const at of slow) expect(quick).toContain(at);
  });

  it('are one where the numbers are the same', () => {
    const { lanes } = align(LONG, [strong, half, student('another', { capacity: measuredAt(12, 60, 24) })]);
    expect(lanes.map(({ students }) => students)).toEqual([['strong', 'another'], ['half']]);
  });

  for (const [name, ownSound, turning, pace] of [
    ['one voice: turns for two seconds a round', false, 1, 1000],
    ['a sound of its own: at a pace of its own', true, 0, 1050],
  ] as const)
    it(`4:8:8 beside them, with ${name}`, () => {
      const passage = counted('1:2:2', 4, { id: 'a', cycles: 10, emptyHold: 'as-written' });
      const ways = waysOf(passage, PROFILE, ownSound, 10_000);
      const long = { lengths: [84 * 2000], leastPadding: 10_000 };
      const period = choosePeriod([long, ways.rounds], 420 * 2000);
      expect(period?.lanes[1]).toEqual({ rounds: 2, length: 42 * 2000, padding: 0 });
      const led = ways.at(42 * 2000);
      expect(Number(led.turning.empty)).toBe(turning);
      expect(Number(led.pace)).toBe(pace);
    });

  it('where nothing is held empty only, and never more than two seconds or 12 % apart', () => {
    const empty = counted('1:1:1:1', 4, { cycles: 10, emptyHold: 'as-written' });
    expect(waysOf(empty, PROFILE, false, 10_000).rounds.lengths).toEqual([32 * 2000]);
    const ways = waysOf(counted('1:2:2', 4, { emptyHold: 'as-written' }), PROFILE, true, 10_000);
    expect(ways.rounds.lengths.map((length) => length / 2000)).toEqual([40, 41, 42, 43, 44]);
    expect([35, 36, 44, 45].map((length) => ways.rounds.reaches?.(length * 2000))).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });

  it('take strokes turn by turn: who is done sooner breathes naturally longer', () => {
    const strokes = passageOf('kapalabhati', 'strokes', {
      id: 's',
      seat: 'chair',
      strokes: 30,
      rate: 60,
      sets: 3,
    });
    const { lanes, meetings } = align(sessionOf(strokes, stillness()), [
      student('quick'),
      student('short', { capacity: measuredAt(3.5, null, 4) }),
    ]);
    expect(lanes.length).toBe(2);
    expect(meetings[0]).toBe(3);
    const turns = lanes.map((lane) =>
      timelineOf(lane)
        .events.filter((event) => event.strokes)
        .map(({ from }) => Number(from)),
    );
    expect(new Set(turns.map((moments) => moments.join())).size).toBe(1);
  });

  it('end at once too where strokes came in the place of others, before a hold', () => {
    const bellows = passageOf('bhastrika', 'strokes', { id: 's', seat: 'chair' });
    const cooling = passageOf('sheetali', 'counted', { id: 'a', seat: 'chair' });
    const { lanes } = align(sessionOf(bellows, cooling), [
      student('no-approval', { approvals: [] }),
      student('pregnant', { facts: ['pregnancy'], pregnancyWeeks: 30 }),
    ]);
    const [instead] = lanes.map(({ session }) => session.passages[0]);
    expect(instead?.technique).toBe('kapalabhati');
    expect(new Set(lanes.map((lane) => Number(timelineOf(lane).total))).size).toBe(1);
  });

  it('of nobody are none', () => {
    expect(align(LONG, [])).toEqual({ lanes: [], meetings: [0, 0] });
  });

  it('of people ten times apart begin together all the same', () => {
    const { lanes, meetings } = align(LONG, [
      strong,
      student('child', { capacity: measuredAt(1.5, null, 2.5) }),
    ]);
    expect(lanes.length).toBe(2);
    expect(meetings[0]).toBeGreaterThan(2);
  });

  it('of whom everybody is forbidden something still are a class', () => {
    const { lanes } = align(LONG, [
      student('a', { facts: ['stroke'] }),
      student('b', { facts: ['pregnancy'], pregnancyWeeks: 20 }),
      student('c', { facts: ['fainting'], capacity: measuredAt(5, 10, 8) }),
    ]);
    expect(lanes.every(({ left }) => left.length === 0)).toBeTrue();
    expect(new Set(lanes.map((lane) => Number(timelineOf(lane).total))).size).toBe(1);
  });

  it('give natural breath to whom something is forbidden, and the others go on', () => {
    const strokes = passageOf('kapalabhati', 'strokes', { id: 's', seat: 'chair', strokes: 20, sets: 2 });
    const session = sessionOf(strokes, { ...LONG.passages[0], id: 'a' } as CountedPassage, stillness());
    const { lanes } = align(session, [
      strong,
      student('pregnant', { facts: ['pregnancy'], pregnancyWeeks: 30 }),
    ]);
    const [first, second] = lanes;
    expect(first?.session.passages[0]?.kind).toBe('strokes');
    expect(second?.session.passages.some(({ kind }) => kind === 'strokes')).toBeFalse();
    expect(second?.left).toEqual([]);
    expect(second?.gaveUp.length).toBeGreaterThan(0);
  });

  it('begin and end at once, keep to what is permitted, and begin rounds together as often as told (property)', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        fc.array(anyStudent, { minLength: 1, maxLength: 4 }),
        fc.boolean(),
        (session, people, ownSound) => {
          const students = people.map((one, index) => student(String(index), one));
          const { lanes, meetings } = align(session, students, ownSound);
          expect(lanes.flatMap((lane) => lane.students).sort()).toEqual(students.map(({ id }) => id).sort());
          const totals = lanes.map((lane) => Number(timelineOf(lane).total));
          expect(Math.max(...totals) - Math.min(...totals)).toBeLessThanOrEqual(2);
          for (const lane of lanes) {
            expect(lane.standsFor.length).toBe(lane.session.passages.length);
            const before = checkSession(session, PROFILE).map(({ code }) => code);
            const problems = checkSession(lane.session, PROFILE).map(({ code }) => code);
            expect(problems.filter((code) => !before.includes(code))).toEqual([]);
          }
          // What still speaks against a lane speaks against natural breath too, or against the whole.
          for (const { session: lane, left } of lanes)
            for (const { finding } of left) {
              const against = lane.passages.find(({ id }) => id === finding.passageId);
              expect(against?.kind ?? 'natural').toBe('natural');
            }
          session.passages.forEach(({ id }, index) => {
            const counting = lanes.map((lane) => roundsOf(lane, id)).filter((moments) => moments !== null);
            const [first = [], ...others] = counting;
            const together = first.filter((at) =>
              others.every((other) => other.some((one) => Math.abs(one - at) <= 2)),
            );
            expect(together.length).toBeGreaterThanOrEqual(
              counting.length === 0 ? 0 : (meetings[index] ?? 0),
            );
          });
        },
      ),
      { numRuns: 40 },
    );
  });
});
