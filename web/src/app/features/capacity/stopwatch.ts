import { InjectionToken } from '@angular/core';
import { shortcutOf } from '../../shared/shortcut-keys';

/** Milliseconds that only ever grow; specs move their own. */
export const STOPWATCH = new InjectionToken<() => number>('stopwatch', {
  providedIn: 'root',
  factory: () => () => performance.now(),
});

/** Whether a key press is a tap: space or Enter, not while typing or on another button, which is pressed by it. */
export function isTap(event: KeyboardEvent): boolean {
  const elsewhere =
    event.target instanceof Element &&
    event.target.closest('input, textarea, select, button:not(.tap), a, summary, .cdk-overlay-container');
  return shortcutOf('capacity', event) === 'tap' && !event.repeat && !elsewhere;
}
