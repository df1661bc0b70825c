import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { foldSpelling, entriesOf } from '@nuvrah/core';
import { KitControl } from './kit-control';

/** So many are offered at once; typing finds the others. */
const MOST_OFFERED = 50;

/** A choice among many, found by typing a part of it. Values are keys of a table of words; '' stands for no choice. */
@Component({
  selector: 'nv-search-select',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocompleteModule, MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        autocomplete="off"
        [attr.aria-label]="label()"
        [value]="shown()"
        [disabled]="isDisabled()"
        [matAutocomplete]="choices"
        (focus)="select($event)"
        (input)="typed.set(textOf($event))"
        (keydown.escape)="typed.set(null)"
        (blur)="leave(choices.isOpen)"
      />
      <mat-autocomplete
        #choices
        autoActiveFirstOption
        [displayWith]="wordOf"
        (optionSelected)="pick($event.option.value)"
        (closed)="settle()"
      >
        @for (option of offered(); track option[0]) {
          <mat-option [value]="option[0]">{{ option[1] }}</mat-option>
        }
      </mat-autocomplete>
    </mat-form-field>
  `,
  styleUrl: './field.scss',
})
export class SearchSelect<T extends string> extends KitControl<T> {
  readonly label = input.required<string>();
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Partial<Record<T, string>>>>();

  /** What is being typed; null while nothing is. */
  protected readonly typed = linkedSignal<T | null, string | null>({
    source: this.current,
    computation: () => null,
  });
  protected readonly shown = computed(() => this.typed() ?? this.wordOf(this.current()));
  private readonly options = computed(() =>
    entriesOf(this.words()).map(([value, word]) => [value, word, foldSpelling(word)] as const),
  );
  protected readonly offered = computed(() => {
    const sought = foldSpelling(this.typed() ?? '');
    const found =
      sought === '' ? this.options() : this.options().filter(([, , folded]) => folded.includes(sought));
    return found.slice(0, MOST_OFFERED);
  });

  protected readonly wordOf = (value: T | null): string =>
    value === null ? '' : (this.words()[value] ?? '');

  protected select(event: Event): void {
    (event.target as HTMLInputElement).select();
  }

  protected textOf(event: Event): string {
    return (event.target as HTMLInputElement).value;
  }

  protected pick(value: T): void {
    this.typed.set(null);
    this.change(value);
  }

  /** While the list is open, it is left by choosing from it or by closing it: then it settles. */
  protected leave(open: boolean): void {
    this.touched();
    if (!open) this.settle();
  }

  /** Left without choosing: what was typed whole is chosen, an emptied field has no choice, anything else is as it was. */
  protected settle(): void {
    const typed = this.typed();
    if (typed === null) return;
    const sought = foldSpelling(typed);
    const whole = this.options().find(([, , folded]) => folded === sought);
    this.typed.set(null);
    if (sought === '' && this.options().some(([value]) => value === '')) this.change('' as T);
    else if (whole && whole[0] !== this.current()) this.change(whole[0]);
  }
}
