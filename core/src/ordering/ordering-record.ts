import { isBeginner, type Experience } from '../policy/index.js';
import type { PhaseCounts } from '../ratio/index.js';
import { isTechniqueId } from '../technique/index.js';
import type { EasyWithoutHold, EntryRoute, OrderingRecord } from './ordering.js';

/** Rounds that were easy, as they are on record, by technique and numbers. */
export interface EasyRoundsOnRecord {
  readonly technique: string;
  readonly counts: Readonly<Record<keyof PhaseCounts, number>>;
  /** The most in one sitting. */
  readonly minutes: number;
}

/** What of a student's record the order of a session follows from. */
export interface OrderingFacts extends Experience {
  readonly easySittings: number;
  readonly easyRounds: readonly EasyRoundsOnRecord[];
  readonly entriesToday: readonly EntryRoute[];
}

/** What of a student's record the order of a session depends on. */
export function orderingRecordOf(student: OrderingFacts): OrderingRecord {
  const withoutHold = student.easyRounds.flatMap(({ technique, counts, minutes }): EasyWithoutHold[] =>
    counts.internalHold === 0 && counts.externalHold === 0 && isTechniqueId(technique)
      ? [{ technique, inhale: counts.inhale, exhale: counts.exhale, minutes }]
      : [],
  );
  return {
    beginner: isBeginner(student),
    withoutHold,
    easySittings: student.easySittings,
    entriesToday: student.entriesToday,
  };
}
