import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { dayAt, type Day, type ScreeningDay } from '@nuvrah/core';
import { interval, map } from 'rxjs';
import { AccountStore } from './account';
import { NOW } from './now';

/** How often the time is looked at, in milliseconds: a meal moves further away, a day check grows old, and a day ends. */
const LOOK_EVERY = 15_000;

/** When students are screened and by whose conventions; it moves on by itself while a view is open, over midnight too. */
@Injectable({ providedIn: 'root' })
export class ScreeningClock {
  private readonly account = inject(AccountStore);
  private readonly now = inject(NOW);
  private readonly looked = toSignal(interval(LOOK_EVERY).pipe(map(() => this.now())));

  /** The date now where the instructor works. */
  readonly today = computed((): Day => {
    this.looked();
    return dayAt(this.now(), this.account.required().timeZone);
  });

  readonly day = computed((): ScreeningDay => {
    // Never behind what was just put on record: the moment is taken anew with every look.
    this.looked();
    return { today: this.today(), now: this.now(), profile: this.account.required().conventions };
  });
}
