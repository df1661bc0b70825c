import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { SessionOwner } from '@nuvrah/contract';
import {
  checkSession,
  LARGEST_SESSION_FILE,
  sessionFromJson,
  sessionToJson,
  withFreshIds,
  type Session,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import type { ApiProblem } from '../../api/api';
import { saidOf } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Variants } from '../../api/variants';
import { saveFile } from '../../ui/save-file';
import { FileButton } from '../../ui/file-button';
import { benchWords } from '../../words/bench-words';

/** The session to a file in the open format; and a file opened as a new session, whole or not at all: what is open stays as it is. */
@Component({
  selector: 'nv-session-file',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FileButton, MatButtonModule],
  template: `
    <button matButton type="button" (click)="save()">{{ words.saveAsAFile }}</button>
    <nv-file-button [label]="words.openAFileAs" accept=".json,application/json" (fileChosen)="read($event)" />
    @if (said().length > 0) {
      <div class="notice" [class.problem]="refused()" [attr.role]="refused() ? 'alert' : 'status'">
        @for (line of said(); track $index) {
          <p>{{ line }}</p>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.375rem;
      justify-items: start;
      font-size: 0.9375rem;
    }
    button {
      margin-left: -0.75rem;
    }
    input {
      display: block;
      max-width: 100%;
    }
    .notice {
      overflow-wrap: anywhere;
    }
  `,
})
export class SessionFile {
  protected readonly words = benchWords.sessionFile;
  readonly session = input.required<Session>();
  /** Whose the new one is. */
  readonly owner = input.required<SessionOwner>();

  /** It was opened as a session of its own. */
  readonly opened = output();

  private readonly account = inject(AccountStore);
  private readonly sessions = inject(Sessions);
  private readonly router = inject(Router);
  private readonly variants = inject(Variants);
  protected readonly said = signal<readonly string[]>([]);
  protected readonly refused = signal(false);

  protected save(): void {
    const session = this.session();
    const name = session.title.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
    saveFile(`${name}.json`, 'application/json', sessionToJson(session));
  }

  protected read(file: File): void {
    // Not even read: a larger file is no session.
    const text = file.size > LARGEST_SESSION_FILE ? Promise.resolve('x'.repeat(file.size)) : file.text();
    void text.then((content) => this.take(content));
  }

  take(content: string): void {
    const answer = sessionFromJson(content);
    if (!answer.ok) {
      const { message, pointers } = answer.problem;
      return this.refuse([message, ...pointers.map((one) => `${one.pointer}: ${one.message}`)]);
    }
    const known = this.variants.names();
    const lost = answer.value.passages.filter(({ variant }) => variant !== null && !known.has(variant));
    const session: Session = {
      ...answer.value,
      passages: withFreshIds(answer.value, () => crypto.randomUUID()).passages.map((passage) => ({
        ...passage,
        variant: passage.variant !== null && known.has(passage.variant) ? passage.variant : null,
      })),
    };
    const problems = checkSession(session, this.account.required().conventions);
    if (problems.length > 0)
      return this.refuse([
        this.words.nothingTaken,
        ...problems.map((one) => `${one.pointer}: ${one.message}`),
      ]);
    this.refused.set(false);
    const variants = this.words.variantsThatAreNot;
    this.said.set([this.words.opening, ...(lost.length > 0 ? [variants] : [])]);
    this.sessions.add(this.owner(), session).subscribe({
      next: ({ id }) => {
        this.said.set(lost.length > 0 ? [variants] : []);
        // What of it is not as it was in the file is read before the sheet is closed.
        if (lost.length === 0) this.opened.emit();
        void this.router.navigate(['/bench', id]);
      },
      error: (problem: ApiProblem) => this.refuse([this.words.nothingTaken, saidOf(problem)]),
    });
  }

  private refuse(lines: readonly string[]): void {
    this.refused.set(true);
    this.said.set(lines);
  }
}
