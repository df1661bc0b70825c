import { Injectable } from '@angular/core';
import {
  languageChosen,
  type ComposeProblem,
  type ComposeRequest,
  type Proposal,
  type Result,
} from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { runInWorker } from '../../api/run-in-worker';

export type ComposeMessage =
  /** 0 to 1. */
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'done'; readonly answer: Result<readonly Proposal[], ComposeProblem> };

/** Composes in a worker, so that the page stays at hand. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class Composer {
  compose(request: ComposeRequest): Observable<ComposeMessage> {
    return runInWorker(
      () =>
        new Worker(new URL('./compose.worker', import.meta.url), { type: 'module', name: languageChosen() }),
      request,
    );
  }
}
