import { DOCUMENT, inject, Injectable, isDevMode } from '@angular/core';

/** Where private links are opened: pages of the instructor are never answered from a copy. */
const BELOW = '/home/';

/** Keeps a copy of the application in this browser, so that a private link opens without a connection. */
@Injectable({ providedIn: 'root' })
export class OfflineCopy {
  private readonly window = inject(DOCUMENT).defaultView;

  keep(): void {
    // Not there over plain http, nor in a private window of some browsers: the page then needs its connection.
    const workers = this.window?.navigator.serviceWorker as ServiceWorkerContainer | undefined;
    if (isDevMode() || !workers) return;
    workers.register('/ngsw-worker.js', { scope: BELOW }).catch(() => undefined);
  }
}
