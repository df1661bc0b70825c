import { calledInClass } from './called';

const of = (...names: string[]): string[] =>
  Object.values(calledInClass(names.map((name, index) => ({ id: `id-${index}`, name }))));

describe('what people are called in a class', () => {
  it('is their first name, and no surname', () => {
    expect(of('Hesper Lund', 'Mary Ann Quay', 'Wren')).toEqual(['Hesper', 'Mary Ann', 'Wren']);
  });

  it('has a letter of the surname where two have the same, and a number where that is the same too', () => {
    expect(of('Ana Reed', 'Ana Stone', 'Bo Reed')).toEqual(['Ana R.', 'Ana S.', 'Bo']);
    const same = of('Ana Reed', 'Ana Rand');
    expect(new Set(same).size).toBe(2);
    for (const one of same) expect(one).not.toMatch(/Reed|Rand/);
    expect(new Set(of('Guest', 'Guest')).size).toBe(2);
  });

  it('is what was written at the door of a guest', () => {
    const called = calledInClass(
      [{ id: 'a', name: 'Ana Reed' }],
      [
        { id: 'g', name: 'Guest 1' },
        { id: 'h', name: 'Ana' },
      ],
    );
    expect(called['g']).toBe('Guest 1');
    expect(called['a']).not.toBe(called['h'] ?? '');
  });
});
