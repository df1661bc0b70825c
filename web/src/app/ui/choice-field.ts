import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** A choice among a few, with its name above it. Values are keys of a table of words. */
@Component({
  selector: 'nv-choice-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span>{{ label() }}</span>
      <select [attr.aria-label]="label()" [value]="value()" (change)="pick($event)">
        @for (option of options(); track option[0]) {
          <option [value]="option[0]" [selected]="option[0] === value()">{{ option[1] }}</option>
        }
      </select>
    </label>
  `,
  styleUrl: './fields.scss',
})
export class ChoiceField<T extends string> {
  readonly label = input.required<string>();
  readonly value = input.required<T>();
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Partial<Record<T, string>>>>();
  readonly choose = output<T>();

  protected readonly options = computed(() => Object.entries(this.words()) as [T, string][]);

  protected pick(event: Event): void {
    this.choose.emit((event.target as HTMLSelectElement).value as T);
  }
}
