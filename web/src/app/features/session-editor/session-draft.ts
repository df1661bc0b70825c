import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { StoredSession } from '@nuvrah/contract';
import { checkSession, sessionFromChecked, type Session, type SessionProblem } from '@nuvrah/core';
import { AsyncSubject, concatMap, debounceTime, map, merge, type Observable, of, Subject } from 'rxjs';
import { AccountStore } from '../../api/account';
import { BrowserStore } from '../../api/browser-store';
import { toJson } from '../../api/sessions';
import { markOf } from '../../api/mark-of';
import type { Entry } from '../../shared/offline-queue/entry';
import { forgetSessionKeptBefore, sessionKeptBefore } from '../../shared/offline-queue/kept-before';
import { OfflineQueue, type Delivery } from '../../shared/offline-queue/offline-queue';
import { beginHistory, record, redo, undo, type History } from './history';

export type SaveState =
  | { readonly kind: 'saved'; readonly at: Date }
  | { readonly kind: 'unsaved' }
  | { readonly kind: 'saving' }
  /** The server cannot be reached; it is tried again by itself. `kept`: a reload loses nothing either. */
  | { readonly kind: 'away'; readonly kept: boolean }
  /** Somebody else saved in between: nothing is written until one version is chosen. */
  | { readonly kind: 'stale'; readonly theirs: StoredSession }
  /** The document cannot be saved as it is. */
  | { readonly kind: 'refused'; readonly message: string };

/** Quiet time after an edit before it is saved, in milliseconds. */
const SAVE_DEBOUNCE_MS = 600;

/** The session being written: every edit can be undone and saves itself, over the version that it was based on. */
@Injectable()
export class SessionDraft {
  private readonly queue = inject(OfflineQueue);
  private readonly account = inject(AccountStore);
  private readonly browser = inject(BrowserStore);

  private untend: () => void = () => undefined;
  private stored: StoredSession | null = null;
  private underWay: Observable<void> | null = null;
  /** The document as the server has it. */
  private savedSession: Session | null = null;
  private readonly history = signal<History<Session> | null>(null);
  private readonly saving = signal<SaveState>({ kind: 'saved', at: new Date(0) });
  private readonly edited = new Subject<void>();
  private readonly saveNow = new Subject<void>();
  /** While something is drawn: what of it was edited is neither kept nor sent yet. */
  private drawing: { edited: boolean } | null = null;

  readonly session = computed(() => this.history()?.present ?? null);
  readonly saveState = this.saving.asReadonly();
  readonly canUndo = computed(() => (this.history()?.past.length ?? 0) > 0);
  readonly canRedo = computed(() => (this.history()?.future.length ?? 0) > 0);
  /** Why the session could not be led or saved as it stands. */
  readonly problems = computed<readonly SessionProblem[]>(() => {
    const session = this.session();
    return session ? checkSession(session, this.account.required().conventions) : [];
  });

  constructor() {
    const quiet = this.edited.pipe(debounceTime(SAVE_DEBOUNCE_MS));
    const saves = merge(quiet, this.saveNow)
      .pipe(concatMap(() => this.saveOnce()))
      .subscribe();
    const outcomes = this.queue.outcomes.subscribe(({ entry, delivery }) => {
      if (entry.kind === 'session' && entry.id === this.stored?.id)
        this.came(entry.body.document as unknown as Session, delivery as Delivery<'session'>);
    });
    inject(DestroyRef).onDestroy(() => {
      this.endDrawing();
      saves.unsubscribe();
      outcomes.unsubscribe();
      this.untend();
      // What was edited in the last moment is still sent; the queue outlives the page.
      const { stored } = this;
      if (stored && this.queue.of('session', stored.id)) this.queue.send({ kind: 'session', id: stored.id });
    });
  }

  /**
   * Opens what the server has, with what this browser kept of edits that never arrived on top: saved over the version
   * they were based on, or shown beside it when somebody else saved meanwhile.
   */
  open(answered: StoredSession): void {
    const stored = this.queue.newest(answered);
    this.accept(stored);
    this.untend();
    this.untend = this.queue.tend({ kind: 'session', id: stored.id });
    const asStored = beginHistory(sessionFromChecked(stored.document));
    this.adoptKeptBefore(stored);
    const kept = this.queue.of('session', stored.id);
    if (!kept || markOf(kept.body.document) === markOf(stored.document)) {
      if (kept) this.queue.discard(kept);
      this.history.set(asStored);
      return;
    }
    this.history.set(record(asStored, kept.body.document as unknown as Session, null));
    const own = kept.body.version === stored.version || kept.sent.includes(markOf(stored.document));
    if (!own) return this.saving.set({ kind: 'stale', theirs: stored });
    this.saving.set({ kind: 'unsaved' });
    this.edited.next();
  }

  /**
   * Changes the session. Edits of the same `name` that follow each other are undone together; null never joins.
   */
  edit(change: (session: Session) => Session, name: string | null = null): void {
    this.step((history) => record(history, change(history.present), name));
  }

  /** From now until {@link endDrawing} it is drawn: each frame is for the picture, and what comes of it is one edit. */
  beginDrawing(): void {
    this.drawing ??= { edited: false };
  }

