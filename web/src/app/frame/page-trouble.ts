import { inject, Injectable, signal } from '@angular/core';
import { NavigationEnd, Router, type NavigationError } from '@angular/router';
import { filter } from 'rxjs';
import { frameWords } from '../words/frame-words';

const NOT_OPENED = frameWords.pageTrouble.thatPageCouldNot;

/** Why a page that was asked for does not open, said on the page that stays. */
@Injectable({ providedIn: 'root' })
export class PageTrouble {
  private readonly said = signal<string | null>(null);
  readonly message = this.said.asReadonly();

  constructor() {
    const opened = inject(Router).events.pipe(filter((event) => event instanceof NavigationEnd));
    opened.subscribe(() => this.clear());
  }

  notOpened(): void {
    this.said.set(NOT_OPENED);
  }

  clear(): void {
    this.said.set(null);
  }
}

/** For the router: the code of a page that was never opened before comes from the server. */
export function sayNotOpened(error: NavigationError): void {
  console.error(error.error);
  inject(PageTrouble).notOpened();
}
