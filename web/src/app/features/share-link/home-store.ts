import { inject, Injectable } from '@angular/core';
import type { Home } from '@nuvrah/contract';
import { catchError, map, of, tap, type Observable } from 'rxjs';
import type { ApiProblem } from '../../api/api';
import { BrowserStore } from '../../api/browser-store';
import { Links } from '../../api/links';
import { NOW } from '../../api/now';
import { dayAt, dayInWords } from '@nuvrah/core';

/** What a private link opened. */
export type Opened =
  | { readonly kind: 'open'; readonly home: Home; readonly offline: boolean }
  /** Ended, run out, or never given. */
  | { readonly kind: 'closed'; readonly message: string }
  /** No connection, and nothing kept of an earlier visit. */
  | { readonly kind: 'away' };

const KEPT_AS = 'home.opened';

/** What an earlier version kept said nothing of changes that are allowed: then it is practised as it was given. */
const asKept = (home: Home): Home => ({
  ...home,
  practice: home.practice && { ...AS_GIVEN, ...home.practice },
});
const AS_GIVEN = { allowed: { cycles: {}, ease: false } };

/** What private links opened in this browser: without a connection, what the last visit found. */
@Injectable({ providedIn: 'root' })
export class HomeStore {
  private readonly store = inject(BrowserStore);
  private readonly links = inject(Links);
  private readonly now = inject(NOW);

  open(token: string): Observable<Opened> {
    return this.links.open(token).pipe(
      tap((home) => this.store.write(KEPT_AS, { token, home })),
      map((home): Opened => ({ kind: 'open', home, offline: false })),
      catchError((problem: ApiProblem) => of(this.without(token, problem))),
    );
  }

  private without(token: string, problem: ApiProblem): Opened {
    const kept = this.store.read<{ token: string; home: Home }>(KEPT_AS);
    const own = kept?.token === token ? asKept(kept.home) : null;
    // By the clock of the phone: without a connection there is no other.
    if (own && own.expiresOn < dayAt(this.now(), own.timeZone)) {
      this.store.remove(KEPT_AS);
      const message = `This link ran out on ${dayInWords(own.expiresOn)}. Ask your instructor for a new one.`;
      return { kind: 'closed', message };
    }
    const passing =
      problem.kind === 'away' || problem.problem.status === 429 || problem.problem.status >= 500;
    if (passing) return own ? { kind: 'open', home: own, offline: true } : { kind: 'away' };
    // What a link showed is not kept longer than the link.
    if (own) this.store.remove(KEPT_AS);
    return { kind: 'closed', message: problem.message };
  }
}
