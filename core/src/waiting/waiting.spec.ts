import { describeWaiting } from './describe-waiting.js';
import { addDays, day } from '../units/index.js';
import {
  needOf,
  WAITING_KINDS,
  waitsForCheck,
  waitsForClearances,
  waitsForIntake,
  waitsForReturn,
  type EndingClearance,
  type WaitingItem,
} from './index.js';

const TODAY = day('2026-11-27');
const clearance: EndingClearance = {
  scope: 'holds',
  fact: 'pressure-controlled',
  clinician: 'Dr. Amaru Feld',
  until: TODAY,
  withdrawnOn: null,
};
const untilIn = (days: number): EndingClearance => ({ ...clearance, until: addDays(TODAY, days) });
const waits = (...clearances: EndingClearance[]): number => waitsForClearances(clearances, TODAY).length;

describe('what waits for the instructor', () => {
  it('is an intake as long as anything of it is missing, the consent for a minor too', () => {
    const whole = { birthYear: 1988, healthAskedOn: TODAY, consentOn: null };
    expect(waitsForIntake(whole, TODAY)).toEqual([]);
    for (const missing of [{ birthYear: null }, { healthAskedOn: null }, { birthYear: 2016 }])
      expect(waitsForIntake({ ...whole, ...missing }, TODAY))
        .withContext(JSON.stringify(missing))
        .toEqual([{ kind: 'intake' }]);
  });

  it('is a clearance from two weeks before its last day to two weeks after, unless another takes its place', () => {
    for (const [days, waiting] of [
      [15, 0],
      [14, 1],
      [0, 1],
      [-14, 1],
      [-15, 0],
    ] as const)
      expect(waits(untilIn(days)))
        .withContext(`${days} days`)
        .toBe(waiting);
    expect(waits(untilIn(2), untilIn(200))).toBe(0);
    expect(waits(untilIn(2), { ...untilIn(200), scope: 'locks' })).toBe(1);
    expect(waits({ ...untilIn(2), withdrawnOn: TODAY })).toBe(0);
    expect(waits({ ...untilIn(2), fact: null })).toBe(0);
  });

  it('is a capacity check that is missing, older than 90 days, or will be within a week', () => {
    for (const [age, waiting] of [
      [0, 0],
      [83, 0],
      [84, 1],
      [91, 1],
    ] as const)
      expect(waitsForCheck(addDays(TODAY, -age), TODAY).length)
        .withContext(`${age} days`)
        .toBe(waiting);
    expect(waitsForCheck(null, TODAY)).toEqual([{ kind: 'capacity', checkedOn: null }]);
  });

  it('is somebody away for two weeks, where no ladder says so', () => {
    expect(waitsForReturn(addDays(TODAY, -13), false, TODAY)).toEqual([]);
    expect(waitsForReturn(addDays(TODAY, -14), false, TODAY).length).toBe(1);
    expect(waitsForReturn(addDays(TODAY, -14), true, TODAY)).toEqual([]);
    expect(waitsForReturn(null, false, TODAY)).toEqual([]);
  });

  it('is said in words, whatever it is', () => {
    const ITEMS: readonly (readonly [WaitingItem, string, string])[] = [
      [{ kind: 'suspended', sign: 'faint', day: TODAY }, 'is suspended: faint', 'since 27 Nov 2026'],
      [
        {
          kind: 'unfinished',
          sittingId: 'a',
          sessionId: null,
          title: 'Slack water',
          day: addDays(TODAY, -1),
        },
        'began “Slack water”, which has not ended',
        'yesterday',
      ],
      [
        { kind: 'sign', sittingId: 'a', signs: ['dizzy', 'nausea'], day: TODAY },
        'told of dizzy, nausea at home',
        'today',
      ],
      [
        { kind: 'untold', sittingId: 'a', title: 'Night', day: TODAY },
        'fell asleep in “Night”: how it was is not told yet',
        'today',
      ],
      [
        {
          kind: 'decision',
          ladderId: 'a',
          step: 'advance',
          reasons: [{ code: 'sittings', there: 5, wanted: 5 }],
          numbers: {
            kind: 'counts',
            counts: { inhale: 5, internalHold: 0, exhale: 10, externalHold: 0 } as never,
          },
        },
        'may advance to in 5 · out 10',
        '5 of 5 sittings.',
      ],
      [
        {
          kind: 'decision',
          ladderId: 'a',
          step: 'check',
          reasons: [{ code: 'gap', days: 31 }],
          numbers: null,
        },
        'needs a new capacity check',
        '31 days',
      ],
      [{ kind: 'intake' }, 'has an unfinished intake', 'nothing is led'],
      [
        {
          kind: 'clearance',
          scope: 'holds',
          fact: 'asthma',
          clinician: 'Dr. Feld',
          until: addDays(TODAY, 4),
        },
        'a clearance for holds ends in 4 days',
        'asthma, Dr. Feld',
      ],
      [{ kind: 'capacity', checkedOn: null }, 'has no capacity check', ''],
      [{ kind: 'capacity', checkedOn: addDays(TODAY, -98) }, 'has a capacity check of 98 days ago', ''],
      [
        { kind: 'capacity', checkedOn: addDays(TODAY, -88) },
        'has a capacity check of 88 days ago',
        'old in 3 days',
      ],
      [{ kind: 'log', sittings: 2 }, 'has 2 sittings from a log to confirm', 'count for nothing'],
      [{ kind: 'away', lastSitting: addDays(TODAY, -20) }, 'is away for 20 days', ''],
    ];
    for (const [item, line, more] of ITEMS) {
      const said = describeWaiting(item, TODAY);
      expect(said.line).withContext(item.kind).toBe(line);
      // Where there is no more to say nothing is said.
      expect(said.more === '')
        .withContext(item.kind)
        .toBe(more === '');
      expect(said.more.includes(more)).withContext(`${item.kind}: ${said.more}`).toBeTrue();
    }
    expect([...new Set(ITEMS.map(([{ kind }]) => kind))]).toEqual([...WAITING_KINDS]);
  });

  it('has what needs most in front', () => {
    expect(needOf({ kind: 'suspended' })).toBe(0);
    expect(needOf({ kind: 'decision' })).toBeLessThan(needOf({ kind: 'away' }));
  });
});