  /** What was drawn is kept, and saved as any edit; what is edited next is undone for itself. */
  endDrawing(): void {
    const edited = this.drawing?.edited ?? false;
    const session = this.session();
    this.drawing = null;
    this.endStep();
    if (edited && session) this.keepEdits(session);
  }

  /** What is edited next is undone for itself, whatever its name. */
  endStep(): void {
    this.history.update((history) => history && { ...history, lastEdit: null });
  }

  undo(): void {
    this.step(undo);
  }

  redo(): void {
    this.step(redo);
  }

  /** Saves what is here over what somebody else saved meanwhile. */
  keepMine(): void {
    const state = this.saving();
    if (state.kind !== 'stale') return;
    this.stored = state.theirs;
    this.savedSession = null;
    this.saving.set({ kind: 'unsaved' });
    this.saveNow.next();
  }

  /** Takes what somebody else saved; what was here can be had back with undo. */
  takeTheirs(): void {
    const state = this.saving();
    const history = this.history();
    if (state.kind !== 'stale' || !history) return;
    this.accept(state.theirs);
    this.queue.discard({ kind: 'session', id: state.theirs.id });
    this.history.set(record(history, sessionFromChecked(state.theirs.document), null));
  }

  /** Saves at once. @returns whether everything is saved now. */
  flush(): Observable<boolean> {
    return this.saveOnce().pipe(map(() => this.saving().kind === 'saved'));
  }

  private step(change: (history: History<Session>) => History<Session>): void {
    const before = this.history();
    if (!before) return;
    const after = change(before);
    if (after === before) return;
    this.history.set(after);
    if (this.saving().kind !== 'stale') this.saving.set({ kind: 'unsaved' });
    if (this.drawing) this.drawing.edited = true;
    else this.keepEdits(after.present);
  }

  private adoptKeptBefore(stored: StoredSession): void {
    const body = sessionKeptBefore(this.browser, stored.id);
    const entry = this.entryOf(sessionFromChecked(stored.document));
    if (body && entry) this.queue.keep({ ...entry, body });
    forgetSessionKeptBefore(this.browser, stored.id);
  }

  /** Edits stay in this browser until the server has them: neither a reload nor a dead battery loses one. */
  private keepEdits(session: Session): void {
    const entry = this.entryOf(session);
    if (entry) this.queue.keep(entry);
    this.edited.next();
  }

  private entryOf(session: Session): Entry<'session'> | null {
    if (!this.stored) return null;
    const { id, version, owner } = this.stored;
    const studentId = owner.kind === 'student' ? owner.studentId : null;
    return { kind: 'session', id, studentId, body: { version, document: toJson(session) } };
  }

  private accept(stored: StoredSession): void {
    this.stored = stored;
    this.savedSession = sessionFromChecked(stored.document);
    this.saving.set({ kind: 'saved', at: new Date(stored.updatedAt) });
  }

  /**
   * Saves what is not saved yet, after a save that is under way: two at once would each take the other for a stranger.
   * Emits once, when it is done or has failed; the request goes on without a subscriber.
   */
  private saveOnce(): Observable<void> {
    if (this.underWay) return this.underWay.pipe(concatMap(() => this.saveOnce()));
    const done = new AsyncSubject<void>();
    this.underWay = done;
    this.send().subscribe(() => {
      this.underWay = null;
      done.next();
      done.complete();
    });
    return done;
  }

  private send(): Observable<void> {
    const session = this.session();
    const stored = this.stored;
    const entry = session && this.entryOf(session);
    if (!entry || !stored || this.saving().kind === 'stale') return of(undefined);
    const kept = this.queue.of('session', stored.id);
    if (session === this.savedSession && (kept?.sent ?? []).length === 0) {
      // Undone and redone in a moment: there is nothing to send.
      this.queue.discard(entry);
      this.saving.set({ kind: 'saved', at: new Date(stored.updatedAt) });
      return of(undefined);
    }
    const [problem] = this.problems();
    if (problem) {
      this.saving.set({ kind: 'refused', message: problem.message });
      return of(undefined);
    }
    this.saving.set({ kind: 'saving' });
    return this.queue.put(entry).pipe(
      map((delivery) => {
        // The others are told as they come; what had to wait for something else was not tried at all.
        if (delivery.kind === 'waiting') this.came(session, delivery);
      }),
    );
  }

  /** What became of saving this document. */
  private came(session: Session, delivery: Delivery<'session'>): void {
    if (this.saving().kind === 'stale') return;
    if (delivery.kind === 'there') return this.arrived(delivery.answer, session);
    if (delivery.kind === 'waiting') return this.saving.set({ kind: 'away', kept: delivery.kept });
    const { problem } = delivery;
    const stale = problem.kind === 'refused' && problem.problem.code === 'stale';
    this.saving.set(
      stale
        ? { kind: 'stale', theirs: problem.problem.current as StoredSession }
        : { kind: 'refused', message: problem.message },
    );
  }

  private arrived(saved: StoredSession, session: Session): void {
    this.stored = saved;
    this.savedSession = session;
    const still = this.session() === session;
    if (!still) this.edited.next();
    this.saving.set(still ? { kind: 'saved', at: new Date(saved.updatedAt) } : { kind: 'unsaved' });
  }
}
