import { computed, signal, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, concat, map, type Observable, of, startWith, Subject, switchMap } from 'rxjs';
import type { ApiProblem } from './api';

/** Something asked of the server, as a view shows it. */
export type Loaded<T> =
  | { readonly kind: 'loading' }
  | { readonly kind: 'ready'; readonly value: T }
  | { readonly kind: 'failed'; readonly message: string };

/** What a view asked for, and the way to ask again. */
export interface Asked<T> {
  readonly state: Signal<Loaded<T>>;
  /** null while it is not there. */
  readonly value: Signal<T | null>;
  again(): void;
}

/**
 * Asks for something, anew whenever the key changes. Asked again for the same key, what is there stays until the answer
 * comes, so that a page does not jump after saving. Belongs to the view that calls it.
 */
export function asked<K, T>(key: Signal<K>, ask: (key: K) => Observable<T>): Asked<T> {
  const again = new Subject<void>();
  const answers = (of: K): Observable<Loaded<T>> =>
    again.pipe(
      startWith(undefined),
      switchMap(() => answer(ask(of))),
    );
  const states = toObservable(key).pipe(switchMap((now) => concat(of<Loaded<T>>(LOADING), answers(now))));
  const state = toSignal<Loaded<T>, Loaded<T>>(states, { initialValue: LOADING });
  const value = computed(() => {
    const now = state();
    return now.kind === 'ready' ? now.value : null;
  });
  return { state, value, again: () => again.next() };
}

/** As {@link asked}, for something that depends on nothing. */
export const askedOnce = <T>(ask: () => Observable<T>): Asked<T> => asked(signal(null), ask);

const LOADING = { kind: 'loading' } as const;

const answer = <T>(request: Observable<T>): Observable<Loaded<T>> =>
  request.pipe(
    map((value): Loaded<T> => ({ kind: 'ready', value })),
    catchError((problem: ApiProblem) => of<Loaded<T>>({ kind: 'failed', message: problem.message })),
  );
