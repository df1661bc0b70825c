import { entriesOf } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { KitControl } from './kit-control';

/** One of a few, all in sight, or none yet: nothing is chosen beforehand. Arrow keys move as among radio buttons. */
@Component({
  selector: 'nv-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggleModule],
  template: `
    @if (named()) {
      <span class="legend" aria-hidden="true">{{ legend() }}</span>
    }
    <div class="line">
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        [aria-label]="legend()"
        [disabled]="isDisabled()"
        [value]="current()"
        (change)="change($event.value)"
      >
        @for (option of options(); track option[0]) {
          <mat-button-toggle [value]="option[0]">{{ option[1] }}</mat-button-toggle>
        }
      </mat-button-toggle-group>
      <ng-content />
    </div>
  `,
  styleUrl: './choice.scss',
})
export class Choice<T extends string> extends KitControl<T> {
  readonly legend = input.required<string>();
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Record<T, string>>>();
  /** Whether its name stands above it; it is told to a screen reader in any case. */
  readonly named = input(true);

  protected readonly options = computed(() => entriesOf(this.words()));
}
