import { DestroyRef, Directive, ElementRef, inject } from '@angular/core';

/** A field as a form knows it. */
interface KitField {
  problem(): string | null;
  focus(): void;
}

/** Goes to the first field that holds what cannot be read. @returns whether there is one. */
export function goToWrong(fields: Iterable<KitField>): boolean {
  const [wrong] = [...fields].filter((field) => field.problem() !== null);
  wrong?.focus();
  return wrong !== undefined;
}

/** A form that is not sent while a field in it, however deep, holds what cannot be read: that field is gone to instead. */
// eslint-disable-next-line @angular-eslint/directive-selector -- every form, so that none is forgotten
@Directive({ selector: 'form' })
export class KitForm {
  private readonly fields = new Set<KitField>();

  constructor() {
    const form = inject<ElementRef<HTMLFormElement>>(ElementRef).nativeElement;
    // Before anything else hears that it is sent.
    const stop = (event: Event): void => {
      if (!goToWrong(this.fields)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    form.addEventListener('submit', stop, { capture: true });
    inject(DestroyRef).onDestroy(() => form.removeEventListener('submit', stop, { capture: true }));
  }

  /** @returns what takes it out again */
  add(field: KitField): () => void {
    this.fields.add(field);
    return () => this.fields.delete(field);
  }
}
