import { day, type Day } from '../units/index.js';
import {
  describeEmergency,
  describeMissing,
  isHeldBack,
  missingIntake,
  needsAdultAtHome,
  type IntakeOnRecord,
} from './index.js';

const TODAY = day('2026-03-10');
const asked: IntakeOnRecord = { birthYear: 1988, healthAskedOn: day('2026-03-01'), consentOn: null };
const emergency = { sign: 'chest-pain', day: day('2026-03-08') } as const;
const codes = (change: Partial<IntakeOnRecord>, on: Day = TODAY): readonly string[] =>
  missingIntake({ ...asked, ...change }, on).map(({ code }) => code);

describe('an intake', () => {
  // Domain 9: the year of birth, everything asked once, and a consent for anybody who may still be under 18.
  const rows: readonly (readonly [string, Partial<IntakeOnRecord>, readonly string[]])[] = [
    ['of an adult of whom everything was asked', {}, []],
    ['without a year of birth', { birthYear: null }, ['birth-year']],
    ['of which health was not asked', { healthAskedOn: null }, ['health-not-asked']],
    ['of nothing', { birthYear: null, healthAskedOn: null }, ['birth-year', 'health-not-asked']],
    ['of somebody who may be 17 still', { birthYear: 2008 }, ['consent']],
    ['of somebody who is 18 by now', { birthYear: 2007 }, []],
    ['of a child', { birthYear: 2016 }, ['consent']],
    ['of a child with a consent', { birthYear: 2016, consentOn: day('2026-02-01') }, []],
    ['of a child not asked', { birthYear: 2016, healthAskedOn: null }, ['health-not-asked', 'consent']],
  ];
  for (const [what, change, missing] of rows)
    it(`${what} misses ${missing.length === 0 ? 'nothing' : missing.join(' and ')}`, () => {
      expect(codes(change)).toEqual(missing);
      expect(describeMissing({ ...asked, ...change }, TODAY).length).toBe(missing.length);
      expect(isHeldBack({ ...asked, ...change, emergency: null }, TODAY)).toBe(missing.length > 0);
    });

  it('needs no consent any more once the student is grown up', () => {
    expect(codes({ birthYear: 2008 }, day('2026-12-31'))).toEqual(['consent']);
    expect(codes({ birthYear: 2008 }, day('2027-01-01'))).toEqual([]);
  });

  it('says of each thing what to do', () => {
    for (const line of describeMissing({ birthYear: 2016, healthAskedOn: null, consentOn: null }, TODAY))
      expect(line).toMatch(/: .+\.$/);
  });
});

describe('a student', () => {
  it('is held back by an open emergency sign, however complete the intake is', () => {
    expect(isHeldBack({ ...asked, emergency: null }, TODAY)).toBeFalse();
    expect(isHeldBack({ ...asked, emergency }, TODAY)).toBeTrue();
    expect(describeEmergency(emergency)).toContain('chest pain');
    expect(describeEmergency(emergency)).toContain('until a clearance for this sign is on file');
  });

  it('has an adult beside them at home while they may be under 18', () => {
    expect(needsAdultAtHome({ birthYear: 2008 }, TODAY)).toBeTrue();
    expect(needsAdultAtHome({ birthYear: 2007 }, TODAY)).toBeFalse();
    expect(needsAdultAtHome({ birthYear: null }, TODAY)).toBeFalse();
  });
});
