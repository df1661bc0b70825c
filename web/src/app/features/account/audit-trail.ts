import { momentInWords } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { AccountStore } from '../../api/account';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Students } from '../../api/students';
import { AUDIT_WORDS } from '../../words/audit-words';

/** Everything that was decided against a rule or erased, the newest first; of whom was erased only that it was. */
@Component({
  selector: 'nv-audit-trail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingNote],
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    <ul>
      @for (event of events(); track event.id) {
        <li>
          <span class="soft">{{ event.when }}</span> <strong>{{ event.kind }}</strong> {{ event.said }}
        </li>
      } @empty {
        @if (page.value()) {
          <li>Nothing was decided against a rule yet.</li>
        }
      }
    </ul>
  `,
  styles: `
    ul {
      padding-left: 1.25rem;
    }
  `,
})
export class AuditTrail {
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  protected readonly page = askedOnce(() => this.students.auditEvents());
  protected readonly events = computed(() =>
    (this.page.value() ?? []).map(({ id, at, kind, said }) => ({
      id,
      said,
      kind: AUDIT_WORDS[kind],
      when: momentInWords(at, this.account.required().timeZone),
    })),
  );
}
