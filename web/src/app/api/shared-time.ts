import { DestroyRef, DOCUMENT, inject, Injectable, InjectionToken, signal } from '@angular/core';
import { routes } from '@nuvrah/contract';
import { NO_CLOCK, sharedTime, withTrip } from '@nuvrah/core';
import { fromEvent, type Subscription } from 'rxjs';
import { Api } from './api';

/** The clock of this device that runs evenly, whatever time it shows, in milliseconds; specs give their own. */
export const EVEN_CLOCK = new InjectionToken<() => number>('even clock', {
  providedIn: 'root',
  factory: () => () => performance.now(),
});

/** Milliseconds between questions for the time: a few at once, then for a minute, then for good. */
const AT_FIRST = { times: 8, every: 150 };
const SOON = { times: 12, every: 5_000 };
const LATER = 10_000;
/** The time of day and the even clock never part by so much, in milliseconds, but where the device slept, or its time was set. */
const JUMP = 1_000;

/** The time that the leader of a class and all phones share: the server's, asked for again and again. */
@Injectable()
export class SharedTime {
  private readonly api = inject(Api);
  private readonly evenClock = inject(EVEN_CLOCK);
  private readonly document = inject(DOCUMENT);
  private clock = NO_CLOCK;
  private asked = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private apart = Date.now() - this.evenClock();
  private watching: Subscription | null = null;
  private readonly isKnown = signal(false);
  /** Whether the time is known. */
  readonly known = this.isKnown.asReadonly();

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  /** Begins to ask; begun already, it goes on. */
  start(): void {
    if (this.timer !== null) return;
    // A page that comes back to the front may have slept.
    this.watching = fromEvent(this.document, 'visibilitychange').subscribe(() => this.lookForJump());
    this.ask();
  }

  private stop(): void {
    if (this.timer !== null) clearTimeout(this.timer);
    this.watching?.unsubscribe();
  }

  /** Milliseconds since 1970 by the clock that is shared; null while it is not known. */
  now(): number | null {
    return sharedTime(this.clock, this.evenClock());
  }

  private ask(): void {
    this.lookForJump();
    this.timer = setTimeout(() => this.ask(), this.pause());
    this.asked++;
    const sent = this.evenClock();
    this.api.call(routes.sharedClock).subscribe({
      next: ({ now }) => {
        this.clock = withTrip(this.clock, { sent, received: this.evenClock(), there: now });
        this.isKnown.set(true);
      },
      // Without a connection the clock goes on as it was known.
      error: () => undefined,
    });
  }

  private pause(): number {
    if (this.asked < AT_FIRST.times) return AT_FIRST.every;
    return this.asked < AT_FIRST.times + SOON.times ? SOON.every : LATER;
  }

  private lookForJump(): void {
    const apart = Date.now() - this.evenClock();
    if (Math.abs(apart - this.apart) > JUMP) {
      this.clock = NO_CLOCK;
      this.asked = 0;
    }
    this.apart = apart;
  }
}
