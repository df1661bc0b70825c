import { DestroyRef, DOCUMENT, inject, Injectable, isDevMode, signal } from '@angular/core';
import { from, switchMap, takeWhile, timer } from 'rxjs';

/** Where private links are opened: pages of the instructor are never answered from a copy. */
const BELOW = '/home/';
/** Milliseconds between two looks at how far the copy is. */
const LOOK_EVERY = 1_000;

/** Keeps a copy of the application in this browser, so that a private link opens without a connection. */
@Injectable()
export class OfflineCopy {
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly destroyed = inject(DestroyRef);
  private readonly whole = signal(false);
  /** Whether everything is there that is needed without a connection. */
  readonly ready = this.whole.asReadonly();

  keep(): void {
    // Not there over plain http, nor in a private window of some browsers: the page then needs its connection.
    const workers = this.window?.navigator.serviceWorker as ServiceWorkerContainer | undefined;
    if (isDevMode() || !workers) return;
    workers.register('/ngsw-worker.js', { scope: BELOW }).catch(() => undefined);
    const looks = timer(0, LOOK_EVERY)
      .pipe(
        switchMap(() => from(isWhole())),
        takeWhile((whole) => !whole, true),
      )
      .subscribe((whole) => this.whole.set(whole));
    this.destroyed.onDestroy(() => looks.unsubscribe());
  }
}

/** What the worker means to keep, as it says itself. */
interface Manifest {
  readonly assetGroups: readonly { readonly urls: readonly string[] }[];
}

/** Whether the worker has all that it means to keep. */
async function isWhole(): Promise<boolean> {
  const names = (await caches.keys()).filter(
    (name) => name.includes(`${BELOW}:`) && name.includes(':assets:'),
  );
  const kept = await Promise.all(names.map(async (name) => (await (await caches.open(name)).keys()).length));
  const most = Math.max(0, ...kept);
  if (most === 0) return false;
  try {
    const manifest = (await (await fetch('/ngsw.json')).json()) as Manifest;
    const wanted = manifest.assetGroups.reduce((sum, { urls }) => sum + urls.length, 0);
    return most >= wanted;
  } catch {
    // Without a connection this page came from the copy.
    return true;
  }
}
