import { entriesOf } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { KitControl } from './kit-control';

/** Any of a few, all in sight. The value is in the order in which they were chosen. */
@Component({
  selector: 'nv-checks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule],
  template: `
    <fieldset>
      <legend>{{ legend() }}</legend>
      @for (option of options(); track option[0]) {
        <mat-checkbox
          [checked]="chosen().includes(option[0])"
          [disabled]="isDisabled()"
          (change)="toggle(option[0])"
        >
          {{ option[1] }}
        </mat-checkbox>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 0 0.75rem;
      border: 0;
      margin: 0;
      padding: 0;
    }
    legend {
      color: var(--soft-ink);
      font-size: 0.9375rem;
      padding: 0;
    }
    mat-checkbox {
      margin-left: -0.5rem;
    }
  `,
})
export class Checks<T extends string> extends KitControl<readonly T[], T[]> {
  readonly legend = input.required<string>();
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Record<T, string>>>();

  protected readonly options = computed(() => entriesOf(this.words()));
  protected readonly chosen = computed(() => this.current() ?? []);

  protected toggle(value: T): void {
    const chosen = this.chosen();
    this.change(chosen.includes(value) ? chosen.filter((other) => other !== value) : [...chosen, value]);
  }
}
