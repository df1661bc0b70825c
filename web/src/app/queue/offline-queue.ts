import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import {
  AsyncSubject,
  catchError,
  concatMap,
  defer,
  fromEvent,
  map,
  merge,
  type Observable,
  of,
  Subject,
  tap,
  throwError,
  timeout,
  timer,
} from 'rxjs';
import { AccountStore } from '../api/account';
import { Api, AWAY, type ApiProblem } from '../api/api';
import { BrowserStore } from '../api/browser-store';
import { NOW } from '../api/now';
import { keyOf, markOf, type Answers, type Entry, type EntryKind, type Waiting } from './entry';
import { rulingOn, TRY_EVERY } from './fate';
import { forgetKeptBefore, keptBefore } from './kept-before';
import { waysBy, type Way } from './ways';

/** What became of sending something. */
export type Delivery<K extends EntryKind = EntryKind> =
  | { readonly kind: 'there'; readonly answer: Answers[K] }
  /** The server is away or nobody is signed in: it waits here, and is sent by itself. */
  | {
      readonly kind: 'waiting';
      /** False where this browser keeps nothing: then it waits only as long as this page is open. */
      readonly kept: boolean;
    }
  /** It is kept here, and not sent again unless somebody says so. */
  | { readonly kind: 'refused'; readonly problem: ApiProblem };

/** A delivery that nobody has to decide about. */
export type Accepted<K extends EntryKind> = Exclude<Delivery<K>, { kind: 'refused' }>;

/** What became of one try, for whoever follows an entry. */
export interface Outcome<K extends EntryKind = EntryKind> {
  readonly entry: Waiting<K>;
  readonly delivery: Delivery<K>;
}

const KEPT_AS = 'waiting.';
/** How long an answer is waited for, in milliseconds; what comes later is found when it is sent again. */
const PATIENCE = 20_000;
/** Milliseconds after which what another tab entered is sent from here: by then that tab is gone or has sent it. */
const LEFT_ALONE = 30_000;

/**
 * Everything that was entered and is not on the server yet: edits of sessions, records of sittings, reports from home, facts
 * and day checks. Each is kept in this browser before it is sent and taken out once the server has it, one at a time and in
 * the order in which they were entered; sending again changes nothing there, so that each arrives once and only once.
 */
@Injectable({ providedIn: 'root' })
export class OfflineQueue {
  private readonly store = inject(BrowserStore);
  private readonly account = inject(AccountStore);
  private readonly now = inject(NOW);
  private readonly ways = waysBy(inject(Api));

  private readonly entries = signal<readonly Waiting[]>([]);
  private readonly mine = computed(() => {
    const id = this.account.account()?.id;
    return this.entries().filter(({ owner }) => owner === null || owner === id);
  });
  /** What is not on the server yet and will be sent by itself. */
  readonly waiting = computed(() => this.mine().filter(({ refused }) => refused === null));
  /** What the server will not have. It stays here until it is discarded. */
  readonly refused = computed(() => this.mine().filter(({ refused }) => refused !== null));
  private readonly tended = signal<readonly string[]>([]);
  /** What is refused and no page on the screen deals with. */
  readonly untended = computed(() => this.refused().filter((entry) => !this.tended().includes(keyOf(entry))));
  private readonly stuck = signal(false);
  /** What waits since a try failed: the server is away or nobody is signed in. */
  readonly late = computed(() => (this.stuck() ? this.waiting() : []));
  private readonly signedOut = signal(false);
  /** Whether what waits does so because nobody is signed in any more. */
  readonly needsSignIn = this.signedOut.asReadonly();

  private readonly happened = new Subject<Outcome>();
  /** What became of each try. */
  readonly outcomes = this.happened.asObservable();
  private readonly change = new Subject<void>();
  /** When something is kept, has arrived, is refused or discarded; after {@link outcomes}. */
  readonly changes = this.change.asObservable();
  /** Entered here and not sent yet, until its page says so. */
  private readonly held = new Set<string>();
  /** Entered by another tab. */
  private readonly foreign = new Set<string>();
  /** What this browser would not keep: it waits in this page alone. */
  private readonly unkept = new Set<string>();
  private readonly asking = new Map<string, AsyncSubject<Delivery>[]>();
  private readonly resting = new Map<string, number>();
  /** What was tried since the last look. */
  private readonly tried = new Set<string>();
  private underWay = false;

  constructor() {
    this.takeUp();
    const online = fromEvent(inject(DOCUMENT).defaultView ?? window, 'online');
    const looks = merge(timer(0, TRY_EVERY), online).subscribe(() => this.look());
    const others = this.store.changedElsewhere(KEPT_AS).subscribe((name) => this.follow(name));
    inject(DestroyRef).onDestroy(() => {
      looks.unsubscribe();
      others.unsubscribe();
    });
  }

