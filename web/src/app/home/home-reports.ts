import { DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { HomeReport } from '@nuvrah/contract';
import { catchError, fromEvent, map, merge, of, timer, type Observable } from 'rxjs';
import { codeOf, type ApiProblem } from '../api/api';
import { BrowserStore } from '../api/browser-store';
import { Links } from '../api/links';

/** A report on its way: it stays on this phone until the server has said that it has it. */
export interface WaitingReport {
  readonly token: string;
  readonly body: HomeReport;
  /** Why the server will not have it; it is kept here to be told by word of mouth, and not sent again by itself. */
  readonly refused: string | null;
}

/** What became of a report. */
export type Reported =
  | { readonly kind: 'there'; readonly day: string; readonly held: boolean }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'refused'; readonly message: string };

const KEPT_AS = 'home.reports';
/** Milliseconds between tries while there is no connection. */
const TRY_AGAIN = 15_000;
/** What may be otherwise later, without anything being done about the report. */
const PASSING = new Set(['internal', 'too-many-requests', 'foreign-request']);

/** Reports of practice at home, each sent until it is there; sending it again changes nothing there. */
@Injectable({ providedIn: 'root' })
export class HomeReports {
  private readonly store = inject(BrowserStore);
  private readonly links = inject(Links);
  private readonly kept = signal<readonly WaitingReport[]>(this.store.read<WaitingReport[]>(KEPT_AS) ?? []);
  /** Reports that are not there yet. */
  readonly waiting = this.kept.asReadonly();

  constructor() {
    const online = fromEvent(inject(DOCUMENT).defaultView ?? window, 'online');
    const tries = merge(timer(0, TRY_AGAIN), online).subscribe(() => this.sendWaiting());
    inject(DestroyRef).onDestroy(() => tries.unsubscribe());
  }

  send(token: string, body: HomeReport): Observable<Reported> {
    const entry = { token, body, refused: null };
    this.keep([...this.kept().filter((other) => other.body.id !== body.id), entry]);
    return this.attempt(entry);
  }

  discard(id: string): void {
    this.keep(this.kept().filter(({ body }) => body.id !== id));
  }

  private sendWaiting(): void {
    for (const entry of this.kept()) if (entry.refused === null) this.attempt(entry).subscribe();
  }

  private attempt({ token, body }: WaitingReport): Observable<Reported> {
    return this.links.report(token, body).pipe(
      map(({ day, held }): Reported => {
        this.discard(body.id);
        return { kind: 'there', day, held };
      }),
      catchError((problem: ApiProblem) => of(this.notYet(body, problem))),
    );
  }

  private notYet({ id }: HomeReport, problem: ApiProblem): Reported {
    if (problem.kind === 'away' || PASSING.has(codeOf(problem) ?? '')) return { kind: 'waiting' };
    const { message } = problem;
    this.keep(this.kept().map((other) => (other.body.id === id ? { ...other, refused: message } : other)));
    return { kind: 'refused', message };
  }

  private keep(entries: readonly WaitingReport[]): void {
    this.kept.set(entries);
    this.store.write(KEPT_AS, entries);
  }
}
