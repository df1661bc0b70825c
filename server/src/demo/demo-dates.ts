import { dayAt, type Day } from '@nuvrah/core';
import { DateTime } from 'luxon';
import { DEMO_INSTRUCTOR } from './demo-data.js';

/** Half past five in the afternoon so many days ago, where the instructor works; later days are below zero. */
export const daysBefore = (now: Date, days: number): DateTime =>
  DateTime.fromJSDate(now, { zone: DEMO_INSTRUCTOR.timeZone })
    .minus({ days })
    .set({ hour: 17, minute: 30, second: 0 });

/** The date of that day. */
export const dateBefore = (now: Date, days: number): Day =>
  dayAt(daysBefore(now, days).toMillis(), DEMO_INSTRUCTOR.timeZone);
