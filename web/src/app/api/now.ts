import { InjectionToken } from '@angular/core';

/** The moment it is, in milliseconds since 1970; specs give their own. */
export const NOW = new InjectionToken<() => number>('now', {
  providedIn: 'root',
  factory: () => () => Date.now(),
});
