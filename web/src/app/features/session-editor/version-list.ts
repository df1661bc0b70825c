import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  compareSessions,
  sessionFromChecked,
  type Conventions,
  type Naming,
  type Session,
  momentInWords,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Sessions } from '../../api/sessions';
import { benchWords } from '../../words/bench-words';

/** Earlier versions of a session, each against what is here now; brought back, it is an edit that can be undone. */
@Component({
  selector: 'nv-version-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingNote, MatButtonModule],
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    <ul>
      @for (version of versions(); track version.version) {
        <li>
          <strong>{{ version.when }}</strong>
          @for (line of version.lines; track line) {
            <div>{{ line }}</div>
          } @empty {
            <div>{{ words.theSameAsNow }}</div>
          }
          <button matButton="outlined" type="button" (click)="bringBack.emit(version.session)">
            {{ words.bringItBack }}
          </button>
        </li>
      } @empty {
        @if (page.value()) {
          <li>{{ words.noneYetWhatStood }}</li>
        }
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0.5rem 0;
      padding: 0;
      display: grid;
      gap: 0.75rem;
      font-size: 0.9375rem;
    }
  `,
})
export class VersionList {
  protected readonly words = benchWords.versionList;
  readonly sessionId = input.required<string>();
  /** As it is now. */
  readonly session = input.required<Session>();
  readonly naming = input.required<Naming>();
  readonly conventions = input.required<Conventions>();
  readonly bringBack = output<Session>();

  private readonly sessions = inject(Sessions);
  private readonly account = inject(AccountStore);
  protected readonly page = asked(this.sessionId, (id) => this.sessions.versions(id));

  protected readonly versions = computed(() =>
    (this.page.value() ?? []).map(({ version, document, savedAt }) => {
      const session = sessionFromChecked(document);
      const differences = compareSessions(this.session(), session, this.conventions(), this.naming());
      return {
        version,
        session,
        when: momentInWords(savedAt, this.account.required().timeZone),
        lines: differences.map(({ said }) => said),
      };
    }),
  );
}
