import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StoredSession } from '@nuvrah/contract';
import { sessionFromChecked } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { ownerId } from '../../api/sessions';
import { summarise } from './summarise';

/** Sessions as rows, each with its numbers in full and the ways on. */
@Component({
  selector: 'nv-session-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink],
  template: `
    @if (rows().length === 0) {
      <p class="notice">{{ empty() }}</p>
    } @else {
      <table class="sheet-table">
        <thead>
          <tr>
            <th scope="col">session</th>
            @if (names(); as names) {
              <th scope="col">for</th>
            }
            <th scope="col">numbers</th>
            <th scope="col" class="number">in all</th>
            <th scope="col"><span class="spoken-only">ways on</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.id) {
            <tr>
              <td>
                <a [routerLink]="['/bench', row.id]">{{ row.title }}</a>
              </td>
              @if (names(); as names) {
                <td>{{ names.get(row.ownerId) ?? 'nobody: a template' }}</td>
              }
              <td>{{ row.line }}</td>
              <td class="number">{{ row.total }}</td>
              <td class="ways">
                @if (row.led) {
                  <a matButton [routerLink]="['/lead', row.id]" [attr.aria-label]="'Lead ' + row.title">
                    Lead
                  </a>
                } @else {
                  <a matButton [routerLink]="['/bench', row.id]" [attr.aria-label]="'Fit ' + row.title">
                    Fit
                  </a>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    td.ways {
      padding-block: 0.25rem;
      text-align: right;
    }
  `,
})
export class SessionTable {
  readonly sessions = input.required<readonly StoredSession[]>();
  readonly empty = input.required<string>();
  /** Names by student and by class, where sessions of several stand together. */
  readonly names = input<ReadonlyMap<string, string> | null>(null);

  private readonly account = inject(AccountStore);

  protected readonly rows = computed(() => {
    const { conventions, naming } = this.account.required();
    return this.sessions().map(({ id, owner, document }) => ({
      id,
      ownerId: ownerId(owner),
      led: owner.kind === 'student',
      ...summarise(sessionFromChecked(document), conventions, naming),
    }));
  });
}
