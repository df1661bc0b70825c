import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  signal,
  untracked,
  type OnInit,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule, type ValidationErrors } from '@angular/forms';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { dayInWords, isDay, type Day } from '@nuvrah/core';
import { DateTime } from 'luxon';
import { kitWords } from '../words/kit-words';
import { DAY_PROVIDERS } from './day-adapter';
import { KitControl } from './kit-control';

const dateOf = (day: Day | null): DateTime | null =>
  day === null ? null : DateTime.fromISO(day, { zone: 'utc' });

/** A day, typed or chosen from a calendar. What is typed and is no day stays, marked, and is told to nobody. */
@Component({
  selector: 'nv-date-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDatepickerModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  providers: DAY_PROVIDERS,
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        autocomplete="off"
        [attr.aria-label]="label()"
        [formControl]="date"
        [matDatepicker]="picker"
        [min]="earliest()"
        [max]="latest()"
        (dateChange)="take($event.value)"
        (blur)="touched()"
      />
      <mat-datepicker-toggle matIconSuffix [for]="picker" [aria-label]="words.openCalendar(label())" />
      <mat-datepicker #picker />
      @if (problem(); as text) {
        <mat-error>{{ text }}</mat-error>
      }
    </mat-form-field>
  `,
  styleUrl: './field.scss',
  styles: `
    :host {
      width: 12.5rem;
    }
  `,
})
export class DateField extends KitControl<Day | null> implements OnInit {
  readonly label = input.required<string>();
  /** The first and the last day that may be chosen. */
  readonly min = input<Day | null>(null);
  readonly max = input<Day | null>(null);

  protected readonly words = kitWords.field;
  protected readonly date = new FormControl<DateTime | null>(null);
  protected readonly earliest = computed(() => dateOf(this.min()));
  protected readonly latest = computed(() => dateOf(this.max()));
  private readonly errors = signal<ValidationErrors | null>(null);

  override readonly problem = computed(() => {
    const [errors, min, max] = [this.errors(), this.min(), this.max()];
    if (!errors) return null;
    if ('matDatepickerMin' in errors && min !== null) return kitWords.field.tooEarly(dayInWords(min));
    if ('matDatepickerMax' in errors && max !== null) return kitWords.field.tooLate(dayInWords(max));
    return kitWords.field.noDay;
  });

  constructor() {
    super();
    effect(() => {
      const [day, disabled] = [this.current(), this.isDisabled()];
      untracked(() => this.show(day, disabled));
    });
    this.date.events.pipe(takeUntilDestroyed()).subscribe(() => this.errors.set(this.date.errors));
  }

  ngOnInit(): void {
    this.control?.control?.addValidators(() => this.date.errors);
  }

  private show(day: Day | null, disabled: boolean): void {
    if (disabled !== this.date.disabled) this.date[disabled ? 'disable' : 'enable']({ emitEvent: false });
    if ((this.date.value?.toISODate() ?? null) !== day) this.date.setValue(dateOf(day));
  }

  protected take(date: DateTime | null): void {
    if (this.date.invalid) {
      this.control?.control?.updateValueAndValidity();
      return;
    }
    const day = date?.toISODate() ?? null;
    if (day !== this.current()) this.change(day !== null && isDay(day) ? day : null);
  }
}