  /**
   * Keeps what was entered, without sending it yet; what was kept of the same thing before gives way.
   *
   * @returns false where this browser keeps nothing
   */
  keep<K extends EntryKind>(entry: Entry<K>): boolean {
    const key = keyOf(entry);
    this.held.add(key);
    this.foreign.delete(key);
    const before = this.find(key);
    const { kind, id, studentId, body } = entry;
    const kept = this.write({
      kind,
      id,
      studentId,
      body,
      format: 1,
      owner: kind === 'report' ? null : this.account.required().id,
      at: this.now(),
      sent: before?.sent ?? [],
      refused: null,
    } as Waiting);
    this.change.next();
    return kept;
  }

  /** Keeps what was entered and sends it. Emits once; what waits is sent later without anybody asking. */
  put<K extends EntryKind>(entry: Entry<K>): Observable<Delivery<K>> {
    this.keep(entry);
    return this.send(entry);
  }

  /** As {@link put}, for a form that still stands: what is refused is said there and not kept here. @throws ApiProblem */
  putOrFail<K extends EntryKind>(entry: Entry<K>): Observable<Accepted<K>> {
    return this.put(entry).pipe(
      tap(({ kind }) => {
        if (kind === 'refused') this.discard(entry);
      }),
      concatMap((delivery) =>
        delivery.kind === 'refused' ? throwError(() => delivery.problem) : of(delivery),
      ),
    );
  }

  /** Sends what was kept. */
  send<K extends EntryKind>({ kind, id }: Pick<Entry<K>, 'kind' | 'id'>): Observable<Delivery<K>> {
    const key = keyOf({ kind, id });
    this.held.delete(key);
    this.resting.delete(key);
    this.tried.delete(key);
    const done = new AsyncSubject<Delivery>();
    this.asking.set(key, [...(this.asking.get(key) ?? []), done]);
    this.sendNext();
    return done as Observable<Delivery<K>>;
  }

  /** What is kept of a thing, or null. */
  of<K extends EntryKind>(kind: K, id: string): Waiting<K> | null {
    return (this.find(keyOf({ kind, id })) as Waiting<K> | undefined) ?? null;
  }

  /** Whether it is kept here to be sent by itself. */
  waits(kind: EntryKind, id: string): boolean {
    const key = keyOf({ kind, id });
    return this.waiting().some((entry) => keyOf(entry) === key) && !this.unkept.has(key);
  }

  /** A page deals itself with what becomes of this. @returns ends that */
  tend(entry: { readonly kind: EntryKind; readonly id: string }): () => void {
    const key = keyOf(entry);
    this.tended.update((keys) => [...keys, key]);
    return () => this.tended.update((keys) => keys.filter((one) => one !== key));
  }

  /** Takes something out for good. */
  discard({ kind, id }: { readonly kind: EntryKind; readonly id: string }): void {
    this.drop(keyOf({ kind, id }));
    this.change.next();
  }

  /** Takes out everything about a student who was erased. */
  forgetStudent(studentId: string): void {
    for (const entry of this.entries()) if (entry.studentId === studentId) this.drop(keyOf(entry));
    this.change.next();
  }

  private find = (key: string): Waiting | undefined => this.entries().find((entry) => keyOf(entry) === key);

  private look(): void {
    for (const [key, looks] of this.resting) {
      if (looks > 0) this.resting.set(key, looks - 1);
      else this.resting.delete(key);
    }
    // One that fails each time keeps nothing else from being sent: the others have their turn before it is tried again.
    if (!this.next()) this.tried.clear();
    this.sendNext();
  }

  private next(): Waiting | undefined {
    const behind = new Set<string | null>();
    return this.waiting().find((entry) => {
      const [key, own] = [keyOf(entry), entry.kind === 'fact' ? entry.studentId : null];
      const later =
        this.held.has(key) ||
        this.tried.has(key) ||
        this.resting.has(key) ||
        (this.foreign.has(key) && this.now() - entry.at <= LEFT_ALONE);
      // Facts of one student go in order: one may only be true once another has ended.
      const blocked = own !== null && behind.has(own);
      if (later && own !== null) behind.add(own);
      return !later && !blocked;
    });
  }

  /** One request at a time. */
  private sendNext(): void {
    if (this.underWay) return;
    const entry = this.next();
    // What has to wait for something else is answered too.
    if (!entry) return this.answerOthers();
    this.underWay = true;
    const key = keyOf(entry);
    this.tried.add(key);
    const askers = this.asking.get(key) ?? [];
    this.asking.delete(key);
    this.attempt(entry).subscribe(({ delivery, away }) => {
      this.underWay = false;
      this.happened.next({ entry, delivery } as Outcome);
      this.change.next();
      answer(askers, delivery);
      // One that finds nobody there finds nobody for the others either.
      if (away) return this.answerOthers();
      this.tried.clear();
      this.sendNext();
    });
  }

  private answerOthers(): void {
    for (const [other, asked] of this.asking) answer(asked, this.stillHere(other));
    this.asking.clear();
  }

