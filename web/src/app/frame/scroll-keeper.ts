import { DOCUMENT, inject, Injectable } from '@angular/core';
import { Router, Scroll } from '@angular/router';
import { filter, fromEvent, merge, Subject, takeUntil, timer } from 'rxjs';

/** So long is waited for a page to grow as long as it was, in milliseconds. */
const GROWS_MS = 3_000;
const KEY = 'nuvrah.scroll';

const pathOf = (url: string): string => url.split(/[?#]/)[0] ?? '';

/**
 * Where a page was scrolled to, when one goes back to it or loads it anew. Its content comes after it is opened: it is
 * scrolled to as soon as the page is long enough, and no more once somebody scrolls by hand.
 */
@Injectable({ providedIn: 'root' })
export class ScrollKeeper {
  private readonly document = inject(DOCUMENT);
  private readonly window = this.document.defaultView as Window;
  private readonly stop = new Subject<void>();
  /** Whether a page was opened in this load. */
  private moved = false;

  constructor() {
    const router = inject(Router);
    let left = this.takeLeft();
    let page = '';
    fromEvent(this.window, 'pagehide').subscribe(() =>
      sessionStorage.setItem(KEY, JSON.stringify({ url: router.url, top: this.window.scrollY })),
    );
    router.events.pipe(filter((event) => event instanceof Scroll)).subscribe(({ position, anchor }) => {
      // Another tab or filter of the same page stays where it is.
      const [same, at] = [page === pathOf(router.url), position];
      page = pathOf(router.url);
      if (same && at === null) return;
      const top = position?.[1] ?? (left?.url === router.url && anchor === null ? left.top : 0);
      left = null;
      if (anchor !== null && position === null) return;
      this.restore(top);
    });
  }

  private takeLeft(): { readonly url: string; readonly top: number } | null {
    const text = sessionStorage.getItem(KEY);
    sessionStorage.removeItem(KEY);
    return text === null ? null : (JSON.parse(text) as { url: string; top: number });
  }

  private restore(top: number): void {
    this.stop.next();
    // The first page of a load is at its top already; to say so would make it be laid out before it is there.
    if (top > 0 || this.moved) this.window.scrollTo({ top });
    this.moved = true;
    if (top === 0) return;
    const byHand = merge(...['wheel', 'touchstart', 'keydown'].map((name) => fromEvent(this.window, name)));
    const over = merge(byHand, timer(GROWS_MS), this.stop);
    const grown = new Subject<void>();
    const watcher = new ResizeObserver(() => grown.next());
    watcher.observe(this.document.body);
    grown.pipe(takeUntil(over)).subscribe({
      next: () => this.window.scrollTo({ top }),
      complete: () => watcher.disconnect(),
    });
  }
}
