import { inject, Injectable, Injector } from '@angular/core';

/** Milliseconds for which something that can be undone is said. */
const UNDO_MS = 10_000;
const SAID_MS = 5_000;

/** Says what was done, at the foot of the page, with a way to undo it. The bar is loaded when the first thing is said. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly injector = inject(Injector);

  say(text: string, undo?: { readonly label: string; readonly run: () => void }): void {
    void import('@angular/material/snack-bar').then(({ MatSnackBar }) => {
      const bar = this.injector
        .get(MatSnackBar)
        .open(text, undo?.label, { duration: undo ? UNDO_MS : SAID_MS });
      if (undo) bar.onAction().subscribe(undo.run);
    });
  }
}
