import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { chooseOption, shownIn } from './kit';

/** A component that is shown, with what a spec asks of its page. */
export class Shown<T> {
  readonly fixture: ComponentFixture<T>;
  readonly page: HTMLElement;

  constructor(component: Type<T>, inputs: Readonly<Record<string, unknown>> = {}) {
    this.fixture = TestBed.createComponent(component);
    for (const [name, value] of Object.entries(inputs)) this.fixture.componentRef.setInput(name, value);
    this.fixture.detectChanges();
    this.page = this.fixture.nativeElement as HTMLElement;
  }

  set(name: string, value: unknown): void {
    this.fixture.componentRef.setInput(name, value);
    this.fixture.detectChanges();
  }

  /** The words of the page, or of a part of it, with single spaces. */
  text(selector?: string): string {
    const part = selector === undefined ? this.page : this.page.querySelector(selector);
    return part?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  }

  /** Presses the first button or link with these words in it. @throws Error where there is none. */
  press(words: string): void {
    const all = [...this.page.querySelectorAll<HTMLElement>('button, a')];
    const found = all.find((one) => one.textContent.replace(/\s+/g, ' ').includes(words));
    if (!found)
      throw new Error(`no button says "${words}" among: ${all.map((one) => one.textContent).join(' | ')}`);
    found.click();
    this.fixture.detectChanges();
  }

  /** Ticks or chooses the box with exactly these words beside it, or as its name. */
  tick(words: string): void {
    const labels = [...this.page.querySelectorAll('label'), ...this.page.querySelectorAll('[role=radio]')];
    const label = labels.find((one) => one.textContent.replace(/\s+/g, ' ').trim() === words);
    const box =
      label instanceof HTMLLabelElement
        ? label.control
        : ((label as HTMLElement | undefined) ??
          this.page.querySelector<HTMLElement>(`[aria-label="${words}"]`));
    if (!box) throw new Error(`nothing says "${words}"`);
    box.click();
    this.fixture.detectChanges();
  }

  /** Opens what is folded away under this name. */
  unfold(name: string): void {
    const heads = [...this.page.querySelectorAll<HTMLElement>('mat-expansion-panel-header')];
    const found = heads.find((one) => one.textContent.trim() === name);
    if (!found) throw new Error(`nothing is folded away as "${name}"`);
    found.click();
    this.fixture.detectChanges();
  }

  /** Chooses what an option says, in the list with this name. */
  choose(name: string, option: string): void {
    chooseOption(shownIn(this.fixture), name, option);
  }

  /** Types into the field with this name. */
  type(name: string, value: string): void {
    const field = this.page.querySelector<HTMLInputElement>(`[aria-label="${name}"]`);
    if (!field) throw new Error(`no field "${name}"`);
    field.value = value;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    this.fixture.detectChanges();
  }

  /** Waits, frame by frame, until something is so; the limit of the spec is the limit of it. */
  async until(isSo: () => boolean): Promise<void> {
    while (!isSo()) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
      this.fixture.detectChanges();
    }
  }

  submit(selector = 'form'): void {
    this.page.querySelector(selector)?.dispatchEvent(new Event('submit'));
    this.fixture.detectChanges();
  }
}
