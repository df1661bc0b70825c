import { Injectable } from '@angular/core';
import type { ComposeProblem, ComposeRequest, Proposal, Result } from '@nuvrah/core';
import { Observable } from 'rxjs';

export type ComposeMessage =
  /** 0 to 1. */
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'done'; readonly answer: Result<readonly Proposal[], ComposeProblem> };

/** Composes in a worker, so that the page stays at hand. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class Composer {
  compose(request: ComposeRequest): Observable<ComposeMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./compose.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<ComposeMessage>) => {
        subscriber.next(data);
        if (data.kind === 'done') subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message));
      worker.postMessage(request);
      return () => worker.terminate();
    });
  }
}
