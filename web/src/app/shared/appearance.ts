import { DOCUMENT, effect, inject, Injectable, signal } from '@angular/core';
import { BrowserStore } from '../api/browser-store';

export type Appearance = 'system' | 'light' | 'dark';
export const APPEARANCES: readonly Appearance[] = ['system', 'light', 'dark'];

/** Light or dark, as the system says or as chosen in this browser. Lead is dark in any case. */
@Injectable({ providedIn: 'root' })
export class AppearanceChoice {
  private readonly store = inject(BrowserStore);
  private readonly root = inject(DOCUMENT).documentElement;
  private readonly chosen = signal<Appearance>(readAppearance(this.store));
  readonly appearance = this.chosen.asReadonly();

  constructor() {
    effect(() => {
      this.root.dataset['appearance'] = this.chosen();
    });
  }

  choose(appearance: Appearance): void {
    this.chosen.set(appearance);
    this.store.write('appearance', appearance);
  }
}

function readAppearance(store: BrowserStore): Appearance {
  const kept = store.read<Appearance>('appearance');
  return kept !== null && APPEARANCES.includes(kept) ? kept : 'system';
}
