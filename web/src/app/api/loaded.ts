import { computed, signal, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  catchError,
  concat,
  defer,
  fromEvent,
  map,
  merge,
  type Observable,
  of,
  retry,
  scan,
  startWith,
  Subject,
  switchMap,
  take,
  throwError,
  timer,
} from 'rxjs';
import { TRY_EVERY, type ApiProblem } from './api';
import { frameWords } from '../words/frame-words';

/** Something asked of the server, as a view shows it. */
export type Loaded<T> =
  | { readonly kind: 'loading' }
  | { readonly kind: 'ready'; readonly value: T }
  /** `last`: what was there before, for the same key. */
  | { readonly kind: 'failed'; readonly message: string; readonly last: T | null };

/** What a view asked for, and the way to ask again. */
export interface Asked<T> {
  readonly state: Signal<Loaded<T>>;
  /** null while it is not there; what could not be asked anew stays as it was. */
  readonly value: Signal<T | null>;
  again(): void;
}

/**
 * Asks for something, anew whenever the key changes. Asked again for the same key, what is there stays until the answer
 * comes, so that a page does not jump after saving and a form is not lost with a connection; while the server is away it is
 * asked again by itself. Belongs to the view that calls it.
 */
export function asked<K, T>(key: Signal<K>, ask: (key: K) => Observable<T>): Asked<T> {
  const again = new Subject<void>();
  const answers = (of: K): Observable<Loaded<T>> =>
    again.pipe(
      startWith(undefined),
      switchMap(() => answer(defer(() => ask(of)))),
      scan((before, now) => (now.kind === 'failed' ? { ...now, last: valueOf(before) } : now)),
    );
  const states = toObservable(key).pipe(switchMap((now) => concat(of<Loaded<T>>(LOADING), answers(now))));
  const state = toSignal<Loaded<T>, Loaded<T>>(states, { initialValue: LOADING });
  const value = computed(() => valueOf(state()));
  return { state, value, again: () => again.next() };
}

/** As {@link asked}, for something that depends on nothing. */
export const askedOnce = <T>(ask: () => Observable<T>): Asked<T> => asked(signal(null), ask);

const LOADING = { kind: 'loading' } as const;

const valueOf = <T>(loaded: Loaded<T>): T | null =>
  loaded.kind === 'ready' ? loaded.value : loaded.kind === 'failed' ? loaded.last : null;

const AWAY_NOW = frameWords.loaded.serverAway;

/** Asks again by itself while the server is away, and says so each time; every other problem is passed on. */
export const askingAgain = <T>(request: Observable<T>, away: (message: string) => void): Observable<T> =>
  request.pipe(
    retry({
      delay: (problem: ApiProblem) => {
        if (problem.kind !== 'away') return throwError(() => problem);
        away(AWAY_NOW);
        return merge(timer(TRY_EVERY), fromEvent(window, 'online')).pipe(take(1));
      },
    }),
  );

const failed = <T>(message: string): Loaded<T> => ({ kind: 'failed', message, last: null });

const answer = <T>(request: Observable<T>): Observable<Loaded<T>> =>
  defer(() => {
    const away = new Subject<Loaded<T>>();
    const answers = askingAgain(request, (message) => away.next(failed(message))).pipe(
      map((value): Loaded<T> => ({ kind: 'ready', value })),
      catchError((problem: ApiProblem) => of(failed<T>(problem.message))),
    );
    return merge(away, answers);
  });
