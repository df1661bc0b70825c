import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { LONGEST_SETTLING, seconds, type Session } from '@nuvrah/core';
import { NumberField } from '../../ui/number-field';
import { secondsForm } from '../../ui/number-forms';
import type { WholeChange } from './session-edits';
import { timeWords } from '../../words/time-words';

/** What is of the whole session: how long a change of seat takes, and how it ends. */
@Component({
  selector: 'nv-whole-session-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, NumberField],
  template: `
    <nv-number-field
      [label]="words.seatChange"
      [caption]="words.seatChange"
      [unit]="words.seconds"
      [form]="form"
      [min]="0"
      [max]="longest"
      [by]="5"
      [fine]="0.5"
      [width]="4"
      [value]="session().seatChange"
      (valueChange)="changed.emit({ seatChange: asSeconds($event) })"
    />
    <mat-checkbox
      [checked]="session().ending === 'sleep'"
      (change)="changed.emit({ ending: $event.checked ? 'sleep' : undefined })"
    >
      {{ words.sleepEnding }}
    </mat-checkbox>
    <p class="soft">{{ words.sleepEndingIs }}</p>
  `,
  styles: `
    :host {
      display: block;
      margin: 1rem 0;
    }
    mat-checkbox {
      display: block;
      margin-top: 0.5rem;
    }
    p {
      margin: 0 0 0 2.5rem;
    }
  `,
})
export class WholeSessionForm {
  protected readonly words = timeWords.wholeSession;
  readonly session = input.required<Session>();
  readonly changed = output<WholeChange>();

  protected readonly form = secondsForm(0, LONGEST_SETTLING.seat);
  protected readonly longest = LONGEST_SETTLING.seat;
  protected readonly asSeconds = seconds;
}
