import { GAPS } from '../ladder/index.js';
import { CAPACITY_LASTS, CAPACITY_WARNING, isOldCheck } from '../policy/index.js';
import {
  missingIntake,
  type ClearanceScope,
  type IntakeOnRecord,
  type PersonFact,
} from '../screening/index.js';
import { daysBetween, type Day } from '../units/index.js';
import type { WaitingItem } from './waiting-item.js';

/** Days before its last one, and after it, in which a clearance is said to run out. */
export const CLEARANCE_WARNING_DAYS = 14;
/** Days for which a sign that was told from home waits, unless the student was led since. */
export const SIGN_WAITS_DAYS = 7;

/** Days for which it is asked how a sitting was that ended in sleep. */
export const UNTOLD_WAITS_DAYS = 7;

/** A clearance as far as its end is read. `fact` is null of one for a sign alone: that ended its suspension for good. */
export interface EndingClearance {
  readonly scope: ClearanceScope;
  readonly fact: PersonFact | null;
  readonly clinician: string;
  readonly until: Day;
  readonly withdrawnOn: Day | null;
}

/** An intake of which something is missing. Domain 9. */
export const waitsForIntake = (student: IntakeOnRecord, today: Day): readonly WaitingItem[] =>
  missingIntake(student, today).length > 0 ? [{ kind: 'intake' }] : [];

/** Clearances that run out soon, or ran out lately, and have none that takes their place. */
export function waitsForClearances(
  clearances: readonly EndingClearance[],
  today: Day,
): readonly WaitingItem[] {
  return clearances.flatMap(({ scope, fact, clinician, until, withdrawnOn }): readonly WaitingItem[] => {
    const left = Math.abs(daysBetween(today, until));
    if (fact === null || withdrawnOn !== null || left > CLEARANCE_WARNING_DAYS) return [];
    const renewed = clearances.some(
      (other) =>
        other.scope === scope && other.fact === fact && other.until > until && other.withdrawnOn === null,
    );
    return renewed ? [] : [{ kind: 'clearance', scope, fact, clinician, until }];
  });
}

/** A capacity check that is missing, old, or will be within a week. Domain 8. */
export function waitsForCheck(checkedOn: Day | null, today: Day): readonly WaitingItem[] {
  const fresh =
    checkedOn !== null &&
    !isOldCheck(checkedOn, today) &&
    CAPACITY_LASTS + 1 - daysBetween(checkedOn, today) > CAPACITY_WARNING;
  return fresh ? [] : [{ kind: 'capacity', checkedOn }];
}

/** Somebody who was not led for two weeks. Of a ladder its decision says so. */
export const waitsForReturn = (
  lastSitting: Day | null,
  climbs: boolean,
  today: Day,
): readonly WaitingItem[] =>
  lastSitting !== null && !climbs && daysBetween(lastSitting, today) >= GAPS.ease
    ? [{ kind: 'away', lastSitting }]
    : [];
