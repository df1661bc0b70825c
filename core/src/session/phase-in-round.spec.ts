import fc from 'fast-check';
import { PHASE_KINDS, type PhaseKind } from '../ratio/index.js';
import { anyConventions, conventions, counted } from '../testing.js';
import { counts, seconds } from '../units/index.js';
import {
  countsInCycle,
  phaseGesture,
  roundFlags,
  withFittedParts,
  withFlagAt,
  withPhaseCounts,
  withPhaseInCycle,
  type CountedPassage,
  type Ramp,
} from './index.js';

/** Out 5, one more every second round until 10. */
const OUT: Ramp = { kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(10) };
const steady = counted('6:3:9', 6, { cycles: 36 });
const growing = counted('5:0:5', 5, { cycles: 36, ramps: [OUT] });
/** The first cycle of a round of both sides. */
const cycleOf = (round: number): number => round * 2 - 1;

describe('a phase drawn longer or shorter in one round', () => {
  it('says what it changes', () => {
    const cases: readonly [CountedPassage, PhaseKind, number, unknown][] = [
      [steady, 'exhale', 8, { kind: 'every-round' }],
      [growing, 'inhale', 8, { kind: 'every-round' }],
      [growing, 'exhale', 1, { kind: 'start', until: 2 }],
      [growing, 'exhale', 5, { kind: 'step', steps: 2 }],
      [growing, 'exhale', 11, { kind: 'limit', from: 11 }],
      [growing, 'exhale', 18, { kind: 'limit', from: 11 }],
    ];
    for (const [passage, phase, round, scope] of cases)
      expect(phaseGesture(passage, phase, cycleOf(round), conventions())?.scope)
        .withContext(`${phase} in round ${round}`)
        .toEqual(scope as never);
  });

  it('changes where a change begins, its step, or where it ends', () => {
    const exhales = (passage: CountedPassage): number[] =>
      [1, 3, 5, 11, 18].map((round) => countsInCycle(passage, cycleOf(round), conventions()).exhale);
    const drawn = (round: number, to: number): number[] =>
      exhales(withPhaseInCycle(growing, 'exhale', cycleOf(round), to, conventions()));
    expect(exhales(growing)).toEqual([5, 6, 7, 10, 10]);
    expect(drawn(1, 6)).withContext('start').toEqual([6, 7, 8, 10, 10]);
    expect(drawn(5, 8)).withContext('step').toEqual([5, 6.5, 8, 10, 10]);
    expect(drawn(18, 9)).withContext('limit').toEqual([5, 6, 7, 9, 9]);
  });

  it('cannot be drawn where the number is not its own', () => {
    const open = { ...steady, openHold: { phase: 'internalHold', expected: 6, cap: 10 } } as never;
    const base: Ramp = { kind: 'step', of: 'base', by: 1, every: 3, to: counts(8) };
    const later: Ramp = { kind: 'from', of: 'internalHold', round: 4 };
    const cases: readonly [CountedPassage, PhaseKind, number][] = [
      [open, 'internalHold', 1],
      [{ ...steady, ramps: [base] }, 'exhale', 4],
      [{ ...steady, ramps: [later] }, 'internalHold', 3],
    ];
    for (const [passage, phase, round] of cases) {
      const cycle = cycleOf(round);
      expect(phaseGesture(passage, phase, cycle, conventions())).toBeNull();
      expect(withPhaseInCycle(passage, phase, cycle, 5, conventions())).toBe(passage);
    }
    expect(phaseGesture({ ...steady, ramps: [base] }, 'exhale', cycleOf(3), conventions())?.scope).toEqual({
      kind: 'start',
      until: 3,
    });
  });

  it('never turns the step of a change round', () => {
    for (const to of [5, 4, 0.5])
      expect(withPhaseInCycle(growing, 'exhale', cycleOf(5), to, conventions())).toBe(growing);
  });

  it('is the same edit as the number typed, where nothing changes over the rounds', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PHASE_KINDS),
        fc.integer({ min: 1, max: 36 }),
        fc.integer({ min: -4, max: 240 }),
        anyConventions,
        (phase, cycle, halves, rules) => {
          const typed = withFittedParts(withPhaseCounts(steady, phase, halves / 2));
          expect(withPhaseInCycle(steady, phase, cycle, halves / 2, rules)).toEqual(typed);
        },
      ),
    );
  });

  it('comes to what was asked in that round, by the steps that it says it can go', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 36 }), fc.integer({ min: 1, max: 6 }), (cycle, more) => {
        const gesture = phaseGesture(growing, 'exhale', cycle, conventions());
        if (!gesture) throw new Error('it can be drawn in every round');
        const wanted = gesture.counts + more * gesture.by;
        const drawn = withPhaseInCycle(growing, 'exhale', cycle, wanted, conventions());
        const reached: number = countsInCycle(drawn, cycle, conventions()).exhale;
        const steps = Math.floor((Math.ceil(cycle / 2) - 1) / 2);
        // What begins stays before the limit, a step stops at it, and the limit goes as far as the steps come by then.
        const most = { start: 9.5, step: 10, limit: 5 + steps, 'every-round': NaN }[gesture.scope.kind];
        expect(reached).toBe(Math.min(wanted, most));
      }),
    );
  });
});

describe('what begins at a round', () => {
  const hold: Ramp = { kind: 'from', of: 'internalHold', round: 4 };
  const locked = counted('6:3:9', 6, {
    cycles: 24,
    ramps: [OUT, hold],
    openHold: { phase: 'externalHold', expected: seconds(5), cap: seconds(9), fromRound: 6 },
    locks: { internalHold: ['chin'] as never, externalHold: [], fromRound: 5 },
  });

  it('stands at its round and is moved to another, within the passage', () => {
    expect(roundFlags(locked)).toEqual([
      { flag: { kind: 'step', ramp: 0 }, round: 3 },
      { flag: { kind: 'hold', ramp: 1 }, round: 4 },
      { flag: { kind: 'open-hold' }, round: 6 },
      { flag: { kind: 'locks' }, round: 5 },
    ]);
    for (const { flag } of roundFlags(locked)) {
      const roundAfter = (round: number): number | undefined =>
        roundFlags(withFlagAt(locked, flag, round)).find(
          ({ flag: one }) => JSON.stringify(one) === JSON.stringify(flag),
        )?.round;
      expect([7, 40, -3].map(roundAfter))
        .withContext(flag.kind)
        .toEqual([7, 12, flag.kind === 'locks' || flag.kind === 'open-hold' ? 1 : 2]);
    }
  });

  it('moved, a first step comes in its round, and the steps after it as often as before', () => {
    const later = withFlagAt(locked, { kind: 'step', ramp: 0 }, 6);
    expect(later.ramps[0]).toEqual({ ...OUT, first: 6 } as Ramp);
    const out = (round: number) => countsInCycle(later, round * 2, conventions()).exhale;
    expect([1, 5, 6, 7, 8].map(out)).toEqual([9, 9, 10, 10, 10].map(counts));
    expect(withFlagAt(later, { kind: 'step', ramp: 0 }, 3)).toEqual(locked);
  });

  it('has no flag for locks that are not set', () => {
    expect(roundFlags(steady)).toEqual([]);
  });
});
