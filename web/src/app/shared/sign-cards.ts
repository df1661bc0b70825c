import { inject, Injectable, Injector, type DestroyRef } from '@angular/core';

/** Opens the card of signs, once. The card is no part of the first load. */
@Injectable({ providedIn: 'root' })
export class SignCards {
  private readonly injector = inject(Injector);
  private here: (() => void) | null = null;

  /** While a page lives that shows the signs in its own way, it is asked instead. */
  showBy(show: () => void, page: DestroyRef): void {
    this.here = show;
    page.onDestroy(() => (this.here = this.here === show ? null : this.here));
  }

  /** A page that shows them itself does so at once: a card that came late would lie over what follows the page. */
  async show(): Promise<void> {
    if (this.here) return this.here();
    const [{ MatDialog }, { SignCard }] = await this.load();
    const dialog = this.injector.get(MatDialog);
    if (dialog.openDialogs.length > 0) return;
    dialog.open(SignCard, { autoFocus: 'dialog', restoreFocus: true, maxWidth: '46rem' });
  }

  /** In an emergency the server may be away: the card is there before it is needed. */
  load() {
    return Promise.all([import('@angular/material/dialog'), import('./sign-card')]);
  }
}
