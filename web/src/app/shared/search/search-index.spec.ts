import type { StudentLine } from '@nuvrah/contract';
import { TECHNIQUES } from '@nuvrah/core';
import { COMMANDS, findRules, findStudents, findTechniques } from './findables';
import { SearchIndex } from './search-index';

const students = ['Hesper Vane', 'Ingrid Sól', 'Old Pell Ardwick'].map(
  (name, index) => ({ id: String(index), name, archived: false }) as StudentLine,
);
const index = new SearchIndex([
  ...findStudents(students),
  ...findTechniques('english', []),
  ...findRules(),
  ...COMMANDS,
]);
const firstOf = (text: string): string | undefined => index.find(text)[0]?.id;

describe('the search', () => {
  const SPELLINGS: readonly (readonly [typed: string, technique: string])[] = [
    ['box breath', 'sama-vritti'],
    ['equal breathing', 'sama-vritti'],
    ['ocean breath', 'ujjayi'],
    ['bumblebee', 'bhramari'],
    ['buzzing bee', 'bhramari'],
    ['bhamri', 'bhramari'],
    ['nadi sanchalana', 'nadi-shodhana'],
    ['alternate nose breathing', 'nadi-shodhana'],
    ['anulom bilom', 'nadi-shodhana'],
    ['nati suddhi', 'nadi-shodhana'],
    ['naadee shodhan', 'nadi-shodhana'],
    ['chandra vedha', 'chandra-bhedana'],
    ['kapal bhati', 'kapalabhati'],
    ['shitali', 'sheetali'],
    ['sheetkari', 'sitkari'],
  ];
  for (const [typed, technique] of SPELLINGS)
    it(`finds ${technique} as "${typed}"`, () => expect(firstOf(typed)).toBe(`technique ${technique}`));

  it('finds every technique by every name and spelling it has', () => {
    for (const { id, names, aliases } of TECHNIQUES)
      for (const name of [...Object.values(names), ...aliases])
        expect(index.find(name).map((found) => found.id))
          .withContext(name)
          .toContain(`technique ${id}`);
  });

  it('finds both breaths that are called the breath of fire, and what helps to sleep', () => {
    const fire = index.find('breath of fire').map(({ id }) => id);
    expect(fire).toEqual(jasmine.arrayContaining(['technique bhastrika', 'technique kapalabhati']));
    expect(index.find('insomnia').length).toBeGreaterThan(0);
  });

  it('finds students by a part of the name, with or without marks, and with a letter wrong', () => {
    expect(firstOf('sol')).toBe('student 1');
    expect(firstOf('hesp')).toBe('student 0');
    expect(firstOf('Hespr Vane')).toBe('student 0');
  });

  it('finds rules by whom they concern, and what can be done', () => {
    expect(firstOf('asthma')).toBe('rule asthma');
    expect(firstOf('rule book')).toBe('command rules');
    expect(firstOf('sign out')).toBe('command sign-out');
  });

  it('finds nothing for nonsense and for nothing', () => {
    expect(index.find('xyzzyqq')).toEqual([]);
    expect(index.find(' ')).toEqual([]);
  });
});
