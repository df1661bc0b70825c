import fc from 'fast-check';
import { endOfLane, laneMoment, meetingsOf, pauseClass, stopLane } from '../class-leading/index.js';
import {
  anyMixedSession,
  anyStudent,
  classOf,
  counted,
  measuredAt,
  passageOf,
  sessionOf,
  stillness,
} from '../testing.js';
import { millis, seconds } from '../units/index.js';
import {
  beatAt,
  clockError,
  fallsInAt,
  JOIN_CODE_PATTERN,
  newJoinCode,
  NO_CLOCK,
  phoneLanesOf,
  phoneMoment,
  placeNow,
  readJoinCode,
  sharedTime,
  showJoinCode,
  withTrip,
  type PhoneLane,
  type SharedClock,
} from './index.js';

const SAID = { naming: 'english' as const, nameOf: (student: string) => student };
const LONG = sessionOf(
  counted('1:4:2', 6, { id: 'a', cycles: 10, seat: 'chair', emptyHold: 'as-written' }),
  stillness(),
);
const two = () =>
  classOf(LONG, {
    strong: { capacity: measuredAt(12, 60, 24) },
    half: { capacity: measuredAt(3 / 0.8, 12 / 0.8, 6 / 0.8) },
  });
const laneOf = (lanes: readonly PhoneLane[], person: string): PhoneLane => {
  const lane = lanes.find(({ people }) => people.includes(person));
  if (!lane) throw new Error(`no lane for ${person}`);
  return lane;
};

