import { DestroyRef, inject, Injectable } from '@angular/core';
import { leadWords } from '../../words/lead-words';

const LOCK = 'nuvrah.leading';

/** What is said in a tab in which nothing may be led now. */
export const LED_ELSEWHERE = leadWords.leadingTab.somethingIsBeingLed;

/** One tab of a browser leads: two would each keep their leading in the place of the other's. */
@Injectable()
export class LeadingTab {
  private letGo: (() => void) | null = null;
  private held: Promise<unknown> = Promise.resolve();

  constructor() {
    inject(DestroyRef).onDestroy(() => void this.release());
  }

  /** @returns whether this tab leads from now on; a closed tab lets go by itself. True where the browser cannot tell. */
  take(): Promise<boolean> {
    if (this.letGo || !('locks' in navigator)) return Promise.resolve(true);
    return new Promise((resolve) => {
      this.held = navigator.locks.request(LOCK, { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        return lock === null ? undefined : new Promise<void>((done) => (this.letGo = done));
      });
    });
  }

  /** @returns when another tab can take it. */
  async release(): Promise<void> {
    this.letGo?.();
    this.letGo = null;
    await this.held;
  }
}
