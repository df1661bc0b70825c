import { InjectionToken } from '@angular/core';

export const browserZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The time zone in which "today" is marked in a calendar; of the browser where nobody says another. */
export const TIME_ZONE = new InjectionToken<() => string>('TIME_ZONE', {
  providedIn: 'root',
  factory: () => browserZone,
});
