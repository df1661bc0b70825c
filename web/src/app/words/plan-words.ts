import type { LadderPlan } from '@nuvrah/contract';
import { inLanguage, type PracticeTime, type Value } from '@nuvrah/core';

export const WEEKDAYS = inLanguage({
  '1': 'Mon',
  '2': 'Tue',
  '3': 'Wed',
  '4': 'Thu',
  '5': 'Fri',
  '6': 'Sat',
  '7': 'Sun',
} as const);
export type Weekday = keyof typeof WEEKDAYS;

const words = inLanguage({
  at: (time: Value) => `at ${time}`,
  events: { sunrise: 'sunrise', sunset: 'sunset' },
  after: (minutes: Value, event: Value) => `${minutes} minutes after ${event}`,
  before: (minutes: Value, event: Value) => `${minutes} minutes before ${event}`,
  everyDay: 'every day',
  and: ' and ',
});

/** "at 06:30", "30 minutes after sunrise", "at sunset". */
export function timeInWords(time: PracticeTime): string {
  if (time.kind === 'clock') return words.at(time.at);
  const event = words.events[time.event];
  if (time.minutes === 0) return words.at(event);
  return words[time.minutes > 0 ? 'after' : 'before'](Math.abs(time.minutes), event);
}

/** When the session that climbs is practised: "Mon, Tue, Sat, 30 minutes after sunrise". */
export function planInWords({ weekdays, sittings }: LadderPlan): string {
  const days =
    weekdays.length === 7
      ? words.everyDay
      : weekdays.map((day) => WEEKDAYS[String(day) as Weekday]).join(', ');
  const own = sittings.filter(({ sessionId }) => sessionId === null);
  return [days, own.map(({ time }) => timeInWords(time)).join(words.and)].join(', ');
}
