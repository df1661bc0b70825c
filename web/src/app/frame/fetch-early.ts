import { inject } from '@angular/core';
import { Router, RoutesRecognized } from '@angular/router';
import { filter } from 'rxjs';

/** The code of a page is fetched while the server says who is signed in, not after it. */
export function fetchEarly(): void {
  const recognized = inject(Router).events.pipe(filter((event) => event instanceof RoutesRecognized));
  recognized.subscribe(({ state }) => {
    let page = state.root;
    while (page.firstChild) page = page.firstChild;
    // Where it cannot be fetched, the router asks once more and says so.
    Promise.resolve(page.routeConfig?.loadComponent?.()).catch(() => undefined);
  });
}
