import { failure, success, type Result } from '../result.js';
import {
  countsOf,
  easeDown,
  mapPhases,
  PHASE_KINDS,
  type Numbers,
  type PhaseCounts,
  type PhaseKind,
  type Sustainable,
} from '../ratio/index.js';
import { countsToSeconds, seconds, type Pace } from '../units/index.js';

/** On a bad day there is a fifth less of everything. */
export const BAD_DAY = 0.8;

export type BadDay =
  | { readonly holds: true }
  | {
      readonly holds: false;
      /** What fails first: it needs the most of what there is. */
      readonly phase: PhaseKind;
      readonly needed: number;
      readonly there: number;
      /** The numbers eased until they are within what there is; null where no easing brings them there. */
      readonly eased: Numbers | null;
    };

/**
 * What happens to a passage's numbers with a fifth less capacity: nothing, or what fails first, with the eased version.
 * Phases that were never measured are left out; null where none was.
 */
export function badDayTest(numbers: Numbers, sustainable: Sustainable, pace: Pace): BadDay | null {
  const less = mapPhases((kind) => {
    const there = sustainable[kind];
    return there === null ? null : seconds(there * BAD_DAY);
  });
  const heaviest = heaviestPhase(countsOf(numbers), less, pace);
  if (!heaviest) return null;
  const { share, ...phase } = heaviest;
  if (share <= 1 + 1e-9) return { holds: true };
  const eased = easeUntil(numbers, less, pace);
  return { holds: false, ...phase, eased: eased.ok ? eased.value : null };
}

/** The phase that needs the most of what can be sustained, among those that are used and were measured. */
export function heaviestPhase(
  counts: PhaseCounts,
  sustainable: Sustainable,
  pace: Pace,
): {
  readonly phase: PhaseKind;
  readonly needed: number;
  readonly there: number;
  readonly share: number;
} | null {
  const loads = PHASE_KINDS.flatMap((phase) => {
    const there = sustainable[phase];
    const needed = countsToSeconds(counts[phase], pace);
    return there === null || needed === 0 ? [] : [{ phase, needed, there, share: needed / there }];
  });
  return loads.reduce<(typeof loads)[number] | null>(
    (most, load) => (most === null || load.share > most.share ? load : most),
    null,
  );
}

/** Eased by one count at a time until every measured phase is within what there is; holds are dropped at the last. */
export function easeUntil(
  numbers: Numbers,
  sustainable: Sustainable,
  pace: Pace,
): Result<Numbers, { readonly code: 'nothing-to-ease' }> {
  let now = numbers;
  for (;;) {
    const heaviest = heaviestPhase(countsOf(now), sustainable, pace);
    if (!heaviest || heaviest.share <= 1 + 1e-9) return success(now);
    const eased = easeDown(now, 'one-count');
    if (!eased.ok) return failure({ code: 'nothing-to-ease' });
    now = eased.value.numbers;
  }
}
