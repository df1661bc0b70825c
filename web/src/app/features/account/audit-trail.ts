import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { momentInWords } from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { AccountStore } from '../../api/account';
import { askedOnce } from '../../api/loaded';
import { Students } from '../../api/students';
import { LoadingNote } from '../../shared/loading-note';
import { accountWords } from '../../words/account-words';
import { AUDIT_WORDS } from '../../words/audit-words';

/** Everything that was decided against a rule or erased, the newest first, of whom; of whom was erased only that it was. */
@Component({
  selector: 'nv-audit-trail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingNote, MatTableModule, RouterLink],
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    @if (page.value()) {
      @if (events().length === 0) {
        <p class="soft">{{ words.none }}</p>
      } @else {
        <div class="kit-table-frame">
          <table mat-table class="kit-table" [dataSource]="events()">
            <ng-container matColumnDef="when">
              <th *matHeaderCellDef mat-header-cell>{{ words.columns.when }}</th>
              <td *matCellDef="let event" mat-cell class="soft">{{ event.when }}</td>
            </ng-container>
            <ng-container matColumnDef="who">
              <th *matHeaderCellDef mat-header-cell>{{ words.columns.who }}</th>
              <td *matCellDef="let event" mat-cell>
                @if (event.name) {
                  <a [routerLink]="['/students', event.studentId]">{{ event.name }}</a>
                }
              </td>
            </ng-container>
            <ng-container matColumnDef="what">
              <th *matHeaderCellDef mat-header-cell>{{ words.columns.what }}</th>
              <td *matCellDef="let event" mat-cell class="broad">
                <strong>{{ event.kind }}</strong> {{ event.said }}
                @if (event.change) {
                  <div class="soft">{{ event.change }}</div>
                }
              </td>
            </ng-container>
            <tr *matHeaderRowDef="columns" mat-header-row></tr>
            <tr *matRowDef="let row; columns: columns" mat-row></tr>
          </table>
        </div>
      }
    }
  `,
})
export class AuditTrail {
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  protected readonly words = accountWords.audit;
  protected readonly columns = ['when', 'who', 'what'];
  protected readonly page = askedOnce(() =>
    combineLatest([this.students.auditEvents(), this.students.list()]),
  );
  private readonly names = computed(
    () => new Map((this.page.value()?.[1] ?? []).map(({ id, name }) => [id, name])),
  );
  protected readonly events = computed(() =>
    (this.page.value()?.[0] ?? []).map(({ at, studentId, kind, said, before, after }) => ({
      said,
      studentId,
      name: this.names().get(studentId ?? '') ?? '',
      kind: AUDIT_WORDS[kind],
      change: before !== null && after !== null ? this.words.change(before, after) : '',
      when: momentInWords(at, this.account.required().timeZone),
    })),
  );
}
