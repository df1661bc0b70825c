import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { ledgerWords } from '../../words/ledger-words';

/** How hard it felt, 0 to 10; nothing chosen is an answer too. */
@Component({
  selector: 'nv-effort-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggleModule],
  template: `
    <p id="effort">
      {{ words.howHardDidIt }} <span class="soft">{{ words.n0NothingAtAll }}</span>
    </p>
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      aria-labelledby="effort"
      [value]="value()"
      (change)="value.set($event.value)"
    >
      @for (step of steps; track step) {
        <mat-button-toggle [value]="step">{{ step }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
  `,
  styleUrl: '../../ui/choice.scss',
  styles: `
    p {
      font-size: 1.25rem;
      padding-bottom: 0.5rem;
    }
    .soft {
      font-size: 1.0625rem;
    }
    mat-button-toggle {
      min-width: 2.75rem;
    }
  `,
})
export class EffortField {
  protected readonly words = ledgerWords.effortField;
  readonly value = model.required<number | null>();

  protected readonly steps = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
}
