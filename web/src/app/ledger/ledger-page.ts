import { Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Sitting } from '@nuvrah/contract';
import { signById } from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { AccountStore } from '../api/account';
import { askedOnce } from '../api/loaded';
import { LoadingNote } from '../api/loading-note';
import { Sittings } from '../api/sittings';
import { Students } from '../api/students';
import { describePassageRecord } from './describe-record';
import { momentInWords } from '../shell/dates';

/** The Ledger: sittings under their students, newest first. */
@Component({
  selector: 'nv-ledger-page',
  imports: [LoadingNote, RouterLink],
  template: `
    <div class="page">
      <div class="page-head">
        <h1>Ledger</h1>
        <span class="grow"></span>
        @if (page.value(); as ready) {
          <label>
            <span class="soft">student</span>
            <select [value]="student() ?? ''" (change)="choose($event)">
              <option value="">all</option>
              @for (one of ready.students; track one.id) {
                <option [value]="one.id" [selected]="one.id === student()">{{ one.name }}</option>
              }
            </select>
          </label>
        }
      </div>
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @for (group of groups(); track group.id) {
        <section [attr.aria-labelledby]="group.id">
          <h2 [id]="group.id">
            <a [routerLink]="['/students', group.id]">{{ group.name }}</a>
          </h2>
          <table class="sheet-table">
            <thead>
              <tr>
                <th scope="col" class="day">day</th>
                <th scope="col">done</th>
                <th scope="col" class="number">effort</th>
                <th scope="col" class="signs">signs</th>
                <th scope="col" class="note">note</th>
              </tr>
            </thead>
            <tbody>
              @for (row of group.rows; track row.id) {
                <tr>
                  <td>
                    <a [routerLink]="['/ledger', row.id]">{{ row.day }}</a>
                  </td>
                  <td>
                    @for (line of row.done; track $index) {
                      <div>{{ line }}</div>
                    }
                  </td>
                  <td class="number">{{ row.effort ?? '–' }}</td>
                  <td [class.sign]="row.signs">{{ row.signs || '–' }}</td>
                  <td>{{ row.note }}</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      } @empty {
        @if (page.value()) {
          <p class="notice">No sitting on record yet. Lead a session, and it stands here.</p>
        }
      }
    </div>
  `,
  styles: `
    section {
      margin-bottom: 2rem;
    }
    h2 {
      margin-bottom: 0.5rem;
      color: var(--ink);
    }
    .day {
      width: 12.5rem;
    }
    .number {
      width: 4.5rem;
    }
    .signs {
      width: 8rem;
    }
    .note {
      width: 26%;
    }
    .sign {
      font-weight: 600;
    }
    select {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem;
      margin-left: 0.5rem;
    }
  `,
})
export class LedgerPage {
  /** Only this student's sittings; part of the address. */
  readonly student = input<string>();

  private readonly sittings = inject(Sittings);
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);

  protected readonly page = askedOnce(() =>
    combineLatest({ students: this.students.list(), sittings: this.sittings.list() }),
  );

  protected readonly groups = computed(() => {
    const ready = this.page.value();
    if (!ready) return [];
    return ready.students.flatMap(({ id, name }) => {
      if (this.student() && this.student() !== id) return [];
      const rows = ready.sittings
        .filter(({ studentId }) => studentId === id)
        .map((sitting) => this.row(sitting));
      return rows.length > 0 ? [{ id, name, rows }] : [];
    });
  });

  protected choose(event: Event): void {
    const student = (event.target as HTMLSelectElement).value || null;
    void this.router.navigate([], { queryParams: { student } });
  }

  private row({ id, startedAt, record, effort, note }: Sitting) {
    const { naming, timeZone } = this.account.required();
    return {
      id,
      day: momentInWords(startedAt, timeZone),
      done: record
        ? record.passages.map((passage) => describePassageRecord(passage, naming))
        : ['Begun; what was done never arrived.'],
      effort,
      signs: (record?.signs ?? []).map((sign) => signById(sign).label).join(', '),
      note,
    };
  }
}
