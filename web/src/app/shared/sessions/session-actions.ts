import { inject, Injectable } from '@angular/core';
import type { StoredSession } from '@nuvrah/contract';
import { sessionFromChecked } from '@nuvrah/core';
import { map, Subject, tap, type Observable } from 'rxjs';
import type { ApiProblem } from '../../api/api';
import { Sessions } from '../../api/sessions';
import { Notices } from '../../ui/notices';
import { sessionWords } from '../../words/session-words';

/** What is done with a session from a list: each is said at the foot of the page, with a way back. */
@Injectable({ providedIn: 'root' })
export class SessionActions {
  private readonly sessions = inject(Sessions);
  private readonly notices = inject(Notices);
  private readonly done = new Subject<void>();

  /** Tells when sessions are others than before: done, or undone. */
  readonly changed = this.done.asObservable();

  copy({ owner, document }: StoredSession): Observable<null> {
    const session = sessionFromChecked(document);
    const title = sessionWords.copyOf(session.title);
    const copy = {
      ...session,
      title,
      passages: session.passages.map((passage) => ({ ...passage, id: crypto.randomUUID() })),
    };
    return this.sessions
      .add(owner, copy)
      .pipe(this.said(sessionWords.isCopied(title), ({ id }) => this.sessions.delete(id)));
  }

  archive(session: StoredSession, archived: boolean): Observable<null> {
    const { id, tags, document } = session;
    const words = archived ? sessionWords.isArchived : sessionWords.isBack;
    const back = () => this.sessions.file(id, { tags, archived: !archived });
    return this.sessions.file(id, { tags, archived }).pipe(this.said(words(document.title), back));
  }

  delete({ id, document }: StoredSession): Observable<null> {
    const back = () => this.sessions.restore(id);
    return this.sessions.delete(id).pipe(this.said(sessionWords.isDeleted(document.title), back));
  }

  private said<T>(text: string, back: (done: T) => Observable<unknown>) {
    return (asked: Observable<T>): Observable<null> =>
      asked.pipe(
        tap((done) => {
          this.done.next();
          const run = (): void => {
            back(done).subscribe({
              next: () => this.done.next(),
              // The page where it was done may be left by now.
              error: (problem: ApiProblem) => this.notices.say(problem.message),
            });
          };
          this.notices.say(text, { label: sessionWords.undo, run });
        }),
        map(() => null),
      );
  }
}
