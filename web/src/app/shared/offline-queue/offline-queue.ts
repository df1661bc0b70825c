import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import {
  AsyncSubject,
  catchError,
  concatMap,
  filter,
  fromEvent,
  map,
  merge,
  type Observable,
  of,
  startWith,
  Subject,
  take,
  tap,
  throwError,
  timeout,
  timer,
} from 'rxjs';
import { AccountStore } from '../../api/account';
import { Api, AWAY, TRY_EVERY, type ApiProblem } from '../../api/api';
import { markOf } from '../../api/mark-of';
import { NOW } from '../../api/now';
import { keyOf, type Answers, type Entry, type EntryKind, type Waiting } from './entry';
import { rulingOn } from './fate';
import { KeptEntries } from './kept-entries';
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

interface Attempt {
  /** As it was sent in the end. */
  readonly sent: Waiting;
  readonly delivery: Delivery;
}

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
  private readonly kept = inject(KeptEntries);
  private readonly account = inject(AccountStore);
  private readonly now = inject(NOW);
  private readonly ways = waysBy(inject(Api));

  private readonly mine = computed(() => {
    const id = this.account.account()?.id;
    return this.kept.all().filter(({ owner }) => owner === null || owner === id);
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
  private readonly stranded = computed(() => (this.stuck() ? this.waiting() : []));
  /** Of that, what this browser keeps; and what waits in this page alone. */
  readonly late = computed(() => this.stranded().filter((entry) => !this.isUnkept(entry)));
  readonly atRisk = computed(() => this.stranded().filter((entry) => this.isUnkept(entry)));
  private readonly isUnkept = (entry: Waiting): boolean => this.kept.unkeptKeys().includes(keyOf(entry));
  private readonly signedOut = signal(false);
  /** Whether what waits does so because nobody is signed in any more. */
  readonly needsSignIn = this.signedOut.asReadonly();

  private readonly happened = new Subject<Outcome>();
  /** What became of each try. */
  readonly outcomes = this.happened.asObservable();
  /** When something is entered, has arrived, is refused or discarded; after {@link outcomes}. */
  readonly changes = this.kept.changes;
  /** Whether what was entered before this page was opened is known. */
  readonly loaded = this.kept.loaded;
  /** Entered here and not sent yet, until its page says so. */
  private readonly held = new Set<string>();
  private readonly asking = new Map<string, AsyncSubject<Delivery>[]>();
  private readonly resting = new Map<string, number>();
  /** What was tried since the last look. */
  private readonly tried = new Set<string>();
  private underWay = false;
  /** What was answered last to each session that was saved from here. */
  private readonly saved = new Map<string, Answers['session']>();

  constructor() {
    const online = fromEvent(inject(DOCUMENT).defaultView ?? window, 'online');
    const looks = merge(timer(0, TRY_EVERY), online, this.kept.read).subscribe(() => this.look());
    inject(DestroyRef).onDestroy(() => looks.unsubscribe());
  }

  /** Keeps what was entered, without sending it yet; what was kept of the same thing before gives way. */
  keep<K extends EntryKind>({ kind, id, studentId, body }: Entry<K>): void {
    const key = keyOf({ kind, id });
    this.held.add(key);
    this.kept.write({
      kind,
      id,
      studentId,
      body,
      format: 1,
      owner: kind === 'report' ? null : this.account.required().id,
      at: this.now(),
      sent: this.kept.find(key)?.sent ?? [],
      refused: null,
    } as Waiting);
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

  /**
   * Emits once: when nothing that was entered about a student is on its way any more, or it waits for the server; after so many
   * milliseconds at the latest.
   */
  arrived(studentId: string, patience: number): Observable<unknown> {
    const isOnItsWay = (): boolean =>
      !this.stuck() && this.waiting().some((entry) => entry.studentId === studentId);
    return merge(this.changes, this.outcomes).pipe(
      startWith(null),
      filter(() => !isOnItsWay()),
      take(1),
      timeout({ first: patience, with: () => of(null) }),
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
    return (done as Observable<Delivery<K>>).pipe(
      // Nothing is called kept before it is on the disk.
      concatMap((delivery) =>
        delivery.kind === 'waiting'
          ? this.kept.written(key).pipe(map((kept) => ({ ...delivery, kept })))
          : of(delivery),
      ),
    );
  }

  /** What is kept of a thing, or null. */
  of<K extends EntryKind>(kind: K, id: string): Waiting<K> | null {
    return (this.kept.find(keyOf({ kind, id })) as Waiting<K> | undefined) ?? null;
  }

  /** The newer of what a page was answered and what was saved from here while it asked. */
  newest(stored: Answers['session']): Answers['session'] {
    const saved = this.saved.get(stored.id);
    return saved && saved.version > stored.version ? saved : stored;
  }

  /** Whether it is kept here to be sent by itself. */
  waits(kind: EntryKind, id: string): boolean {
    const key = keyOf({ kind, id });
    return this.waiting().some((entry) => keyOf(entry) === key) && this.kept.keptKeys().has(key);
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
  }

  /** Takes out everything about a student who was erased. */
  forgetStudent(studentId: string): void {
    for (const entry of this.kept.all()) if (entry.studentId === studentId) this.drop(keyOf(entry));
  }

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
        (this.kept.isForeign(key) && this.now() - entry.at <= LEFT_ALONE);
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
    this.attempt(entry).subscribe(({ sent, delivery }) => {
      this.underWay = false;
      const away = delivery.kind === 'waiting';
      this.stuck.set(away);
      if (!away) this.signedOut.set(false);
      this.happened.next({ entry: sent, delivery } as Outcome);
      if (delivery.kind === 'there') this.settle(sent, delivery.answer);
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

  private attempt(entry: Waiting): Observable<Attempt> {
    const way = this.ways[entry.kind] as Way<EntryKind>;
    if (way.content) this.remember(entry, markOf(way.content(entry.body)));
    // On the disk first: whatever arrives is then known to have come from here, also after the browser was killed.
    return this.kept.written(keyOf(entry)).pipe(
      concatMap(() => way.send(entry, this.now() - entry.at)),
      timeout({ first: PATIENCE, with: () => throwError(() => AWAY) }),
      map((answer): Attempt => ({ sent: entry, delivery: { kind: 'there', answer } })),
      catchError((problem: ApiProblem) => this.notAccepted(entry, problem)),
    );
  }

  /** It is there: it leaves the queue, and what was entered since goes over it. */
  private settle(sent: Waiting, answer: Answers[EntryKind]): void {
    const key = keyOf(sent);
    const now = this.kept.find(key);
    if (sent.kind === 'session') this.saved.set(sent.id, answer as Answers['session']);
    if (now?.body === sent.body) return this.drop(key);
    if (!now || this.versionOf(now) === null) return;
    const { version } = answer as Answers['session'];
    this.kept.write({ ...now, body: { ...now.body, version }, sent: [] } as Waiting);
  }

  private versionOf = (entry: Waiting): number | null =>
    entry.kind === 'session' || entry.kind === 'sitting' ? entry.body.version : null;

  private notAccepted(entry: Waiting, problem: ApiProblem): Observable<Attempt> {
    const key = keyOf(entry);
    const { fate, rest } = rulingOn(problem);
    if (fate === 'again' || fate === 'sign-in') {
      this.signedOut.set(fate === 'sign-in');
      if (rest > 0) this.resting.set(key, rest);
      return of({ sent: entry, delivery: this.stillHere(key) });
    }
    const way = this.ways[entry.kind] as Way<EntryKind>;
    const there = problem.kind === 'refused' && fate === 'compare' ? problem.problem.current : null;
    if (there && way.content) {
      const current = there as Answers['session'];
      const content = way.content(current);
      const mark = markOf(way.content(entry.body));
      // Its page may have let go of it meanwhile: what was sent is known by itself.
      const sent = [mark, ...entry.sent, ...(this.kept.find(key)?.sent ?? [])];
      // An earlier try had arrived and only its answer was lost, or nothing stands there yet.
      if (content === null || sent.includes(markOf(content))) {
        if (markOf(content) === mark)
          return of({ sent: entry, delivery: { kind: 'there', answer: current } });
        const over = { ...entry, body: { ...entry.body, version: current.version } } as Waiting;
        if (this.kept.find(key)?.body === entry.body) this.kept.write(over);
        return this.attempt(over);
      }
    }
    const now = this.kept.find(key);
    if (now?.body === entry.body) this.kept.write({ ...now, refused: problem.message });
    return of({ sent: entry, delivery: { kind: 'refused', problem } });
  }

  private stillHere = (key: string): Delivery => ({ kind: 'waiting', kept: this.kept.keptKeys().has(key) });

  private remember(entry: Waiting, mark: string): void {
    const now = this.kept.find(keyOf(entry));
    if (now && !now.sent.includes(mark)) this.kept.write({ ...now, sent: [...now.sent, mark] });
  }

  private drop(key: string): void {
    this.held.delete(key);
    this.kept.drop(key);
  }
}

function answer(askers: readonly AsyncSubject<Delivery>[], delivery: Delivery): void {
  for (const asker of askers) {
    asker.next(delivery);
    asker.complete();
  }
}
