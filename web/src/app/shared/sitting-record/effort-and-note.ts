import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import type { Feelings } from '@nuvrah/contract';
import { FormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { FeltFields, NOT_FELT } from './felt-fields';
import { ScaleField } from './scale-field';
import { ledgerWords } from '../../words/ledger-words';

/** What is asked after a sitting: effort, how it feels and a note, with what went wrong and the buttons put in below. */
@Component({
  selector: 'nv-effort-and-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FeltFields, FormsModule, MatFormFieldModule, MatInputModule, ScaleField],
  template: `
    <form (ngSubmit)="save.emit()">
      <nv-scale-field [label]="words.howHardDidIt" [hint]="words.n0NothingAtAll" [(value)]="effort" />
      @let felt = before();
      @if (felt !== undefined) {
        <nv-felt-fields [(felt)]="after" [before]="felt" />
      }
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
  /** How it felt before, null where it was not asked; left out where it is not asked afterwards either. */
  readonly before = input<Feelings | null>();
  /** How it feels now. */
  readonly after = model(NOT_FELT);
  readonly problem = input.required<string | null>();
  readonly save = output();
}
