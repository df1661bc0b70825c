import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { EffortField } from './effort-field';
import { ledgerWords } from '../../words/ledger-words';

/** What is asked after a sitting: effort and a note, with what went wrong and the buttons put in below. */
@Component({
  selector: 'nv-effort-and-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EffortField, FormsModule, MatFormFieldModule, MatInputModule],
  template: `
    <form (ngSubmit)="save.emit()">
      <nv-effort-field [(value)]="effort" />
      <mat-form-field>
        <mat-label>{{ words.note }}</mat-label>
        <textarea
          matInput
          name="note"
          rows="3"
          maxlength="4000"
          [ngModel]="note()"
          (ngModelChange)="note.set($event)"
        ></textarea>
      </mat-form-field>
      @if (problem(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <ng-content />
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 1.25rem;
      justify-items: start;
    }
    mat-form-field {
      width: 100%;
    }
  `,
})
export class EffortAndNote {
  protected readonly words = ledgerWords.effortAndNote;
  readonly effort = model.required<number | null>();
  readonly note = model.required<string>();
  readonly problem = input.required<string | null>();
  readonly save = output();
}
