import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { BodyOf, routes, Sitting } from '@nuvrah/contract';
import {
  AsyncSubject,
  catchError,
  concatMap,
  fromEvent,
  map,
  merge,
  type Observable,
  of,
  throwError,
  timer,
} from 'rxjs';
import { AccountStore } from './account';
import type { ApiProblem } from './api';
import { BrowserStore } from './browser-store';
import { sameJson } from './same-json';
import { Sittings } from './sittings';

type RecordBody = BodyOf<typeof routes.recordSitting>;

/** A record on its way: it stays in this browser until the server has said that it has it. */
interface Waiting {
  readonly instructorId: string;
  readonly sittingId: string;
  readonly body: RecordBody;
  /** Why the server will not have it; such a record is kept for a person to decide about, and not sent again. */
  readonly refused?: string;
}

/** What became of sending a record. */
export type Delivery =
  | { readonly kind: 'on-record'; readonly sitting: Sitting }
  /** The server is away: the record waits here and is sent by itself. */
  | { readonly kind: 'waiting' };

const KEPT_AS = 'records';
/** Milliseconds between tries while the server is away. */
const TRY_AGAIN = 5_000;

/**
 * Records of sittings on their way to the server. Each is kept in this browser before it is sent and taken out once the
 * server has it; sending it again changes nothing there, so that it arrives once and only once.
 */
@Injectable({ providedIn: 'root' })
export class RecordOutbox {
  private readonly store = inject(BrowserStore);
  private readonly sittings = inject(Sittings);
  private readonly account = inject(AccountStore);

  private readonly entries = signal<readonly Waiting[]>(this.store.read<Waiting[]>(KEPT_AS) ?? []);
  private readonly ofThisAccount = computed(() => {
    const id = this.account.account()?.id;
    return this.entries().filter(({ instructorId }) => instructorId === id);
  });
  /** Records of this account that are not on the server yet. */
  readonly waiting = computed(() => {
    return this.ofThisAccount().filter(({ refused }) => refused === undefined);
  });
  /** Records that the server refused for good. They stay here until they are discarded. */
  readonly refused = computed(() => this.ofThisAccount().filter(({ refused }) => refused !== undefined));
  private readonly sending = new Map<string, Observable<unknown>>();

  constructor() {
    const online = fromEvent(inject(DOCUMENT).defaultView ?? window, 'online');
    const tries = merge(timer(0, TRY_AGAIN), online).subscribe(() => this.sendWaiting());
    inject(DestroyRef).onDestroy(() => tries.unsubscribe());
  }

  /** Sends what was done. Fails only when the server refuses it for good. */
  send(sittingId: string, body: RecordBody): Observable<Delivery> {
    const entry: Waiting = { instructorId: this.account.required().id, sittingId, body };
    this.keep([...this.entries().filter((other) => other.sittingId !== sittingId), entry]);
    return this.deliver(entry);
  }

  isWaiting = (sittingId: string): boolean =>
    this.entries().some((entry) => entry.sittingId === sittingId && entry.refused === undefined);

  /** Takes a refused record out for good. */
  discard(sittingId: string): void {
    this.keep(this.entries().filter((entry) => entry.sittingId !== sittingId));
  }

  private sendWaiting(): void {
    for (const entry of this.waiting()) {
      if (!this.sending.has(entry.sittingId)) this.deliver(entry).subscribe({ error: () => undefined });
    }
  }

  /** One request at a time for each sitting: a second one waits for the first. */
  private deliver(entry: Waiting): Observable<Delivery> {
    const before = this.sending.get(entry.sittingId) ?? of(null);
    const done = new AsyncSubject<Delivery>();
    this.sending.set(entry.sittingId, done.pipe(catchError(() => of(null))));
    before.pipe(concatMap(() => this.attempt(entry))).subscribe({
      next: (delivery) => done.next(delivery),
      error: (problem: unknown) => {
        this.sending.delete(entry.sittingId);
        done.error(problem);
      },
      complete: () => {
        this.sending.delete(entry.sittingId);
        done.complete();
      },
    });
    return done;
  }

  private attempt(entry: Waiting): Observable<Delivery> {
    return this.sittings.record(entry.sittingId, entry.body).pipe(
      map((sitting): Delivery => {
        this.drop(entry);
        return { kind: 'on-record', sitting };
      }),
      catchError((problem: ApiProblem) => this.notYet(entry, problem)),
    );
  }

  private notYet(entry: Waiting, problem: ApiProblem): Observable<Delivery> {
    if (problem.kind === 'away') return of({ kind: 'waiting' });
    const { code, current } = problem.problem;
    // Signed out meanwhile: it waits until somebody is signed in again.
    if (code === 'not-signed-in' || code === 'foreign-request' || code === 'internal')
      return of({ kind: 'waiting' });
    const there = code === 'stale' ? (current as Sitting) : null;
    if (there && (there.record === null || sameJson(there.record, entry.body.record))) {
      // An earlier try had arrived and only its answer was lost: effort and note follow over that version.
      return this.attempt({ ...entry, body: { ...entry.body, version: there.version } });
    }
    this.keep(
      this.entries().map((other) =>
        sameRecord(other, entry) ? { ...other, refused: problem.message } : other,
      ),
    );
    return throwError(() => problem);
  }

  /** Takes a record out, unless a newer one of the same sitting has taken its place. */
  private drop(delivered: Waiting): void {
    this.keep(this.entries().filter((entry) => !sameRecord(entry, delivered)));
  }

  private keep(entries: readonly Waiting[]): void {
    this.entries.set(entries);
    this.store.write(KEPT_AS, entries);
  }
}

const sameRecord = (a: Waiting, b: Waiting): boolean =>
  a.sittingId === b.sittingId && sameJson(withoutVersion(a.body), withoutVersion(b.body));

const withoutVersion = ({ record, effort, note }: RecordBody): unknown => ({ record, effort, note });