  private attempt(entry: Waiting): Observable<{ readonly delivery: Delivery; readonly away: boolean }> {
    const way = this.ways[entry.kind] as Way<EntryKind>;
    if (way.own) this.remember(entry, markOf(way.own(entry.body)));
    return defer(() => way.send(entry, this.now() - entry.at)).pipe(
      timeout({ first: PATIENCE, with: () => throwError(() => AWAY) }),
      map((answer) => this.accepted(entry, answer)),
      catchError((problem: ApiProblem) => this.notAccepted(entry, problem)),
      map((delivery) => ({ delivery, away: delivery.kind === 'waiting' })),
      tap(({ away }) => {
        this.stuck.set(away);
        if (!away) this.signedOut.set(false);
      }),
    );
  }

  private accepted(entry: Waiting, answer: Answers[EntryKind]): Delivery {
    const key = keyOf(entry);
    const now = this.find(key);
    if (now && now.body !== entry.body && this.versionOf(now) !== null) {
      // Something newer was entered meanwhile: it goes over what has arrived now.
      const { version } = answer as Answers['session'];
      this.write({ ...now, body: { ...now.body, version }, sent: [] } as Waiting);
    } else if (now?.body === entry.body) this.drop(key);
    return { kind: 'there', answer };
  }

  private versionOf = (entry: Waiting): number | null =>
    entry.kind === 'session' || entry.kind === 'sitting' ? entry.body.version : null;

  private notAccepted(entry: Waiting, problem: ApiProblem): Observable<Delivery> {
    const key = keyOf(entry);
    const { fate, rest } = rulingOn(problem);
    if (fate === 'again' || fate === 'sign-in') {
      this.signedOut.set(fate === 'sign-in');
      if (rest > 0) this.resting.set(key, rest);
      return of(this.stillHere(key));
    }
    const way = this.ways[entry.kind] as Way<EntryKind>;
    const there = problem.kind === 'refused' && fate === 'compare' ? problem.problem.current : null;
    if (there && way.own && way.content) {
      const current = there as Answers['session'];
      const own = way.own(current) as unknown;
      // An earlier try had arrived and only its answer was lost, or nothing stands there yet.
      if (own === null || this.find(key)?.sent.includes(markOf(own))) {
        if (markOf(way.content(current)) === markOf(way.content(entry.body)))
          return of(this.accepted(entry, current));
        const over = { ...entry, body: { ...entry.body, version: current.version } } as Waiting;
        if (this.find(key)?.body === entry.body) this.write(over);
        return this.attempt(over).pipe(map(({ delivery }) => delivery));
      }
    }
    const now = this.find(key);
    if (now?.body === entry.body) this.write({ ...now, refused: problem.message });
    return of({ kind: 'refused', problem });
  }

  private stillHere = (key: string): Delivery => ({ kind: 'waiting', kept: !this.unkept.has(key) });

  private remember(entry: Waiting, mark: string): void {
    const now = this.find(keyOf(entry));
    if (now && !now.sent.includes(mark)) this.write({ ...now, sent: [...now.sent, mark] });
  }

  private write(entry: Waiting): boolean {
    const key = keyOf(entry);
    const there = this.find(key);
    this.entries.update((entries) =>
      there ? entries.map((other) => (other === there ? entry : other)) : [...entries, entry],
    );
    const kept = this.store.write(KEPT_AS + key, entry);
    if (kept) this.unkept.delete(key);
    else this.unkept.add(key);
    return kept;
  }

  private drop(key: string): void {
    this.held.delete(key);
    this.unkept.delete(key);
    this.entries.update((entries) => entries.filter((entry) => keyOf(entry) !== key));
    this.store.remove(KEPT_AS + key);
  }

  /** What was entered here before this page was opened. */
  private takeUp(): void {
    const before = keptBefore(this.store, this.now());
    if (before.every((entry) => this.store.write(KEPT_AS + keyOf(entry), entry)))
      forgetKeptBefore(this.store);
    const kept = this.store.names(KEPT_AS).map((name) => this.store.read<Waiting>(name));
    const known = kept.filter((entry): entry is Waiting => entry?.format === 1);
    this.entries.set(known.sort((a, b) => a.at - b.at));
  }

  /** Another tab of this browser has kept something, or taken it out. What is entered here is this tab's own. */
  private follow(name: string): void {
    const key = name.slice(KEPT_AS.length);
    if (this.find(key) && !this.foreign.has(key)) return;
    const entry = this.store.read<Waiting>(name);
    this.entries.update((entries) => {
      const others = entries.filter((other) => keyOf(other) !== key);
      return entry?.format === 1 ? [...others, entry] : others;
    });
    if (entry) this.foreign.add(key);
    else this.foreign.delete(key);
    this.change.next();
  }
}

function answer(askers: readonly AsyncSubject<Delivery>[], delivery: Delivery): void {
  for (const asker of askers) {
    asker.next(delivery);
    asker.complete();
  }
}
