import {
  ChangeDetectionStrategy,
  booleanAttribute,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** How a field writes and reads its number. */
export interface NumberForm {
  readonly print: (value: number) => string;
  /** The number, or null when the text is none. */
  readonly read: (text: string) => number | null;
  /** What to type instead, when the text is no number or out of range. */
  readonly hint: string;
}

/** A number edited where it stands: by typing, with arrow keys, wheel or the buttons beside it. */
@Component({
  selector: 'nv-number-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <span class="field" [class.wrong]="problem()">
      @if (steppers()) {
        <button
          type="button"
          tabindex="-1"
          [disabled]="value() <= min()"
          [attr.aria-label]="'less ' + label()"
          (click)="step(-1)"
        >
          −
        </button>
      }
      <input
        #box
        type="text"
        inputmode="decimal"
        autocomplete="off"
        role="spinbutton"
        [attr.aria-label]="label()"
        [attr.aria-valuenow]="value()"
        [attr.aria-valuetext]="form().print(value()) + ' ' + unit()"
        [attr.aria-valuemin]="min()"
        [attr.aria-valuemax]="max()"
        [attr.aria-invalid]="problem() ? true : null"
        [style.width.ch]="width()"
        [value]="text()"
        (input)="type(box.value)"
        (focus)="box.select()"
        (blur)="leave()"
        (keydown)="key($event)"
        (wheel)="wheel($event)"
      />
      @if (steppers()) {
        <button
          type="button"
          tabindex="-1"
          [disabled]="value() >= max()"
          [attr.aria-label]="'more ' + label()"
          (click)="step(1)"
        >
          +
        </button>
      }
    </span>
    @if (problem(); as text) {
      <span class="hint" role="alert">{{ text }}</span>
    }
  `,
  styleUrl: './number-field.scss',
})
export class NumberField {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly form = input.required<NumberForm>();
  readonly min = input.required<number>();
  readonly max = input.required<number>();
  readonly unit = input('');
  readonly by = input(1);
  /** Step with Shift held. */
  readonly fine = input(0.5);
  readonly steppers = input(false, { transform: booleanAttribute });
  readonly width = input(6);
  readonly valueChange = output<number>();

  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  /** What is being typed; null while the value itself is shown. */
  private readonly typed = signal<string | null>(null);
  protected readonly text = computed(() => this.typed() ?? this.form().print(this.value()));
  protected readonly problem = computed(() => {
    const typed = this.typed();
    if (typed === null || this.accepted(typed) !== null) return null;
    const { hint, print, read } = this.form();
    const value = read(typed);
    return value === null ? hint : `${hint} The nearest is ${print(this.within(value))}.`;
  });

  protected type(text: string): void {
    this.typed.set(text);
    const value = this.accepted(text);
    if (value !== null && value !== this.value()) this.valueChange.emit(value);
  }

  /** A text that is no number stays, marked, until it is mended or given up with Escape. */
  protected leave(): void {
    if (this.problem() === null) this.typed.set(null);
  }

  protected key(event: KeyboardEvent): void {
    if (event.key === 'Escape' || event.key === 'Enter') {
      if (event.key === 'Enter' && this.problem() !== null) return;
      this.typed.set(null);
      // The property does not change when the same text is shown again.
      this.box().nativeElement.value = this.text();
      this.box().nativeElement.select();
      return;
    }
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    this.step(direction, event.shiftKey ? this.fine() : this.by());
  }

  protected wheel(event: WheelEvent): void {
    if (document.activeElement !== this.box().nativeElement || event.ctrlKey) return;
    event.preventDefault();
    this.step(event.deltaY < 0 ? 1 : -1, event.shiftKey ? this.fine() : this.by());
  }

  protected step(direction: 1 | -1, by = this.by()): void {
    this.typed.set(null);
    const next = Number((this.value() + direction * by).toFixed(6));
    const value = this.within(next);
    if (value !== this.value()) this.valueChange.emit(value);
  }

  private within(value: number): number {
    return Math.min(this.max(), Math.max(this.min(), value));
  }

  private accepted(text: string): number | null {
    const value = this.form().read(text);
    return value !== null && value >= this.min() && value <= this.max() ? value : null;
  }
}
