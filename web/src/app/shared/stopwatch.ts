import { InjectionToken } from '@angular/core';
import { shortcutOf } from './shortcut-keys';

/** Milliseconds that only ever grow; specs move their own. */
export const STOPWATCH = new InjectionToken<() => number>('stopwatch', {
  providedIn: 'root',
  factory: () => () => performance.now(),
});

/**
 * Whether a key press is a tap: space or Enter, not while typing or on another button, which is pressed by it.
 *
 * @param host what is tapped at, where it may stand in a sheet of its own.
 */
export function isTap(event: KeyboardEvent, host: Element | null = null): boolean {
  const target = event.target instanceof Element ? event.target : null;
  const sheet = (element: Element | null): Element | null => element?.closest(SHEETS) ?? null;
  const elsewhere = target?.closest(PRESSED) || sheet(target) !== sheet(host);
  return shortcutOf('capacity', event) === 'tap' && !event.repeat && !elsewhere;
}

const PRESSED = 'input, textarea, select, button:not(.tap), a, summary';
const SHEETS = '.cdk-overlay-container';
