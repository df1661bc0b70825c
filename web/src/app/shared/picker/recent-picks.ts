import { inject, Injectable, signal } from '@angular/core';
import { BrowserStore } from '../../api/browser-store';

const NAME = 'recent-techniques';
const MOST = 6;

/** Techniques and variants that were put into a session last in this browser, the latest first. */
@Injectable({ providedIn: 'root' })
export class RecentPicks {
  private readonly store = inject(BrowserStore);
  private readonly kept = signal<readonly string[]>(this.store.read<readonly string[]>(NAME) ?? []);
  readonly keys = this.kept.asReadonly();

  add(key: string): void {
    this.kept.update((keys) => [key, ...keys.filter((one) => one !== key)].slice(0, MOST));
    this.store.write(NAME, this.kept());
  }
}
