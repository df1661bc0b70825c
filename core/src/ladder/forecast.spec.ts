import { day } from '../units/index.js';
import fc from 'fast-check';
import { DEFAULT_GATE, forecastLadder, HORIZON_DAYS, whatHelpsMost, type ForecastRequest } from './index.js';

const REQUEST: ForecastRequest = {
  rungs: 4,
  gate: DEFAULT_GATE,
  plan: { sittingsADay: 1, daysAWeek: 6 },
  log: { planned: 24, practised: 22, sittings: 20, comfortable: 19 },
  from: day('2026-03-01'),
  wished: day('2026-05-15'),
  seed: 7,
};

describe('a forecast', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(forecastLadder(REQUEST)).toEqual(forecastLadder(REQUEST));
    expect(forecastLadder({ ...REQUEST, seed: 8 }).chance).not.toBe(forecastLadder(REQUEST).chance);
  });

  it('has its dates in order, and chances between none and all', () => {
    const requests = fc.record({
      rungs: fc.integer({ min: 0, max: 8 }),
      practised: fc.integer({ min: 0, max: 28 }),
      comfortable: fc.integer({ min: 0, max: 20 }),
      daysAWeek: fc.integer({ min: 1, max: 7 }),
      seed: fc.integer(),
    });
    fc.assert(
      fc.property(requests, ({ rungs, practised, comfortable, daysAWeek, seed }) => {
        const log = { planned: 28, practised, sittings: 20, comfortable };
        const { p10, p50, p90, chance, arrived } = forecastLadder({
          ...REQUEST,
          rungs,
          log,
          plan: { sittingsADay: 1, daysAWeek },
          seed,
        });
        const last = '9999';
        return (
          (p10 ?? last) <= (p50 ?? last) &&
          (p50 ?? last) <= (p90 ?? last) &&
          chance !== null &&
          chance >= 0 &&
          chance <= arrived &&
          arrived <= 1
        );
      }),
      { numRuns: 8 },
    );
  });

  it('is never earlier than the gates allow, and on the first day where nothing is to be climbed', () => {
    const perfect = { planned: 10_000, practised: 10_000, sittings: 10_000, comfortable: 10_000 };
    // Four rungs of at least seven days each.
    expect(forecastLadder({ ...REQUEST, log: perfect }).p10?.slice(0, 7)).toBe('2026-03');
    expect((forecastLadder({ ...REQUEST, log: perfect }).p10 ?? '') >= '2026-03-29').toBeTrue();
    expect(forecastLadder({ ...REQUEST, rungs: 0 })).toEqual(
      jasmine.objectContaining({ p10: '2026-03-01', p90: '2026-03-01', chance: 1 }),
    );
  });

  it('says that a target is not reached where hardly any sitting is comfortable', () => {
    const log = { planned: 28, practised: 28, sittings: 200, comfortable: 10 };
    const { p10, arrived } = forecastLadder({ ...REQUEST, log });
    expect(p10).toBeNull();
    expect(arrived).toBe(0);
    expect(HORIZON_DAYS).toBeGreaterThan(1000);
  });

  it('with an empty log takes a chance of a half, and is wide', () => {
    const log = { planned: 0, practised: 0, sittings: 0, comfortable: 0 };
    const { arrived, p10 } = forecastLadder({ ...REQUEST, log, rungs: 1 });
    expect(p10).not.toBeNull();
    expect(arrived).toBeGreaterThan(0.5);
    expect(arrived).toBeLessThan(1);
  });

  it('works out what would help most instead of guessing', () => {
    const now = forecastLadder({ ...REQUEST, plan: { sittingsADay: 1, daysAWeek: 3 } });
    const gentler = { ...REQUEST, plan: { sittingsADay: 1, daysAWeek: 3 }, rungs: 3 };
    const help = whatHelpsMost({ ...REQUEST, plan: { sittingsADay: 1, daysAWeek: 3 } }, now, [
      { said: 'a gentler school', request: gentler },
    ]);
    expect(help.map(({ said }) => said).sort()).toEqual([
      'a day more a week',
      'a gentler school',
      'a sitting more a day',
    ]);
    const told: number[] = [];
    whatHelpsMost(REQUEST, now, [], (done) => told.push(done));
    expect(told.at(-1)).toBe(1);
    for (const { earlier } of help) expect(earlier).toBeGreaterThan(0);
  });

  it('says how far it is, from nothing to all', () => {
    const told: number[] = [];
    forecastLadder(REQUEST, (done) => told.push(done));
    expect(told[0]).toBe(0);
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.length).toBeGreaterThan(20);
  });
});
