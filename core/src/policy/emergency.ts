import type { Day } from '../units/index.js';
import { isEmergencySign, type SignId } from './signs.js';

/** A sign of a sitting, led or told from home; what was pressed by mistake is none. */
export interface SignOnRecord {
  readonly sign: SignId;
  /** The instructor's local date. */
  readonly day: Day;
  /** ISO 8601, UTC. */
  readonly at: string;
}

/** An emergency sign that nobody has cleared yet. */
export type OpenEmergency = Pick<SignOnRecord, 'sign' | 'day'>;

/** A clearance for one emergency sign, as far as the suspension reads it. */
export interface SignClearance {
  readonly sign: SignId | null;
  readonly givenOn: Day;
  readonly withdrawnOn: Day | null;
  /** When it came on record, ISO 8601 in UTC: one that was filed before a sign is not for that sign. */
  readonly filedAt: string;
}

/** Whether a clearance ends the suspension after a sign, for good: it was given for that very sign, on its day or later. */
export const clearsSign = (
  { sign: cleared, givenOn, withdrawnOn, filedAt }: SignClearance,
  { sign, day, at }: SignOnRecord,
): boolean => cleared === sign && givenOn >= day && withdrawnOn === null && filedAt >= at;

/**
 * The newest emergency sign for which no clearance was given after it: nothing is led until there is one. Its last day and
 * its conditions do not matter here. Domain 9, emergency sign.
 */
export function openEmergency(
  signs: readonly SignOnRecord[],
  clearances: readonly SignClearance[],
): OpenEmergency | null {
  const open = signs.filter(
    (one) => isEmergencySign(one.sign) && !clearances.some((clearance) => clearsSign(clearance, one)),
  );
  const newest = open.reduce<SignOnRecord | null>(
    (latest, one) => (latest === null || one.at > latest.at ? one : latest),
    null,
  );
  return newest && { sign: newest.sign, day: newest.day };
}
