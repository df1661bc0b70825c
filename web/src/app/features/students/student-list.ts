import { dayInWords } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { Router, RouterLink } from '@angular/router';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Students } from '../../api/students';
import { CapacityLine } from './capacity-line';

@Component({
  selector: 'nv-student-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CapacityLine, LoadingNote, MatButtonModule, MatSlideToggleModule, RouterLink],
  template: `
    <div class="page">
      <div class="page-head">
        <h1>Students</h1>
        <span class="grow"></span>
        @if (archivedCount() > 0) {
          <mat-slide-toggle [checked]="withArchived()" (change)="withArchived.set($event.checked)">
            show {{ archivedCount() }} archived
          </mat-slide-toggle>
        }
        <a matButton="outlined" routerLink="/classes">Classes</a>
        <a matButton="filled" routerLink="/students/new">Add a student</a>
      </div>
      @if (erased) {
        <p class="notice care" role="status">
          The student and everything of theirs are erased. Of the audit trail only entries without a name
          stay.
        </p>
      }
      <nv-loading-note [state]="list.state()" (retry)="list.again()" />
      @if (list.value()) {
        @if (shown().length === 0) {
          <p class="notice">Nobody here yet. Add a student to begin.</p>
        } @else {
          <table class="sheet-table">
            <thead>
              <tr>
                <th scope="col">name</th>
                <th scope="col" class="number">born</th>
                <th scope="col">hand</th>
                <th scope="col">comfortable capacity</th>
                <th scope="col" class="number">sittings</th>
                <th scope="col">intake</th>
              </tr>
            </thead>
            <tbody>
              @for (student of shown(); track student.id) {
                <tr [class.soft]="student.archived">
                  <td>
                    <a [routerLink]="['/students', student.id]">{{ student.name }}</a>
                    @if (student.archived) {
                      · archived
                    }
                    @if (student.suspended) {
                      <strong class="suspended">⨯ suspended</strong>
                    }
                  </td>
                  <td class="number">{{ student.birthYear ?? '–' }}</td>
                  <td>{{ student.hand }}</td>
                  <td><nv-capacity-line [capacity]="student.capacity" /></td>
                  <td class="number">{{ student.sittings }}</td>
                  <td>{{ student.healthAskedOn ? dayInWords(student.healthAskedOn) : 'not finished' }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
      }
    </div>
  `,
  styles: `
    .suspended {
      color: var(--no);
      white-space: nowrap;
    }
  `,
})
export class StudentList {
  private readonly students = inject(Students);

  /** Whether this page was come to by erasing somebody. */
  protected readonly erased = inject(Router).currentNavigation()?.extras.state?.['erased'] === true;
  protected readonly dayInWords = dayInWords;
  protected readonly list = askedOnce(() => this.students.list());
  protected readonly withArchived = signal(false);

  private readonly all = computed(() => this.list.value() ?? []);
  protected readonly archivedCount = computed(() => this.all().filter(({ archived }) => archived).length);
  protected readonly shown = computed(() =>
    this.all().filter(({ archived }) => this.withArchived() || !archived),
  );
}
