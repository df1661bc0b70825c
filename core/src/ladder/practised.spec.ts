import { counts, day, daysBetween, type Day } from '../units/index.js';
import {
  decisionWaits,
  DEFAULT_GATE,
  hasNumbersOf,
  NEXT_STEPS,
  numbersAfter,
  practiceLog,
  rungAfter,
  sittingsOnRung,
  type NextStep,
  type PractisedPassage,
  type PractisedSitting,
  type RungNumbers,
} from './index.js';

const DAY = 86_400_000;
const at = (date: string): number => daysBetween(day('1970-01-01'), day(date)) * DAY + DAY / 3;
const breath = (inhale: number, exhale: number): RungNumbers => ({
  kind: 'counts',
  counts: {
    inhale: counts(inhale),
    internalHold: counts(0),
    exhale: counts(exhale),
    externalHold: counts(0),
  },
});
const strokes = (number: number, sets: number, rate: number): RungNumbers => ({
  kind: 'strokes',
  strokes: number,
  sets,
  rate,
});
const minutes = (long: number): RungNumbers => ({ kind: 'minutes', minutes: long });

/** A passage that was practised with these numbers. */
const practisedWith = (numbers: RungNumbers, technique = 'nadi-shodhana'): PractisedPassage => ({
  technique,
  counts: numbers.kind === 'counts' ? numbers.counts : null,
  strokes: numbers.kind === 'strokes' ? numbers : null,
  minutes: numbers.kind === 'minutes' ? numbers.minutes : 8,
});
const sittingOn = (date: string, change: Partial<PractisedSitting> = {}): PractisedSitting => ({
  day: day(date),
  done: 1,
  effort: 2,
  signs: [],
  eased: false,
  startedAt: at(date),
  knownAt: at(date),
  passages: [practisedWith(breath(5, 10))],
  ...change,
});

describe('what counts for a rung', () => {
  const rows: readonly (readonly [string, RungNumbers, RungNumbers, boolean])[] = [
    ['the same counts', breath(5, 10), breath(5, 10), true],
    ['another exhale', breath(5, 10), breath(5, 9), false],
    ['the same strokes', strokes(30, 3, 60), strokes(30, 3, 60), true],
    ['fewer strokes', strokes(30, 3, 60), strokes(29, 3, 60), false],
    ['fewer sets', strokes(30, 3, 60), strokes(30, 2, 60), false],
    ['a slower rate', strokes(30, 3, 60), strokes(30, 3, 59), false],
    ['a tenth less time', minutes(10), minutes(9), true],
    ['a tenth more time', minutes(10), minutes(11), true],
    ['more than a tenth less time', minutes(10), minutes(8.9), false],
    ['more than a tenth more time', minutes(10), minutes(11.1), false],
    ['counts where strokes are wanted', strokes(30, 3, 60), breath(5, 10), false],
    ['strokes where counts are wanted', breath(5, 10), strokes(30, 3, 60), false],
  ];
  for (const [what, wanted, practised, counted] of rows)
    it(`${counted ? 'is' : 'is not'} ${what}`, () => {
      expect(hasNumbersOf(practisedWith(practised), wanted)).toBe(counted);
    });

  const ladder = {
    technique: 'nadi-shodhana',
    rungs: [breath(4, 8), breath(5, 10)],
    at: 1,
    since: at('2026-03-02'),
  };

  it('is only what was practised since the rung was entered, of its technique', () => {
    const counted = sittingOn('2026-03-04');
    const before = sittingOn('2026-03-01');
    const onEntering = sittingOn('2026-03-02');
    const below = sittingOn('2026-03-05', { passages: [practisedWith(breath(4, 8))] });
    const other = sittingOn('2026-03-06', { passages: [practisedWith(breath(5, 10), 'ujjayi')] });
    expect(sittingsOnRung(ladder, [before, onEntering, counted, below, other])).toEqual([counted]);
  });

  it('is a sitting in which one passage of several was it', () => {
    const mixed = sittingOn('2026-03-04', {
      passages: [practisedWith(breath(6, 6), 'sama-vritti'), practisedWith(breath(5, 10))],
    });
    expect(sittingsOnRung(ladder, [mixed])).toEqual([mixed]);
  });
});

