import { countsOf, isHold, LONGEST_PHASE, type PhaseKind } from '../ratio/index.js';
import { counts, type Counts } from '../units/index.js';
import {
  countsInCycle,
  cyclesInOwnRound,
  firstStepOf,
  ownRoundOf,
  roundOfStep,
  steppedValue,
  stepsTaken,
} from './cycle.js';
import { withFittedParts, withPhaseCounts } from './edits.js';
import type { CountedPassage, OpenHold, Ramp } from './session.js';
import type { Conventions } from '../conventions/index.js';

type Step = Extract<Ramp, { kind: 'step' }>;

/** What another length of a phase, as it stands in one round, changes of its passage. */
export type PhaseScope =
  /** Every round, because the phase does not change over them. */
  | { readonly kind: 'every-round' }
  /** What a change begins with: the rounds up to this one, and with them where it starts from. */
  | { readonly kind: 'start'; readonly until: number }
  /** The step of a change: so many steps were taken by this round. */
  | { readonly kind: 'step'; readonly steps: number }
  /** Where a change ends: the rounds from this one on. */
  | { readonly kind: 'limit'; readonly from: number };

/** What dragging a phase in one round does. */
export interface PhaseGesture {
  readonly scope: PhaseScope;
  /** The counts in that round now. */
  readonly counts: Counts;
  /** The least change that it can be given there, in counts. */
  readonly by: number;
}

const stepOf = (passage: CountedPassage, phase: PhaseKind): Step | null =>
  passage.ramps.find((ramp): ramp is Step => ramp.kind === 'step' && ramp.of === phase) ?? null;

/** The round in which a change is at its limit for the first time; at least 2. */
const roundOfLimit = (start: number, { by, every, to, first = every + 1 }: Step): number =>
  by === 0 ? 2 : Math.max(2, roundOfStep({ every, first }, Math.ceil(Math.abs(to - start) / Math.abs(by))));

/**
 * What another length of a phase in one cycle (from 1) would change. null where the phase cannot be changed there: it is an
 * open hold, the base changes over the rounds and with it every phase but in the first ones, or a hold has not come in yet.
 */
export function phaseGesture(
  passage: CountedPassage,
  phase: PhaseKind,
  cycle: number,
  conventions: Conventions,
): PhaseGesture | null {
  if (isHold(phase) && passage.openHold?.phase === phase) return null;
  const round = ownRoundOf(passage, cycle);
  const now = countsInCycle(passage, cycle, conventions)[phase];
  if (passage.ramps.some((ramp) => ramp.kind === 'from' && ramp.of === phase && round < ramp.round))
    return null;
  const base = passage.ramps.find((ramp): ramp is Step => ramp.kind === 'step' && ramp.of === 'base');
  if (base && base.by !== 0 && stepsTaken(base, round) > 0) return null;
  const step = stepOf(passage, phase);
  if (!step || step.by === 0) {
    const scope: PhaseScope = base
      ? { kind: 'start', until: firstStepOf(base) - 1 }
      : { kind: 'every-round' };
    return { scope, counts: now, by: 0.5 };
  }
  const start = countsOf(passage)[phase];
  const steps = stepsTaken(step, round);
  if (steps === 0) return { scope: { kind: 'start', until: firstStepOf(step) - 1 }, counts: now, by: 0.5 };
  if (steppedValue(start, step, round) === step.to)
    return { scope: { kind: 'limit', from: roundOfLimit(start, step) }, counts: now, by: 0.5 };
  return { scope: { kind: 'step', steps }, counts: now, by: 0.5 * steps };
}

/**
 * The passage with a phase so many counts long in one cycle (from 1): in every round, or where the phase changes over the
 * rounds, what {@link phaseGesture} says of that round. To the half count, within what a phase may be; a phase that cannot be
 * changed there stays.
 */
export function withPhaseInCycle(
  passage: CountedPassage,
  phase: PhaseKind,
  cycle: number,
  value: number,
  conventions: Conventions,
): CountedPassage {
  const gesture = phaseGesture(passage, phase, cycle, conventions);
  if (!gesture) return passage;
  const { scope } = gesture;
  switch (scope.kind) {
    case 'every-round':
      return withFittedParts(withPhaseCounts(passage, phase, value));
    case 'start':
      return withFittedParts(withPhaseCounts(passage, phase, beforeLimit(value, stepOf(passage, phase))));
    case 'limit':
      return withLimit(passage, phase, ownRoundOf(passage, cycle), within(phase, value));
    case 'step': {
      const start = countsOf(passage)[phase];
      const by = Math.round(((within(phase, value) - start) / scope.steps) * 2) / 2;
      const step = stepOf(passage, phase);
      // A step the other way would never come to the limit.
      if (!step || by === 0 || by > 0 !== step.by > 0) return passage;
      return withStep(passage, phase, { by });
    }
  }
}

