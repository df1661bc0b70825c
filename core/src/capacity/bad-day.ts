import type { Conventions } from '../conventions/index.js';
import { mapPhases, SMALLEST_BASE, type PhaseKind, type Sustainable } from '../ratio/index.js';
import type { CountedPassage } from '../session/index.js';
import { seconds } from '../units/index.js';
import { heaviestPhase } from './at-most.js';
import { withinCapacity } from './within-capacity.js';

/** On a bad day there is a fifth less of everything. */
export const BAD_DAY = 0.8;
/** Seconds that stand for what was never measured: it is not asked about. */
const NOT_ASKED = seconds(3600);

export type BadDay =
  | { readonly holds: true }
  | {
      readonly holds: false;
      /** What fails first: it needs the most of what there is. */
      readonly phase: PhaseKind;
      readonly needed: number;
      readonly there: number;
      /** The passage within what there is; null where nothing that still is practice of it would be. */
      readonly eased: CountedPassage | null;
    };

/**
 * What happens to a passage with a fifth less capacity: nothing, or what fails first, with the eased version. Each phase is
 * read at its most. Phases that were never measured are left out; null where none was.
 */
export function badDayTest(
  passage: CountedPassage,
  sustainable: Sustainable,
  conventions: Conventions,
): BadDay | null {
  const less = mapPhases((kind) => {
    const there = sustainable[kind];
    return there === null ? null : seconds(there * BAD_DAY);
  });
  const heaviest = heaviestPhase(passage, less, conventions);
  if (!heaviest) return null;
  const { share, ...phase } = heaviest;
  if (share <= 1 + 1e-9) return { holds: true };
  const within = withinCapacity(
    passage,
    mapPhases((kind) => less[kind] ?? NOT_ASKED),
    conventions,
  );
  const eased =
    within?.kind === 'counted' && within.base >= Math.min(SMALLEST_BASE, passage.base) ? within : null;
  return { holds: false, ...phase, eased };
}
