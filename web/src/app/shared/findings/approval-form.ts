import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { StoredApproval } from '@nuvrah/contract';
import { describeApprovalOf, isPersonName, NAME_WANTED, type ApprovalOf } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { OnceId } from '../../api/once-id';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { findingWords } from '../../words/finding-words';

/** Records a teacher's approval of one thing for a student. */
@Component({
  selector: 'nv-approval-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <form (submit)="record($event)">
      <mat-form-field>
        <mat-label>{{ words.approvedBy }}</mat-label>
        <input matInput name="by" maxlength="200" autocomplete="off" [(ngModel)]="by" />
      </mat-form-field>
      <mat-form-field>
        <mat-label>{{ words.note }}</mat-label>
        <input matInput name="note" maxlength="500" autocomplete="off" [(ngModel)]="note" />
      </mat-form-field>
      <button matButton="outlined" type="submit" [disabled]="sent.busy()">
        {{ words.recordApprovalOf(what()) }}
      </button>
      @if (sent.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.25rem 0.75rem;
    }
    button {
      height: auto;
      min-height: 2.25rem;
    }
  `,
})
export class ApprovalForm {
  protected readonly words = findingWords.approvalForm;
  readonly studentId = input.required<string>();
  readonly of = input.required<ApprovalOf>();
  readonly recorded = output<StoredApproval>();

  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  private readonly today = inject(ScreeningClock).today;
  protected readonly sent = sending();
  /** Who teaches is who approves, until another name is typed. */
  protected readonly by = linkedSignal(() => this.account.required().name);
  protected readonly note = linkedSignal(() => '');
  private readonly added = new OnceId();

  protected what(): string {
    return describeApprovalOf(this.of());
  }

  protected record(event: Event): void {
    event.preventDefault();
    const by = this.by().trim();
    if (!isPersonName(by)) return this.sent.say(NAME_WANTED);
    const body = { of: this.of(), by, givenOn: this.today(), note: this.note().trim() };
    const once = { id: this.added.for(body), ...body };
    this.sent.send(this.students.addApproval(this.studentId(), once), (approval) => {
      this.added.done();
      this.recorded.emit(approval);
    });
  }
}