describe('the rung that a step leads to', () => {
  const rungs = [breath(4, 8), breath(5, 10), breath(6, 12)];
  const from = (place: number): Readonly<Record<NextStep, number | null>> =>
    Object.fromEntries(NEXT_STEPS.map((step) => [step, rungAfter({ at: place, rungs }, step)])) as never;

  it('is one up or down in the middle, and none above the last or below the first', () => {
    expect(from(0)).toEqual({ advance: 1, ease: 0, stay: 0, check: 0, suspend: 0 });
    expect(from(1)).toEqual({ advance: 2, ease: 0, stay: 1, check: 1, suspend: 1 });
    expect(from(2)).toEqual({ advance: null, ease: 1, stay: 2, check: 2, suspend: 2 });
  });

  it('has numbers to name only where it is another one', () => {
    expect(numbersAfter({ at: 1, rungs }, 'advance')).toEqual(breath(6, 12));
    expect(numbersAfter({ at: 1, rungs }, 'ease')).toEqual(breath(4, 8));
    expect(numbersAfter({ at: 0, rungs }, 'ease')).toBeNull();
    expect(numbersAfter({ at: 2, rungs }, 'advance')).toBeNull();
    for (const step of ['stay', 'check', 'suspend'] as const)
      expect(numbersAfter({ at: 1, rungs }, step))
        .withContext(step)
        .toBeNull();
  });
});

describe('a decision', () => {
  const waits = (step: NextStep, today: Day, ...onRung: PractisedSitting[]): boolean =>
    decisionWaits({ decidedAt: at('2026-03-10'), decidedOn: day('2026-03-10'), today, step, onRung });

  it('waits from the first sitting that came on record after the last one', () => {
    expect(waits('stay', day('2026-03-12'), sittingOn('2026-03-11'))).toBeTrue();
    expect(waits('stay', day('2026-03-12'), sittingOn('2026-03-09'))).toBeFalse();
  });

  it('waits for a practice at home from when it was told, not from when it was done', () => {
    const toldLater = sittingOn('2026-03-09', { knownAt: at('2026-03-11') });
    expect(waits('stay', day('2026-03-12'), toldLater)).toBeTrue();
  });

  it('waits without a sitting once a gap asks for less or for a check, but not on the day it was made', () => {
    for (const step of ['ease', 'check', 'suspend'] as const) {
      expect(waits(step, day('2026-03-11')))
        .withContext(step)
        .toBeTrue();
      expect(waits(step, day('2026-03-10')))
        .withContext(step)
        .toBeFalse();
    }
    for (const step of ['stay', 'advance'] as const)
      expect(waits(step, day('2026-03-20')))
        .withContext(step)
        .toBeFalse();
  });
});

describe('the log that a forecast reads', () => {
  const everyDay = { weekdays: [1, 2, 3, 4, 5, 6, 7] };
  const request = {
    technique: 'nadi-shodhana',
    gate: DEFAULT_GATE,
    plan: everyDay,
    createdAt: at('2026-01-01'),
    now: at('2026-03-29'),
  };

  it('counts days of the last 28, two sittings of a day once', () => {
    const sittings = [
      sittingOn('2026-02-28'),
      sittingOn('2026-03-01'),
      sittingOn('2026-03-20'),
      sittingOn('2026-03-20', { startedAt: at('2026-03-20') + DAY / 2 }),
    ];
    expect(practiceLog(request, sittings)).toEqual({
      planned: 28,
      practised: 2,
      sittings: 4,
      comfortable: 4,
    });
  });

  it('plans nothing for the time before the ladder, and never less than was practised', () => {
    const young = { ...request, createdAt: at('2026-03-27') };
    const threeDays = ['2026-03-25', '2026-03-26', '2026-03-28'].map((date) => sittingOn(date));
    expect(practiceLog(young, []).planned).toBe(2);
    expect(practiceLog(young, threeDays).planned).toBe(3);
    expect(practiceLog({ ...request, plan: { weekdays: [1, 3, 5] } }, []).planned).toBe(12);
  });

  it('leaves other techniques out', () => {
    const other = sittingOn('2026-03-20', { passages: [practisedWith(breath(5, 10), 'ujjayi')] });
    expect(practiceLog(request, [other])).toEqual({
      planned: 28,
      practised: 0,
      sittings: 0,
      comfortable: 0,
    });
  });

  const uneasy: readonly (readonly [string, Partial<PractisedSitting>])[] = [
    ['broken off', { done: 0.9 }],
    ['harder than the gate allows', { effort: DEFAULT_GATE.effort + 1 }],
    ['of untold effort', { effort: null }],
    ['with a sign', { signs: ['dizzy'] }],
    ['eased on the way', { eased: true }],
  ];
  for (const [what, change] of uneasy)
    it(`does not call comfortable what was ${what}`, () => {
      const log = practiceLog(request, [sittingOn('2026-03-20'), sittingOn('2026-03-21', change)]);
      expect(log.sittings).toBe(2);
      expect(log.comfortable).toBe(1);
    });

  it('looks at the last twenty sittings for how comfortable it is', () => {
    const dates = Array.from({ length: 24 }, (_, index) => `2026-03-${String(index + 1).padStart(2, '0')}`);
    const sittings = dates.map((date, index) => sittingOn(date, { effort: index < 4 ? 9 : 2 }));
    expect(practiceLog(request, sittings)).toEqual(
      jasmine.objectContaining({ sittings: 20, comfortable: 20 }),
    );
  });
});
