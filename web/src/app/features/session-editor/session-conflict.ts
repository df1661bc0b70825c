import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { StoredSession, Student } from '@nuvrah/contract';
import { compileSession, sessionFromChecked, type Session, clockInWords, momentFromText } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { elementWidth } from '../../shared/score/element-width';
import { ScoreStaff } from '../../shared/score/score-staff';
import { windowOf } from '../../shared/score/score-window';
import { summarise } from '../../shared/sessions/summarise';
import { benchWords } from '../../words/bench-words';

/** Two versions of one session side by side, to choose from: nothing is overwritten silently. */
@Component({
  selector: 'nv-session-conflict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ScoreStaff],
  template: `
    <div class="notice" role="alert">
      <strong>{{ words.thisSessionWasChanged }}</strong>
      {{ words.nothingWasOverwrittenChoose }}
    </div>
    <div class="versions">
      @for (version of versions(); track version.name) {
        <section [attr.aria-label]="version.name">
          <h2>{{ version.name }}</h2>
          <p class="title">{{ version.summary.title }}</p>
          <p>{{ version.summary.line }}</p>
          <p class="soft">{{ words.inAllSaved(version.summary.total, version.when) }}</p>
          <nv-score-staff
            class="sheet"
            [timeline]="version.timeline"
            [window]="version.window"
            [width]="half()"
          />
          <button matButton="filled" type="button" (click)="version.choose()">{{ version.action }}</button>
        </section>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      padding: 1rem 1.25rem;
    }
    .versions {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 1rem;
      margin-top: 1rem;
    }
    section {
      display: grid;
      gap: 0.5rem;
      justify-items: start;
      min-width: 0;
    }
    .title {
      font: 600 1.25rem / 1.2 var(--serif);
    }
    .sheet {
      background: var(--sheet);
      overflow: hidden;
      max-width: 100%;
    }
    @media (max-width: 48rem) {
      .versions {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class SessionConflict {
  protected readonly words = benchWords.sessionConflict;
  readonly mine = input.required<Session>();
  readonly theirs = input.required<StoredSession>();
  readonly student = input.required<Pick<Student, 'hand'>>();
  readonly keepMine = output();
  readonly takeTheirs = output();

  private readonly account = inject(AccountStore);
  private readonly width = elementWidth();
  protected readonly half = computed(() => Math.max(200, (this.width() - 56) / 2));

  protected readonly versions = computed(() => [
    {
      ...this.describe(this.mine(), this.words.yoursNotSavedYet),
      when: this.words.notYet,
      action: this.words.keepMine,
      choose: () => this.keepMine.emit(),
    },
    {
      ...this.describe(sessionFromChecked(this.theirs().document), this.words.savedOne),
      when: clockInWords(momentFromText(this.theirs().updatedAt)),
      action: this.words.takeThisOne,
      choose: () => this.takeTheirs.emit(),
    },
  ]);

  private describe(session: Session, name: string) {
    const { conventions, naming } = this.account.required();
    const timeline = compileSession(session, this.student(), conventions);
    const window = windowOf({ kind: 'session' }, timeline);
    return { name, summary: summarise(session, conventions, naming), timeline, window };
  }
}
