import type { Day } from '@nuvrah/core';

const LONG = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  timeZone: 'UTC',
});

/** "Friday 27 November". */
export const longDay = (day: Day): string => LONG.format(new Date(`${day}T00:00:00Z`)).replace(',', '');
