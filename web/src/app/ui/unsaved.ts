import { DestroyRef, DOCUMENT, inject, Injectable } from '@angular/core';
import type { CanDeactivateFn } from '@angular/router';
import { fromEvent, Subscription } from 'rxjs';
import { Questions, type Question } from './questions';
import { kitWords } from '../words/kit-words';

export const LEAVE_UNSAVED: Question = {
  title: kitWords.unsaved.leaveWithoutSaving,
  text: kitWords.unsaved.somethingThatWasTyped,
  yes: kitWords.unsaved.leave,
  no: kitWords.unsaved.stay,
};

/** Forms on the page that hold something that is saved nowhere yet. */
@Injectable({ providedIn: 'root' })
export class Unsaved {
  private readonly forms = new Set<() => boolean>();

  constructor() {
    // The browser asks in its own words when the tab is closed or loaded anew.
    const window = inject(DOCUMENT).defaultView;
    const unloading = window
      ? fromEvent(window, 'beforeunload').subscribe((event) => this.unload(event))
      : Subscription.EMPTY;
    inject(DestroyRef).onDestroy(() => unloading.unsubscribe());
  }

  any(): boolean {
    return [...this.forms].some((typed) => typed());
  }

  unload(event: Event): void {
    if (this.any()) event.preventDefault();
  }

  /** @returns takes the form out again */
  add(typed: () => boolean): () => void {
    this.forms.add(typed);
    return () => this.forms.delete(typed);
  }
}

/** Has the page ask before it is left while the form holds something unsaved. Belongs to the form that calls it. */
export function asksWhileUnsaved(typed: () => boolean): void {
  inject(DestroyRef).onDestroy(inject(Unsaved).add(typed));
}

/** Nothing typed is lost without a question. */
export const leavingUnsaved: CanDeactivateFn<unknown> = () =>
  !inject(Unsaved).any() || inject(Questions).ask(LEAVE_UNSAVED);
