import {
  afterNextRender,
  ChangeDetectionStrategy,
  booleanAttribute,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { KitControl } from './kit-control';
import { kitWords } from '../words/kit-words';

/** How a field writes and reads its number. */
export interface NumberForm {
  readonly print: (value: number) => string;
  /** The number, or null when the text is none. */
  readonly read: (text: string) => number | null;
  /** What to type instead, when the text is no number or out of range. */
  readonly hint: string;
}

/** A number, or none where it is optional, edited where it stands: by typing, with arrow keys, wheel or the buttons beside it. */
@Component({
  selector: 'nv-number-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `
    @if (caption()) {
      <span class="caption" aria-hidden="true">{{ caption() }}</span>
    }
    <span class="field" [class.wrong]="problem()">
      @if (steppers()) {
        <button
          type="button"
          tabindex="-1"
          [disabled]="isDisabled() || number() <= min()"
          [attr.aria-label]="words.less(label())"
          (click)="add(-by())"
        >
          <mat-icon svgIcon="less" aria-hidden="true" />
        </button>
      }
      <input
        #box
        type="text"
        inputmode="decimal"
        autocomplete="off"
        role="spinbutton"
        [attr.aria-label]="label()"
        [attr.aria-valuenow]="isEmpty() ? null : number()"
        [attr.aria-valuetext]="spoken()"
        [attr.placeholder]="placeholder() || null"
        [attr.aria-valuemin]="min()"
        [attr.aria-valuemax]="max()"
        [attr.aria-invalid]="problem() ? true : null"
        [style.width.ch]="width()"
        [value]="text()"
        [disabled]="isDisabled()"
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
          [disabled]="isDisabled() || number() >= max()"
          [attr.aria-label]="words.more(label())"
          (click)="add(by())"
        >
          <mat-icon svgIcon="add" aria-hidden="true" />
        </button>
      }
    </span>
    @if (problem(); as text) {
      <span class="hint" role="alert">{{ text }}</span>
    }
  `,
  styleUrl: './number-field.scss',
})
export class NumberField extends KitControl<number> {
  protected readonly words = kitWords.numberField;
  readonly label = input.required<string>();
  /** What stands above it; the label is told to a screen reader in any case. */
  readonly caption = input('');
  readonly form = input.required<NumberForm>();
  readonly min = input.required<number>();
  readonly max = input.required<number>();
  readonly unit = input('');
  readonly by = input(1);
  /** Step with Shift held. */
  readonly fine = input(0.5);
  /** Steps of a page up or down. */
  readonly page = input(5);
  readonly steppers = input(false, { transform: booleanAttribute });
  readonly width = input(6);
  /** Whether it may be left empty; emptied, it says so by {@link cleared}. */
  readonly optional = input(false, { transform: booleanAttribute });
  /** What stands in it while it is empty. */
  readonly placeholder = input('');
  readonly cleared = output();

  private readonly injector = inject(Injector);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  /** What is being typed; null while the value itself is shown. */
  private readonly typed = signal<string | null>(null);
  /** Where nobody says what it is, it is the least. */
  protected readonly number = computed(() => this.current() ?? this.min());
  protected readonly isEmpty = computed(() => this.optional() && this.current() === null);
  protected readonly spoken = computed(() =>
    this.isEmpty() ? this.words.empty : `${this.form().print(this.number())} ${this.unit()}`.trim(),
  );
  protected readonly text = computed(
    () => this.typed() ?? (this.isEmpty() ? '' : this.form().print(this.number())),
  );
  override readonly problem = computed(() => {
    const typed = this.typed();
    if (typed === null || this.isLeftEmpty(typed) || this.accepted(typed) !== null) return null;
    const { hint, print, read } = this.form();
    const value = read(typed);
    return value === null ? hint : kitWords.numberField.theNearestIs(hint, print(this.within(value)));
  });

  protected type(text: string): void {
    this.typed.set(text);
    if (this.isLeftEmpty(text)) {
      this.current.set(null);
      this.cleared.emit();
      return;
    }
    const value = this.accepted(text);
    if (value !== null && value !== this.current()) this.change(value);
  }

  private isLeftEmpty(text: string): boolean {
    return this.optional() && text.trim() === '';
  }

  /**
   * Whoever gave the number may make another one of it, or keep the old one: once the page is drawn it stands as it came
   * back. Until then a second press goes on from the first.
   */
  protected override change(value: number): void {
    super.change(value);
    if (!this.control) afterNextRender(() => this.current.set(this.value()), { injector: this.injector });
  }

  /** A text that is no number stays, marked, until it is mended or given up with Escape. */
  protected leave(): void {
    if (this.problem() === null) this.typed.set(null);
    this.touched();
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
    const by = event.shiftKey ? this.fine() : this.by();
    const steps: Readonly<Record<string, number>> = {
      ArrowUp: by,
      ArrowDown: -by,
      PageUp: by * this.page(),
      PageDown: -by * this.page(),
    };
    const step = steps[event.key];
    if (step === undefined) return;
    event.preventDefault();
    this.add(step);
  }

  protected wheel(event: WheelEvent): void {
    if (document.activeElement !== this.box().nativeElement || event.ctrlKey) return;
    event.preventDefault();
    const by = event.shiftKey ? this.fine() : this.by();
    this.add(event.deltaY < 0 ? by : -by);
  }

  protected add(step: number): void {
    this.typed.set(null);
    const value = this.within(Number((this.number() + step).toFixed(6)));
    if (value !== this.current()) this.change(value);
  }

  private within(value: number): number {
    return Math.min(this.max(), Math.max(this.min(), value));
  }

  private accepted(text: string): number | null {
    const value = this.form().read(text);
    return value !== null && value >= this.min() && value <= this.max() ? value : null;
  }
}