describe('the lane on a phone', () => {
  it('says side, phase, count and fingers of its own lane', () => {
    const lane = laneOf(phoneLanesOf(two(), millis(0), SAID), 'half');
    const rounds = lane.beats.findIndex(({ phrase }) => lane.phrases[phrase]?.breath === 'inhale');
    const at = (lane.beats[rounds - 1]?.to ?? 0) + 1_500;
    expect(phoneMoment(lane, at)).toEqual({
      phrase: {
        say: 'Inhale left',
        breath: 'inhale',
        side: 'left',
        fingers: 'right closed by the thumb',
        counting: 'up',
      },
      count: { now: 2, of: 3 },
      next: jasmine.objectContaining({ breath: 'hold' }),
      over: jasmine.any(Number),
    } as never);
  });

  it('counts as the room does, whatever is led, and ends when the lane ends', () => {
    fc.assert(
      fc.property(
        anyMixedSession,
        fc.array(anyStudent, { minLength: 1, maxLength: 3 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (session, people, first, later) => {
          const run = classOf(
            session,
            Object.fromEntries(people.map((person, index) => [`s${index}`, person])),
          );
          for (const lane of run.lanes) {
            const end = endOfLane(lane);
            const from = millis(Math.floor(first * (end - 1)));
            const shown = laneOf(phoneLanesOf(run, from, SAID), lane.students[0] ?? '');
            const at = from + Math.floor(later * (end - 1 - from));
            const room = laneMoment(lane, at);
            const phone = phoneMoment(shown, at);
            expect(shown.beats.at(-1)?.to).toBe(end);
            if (room?.event.open || room?.event.ownPace || room?.event.strokes?.ownPace) continue;
            expect(phone?.phrase.breath === 'hold').toBe(/Hold$/.test(room?.event.kind ?? ''));
            // Counts of a stretch are rounded to milliseconds one by one in the room.
            const edges = room?.event.ticks.some((tick) => Math.abs(tick + lane.offset - at) <= 2);
            if (!edges) expect(phone?.count?.now).toBe(room?.count?.now);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('holds nothing of anybody but how they breathe', () => {
    const named = { ...SAID, nameOf: (student: string) => (student === 'strong' ? 'Ana' : 'Bo') };
    const said = { ...LONG, title: 'For a weak heart', passages: LONG.passages };
    const run = { ...two(), session: said };
    const text = JSON.stringify(phoneLanesOf(run, millis(0), named));
    expect(text).not.toMatch(/heart|strong|capacity|facts|sign/i);
    expect(text).toContain('Ana');
  });

  it('goes on while the class pauses, and is gone for who stopped', () => {
    const run = stopLane(two(), millis(20_000), 0);
    expect(phoneLanesOf(run, millis(20_000), SAID).length).toBe(1);
    expect(phoneLanesOf(pauseClass(two(), millis(20_000)), millis(20_000), SAID).length).toBe(2);
  });

  it('is small: an hour of a lane comes with 60 kB', () => {
    const hour = sessionOf(
      ...Array.from({ length: 6 }, (_, index) =>
        counted('1:0:1', 4, { id: `p${index}`, cycles: 75, seat: 'chair' }),
      ),
      stillness(),
    );
    const [lane] = phoneLanesOf(classOf(hour, { one: {} }), millis(0), SAID);
    expect(JSON.stringify(lane).length).toBeLessThan(60_000);
  });
});

describe('who comes late', () => {
  const run = two();
  const lane = laneOf(phoneLanesOf(run, millis(0), SAID), 'half');
  const first = meetingsOf(run)[0]?.at ?? millis(0);

  it('falls in at once where breath is natural, and before anything is counted', () => {
    expect(fallsInAt(lane, millis(0))).toBe(millis(0));
    const [last] = lane.beats.slice(-1);
    expect(fallsInAt(lane, millis((last?.to ?? 0) - 10))).toBe(millis((last?.to ?? 0) - 10));
    expect(fallsInAt(lane, millis((last?.to ?? 0) + 10))).toBe(millis((last?.to ?? 0) + 10));
  });

  it('waits in a round for the next one that lanes begin together', () => {
    const next = meetingsOf(run).find(({ at }) => at > first + 3_000);
    expect(fallsInAt(lane, millis(first + 3_000))).toBe(next?.at ?? millis(-1));
  });

  it('waits for natural breath where nobody meets any more', () => {
    const alone = { ...lane, meetings: [] };
    const came = millis(first + 3_000);
    const at = fallsInAt(alone, came);
    expect(at).toBeGreaterThan(came);
    expect(phoneMoment(alone, at)?.phrase.breath ?? null).toBeNull();
  });

  it('of strokes waits for their end', () => {
    const strokes = sessionOf(
      passageOf('kapalabhati', 'strokes', { sets: 1, quiet: seconds(30), seat: 'chair' }),
      stillness(),
    );
    const [only] = phoneLanesOf(classOf(strokes, { one: {} }), millis(0), SAID);
    if (!only) return fail('no lane');
    const index = only.beats.findIndex(({ counts }) => counts !== null);
    const began = only.beats[index - 1]?.to ?? 0;
    const moment = phoneMoment(only, began + 3_100);
    expect(moment?.count?.of).toBeGreaterThan(3);
    expect(fallsInAt({ ...only, meetings: [] }, millis(began + 3_100))).toBeGreaterThanOrEqual(
      only.beats[index]?.to ?? Infinity,
    );
  });

  it('finds where the lane stands', () => {
    expect(beatAt(lane, lane.from - 1)).toBe(-1);
    expect(beatAt(lane, lane.from)).toBe(0);
    expect(phoneMoment(lane, lane.from - 1)).toBeNull();
    expect(phoneMoment(lane, 1e9)).toBeNull();
    expect(placeNow({ at: 500, when: 1_000, goesOn: true }, 1_250)).toBe(750);
    expect(placeNow({ at: 500, when: 1_000, goesOn: false }, 1_250)).toBe(500);
  });
});

/** Questions every so many seconds to a clock that is so far away and runs so much faster, with so much waiting on the way. */
function asked(
  { ahead, drift, every, times }: { ahead: number; drift: number; every: number; times: number },
  wait: (index: number) => readonly [number, number],
): SharedClock {
  let clock = NO_CLOCK;
  for (let index = 0; index < times; index++) {
    const sent = 1_000 + index * every;
    const [out, back] = wait(index);
    const there = ahead + (sent + out) * (1 + drift);
    clock = withTrip(clock, { sent, received: sent + out + back, there });
  }
  return clock;
}

describe('a clock that is shared', () => {
  it('is known before the first answer by nothing, and then at once', () => {
    expect(sharedTime(NO_CLOCK, 5)).toBeNull();
    expect(clockError(NO_CLOCK)).toBeNull();
    const clock = withTrip(NO_CLOCK, { sent: 0, received: 40, there: 1_020 });
    expect(sharedTime(clock, 100)).toBe(1_100);
    expect(clockError(clock)).toBe(20);
  });

  it('is met whatever the own clock shows, however the answers wait, and however it drifts', () => {
    fc.assert(
      fc.property(
        fc.record({
          ahead: fc.constantFrom(0, 300_000, -300_000, 1.7e12),
          drift: fc.double({ min: -60e-6, max: 60e-6, noNaN: true }),
          waits: fc.array(fc.tuple(fc.integer({ min: 20, max: 200 }), fc.integer({ min: 20, max: 200 })), {
            minLength: 12,
            maxLength: 40,
          }),
        }),
        ({ ahead, drift, waits }) => {
          const [every, times] = [5_000, 240];
          // One way in each minute that is quick, as on any network now and then.
          const clock = asked({ ahead, drift, every, times }, (index) =>
            index % 12 === 0 ? [22, 30] : (waits[index % waits.length] ?? [50, 50]),
          );
          const own = 1_000 + every * times + 30_000;
          const wrong = Math.abs((sharedTime(clock, own) ?? 0) - (ahead + own * (1 + drift)));
          expect(wrong).toBeLessThan(25);
        },
      ),
    );
  });

  it('takes no answer that came before it was asked, and does not follow one that is slow', () => {
    const clock = asked({ ahead: 500, drift: 0, every: 1_000, times: 5 }, () => [10, 10]);
    expect(withTrip(clock, { sent: 10, received: 5, there: 9e9 })).toEqual(clock);
    expect(sharedTime(withTrip(clock, { sent: 7_000, received: 12_000, there: 1e6 }), 8_000)).toBeCloseTo(
      8_500,
      3,
    );
  });
});

describe('a join code', () => {
  it('is eight signs that nobody takes for one another, and is read as people type it', () => {
    const code = newJoinCode((limit) => limit - 1);
    expect(code).toMatch(new RegExp(JOIN_CODE_PATTERN));
    expect(readJoinCode(showJoinCode(code))).toBe(code);
    expect(readJoinCode(` ${code.slice(0, 4).toLowerCase()}-${code.slice(4)} `)).toBe(code);
    for (const wrong of ['', 'ABCD', 'ABCDEFGH0', 'ABCD EFG0', '<script>', 'ÄBCD EFGH'])
      expect(readJoinCode(wrong)).withContext(wrong).toBeNull();
    // Only L of these is taken: there is neither 1 nor I beside it.
    const taken = [...'0O1I8BSL'].filter((sign) => new RegExp(JOIN_CODE_PATTERN).test(sign.repeat(8)));
    expect(taken).toEqual(['L']);
  });

  it('is by chance, from all signs alike', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(27), { minLength: 8, maxLength: 8 }), (chances) => {
        let index = 0;
        expect(readJoinCode(newJoinCode(() => chances[index++] ?? 0))).not.toBeNull();
      }),
    );
  });
});
