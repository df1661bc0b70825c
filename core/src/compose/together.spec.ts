import fc from 'fast-check';
import { LEVELS, screenCase, type ScreenedStudent } from '../screening/index.js';
import { anyStudent, measuredAt, PLAIN_STUDENT } from '../testing.js';
import { HELD_CASES } from './held-cases.js';
import {
  composeSessions,
  requestTogether,
  type ComposeRequest,
  type Proposal,
  type TogetherWay,
} from './index.js';

const [{ request: BASE }] = HELD_CASES as unknown as [{ request: ComposeRequest }];
const requestFor = (change: Partial<ScreenedStudent>): ComposeRequest => ({
  ...BASE,
  minutes: 8,
  goals: ['calm'],
  current: {},
  student: { ...PLAIN_STUDENT, ...change },
});
const composed = (request: ComposeRequest): readonly Proposal[] => {
  const answer = composeSessions(request);
  return answer.ok ? answer.value : [];
};
const together = (way: TogetherWay, ...people: Partial<ScreenedStudent>[]): ComposeRequest =>
  requestTogether(people.map(requestFor), way);

describe('composing for a class', () => {
  const strong = { capacity: measuredAt(12, 40, 24), facts: [] as const };
  const weak = { capacity: measuredAt(4, 6, 8), facts: ['heart', 'shoulder'] as const };

  it('for all: what is true of anybody, each in their own numbers or within the weakest', () => {
    const all = together('suits-all', strong, weak).student;
    expect(all.facts).toEqual(['heart', 'shoulder']);
    expect(all.capacity).toEqual(measuredAt(12, 40, 24));
    expect(together('weakest', strong, weak).student.capacity).toEqual(measuredAt(4, 6, 8));
  });

  it('as for the most able: only what is true of everybody', () => {
    const { student } = together('most-able', strong, weak);
    expect(student.facts).toEqual([]);
    expect(together('most-able', weak, { facts: ['shoulder'] }).student.facts).toEqual(['shoulder']);
    expect(student.capacity.inhale.sustainable).toBe(strong.capacity.inhale.sustainable);
  });

  const rows: readonly (readonly [string, Partial<ScreenedStudent>[], Partial<ScreenedStudent>])[] = [
    [
      'the young and the old',
      [{ age: { youngest: 9, oldest: 9 } }, { age: { youngest: 70, oldest: 71 } }],
      { age: { youngest: 9, oldest: 71 } },
    ],
    ['a tongue that does not roll', [{ tongueRolls: true }, { tongueRolls: false }], { tongueRolls: false }],
    [
      'a tongue that nobody asked about',
      [{ tongueRolls: true }, { tongueRolls: null }],
      { tongueRolls: null },
    ],
    [
      'seats in common, as the first likes them',
      [{ seats: ['cross-legged', 'chair'] }, { seats: [] }, { seats: ['chair'] }],
      { seats: ['chair'] },
    ],
    ['no seat in common', [{ seats: ['kneeling'] }, { seats: ['lying'] }], { seats: ['chair'] }],
    [
      'the last meal',
      [{ mealMinutes: 200 }, { mealMinutes: null }, { mealMinutes: 30 }],
      { mealMinutes: 30 },
    ],
    [
      'weeks that are not known',
      [
        { facts: ['pregnancy'], pregnancyWeeks: null },
        { facts: ['pregnancy'], pregnancyWeeks: 20 },
      ],
      { pregnancyWeeks: null },
    ],
    ['somebody who never sat', [{ longestSitting: 30 }, { longestSitting: null }], { longestSitting: null }],
    [
      'a stop sign of today',
      [{ stoppedToday: null }, { stoppedToday: ['bhramari'] }],
      { stoppedToday: ['bhramari'] },
    ],
  ];
  for (const [name, people, expected] of rows)
    it(`for all goes by ${name}`, () => {
      expect(together('weakest', ...people).student).toEqual(jasmine.objectContaining(expected) as never);
    });

  it('for all takes an approval that each has, of holds the shortest', () => {
    const approval = (of: object) => ({ of, by: 'Tamsin', givenOn: '2026-03-01' }) as never;
    const kapalabhati = approval({ kind: 'technique', technique: 'kapalabhati' });
    const bhastrika = approval({ kind: 'technique', technique: 'bhastrika' });
    const people = [
      { approvals: [kapalabhati, bhastrika, approval({ kind: 'hold', seconds: 40 })] },
      { approvals: [approval({ kind: 'hold', seconds: 25 }), kapalabhati] },
    ];
    expect(together('suits-all', ...people).student.approvals.map(({ of }) => of)).toEqual([
      { kind: 'technique', technique: 'kapalabhati' },
      { kind: 'hold', seconds: 25 },
    ]);
    expect(together('most-able', ...people).student.approvals.length).toBe(5);
  });

  it('drops what was decided for one person, and composes for nobody only with a clear error', () => {
    expect(together('weakest', strong, weak).decisions.clearances).toEqual([]);
    expect(() => requestTogether([], 'weakest')).toThrowError('nobody to compose for');
  });

  it('within the weakest finds nothing that may not be led for anybody of the class', () => {
    fc.assert(
      fc.property(fc.array(anyStudent, { minLength: 2, maxLength: 3 }), (people) => {
        // They sit alike: a seat that one cannot take is another one in their lane.
        const seated = people.map((person) => ({ ...person, seats: ['chair'] as const }));
        const request = requestTogether(seated.map(requestFor), 'weakest');
        for (const { session } of composed(request))
          for (const student of seated) {
            const found = screenCase({ ...request, session, student });
            const strict = found.filter(({ level }) => LEVELS.indexOf(level) < LEVELS.indexOf('care'));
            expect(strict.map(({ rule, passageId }) => `${rule} ${passageId}`)).toEqual([]);
          }
      }),
      { numRuns: 40 },
    );
  });
});
