import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';

/** How hard it felt, 0 to 10; nothing chosen is an answer too. */
@Component({
  selector: 'nv-effort-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggleModule],
  template: `
    <p id="effort">How hard did it feel? <span class="soft">0 nothing at all, 10 all there was</span></p>
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
  readonly value = model.required<number | null>();

  protected readonly steps = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
}
