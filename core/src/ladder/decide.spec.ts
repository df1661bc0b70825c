import { addDays, day } from '../units/index.js';
import {
  decideNextStep,
  DEFAULT_GATE,
  describeReason,
  type DecisionRequest,
  type SittingOnRung,
} from './index.js';

const TODAY = day('2026-03-29');
const easy: SittingOnRung = { day: TODAY, done: 1, effort: 3, signs: [], eased: false };
/** Five sittings in five days of which the last is today; the last ones as given. */
const five = (...last: Partial<SittingOnRung>[]): SittingOnRung[] =>
  Array.from({ length: 5 }, (_, index) => ({
    ...easy,
    day: addDays(TODAY, index - 4),
    ...last[index - (5 - last.length)],
  }));
const met: DecisionRequest = {
  sittings: five(),
  since: addDays(TODAY, -7),
  today: TODAY,
  gate: DEFAULT_GATE,
  nextFits: true,
  emergency: null,
};
const decided = (change: Partial<DecisionRequest>): string => {
  const { step, reasons } = decideNextStep({ ...met, ...change });
  return `${step}: ${reasons.map(describeReason).join(' ')}`;
};

describe('the next step', () => {
  // Each condition at its limit, one step on the wrong side of it, and what is said then.
  const gate: readonly [string, Partial<DecisionRequest>, string][] = [
    ['7 days', { since: addDays(TODAY, -7) }, 'advance'],
    ['8 days', { since: addDays(TODAY, -8) }, 'advance'],
    ['6 days', { since: addDays(TODAY, -6) }, 'stay: 6 days on the rung, wanted 7.'],
    ['5 sittings', { sittings: five() }, 'advance'],
    ['6 sittings', { sittings: [easy, ...five()].map((one) => ({ ...one, day: TODAY })) }, 'advance'],
    ['4 sittings', { sittings: five().slice(1) }, 'stay: 4 of 5 sittings.'],
    ['median effort 3', { sittings: five({ effort: 5 }, { effort: 5 }) }, 'advance'],
    ['median effort 2', { sittings: five().map((one) => ({ ...one, effort: 2 })) }, 'advance'],
    [
      'median effort 4',
      { sittings: five({ effort: 4 }, { effort: 4 }, { effort: 4 }) },
      'stay: Median effort 4, wanted 3 or less.',
    ],
    ['highest effort 5', { sittings: five({ effort: 5 }) }, 'advance'],
    ['highest effort 4', { sittings: five({ effort: 4 }) }, 'advance'],
    ['highest effort 6', { sittings: five({ effort: 6 }) }, 'stay: Highest effort 6, wanted 5 or less.'],
    [
      'effort untold',
      { sittings: five({ effort: null }) },
      'stay: Effort not told in 1 of the last 5 sittings.',
    ],
    ['all complete', { sittings: five({ done: 1 }) }, 'advance'],
    [
      'one not complete',
      { sittings: five({ done: 0.99 }) },
      'stay: 4 of the last 5 sittings complete, wanted all.',
    ],
    [
      'a sign four sittings ago',
      { sittings: five({ signs: ['dizzy'] }, {}, {}, {}, {}) },
      'stay: A stop sign in 1 sitting of the last, wanted none.',
    ],
    [
      'a sign six sittings ago',
      { sittings: [{ ...easy, signs: ['dizzy'], day: addDays(TODAY, -5) }, ...five()] },
      'advance',
    ],
    [
      'eased once',
      { sittings: five({ eased: true }) },
      'stay: Eased on the way in 1 sitting of the last, wanted none.',
    ],
    ['no fit', { nextFits: false }, "stay: Today's fit does not allow the next rung yet."],
    ['the last rung', { nextFits: null }, 'stay: This is the last rung: the target.'],
    ['nothing yet', { sittings: [] }, 'stay: No sitting on this rung yet.'],
    [
      'ratio-first after 14 days',
      { gate: { ...DEFAULT_GATE, days: 15 }, since: addDays(TODAY, -14) },
      'stay: 14 days on the rung, wanted 15.',
    ],
    [
      'ratio-first after 15 days',
      { gate: { ...DEFAULT_GATE, days: 15 }, since: addDays(TODAY, -15) },
      'advance',
    ],
  ];
  for (const [what, change, said] of gate)
    it(`with ${what} is ${said.split(':')[0]}`, () => expect(decided(change)).toContain(said));

  it('says of an advance what was met, in numbers', () =>
    expect(decided({})).toBe(
      'advance: 7 days on the rung, wanted 7. 5 of 5 sittings. Median effort 3, wanted 3 or less.',
    ));

  const away = (days: number): Partial<DecisionRequest> => ({
    sittings: five().map((one) => ({ ...one, day: addDays(one.day, -days) })),
    since: addDays(TODAY, -60),
  });
  const gaps: readonly [number, string][] = [
    [3, 'advance'],
    [4, 'stay: 4 days since the last sitting: repeat the rung.'],
    [13, 'stay: 13 days since the last sitting: repeat the rung.'],
    [14, 'ease: 14 days since the last sitting: one rung down.'],
    [29, 'ease: 29 days since the last sitting: one rung down.'],
    [30, 'check: 30 days since the last sitting: check the capacity anew.'],
  ];
  for (const [days, said] of gaps)
    it(`after ${days} days away is ${said.split(':')[0]}`, () => expect(decided(away(days))).toContain(said));

  const hard: readonly [string, Partial<SittingOnRung>[], string][] = [
    [
      'two of the last three at effort 7',
      [{ effort: 7 }, {}, { effort: 7 }],
      'ease: 2 of the last 3 sittings',
    ],
    ['two of the last three at effort 6', [{ effort: 6 }, {}, { effort: 6 }], 'stay'],
    ['one of the last three at effort 9', [{}, {}, { effort: 9 }], 'stay'],
    ['two hard ones, one of them four ago', [{ effort: 9 }, {}, {}, { effort: 9 }], 'stay'],
    ['two at 69 % done', [{ done: 0.69 }, { done: 0.69 }, {}], 'ease'],
    ['two at 70 % done', [{ done: 0.7 }, { done: 0.7 }, {}], 'stay'],
    ['one hard, one short', [{ effort: 7 }, { done: 0.5 }, {}], 'ease'],
    ['a stop sign in the last', [{ signs: ['dizzy'] }], 'ease: A stop sign in the last sitting'],
    ['a stop sign in the last but one', [{ signs: ['dizzy'] }, {}], 'stay'],
  ];
  for (const [what, last, said] of hard)
    it(`after ${what} is ${said.split(':')[0]}`, () =>
      expect(decided({ sittings: five(...last) })).toContain(said));

  it('is suspended by an emergency sign before anything else', () => {
    const emergency = { sign: 'chest-pain', day: day('2026-03-20') } as const;
    expect(decided({ emergency, ...away(40) })).toContain(
      'suspend: An emergency sign on 20 Mar 2026: chest pain.',
    );
  });

  it('eases before it looks at a gap, and looks at a gap before it advances', () => {
    const signed = five({ signs: ['dizzy'] }).map((one) => ({ ...one, day: addDays(one.day, -40) }));
    expect(decided({ sittings: signed })).toContain('ease: A stop sign');
    expect(decided(away(5))).toContain('stay: 5 days');
  });
});
