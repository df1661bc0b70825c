import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';

let made = 0;

/** Something told on a scale of 0 to 10; nothing chosen is an answer too. */
@Component({
  selector: 'nv-scale-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggleModule],
  template: `
    <p [id]="id">
      {{ label() }} <span class="soft">{{ hint() }}</span>
    </p>
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      [attr.aria-labelledby]="id"
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
      font-size: 1.125rem;
      padding-bottom: 0.25rem;
    }
    .soft {
      font-size: 1rem;
    }
    mat-button-toggle {
      min-width: 2.75rem;
    }
  `,
})
export class ScaleField {
  readonly label = input.required<string>();
  /** What the ends mean, or what was told before. */
  readonly hint = input('');
  readonly value = model.required<number | null>();

  protected readonly steps = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
  protected readonly id = `scale-${(made += 1)}`;
}
