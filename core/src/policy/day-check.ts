import { momentFromText, type Day } from '../units/index.js';

/** Hours after which the day is asked about again, even on the same day: people eat, and tire. */
export const DAY_CHECK_LASTS_HOURS = 3;
const MILLIS_AN_HOUR = 3_600_000;

/** A day check as it is on record, as far as it is asked whether it still holds. */
export interface DatedCheck {
  readonly day: Day;
  /** ISO 8601, UTC. */
  readonly checkedAt: string;
}

/** The day check of today, or null: yesterday's answers are never assumed. */
export const dayCheckOf = <C extends DatedCheck>(
  { dayCheck }: { readonly dayCheck: C | null },
  today: Day,
): C | null => (dayCheck?.day === today ? dayCheck : null);

/**
 * Whether the day was asked about, and not too long ago.
 *
 * @param now milliseconds since 1970.
 */
export function isDayChecked(
  student: { readonly dayCheck: DatedCheck | null },
  today: Day,
  now: number,
): boolean {
  const check = dayCheckOf(student, today);
  return check !== null && now - momentFromText(check.checkedAt) <= DAY_CHECK_LASTS_HOURS * MILLIS_AN_HOUR;
}
