import type { ClassGroup, StudentLine } from '@nuvrah/contract';
import { day } from '@nuvrah/core';
import { TODAY } from '../../testing/fixtures';
import { listed, needsOf, NO_FILTER, type ListFilter, type Need } from './list-filter';

const CAPACITY: NonNullable<StudentLine['capacity']> = {
  checkedOn: day('2026-03-01'),
  inhale: 10,
  exhale: 13,
  hold: null,
  emptyHold: null,
  atLeast: [],
};
/** A student of whom nothing waits, by a name that is the id too. */
const line = (name: string, change: Partial<StudentLine> = {}): StudentLine => ({
  id: name,
  name,
  birthYear: 1988,
  hand: 'right',
  archived: false,
  capacity: CAPACITY,
  healthAskedOn: day('2026-03-01'),
  comfort: null,
  sittings: 0,
  consentOn: null,
  emergency: null,
  facts: [],
  lastSeen: null,
  ...change,
});
const emergency = { sign: 'chest-pain' as const, day: day('2026-03-08') };

describe('what a student needs', () => {
  const rows: readonly (readonly [string, Partial<StudentLine>, readonly Need[]])[] = [
    ['of whom all is there', {}, []],
    ['with an emergency sign', { emergency }, ['suspended']],
    ['of whom health was not asked', { healthAskedOn: null }, ['intake']],
    ['under age without a consent', { birthYear: 2016 }, ['intake']],
    ['under age with a consent', { birthYear: 2016, consentOn: day('2026-02-01') }, []],
    ['who was never measured', { capacity: null }, ['capacity']],
    ['measured long ago', { capacity: { ...CAPACITY, checkedOn: day('2025-11-01') } }, ['capacity']],
    [
      'of whom everything is missing',
      { emergency, healthAskedOn: null, capacity: null },
      ['suspended', 'intake', 'capacity'],
    ],
  ];
  for (const [what, change, needs] of rows)
    it(`${what} is ${needs.join(', ') || 'nothing'}`, () => {
      expect(needsOf(line('Ada', change), TODAY)).toEqual(needs);
    });
});

describe('the list of students', () => {
  const students = [
    line('Bram Holt', { facts: ['asthma'], sittings: 3, lastSeen: day('2026-03-09') }),
    line('Ágnes Voss', { emergency, sittings: 12, lastSeen: day('2026-02-01') }),
    line('Dana Vidal', { archived: true }),
    line('agnes Ames', { capacity: null, sittings: 3 }),
    line('Cato Reyes', { facts: ['asthma', 'vertigo'], healthAskedOn: null, lastSeen: day('2026-03-09') }),
  ];
  const groups = [
    { id: 'mornings', name: 'Mornings', members: ['Bram Holt', 'Dana Vidal'], archived: false },
  ] as unknown as ClassGroup[];
  const names = (filter: Partial<ListFilter> = {}): readonly string[] =>
    listed(students, groups, { ...NO_FILTER, ...filter }, TODAY).map(({ name }) => name);

  it('goes by name, whatever the accents and the case, without those who are archived', () => {
    expect(names()).toEqual(['agnes Ames', 'Ágnes Voss', 'Bram Holt', 'Cato Reyes']);
  });

  const rows: readonly (readonly [string, Partial<ListFilter>, readonly string[]])[] = [
    ['a part of a name, without its accents', { find: 'AGNES' }, ['agnes Ames', 'Ágnes Voss']],
    ['a name that nobody has', { find: 'zzz' }, []],
    ['what is true', { fact: 'asthma' }, ['Bram Holt', 'Cato Reyes']],
    ['a class', { group: 'mornings' }, ['Bram Holt']],
    ['a class, archived ones too', { group: 'mornings', archived: true }, ['Bram Holt', 'Dana Vidal']],
    ['a class that is gone', { group: 'evenings' }, []],
    ['one need', { needs: 'intake' }, ['Cato Reyes']],
    ['any need', { needs: 'any' }, ['agnes Ames', 'Ágnes Voss', 'Cato Reyes']],
    ['two things at once', { fact: 'asthma', needs: 'intake' }, ['Cato Reyes']],
  ];
  for (const [what, filter, found] of rows)
    it(`is narrowed to ${what}`, () => {
      expect(names(filter)).toEqual(found);
    });

  it('goes by when they were seen last, who never was in front, and equal ones by name', () => {
    const seen = ['agnes Ames', 'Ágnes Voss', 'Bram Holt', 'Cato Reyes'];
    expect(names({ sort: 'lastSeen' })).toEqual(seen);
    expect(names({ sort: 'lastSeen', down: true })).toEqual([
      'Bram Holt',
      'Cato Reyes',
      'Ágnes Voss',
      'agnes Ames',
    ]);
  });

  it('goes by sittings, and changes nothing of what it was given', () => {
    const before = [...students];
    expect(names({ sort: 'sittings', down: true })).toEqual([
      'Ágnes Voss',
      'agnes Ames',
      'Bram Holt',
      'Cato Reyes',
    ]);
    expect(students).toEqual(before);
  });
});
