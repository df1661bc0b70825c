import { comfortFactors, NOTHING_LED } from '../capacity/index.js';
import { day, seconds } from '../units/index.js';
import {
  checkFact,
  isTrueOn,
  lastDayOf,
  studentOnDay,
  weeksPregnant,
  type FactRecord,
  type PersonFact,
  type StudentRecord,
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
    const dated = fact('nosebleed', { since: day('2026-03-02'), until: day('2026-03-09') });
    const days = ['2026-03-01', '2026-03-02', '2026-03-09', '2026-03-10'].map(day);
    expect(days.map((on) => isTrueOn(dated, on))).toEqual([false, true, true, false]);
    expect(isTrueOn(fact('heart'), day('1900-01-01'))).toBeTrue();
  });

  it('gives the weeks of a pregnancy from its due date', () => {
    expect(weeksPregnant(day('2026-06-30'), day('2026-03-10'))).toBe(24);
    expect(weeksPregnant(day('2026-08-25'), day('2026-03-10'))).toBe(16);
    expect(weeksPregnant(day('2026-08-25'), day('2026-03-09'))).toBe(15);
  });

  it('is refused when it ends before it begins, stands twice, or contradicts another', () => {
    const code = (of: FactRecord, ...others: FactRecord[]): string => {
      const checked = checkFact(of, others);
      return checked.ok ? 'fine' : checked.problem.code;
    };
    expect(code(fact('heart', { since: day('2026-03-02'), until: day('2026-03-01') }))).toBe(
      'until-before-since',
    );
    expect(code(fact('heart'), fact('heart'))).toBe('already-there');
    expect(code(fact('pressure-high'), fact('pressure-controlled'))).toBe('contradiction');
    expect(code(fact('heart', { due: day('2026-03-01') }))).toBe('due-not-here');
    // One after the other is how it goes.
    const before = fact('pressure-high', { until: day('2026-01-31') });
    expect(code(fact('pressure-controlled', { since: day('2026-02-01') }), before)).toBe('fine');
    expect(code(fact('pressure-controlled', { since: day('2026-01-31') }), before)).toBe('contradiction');
  });
});

describe('a student on a day', () => {
  const record: StudentRecord = {
    birthYear: 2016,
    facts: [fact('pregnancy', { due: day('2026-06-30') }), fact('vertigo', { until: day('2026-01-01') })],
    sittings: 3,
    experienced: false,
    tongueRolls: null,
    seats: ['chair'],
    capacity: {
      checkedOn: day('2026-03-01'),
      inhale: 6,
      exhale: 9,
      hold: null,
      emptyHold: null,
      atLeast: [],
    },
    comfort: comfortFactors(3),
    ledEasily: NOTHING_LED,
    longestSitting: 12,
    stopSigns: [{ day: day('2026-03-10'), techniques: ['ujjayi'] }],
    approvals: [],
  };
  it('has the facts of that day, both possible ages and the weeks of that day', () => {
    const student = studentOnDay(record, day('2026-03-10'), null);
    expect(student.facts).toEqual(['pregnancy']);
    expect(student.age).toEqual({ youngest: 9, oldest: 10 });
    expect(student.pregnancyWeeks).toBe(24);
    expect(studentOnDay(record, day('2025-12-30'), null).facts).toEqual(['pregnancy', 'vertigo']);
    expect(student).toEqual(
      jasmine.objectContaining({
        longestSitting: 12,
        mealMinutes: null,
        seats: ['chair'],
        stoppedToday: ['ujjayi'],
      }),
    );
    expect(student.capacity.exhale).toEqual({
      kind: 'measured',
      measured: seconds(9),
      sustainable: seconds(7.2),
      atLeast: false,
      old: false,
    });
    expect(studentOnDay(record, day('2026-03-11'), null).stoppedToday).toBeNull();
  });

  it('has no age where the year of birth is not known', () => {
    expect(studentOnDay({ ...record, birthYear: null }, day('2026-03-10'), null).age).toBeNull();
  });

  it('takes from the day check what is true today, and a low mood for what it is', () => {
    const today = { facts: ['fever' as const], mealMinutes: 90, mood: 4 };
    expect(studentOnDay(record, day('2026-03-10'), today).facts).toEqual(['pregnancy', 'fever']);
    expect(studentOnDay(record, day('2026-03-10'), today).mealMinutes).toBe(90);
    expect(studentOnDay(record, day('2026-03-10'), { ...today, mood: 3 }).facts).toContain('low-mood');
  });
});

describe('a fact that ends by itself', () => {
  it('is true for so long from its first day, where that is known', () => {
    const birth = fact('birth-recent', { since: day('2025-11-30') });
    expect(lastDayOf(birth)).toBe(day('2026-02-28'));
    expect(isTrueOn(birth, day('2026-02-28'))).toBeTrue();
    expect(isTrueOn(birth, day('2026-03-01'))).toBeFalse();
    expect(lastDayOf(fact('nosebleed', { since: day('2026-03-01') }))).toBe(day('2026-03-08'));
    expect(lastDayOf(fact('eye-surgery', { since: day('2026-03-01') }))).toBe(day('2026-09-01'));
  });
  it('goes on where its first day is not known, and ends earlier where that is on record', () => {
    expect(isTrueOn(fact('healing-inside'), day('2099-01-01'))).toBeTrue();
    expect(lastDayOf(fact('nosebleed', { since: day('2026-03-01'), until: day('2026-03-03') }))).toBe(
      day('2026-03-03'),
    );
    expect(lastDayOf(fact('heart', { since: day('2026-03-01') }))).toBeNull();
  });
});
