import { failure, success, type Result } from '../result.js';
import { LOCK_IDS, LOCKS, type LockId, type HoldKind } from '../technique/index.js';
import { seconds, type Counts, type Pace, type Seconds } from '../units/index.js';
import { sessionWords } from '../words/index.js';

/** The fewest whole counts that last a second or more: a lock comes on so long after the hold begins, and off before it ends. */
export const lockMargin = (pace: Pace): Counts => Math.ceil(1000 / pace) as Counts;

/** Shortest hold in which a lock can be set and released: two margins and two seconds between them. */
export const leastLockedHold = (pace: Pace): Seconds => seconds((2 * lockMargin(pace) * pace) / 1000 + 2);

export type LockRefusal =
  /** The abdominal lock (and so all three) only with empty lungs. */
  | { readonly code: 'abdominal-lock-full' }
  | { readonly code: 'no-hold'; readonly hold: HoldKind }
  | {
      readonly code: 'hold-too-short';
      readonly hold: HoldKind;
      readonly seconds: Seconds;
      readonly least: Seconds;
    };

/** Whether these locks can be set in a hold of so many seconds. */
export function checkLocks(
  hold: HoldKind,
  locks: readonly LockId[],
  length: Seconds,
  pace: Pace,
): Result<null, LockRefusal> {
  if (locks.length === 0) return success(null);
  if (hold === 'internalHold' && locks.includes('abdominal')) return failure({ code: 'abdominal-lock-full' });
  if (length === 0) return failure({ code: 'no-hold', hold });
  const least = leastLockedHold(pace);
  return length < least ? failure({ code: 'hold-too-short', hold, seconds: length, least }) : success(null);
}

const HOLD_WORDS: Readonly<Record<HoldKind, string>> = { internalHold: 'full', externalHold: 'empty' };

export function describeLockRefusal(refusal: LockRefusal): string {
  switch (refusal.code) {
    case 'abdominal-lock-full':
      return sessionWords.locks.emptyHoldOnly(LOCKS.abdominal.names.english);
    case 'no-hold':
      return sessionWords.locks.noHold(HOLD_WORDS[refusal.hold]);
    case 'hold-too-short':
      return sessionWords.locks.holdTooShort(HOLD_WORDS[refusal.hold], refusal.seconds, refusal.least);
  }
}

/** The locks in the order in which they are set; they are released in reverse. */
export const lockOrder = (
  locks: readonly LockId[],
  order: 'chin-first' | 'root-first',
): readonly LockId[] => {
  const set = LOCK_IDS.filter((lock) => locks.includes(lock));
  return order === 'chin-first' ? set : set.reverse();
};
