import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** Any of a few, all in sight. */
@Component({
  selector: 'nv-check-chips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>{{ legend() }}</legend>
      @for (option of options(); track option[0]) {
        <label>
          <input type="checkbox" [checked]="values().includes(option[0])" (change)="toggle(option[0])" />
          {{ option[1] }}
        </label>
      }
    </fieldset>
  `,
  styleUrl: './chips.scss',
})
export class CheckChips<T extends string> {
  readonly legend = input.required<string>();
  /** In the order in which they were chosen. */
  readonly values = input.required<readonly T[]>();
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Record<T, string>>>();
  readonly changed = output<T[]>();

  protected readonly options = computed(() => Object.entries(this.words()) as [T, string][]);

  protected toggle(value: T): void {
    const values = this.values();
    this.changed.emit(
      values.includes(value) ? values.filter((other) => other !== value) : [...values, value],
    );
  }
}
