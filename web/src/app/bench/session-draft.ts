import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { StoredSession } from '@nuvrah/contract';
import { checkSession, sessionFromChecked, type Session, type SessionProblem } from '@nuvrah/core';
import {
  AsyncSubject,
  catchError,
  concatMap,
  debounceTime,
  map,
  merge,
  type Observable,
  of,
  Subject,
  timer,
} from 'rxjs';
import { AccountStore } from '../api/account';
import type { ApiProblem } from '../api/api';
import { BrowserStore } from '../api/browser-store';
import { sameJson } from '../api/same-json';
import { Sessions } from '../api/sessions';
import { beginHistory, record, redo, undo, type History } from './history';

export type SaveState =
  | { readonly kind: 'saved'; readonly at: Date }
  | { readonly kind: 'unsaved' }
  | { readonly kind: 'saving' }
  /** The server cannot be reached; it is tried again by itself. */
  | { readonly kind: 'away' }
  /** Somebody else saved in between: nothing is written until one version is chosen. */
  | { readonly kind: 'stale'; readonly theirs: StoredSession }
  /** The document cannot be saved as it is. */
  | { readonly kind: 'refused'; readonly message: string };

/** Quiet time after an edit before it is saved, and between tries when the server is away; milliseconds. */
const QUIET = 600;
const TRY_AGAIN = 4_000;

/** Edits that this browser keeps, with the version that they were based on. */
interface KeptEdits {
  /** Another number was written by another version, and is not read. */
  readonly format: number;
  readonly version: number;
  readonly session: Session;
}

const EDITS_FORMAT = 3;

export const keptAs = (sessionId: string): string => `session.${sessionId}`;

/** The session being written: every edit can be undone and saves itself, over the version that it was based on. */
@Injectable()
export class SessionDraft {
  private readonly sessions = inject(Sessions);
  private readonly browser = inject(BrowserStore);
  private readonly account = inject(AccountStore);

  private stored: StoredSession | null = null;
  private underWay: Observable<void> | null = null;
  /** The document as the server has it. */
  private savedSession: Session | null = null;
  private readonly history = signal<History<Session> | null>(null);
  private readonly saving = signal<SaveState>({ kind: 'saved', at: new Date(0) });
  private readonly edited = new Subject<void>();
  private readonly saveNow = new Subject<void>();

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
    const quiet = this.edited.pipe(debounceTime(QUIET));
    const saves = merge(quiet, this.saveNow)
      .pipe(concatMap(() => this.saveOnce()))
      .subscribe();
    inject(DestroyRef).onDestroy(() => {
      saves.unsubscribe();
      // What was edited in the last moment is still sent; the request outlives the page.
      this.saveOnce().subscribe();
    });
  }

  /**
   * Opens what the server has, with what this browser kept of edits that never arrived on top: saved over the version
   * they were based on, or shown beside it when somebody else saved meanwhile.
   */
  open(stored: StoredSession): void {
    this.accept(stored);
    const asStored = beginHistory(sessionFromChecked(stored.document));
    const kept = this.browser.read<KeptEdits>(keptAs(stored.id));
    if (!kept || kept.format !== EDITS_FORMAT || sameJson(kept.session, stored.document)) {
      this.history.set(asStored);
      return;
    }
    this.history.set(record(asStored, kept.session, null));
    const stale = kept.version !== stored.version;
    this.saving.set(stale ? { kind: 'stale', theirs: stored } : { kind: 'unsaved' });
    this.edited.next();
  }

  /**
   * Changes the session. Edits of the same `name` that follow each other are undone together; null never joins.
   */
  edit(change: (session: Session) => Session, name: string | null = null): void {
    this.step((history) => record(history, change(history.present), name));
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
    this.browser.remove(keptAs(state.theirs.id));
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
    this.keepEdits(after.present);
    if (this.saving().kind !== 'stale') this.saving.set({ kind: 'unsaved' });
    this.edited.next();
  }

  /** Edits stay in this browser until the server has them: neither a reload nor a dead battery loses one. */
  private keepEdits(session: Session): void {
    const stored = this.stored;
    if (stored)
      this.browser.write(keptAs(stored.id), {
        format: EDITS_FORMAT,
        version: stored.version,
        session,
      } satisfies KeptEdits);
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
    if (!session || !stored || this.saving().kind === 'stale') return of(undefined);
    if (session === this.savedSession) {
      this.browser.remove(keptAs(stored.id));
      // Undone and redone in a moment: there is nothing to send.
      this.saving.set({ kind: 'saved', at: new Date(stored.updatedAt) });
      return of(undefined);
    }
    const [problem] = this.problems();
    if (problem) {
      this.saving.set({ kind: 'refused', message: problem.message });
      return of(undefined);
    }
    this.saving.set({ kind: 'saving' });
    return this.sessions.save(stored.id, stored.version, session).pipe(
      map((saved) => this.arrived(saved, session)),
      catchError((failed: ApiProblem) => this.notSaved(failed, session)),
    );
  }

  private arrived(saved: StoredSession, session: Session): void {
    this.stored = saved;
    this.savedSession = session;
    const still = this.session() === session;
    if (still) this.browser.remove(keptAs(saved.id));
    else {
      this.keepEdits(this.session() ?? session);
      this.edited.next();
    }
    this.saving.set(still ? { kind: 'saved', at: new Date(saved.updatedAt) } : { kind: 'unsaved' });
  }

  private notSaved(failed: ApiProblem, sent: Session): Observable<void> {
    if (failed.kind === 'away') {
      this.saving.set({ kind: 'away' });
      timer(TRY_AGAIN).subscribe(() => {
        if (this.saving().kind === 'away') this.saveNow.next();
      });
    } else if (failed.problem.code === 'stale') {
      const there = failed.problem.current as StoredSession;
      // The save had arrived and only its answer was lost.
      if (sameJson(there.document, sent)) return of(this.arrived(there, sent));
      this.saving.set({ kind: 'stale', theirs: there });
    } else {
      this.saving.set({ kind: 'refused', message: failed.message });
    }
    return of(undefined);
  }
}
