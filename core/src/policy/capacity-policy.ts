import { PHASE_KINDS, type PhaseKind } from '../ratio/index.js';
import { daysBetween, seconds, type Day, type Seconds } from '../units/index.js';
import { isChild, type AgeRange } from './ages.js';

/** Days after which a capacity check is an old one. Domain 8. */
export const CAPACITY_LASTS = 90;
/** Days before that within which it is said to become old. */
export const CAPACITY_WARNING = 7;

/** Whether a check of a day is an old one today. */
export const isOldCheck = (checkedOn: Day, today: Day): boolean =>
  daysBetween(checkedOn, today) > CAPACITY_LASTS;

/** Sittings in which a phase has to be led complete, easily and without a sign, to count as known. Domain 8. */
export const SITTINGS_TO_KNOW = 3;

/** Seconds that are assumed of a moving phase that was never measured; a hold that was never measured is assumed at none. */
export const ASSUMED = {
  grown: { inhale: seconds(4), exhale: seconds(6) },
  child: { inhale: seconds(3), exhale: seconds(4) },
} as const;

/** What is assumed of the moving phases at an age; of an unknown age as of a grown-up. Domain 8. */
export const assumedFor = (age: AgeRange | null): { readonly inhale: Seconds; readonly exhale: Seconds } =>
  isChild(age) ? ASSUMED.child : ASSUMED.grown;

/** Whose unmeasured phases are judged how. Domain 9, never measured. */
export type UnmeasuredGroup = 'healthy-adult' | 'other' | 'child';

/** Seconds above which an unmeasured phase is a care (null: it is a change at once), and a change. */
export const UNMEASURED_LIMITS: Readonly<
  Record<
    UnmeasuredGroup,
    Readonly<Record<PhaseKind, { readonly care: Seconds | null; readonly change: Seconds }>>
  >
> = {
  'healthy-adult': limits([4, 6], [6, 8], [2, 5]),
  other: limits([null, 4], [null, 6], [null, 2]),
  child: limits([null, 3], [null, 4], [null, 2]),
};

function limits(
  ...[inhale, exhale, hold]: readonly (readonly [care: number | null, change: number])[]
): Record<PhaseKind, { care: Seconds | null; change: Seconds }> {
  const of = ([care = null, change = 0]: readonly [number | null, number] = [null, 0]) => ({
    care: care === null ? null : seconds(care),
    change: seconds(change),
  });
  return { inhale: of(inhale), internalHold: of(hold), exhale: of(exhale), externalHold: of(hold) };
}

/** Times what was measured above which a phase is forbidden. Domain 9, capacity. */
export const FAR_OVER_MEASURED = 1.5;

/** What is known of one phase. */
export type PhaseCapacity =
  /** From a check, or led easily, whichever is longer. `atLeast`: the software ended the tries, so it is not known how much longer it is. */
  | {
      readonly kind: 'measured';
      readonly measured: Seconds;
      readonly sustainable: Seconds;
      readonly atLeast: boolean;
      /** The check is an old one. */
      readonly old: boolean;
    }
  /** Never measured: what is assumed, or what was led easily where that is longer. */
  | { readonly kind: 'assumed'; readonly sustainable: Seconds };

/** What is known of a student's breath, phase by phase. */
export type StudentCapacity = Readonly<Record<PhaseKind, PhaseCapacity>>;

/** A limit on the length of a phase, in seconds: above it the level applies. */
export interface PhaseLimit {
  readonly over: Seconds;
  readonly level: 'no' | 'change' | 'care';
  readonly because: 'sustainable' | 'measured' | 'far-over' | 'unmeasured';
}

/** The limits on a phase of a student, the strictest last. Domain 9, capacity and never measured. */
export function phaseLimits(
  phase: PhaseKind,
  capacity: PhaseCapacity,
  group: UnmeasuredGroup,
): readonly PhaseLimit[] {
  if (capacity.kind === 'assumed') {
    const { care, change } = UNMEASURED_LIMITS[group][phase];
    const known = capacity.sustainable;
    const least = (limit: Seconds): Seconds => (known > limit ? known : limit);
    return [
      ...(care === null ? [] : [{ over: least(care), level: 'care', because: 'unmeasured' } as const]),
      { over: least(change), level: 'change', because: 'unmeasured' },
    ];
  }
  const { measured, sustainable, atLeast, old } = capacity;
  return [
    { over: sustainable, level: 'care', because: 'sustainable' },
    ...(atLeast
      ? []
      : ([
          { over: measured, level: 'change', because: 'measured' },
          {
            over: seconds(Number((measured * FAR_OVER_MEASURED).toFixed(3))),
            // An old check forbids nothing: it asks for a new one.
            level: old ? 'change' : 'no',
            because: 'far-over',
          },
        ] as const)),
  ];
}

/** Whether a check of any phase is an old one. */
export const hasOldCheck = (capacity: StudentCapacity): boolean =>
  PHASE_KINDS.some((phase) => {
    const known = capacity[phase];
    return known.kind === 'measured' && known.old;
  });
