import { entriesOf } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { KitControl } from './kit-control';

/** A choice among several, with its name above it. Values are keys of a table of words. */
@Component({
  selector: 'nv-select',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatSelectModule],
  template: `
    <mat-form-field>
      @if (named()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <mat-select
        panelWidth=""
        [aria-label]="label()"
        [value]="current()"
        [disabled]="isDisabled()"
        (valueChange)="change($event)"
        (closed)="touched()"
      >
        @for (option of options(); track option[0]) {
          <mat-option [value]="option[0]">{{ option[1] }}</mat-option>
        }
      </mat-select>
    </mat-form-field>
  `,
  styleUrl: './field.scss',
})
export class SelectField<T extends string> extends KitControl<T> {
  readonly label = input.required<string>();
  /** Whether its name stands above it; it is told to a screen reader in any case. */
  readonly named = input(true);
  /** Words by value, in the order in which they are offered. */
  readonly words = input.required<Readonly<Partial<Record<T, string>>>>();

  protected readonly options = computed(() => entriesOf(this.words()));
}