/** Where a change begins stays half a count at least before where it ends. */
function beforeLimit(value: number, step: Step | null): number {
  if (!step || step.by === 0) return value;
  return step.by > 0 ? Math.min(value, step.to - 0.5) : Math.max(value, step.to + 0.5);
}

/** Another limit of a change: beyond where it begins, and no further than it comes by this round. */
function withLimit(passage: CountedPassage, phase: PhaseKind, round: number, value: number): CountedPassage {
  const step = stepOf(passage, phase);
  if (!step) return passage;
  const start = countsOf(passage)[phase];
  const comes = start + step.by * stepsTaken(step, round);
  const [least, most] = step.by > 0 ? [start + 0.5, comes] : [comes, start - 0.5];
  return withStep(passage, phase, { to: counts(within(phase, Math.min(most, Math.max(least, value)))) });
}

function within(phase: PhaseKind, value: number): number {
  const least = isHold(phase) ? 0 : 0.5;
  return Math.min(LONGEST_PHASE, Math.max(least, Math.round(value * 2) / 2));
}

const withStep = (
  passage: CountedPassage,
  phase: PhaseKind,
  change: Partial<Pick<Step, 'by' | 'to'>>,
): CountedPassage => ({
  ...passage,
  ramps: passage.ramps.map((ramp) =>
    ramp.kind === 'step' && ramp.of === phase ? { ...ramp, ...change } : ramp,
  ),
});

/** Something of a passage that begins at one of its rounds. */
export type RoundFlag =
  /** A phase or the base takes its first step. */
  | { readonly kind: 'step'; readonly ramp: number }
  /** A hold comes in. */
  | { readonly kind: 'hold'; readonly ramp: number }
  /** A hold is open. */
  | { readonly kind: 'open-hold' }
  | { readonly kind: 'locks' };

export interface PlacedFlag {
  readonly flag: RoundFlag;
  /** The technique's own round, from 1. */
  readonly round: number;
}

/** Everything of a passage that begins at a round, and can begin at another one. */
export function roundFlags(passage: CountedPassage): readonly PlacedFlag[] {
  const { internalHold, externalHold, fromRound } = passage.locks;
  const locked = internalHold.length + externalHold.length > 0;
  return [
    ...passage.ramps.map((ramp, index): PlacedFlag =>
      ramp.kind === 'from'
        ? { flag: { kind: 'hold', ramp: index }, round: ramp.round }
        : { flag: { kind: 'step', ramp: index }, round: firstStepOf(ramp) },
    ),
    ...(passage.openHold
      ? [{ flag: { kind: 'open-hold' }, round: passage.openHold.fromRound ?? 1 } as const]
      : []),
    ...(locked ? [{ flag: { kind: 'locks' }, round: fromRound } as const] : []),
  ];
}

/**
 * The passage with what begins at a round beginning at another: a hold and a first step from the second on, an open hold and locks
 * from the first.
 */
export function withFlagAt(passage: CountedPassage, flag: RoundFlag, round: number): CountedPassage {
  const last = Math.max(1, Math.ceil(passage.cycles / cyclesInOwnRound(passage)));
  const least = flag.kind === 'locks' || flag.kind === 'open-hold' ? 1 : 2;
  const placed = Math.max(least, Math.min(last, Math.round(round)));
  if (flag.kind === 'locks') return { ...passage, locks: { ...passage.locks, fromRound: placed } };
  if (flag.kind === 'open-hold') return { ...passage, openHold: openFrom(passage.openHold, placed) };
  const ramps = passage.ramps.map((ramp, index): Ramp => {
    if (index !== flag.ramp) return ramp;
    return ramp.kind === 'from' ? { ...ramp, round: placed } : withFirstStep(ramp, placed);
  });
  return { ...passage, ramps };
}

/** A change whose first step is in a round, from 2; the steps after it come as often as before. */
export function withFirstStep({ first: _, ...step }: Step, round: number): Step {
  return round === step.every + 1 ? step : { ...step, first: round };
}

/** A hold that is open from a round on, from 1. */
export function openFrom(open: OpenHold | null, round: number): OpenHold | null {
  if (!open) return null;
  const { fromRound: _, ...always } = open;
  return round > 1 ? { ...always, fromRound: round } : always;
}
