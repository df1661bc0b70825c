import {
  booleanAttribute,
  DestroyRef,
  Directive,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  type Signal,
} from '@angular/core';
import { NgControl, type ControlValueAccessor } from '@angular/forms';
import { KitForm } from './kit-form';

const nothing = (): void => undefined;

/**
 * What every control of the kit is: a value that is given and told by `value` and `valueChange`, or by a control of a
 * reactive form. `T` is the value, `null` where there is none; `Told` is what it is when the control tells it.
 */
@Directive()
export abstract class KitControl<T, Told extends T = T> implements ControlValueAccessor {
  readonly value = input<T | null>(null);
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly valueChange = output<Told>();

  /** What is shown: what was given last, or chosen since. */
  protected readonly current = linkedSignal(() => this.value());
  protected readonly isDisabled = linkedSignal(() => this.disabled());
  protected readonly control = inject(NgControl, { self: true, optional: true });

  /** What is wrong with what was typed, and what to do; null while it can be read. What is wrong is told to nobody. */
  readonly problem: Signal<string | null> = signal(null);

  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private tellForm: (value: Told) => void = nothing;
  protected touched: () => void = nothing;

  constructor() {
    if (this.control) this.control.valueAccessor = this;
    const form = inject(KitForm, { optional: true });
    if (form) inject(DestroyRef).onDestroy(form.add(this));
  }

  /** Goes to where it is typed. */
  focus(): void {
    this.element.nativeElement.querySelector('input')?.focus();
  }

  writeValue(value: T | null): void {
    this.current.set(value);
  }

  registerOnChange(tell: (value: Told) => void): void {
    this.tellForm = tell;
  }

  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }

  setDisabledState(disabled: boolean): void {
    this.isDisabled.set(disabled);
  }

  protected change(value: Told): void {
    this.current.set(value);
    this.tellForm(value);
    this.valueChange.emit(value);
  }
}
