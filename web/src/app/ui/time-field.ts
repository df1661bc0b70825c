import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatTimepickerModule } from '@angular/material/timepicker';
import { DateTime } from 'luxon';
import { kitWords } from '../words/kit-words';
import { DAY_PROVIDERS } from './day-adapter';
import { KitControl } from './kit-control';

const timeOf = (text: string | null): DateTime | null =>
  text === null || text === '' ? null : DateTime.fromFormat(text, 'HH:mm', { zone: 'utc' });

/** A time of day as HH:mm, typed or chosen. What is typed and is no time stays, marked, and is told to nobody. */
@Component({
  selector: 'nv-time-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, MatTimepickerModule, ReactiveFormsModule],
  providers: DAY_PROVIDERS,
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        autocomplete="off"
        [attr.aria-label]="label()"
        [formControl]="time"
        [matTimepicker]="picker"
        (change)="take()"
        (blur)="touched()"
      />
      <mat-timepicker-toggle matIconSuffix [for]="picker" [aria-label]="words.openTimes(label())" />
      <mat-timepicker #picker interval="30min" (selected)="take()" />
      @if (problem(); as text) {
        <mat-error>{{ text }}</mat-error>
      }
    </mat-form-field>
  `,
  styleUrl: './field.scss',
  styles: `
    :host {
      width: 9.5rem;
    }
  `,
})
export class TimeField extends KitControl<string> {
  readonly label = input.required<string>();

  protected readonly words = kitWords.field;
  protected readonly time = new FormControl<DateTime | null>(null);
  private readonly isWrong = signal(false);
  override readonly problem = computed(() => (this.isWrong() ? kitWords.field.noTime : null));

  constructor() {
    super();
    effect(() => {
      const [text, disabled] = [this.current(), this.isDisabled()];
      untracked(() => this.show(text, disabled));
    });
    this.time.events.pipe(takeUntilDestroyed()).subscribe(() => this.isWrong.set(this.time.invalid));
  }

  private show(text: string | null, disabled: boolean): void {
    if (disabled !== this.time.disabled) this.time[disabled ? 'disable' : 'enable']({ emitEvent: false });
    if (this.text() !== text) this.time.setValue(timeOf(text));
  }

  private text(): string | null {
    return this.time.value?.toFormat('HH:mm') ?? null;
  }

  /** An empty time is none: it stays what it was. */
  protected take(): void {
    // Whether the control is valid is known to it only a moment later.
    const text = this.time.value?.isValid ? this.text() : null;
    if (text !== null && text !== this.current()) this.change(text);
  }
}
