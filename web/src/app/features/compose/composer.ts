import { Injectable } from '@angular/core';
import {
  languageChosen,
  type ComposeProblem,
  type ComposeRequest,
  type Proposal,
  type Result,
  type Swap,
  type TechniqueId,
  type WhyNot,
} from '@nuvrah/core';
import { filter, map, type Observable } from 'rxjs';
import { runInWorker } from '../../api/run-in-worker';

/** What the worker is asked. */
export type ComposeWork =
  | { readonly kind: 'compose'; readonly request: ComposeRequest }
  | {
      readonly kind: 'alternatives';
      readonly request: ComposeRequest;
      readonly proposal: Proposal;
      readonly passageId: string;
    }
  | {
      readonly kind: 'why-not';
      readonly request: ComposeRequest;
      readonly proposal: Proposal;
      readonly technique: TechniqueId;
    };

export type ComposeMessage<T> =
  /** 0 to 1. */
  { readonly kind: 'progress'; readonly done: number } | { readonly kind: 'done'; readonly answer: T };

/** Composes in a worker, so that the page stays at hand. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class Composer {
  compose(request: ComposeRequest): Observable<ComposeMessage<Result<readonly Proposal[], ComposeProblem>>> {
    return this.run({ kind: 'compose', request });
  }

  /** What could stand in the place of a passage, the best first. */
  alternatives(request: ComposeRequest, proposal: Proposal, passageId: string): Observable<readonly Swap[]> {
    return this.answer({ kind: 'alternatives', request, proposal, passageId });
  }

  whyNot(request: ComposeRequest, proposal: Proposal, technique: TechniqueId): Observable<WhyNot> {
    return this.answer({ kind: 'why-not', request, proposal, technique });
  }

  private answer<T>(work: ComposeWork): Observable<T> {
    return this.run<T>(work).pipe(
      filter((message) => message.kind === 'done'),
      map(({ answer }) => answer),
    );
  }

  private run<T>(work: ComposeWork): Observable<ComposeMessage<T>> {
    return runInWorker(
      () =>
        new Worker(new URL('./compose.worker', import.meta.url), { type: 'module', name: languageChosen() }),
      work,
    );
  }
}
