import { isComplete, type LeadRecord } from '../leading/index.js';
import type { Passage, Session } from '../session/index.js';
import type { TechniqueId } from '../technique/index.js';

/** A sitting that a next session may go on from. */
export interface EarlierSitting {
  /** What was led. */
  readonly session: Session;
  /** null while it has not ended. */
  readonly record: Pick<LeadRecord, 'outcome' | 'passages'> | null;
  /** Whether it counts: one from a log outside does once it was confirmed. */
  readonly confirmed: boolean;
}

/**
 * The passage of each technique as it was led last: in a sitting that was finished, to its end, without easing. What was only
 * planned, or stopped, is nothing to go on from.
 *
 * @param sittings the newest first.
 * @param practised techniques that were practised easily; others begin anew.
 */
export function newestNumbers(
  sittings: readonly EarlierSitting[],
  practised: readonly TechniqueId[],
): Readonly<Partial<Record<TechniqueId, Passage>>> {
  const current: Partial<Record<TechniqueId, Passage>> = {};
  for (const { session, record, confirmed } of sittings) {
    if (!confirmed || record?.outcome !== 'finished') continue;
    for (const passage of session.passages) {
      const done = record.passages.find(({ passageId }) => passageId === passage.id);
      const asPlanned = done && isComplete(done) && !(done.kind === 'counted' && done.easings.length > 0);
      if (passage.kind !== 'natural' && asPlanned && practised.includes(passage.technique))
        current[passage.technique] ??= passage;
    }
  }
  return current;
}
