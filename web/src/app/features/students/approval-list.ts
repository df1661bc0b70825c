import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Student } from '@nuvrah/contract';
import { describeApprovalOf, dayInWords } from '@nuvrah/core';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { studentWords } from '../../words/student-words';

/** What a teacher approved of for a student; each can be withdrawn. They are recorded where a finding asks for one. */
@Component({
  selector: 'nv-approval-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <ul>
      @for (row of rows(); track row.id) {
        <li>
          <span>
            <strong>{{ row.what }}</strong>&ngsp;
            <span class="soft">{{ row.by }}</span>
            @if (row.note) {
              <span class="note">{{ row.note }}</span>
            }
          </span>
          <button matButton type="button" [disabled]="sent.busy()" (click)="withdraw(row.id)">
            {{ words.withdraw }}
          </button>
        </li>
      } @empty {
        <li class="soft">{{ words.noneYet }}</li>
      }
    </ul>
    @if (sent.message(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
  `,
  styleUrls: ['../../ui/form.scss', './record-list.scss'],
})
export class ApprovalList {
  protected readonly words = studentWords.approvalList;
  readonly student = input.required<Student>();
  readonly changed = output();

  private readonly students = inject(Students);
  protected readonly sent = sending();

  protected readonly rows = computed(() =>
    this.student().approvals.map(({ id, of, by, givenOn, note }) => ({
      id,
      what: describeApprovalOf(of),
      by: `${by} · ${dayInWords(givenOn)}`,
      note,
    })),
  );

  protected withdraw(id: string): void {
    this.sent.send(this.students.withdrawApproval(id), () => this.changed.emit());
  }
}
