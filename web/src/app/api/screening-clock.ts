import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { ScreeningDay } from '@nuvrah/contract';
import { interval, map } from 'rxjs';
import { AccountStore } from './account';
import { NOW } from './now';

/** How often the time is looked at, in milliseconds: a meal moves further away, and a day check grows old. */
const LOOK_EVERY = 15_000;

/** When students are screened and by whose conventions; it moves on by itself while a view is open. */
@Injectable({ providedIn: 'root' })
export class ScreeningClock {
  private readonly account = inject(AccountStore);
  private readonly now = inject(NOW);
  private readonly looked = toSignal(interval(LOOK_EVERY).pipe(map(() => this.now())));

  readonly day = computed((): ScreeningDay => {
    // Never behind what was just put on record: the moment is taken anew with every look.
    this.looked();
    const { today, conventions: profile } = this.account.required();
    return { today, now: this.now(), profile };
  });
}
