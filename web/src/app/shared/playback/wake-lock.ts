import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { fromEvent, type Subscription } from 'rxjs';

/** Keeps the screen awake while something is led, and asks again when the page comes back to the front. */
@Injectable()
export class WakeLock {
  private readonly document = inject(DOCUMENT);
  private lock: WakeLockSentinel | null = null;
  private watching: Subscription | null = null;
  private readonly held = signal(false);
  /** Whether the screen is kept awake now. */
  readonly awake = this.held.asReadonly();

  keep(): void {
    this.watching ??= fromEvent(this.document, 'visibilitychange').subscribe(() => {
      if (this.document.visibilityState === 'visible') void this.ask();
    });
    void this.ask();
  }

  release(): void {
    this.watching?.unsubscribe();
    this.watching = null;
    void this.lock?.release();
    this.lock = null;
    this.held.set(false);
  }

  /** Taken away by the system: asked for again at once, or when the page comes back to the front. */
  private lost(lock: WakeLockSentinel): void {
    if (lock !== this.lock) return;
    this.lock = null;
    this.held.set(false);
    if (this.watching && this.document.visibilityState === 'visible') void this.ask();
  }

  private async ask(): Promise<void> {
    // One at a time: a second lock would stay behind when the first is let go.
    if (this.lock || !('wakeLock' in navigator)) return;
    try {
      const lock = await navigator.wakeLock.request('screen');
      if (!this.watching) return await lock.release();
      this.lock = lock;
      this.held.set(true);
      lock.addEventListener('release', () => this.lost(lock), { once: true });
    } catch {
      // Refused, by a low battery for example: the view says that the screen may go dark.
      this.held.set(false);
    }
  }
}
