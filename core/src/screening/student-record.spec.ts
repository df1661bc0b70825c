import {
  checkFact,
  isTrueOn,
  lastDayOf,
  studentOnDay,
  weeksPregnant,
  type FactRecord,
  type PersonFact,
} from './index.js';

const fact = (of: PersonFact, change: Partial<FactRecord> = {}): FactRecord => ({
  fact: of,
  since: null,
  until: null,
  due: null,
  ...change,
});

describe('a fact on record', () => {
  it('is true from its first to its last day, both included', () => {
    const dated = fact('nosebleed', { since: '2026-03-02', until: '2026-03-09' });
    const days = ['2026-03-01', '2026-03-02', '2026-03-09', '2026-03-10'];
    expect(days.map((day) => isTrueOn(dated, day))).toEqual([false, true, true, false]);
    expect(isTrueOn(fact('heart'), '1900-01-01')).toBeTrue();
  });

  it('gives the weeks of a pregnancy from its due date', () => {
    expect(weeksPregnant('2026-06-30', '2026-03-10')).toBe(24);
    expect([weeksPregnant('2026-08-25', '2026-03-10'), weeksPregnant('2026-08-25', '2026-03-09')]).toEqual([
      16, 15,
    ]);
  });

  it('is refused when it ends before it begins, stands twice, or contradicts another', () => {
    const code = (of: FactRecord, ...others: FactRecord[]): string => {
      const checked = checkFact(of, others);
      return checked.ok ? 'fine' : checked.problem.code;
    };
    expect(code(fact('heart', { since: '2026-03-02', until: '2026-03-01' }))).toBe('until-before-since');
    expect(code(fact('heart'), fact('heart'))).toBe('already-there');
    expect(code(fact('pressure-high'), fact('pressure-controlled'))).toBe('contradiction');
    expect(code(fact('heart', { due: '2026-03-01' }))).toBe('due-not-here');
    // One after the other is how it goes.
    const before = fact('pressure-high', { until: '2026-01-31' });
    expect(code(fact('pressure-controlled', { since: '2026-02-01' }), before)).toBe('fine');
    expect(code(fact('pressure-controlled', { since: '2026-01-31' }), before)).toBe('contradiction');
  });
});

describe('a student on a day', () => {
  const record = {
    birthYear: 2016,
    facts: [fact('pregnancy', { due: '2026-06-30' }), fact('vertigo', { until: '2026-01-01' })],
    sittings: 3,
    experienced: false,
    tongueRolls: null,
    capacity: { exhale: 9 },
    longestSitting: 12,
  };
  it('has the facts of that day, both possible ages and the weeks of that day', () => {
    const student = studentOnDay(record, '2026-03-10', null);
    expect([student.facts, student.age, student.pregnancyWeeks]).toEqual([
      ['pregnancy'],
      { youngest: 9, oldest: 10 },
      24,
    ]);
    expect(studentOnDay(record, '2025-12-30', null).facts).toEqual(['pregnancy', 'vertigo']);
    expect([student.measuredExhale, student.longestSitting, student.mealMinutes]).toEqual([9, 12, null]);
  });

  it('has no age where the year of birth is not known', () => {
    expect(studentOnDay({ ...record, birthYear: null }, '2026-03-10', null).age).toBeNull();
  });

  it('takes from the day check what is true today, and a low mood for what it is', () => {
    const today = { facts: ['fever' as const], mealMinutes: 90, mood: 4 };
    expect(studentOnDay(record, '2026-03-10', today).facts).toEqual(['pregnancy', 'fever']);
    expect(studentOnDay(record, '2026-03-10', today).mealMinutes).toBe(90);
    expect(studentOnDay(record, '2026-03-10', { ...today, mood: 3 }).facts).toContain('low-mood');
  });
});

describe('a fact that ends by itself', () => {
  it('is true for so long from its first day, where that is known', () => {
    const birth = fact('birth-recent', { since: '2025-11-30' });
    expect(lastDayOf(birth)).toBe('2026-02-28');
    expect([isTrueOn(birth, '2026-02-28'), isTrueOn(birth, '2026-03-01')]).toEqual([true, false]);
    expect(lastDayOf(fact('nosebleed', { since: '2026-03-01' }))).toBe('2026-03-08');
    expect(lastDayOf(fact('eye-surgery', { since: '2026-03-01' }))).toBe('2026-09-01');
  });
  it('goes on where its first day is not known, and ends earlier where that is on record', () => {
    expect(isTrueOn(fact('healing-inside'), '2099-01-01')).toBeTrue();
    expect(lastDayOf(fact('nosebleed', { since: '2026-03-01', until: '2026-03-03' }))).toBe('2026-03-03');
    expect(lastDayOf(fact('heart', { since: '2026-03-01' }))).toBeNull();
  });
});
