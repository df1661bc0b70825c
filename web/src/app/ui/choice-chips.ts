import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** One of a few, all in sight, or none yet: nothing is chosen beforehand. Arrow keys move as among radio buttons. */
@Component({
  selector: 'nv-choice-chips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>{{ legend() }}</legend>
      @for (option of options(); track option[0]) {
        <label>
          <input
            type="radio"
            [name]="name"
            [value]="option[0]"
            [checked]="option[0] === value()"
            (change)="choose.emit(option[0])"
          />
          {{ option[1] }}
        </label>
      }
      <ng-content />
    </fieldset>
  `,
  styleUrl: './chips.scss',
})
export class ChoiceChips<T extends string> {
  private static count = 0;
  protected readonly name = `choice-${ChoiceChips.count++}`;

  readonly legend = input.required<string>();
  readonly value = input.required<T | null>();
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Record<T, string>>>();
  readonly choose = output<T>();

  protected readonly options = computed(() => Object.entries(this.words()) as [T, string][]);
}
