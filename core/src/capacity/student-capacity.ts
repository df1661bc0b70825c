import {
  assumedFor,
  isOldCheck,
  type AgeRange,
  type PhaseCapacity,
  type StudentCapacity,
} from '../policy/index.js';
import { mapPhases, type PhaseKind, type Sustainable } from '../ratio/index.js';
import { seconds, type Day, type Seconds } from '../units/index.js';
import type { CapacityPhase, ComfortFactors } from './capacity.js';

/** A capacity check as it is on record; seconds. */
export interface CheckOnRecord {
  readonly checkedOn: Day;
  readonly inhale: number;
  readonly exhale: number;
  readonly hold: number | null;
  readonly emptyHold: number | null;
  /** Phases whose tries the software ended: they are so long at the least. */
  readonly atLeast: readonly CapacityPhase[];
}

/** What the capacity of a student follows from. */
export interface CapacityRecord {
  /** The latest check; null where there was none. */
  readonly check: CheckOnRecord | null;
  readonly comfort: ComfortFactors;
  /** Seconds of each phase led complete in three sittings, easily and without a sign; null where there are none. */
  readonly led: Readonly<Record<PhaseKind, number | null>>;
  readonly age: AgeRange | null;
}

/** Which phase of a cycle a measured phase is. */
export const PHASE_OF: Readonly<Record<CapacityPhase, PhaseKind>> = {
  inhale: 'inhale',
  hold: 'internalHold',
  exhale: 'exhale',
  emptyHold: 'externalHold',
};
const MEASURED_AS: Readonly<Record<PhaseKind, CapacityPhase>> = {
  inhale: 'inhale',
  internalHold: 'hold',
  exhale: 'exhale',
  externalHold: 'emptyHold',
};

/** Nothing led yet. */
export const NOTHING_LED: CapacityRecord['led'] = mapPhases(() => null);

/**
 * What is known of a student's breath on a day. Measured is the latest check, or what was led easily in three sittings, the
 * longer of the two; sustainable is measured x comfort factor. A phase without any check is assumed: at what its age may be
 * given, or at what was led easily where that is longer, so that practising never makes it shorter. Domain 8.
 */
export function studentCapacity({ check, comfort, led, age }: CapacityRecord, today: Day): StudentCapacity {
  const assumed = assumedFor(age);
  return mapPhases((phase): PhaseCapacity => {
    const as = MEASURED_AS[phase];
    const checked = check?.[as] ?? null;
    const easily = led[phase] ?? 0;
    if (check === null || checked === null) {
      const least = phase === 'inhale' || phase === 'exhale' ? assumed[phase] : 0;
      return { kind: 'assumed', sustainable: seconds(Math.max(least, easily)) };
    }
    const measured = seconds(Math.max(checked, easily));
    const factor = phase === 'inhale' || phase === 'exhale' ? comfort.breath : comfort.hold;
    return {
      kind: 'measured',
      measured,
      sustainable: seconds(Number((measured * factor).toFixed(3))),
      atLeast: check.atLeast.includes(as),
      old: easily < checked && isOldCheck(check.checkedOn, today),
    };
  });
}

/** What each phase can be kept up with; a hold of which nothing is known is null, because it cannot be fitted. */
export const sustainableFrom = (capacity: StudentCapacity): Sustainable =>
  mapPhases((phase): Seconds | null => {
    const { sustainable } = capacity[phase];
    return sustainable === 0 ? null : sustainable;
  });

/** Somebody of whom nothing was ever measured or led. */
export const unmeasured = (age: AgeRange | null = null): StudentCapacity => {
  const assumed = assumedFor(age);
  return {
    inhale: { kind: 'assumed', sustainable: assumed.inhale },
    internalHold: { kind: 'assumed', sustainable: seconds(0) },
    exhale: { kind: 'assumed', sustainable: assumed.exhale },
    externalHold: { kind: 'assumed', sustainable: seconds(0) },
  };
};
