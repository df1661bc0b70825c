import type { LadderPlan } from '@nuvrah/contract';
import type { PracticeTime } from '@nuvrah/core';

export const WEEKDAYS = {
  '1': 'Mon',
  '2': 'Tue',
  '3': 'Wed',
  '4': 'Thu',
  '5': 'Fri',
  '6': 'Sat',
  '7': 'Sun',
} as const;
export type Weekday = keyof typeof WEEKDAYS;

/** "at 06:30", "30 minutes after sunrise", "at sunset". */
export function timeInWords(time: PracticeTime): string {
  if (time.kind === 'clock') return `at ${time.at}`;
  if (time.minutes === 0) return `at ${time.event}`;
  return `${Math.abs(time.minutes)} minutes ${time.minutes > 0 ? 'after' : 'before'} ${time.event}`;
}

/** When the session that climbs is practised: "Mon, Tue, Sat, 30 minutes after sunrise". */
export function planInWords({ weekdays, sittings }: LadderPlan): string {
  const days =
    weekdays.length === 7 ? 'every day' : weekdays.map((day) => WEEKDAYS[String(day) as Weekday]).join(', ');
  const own = sittings.filter(({ sessionId }) => sessionId === null);
  return [days, own.map(({ time }) => timeInWords(time)).join(' and ')].join(', ');
}
