// What specs do with controls of the kit, by the words that people see.
import type { ComponentFixture } from '@angular/core/testing';

/** Chooses what an option says, in the list with this name. @throws Error where there is none */
export function chooseOption({ nativeElement, detectChanges }: Of, name: string, option: string): void {
  const list = (nativeElement as HTMLElement).querySelector<HTMLElement>(`mat-select[aria-label="${name}"]`);
  if (!list) throw new Error(`no list "${name}"`);
  list.click();
  detectChanges();
  const options = [...document.querySelectorAll<HTMLElement>('mat-option')];
  const found = options.find(({ textContent }) => textContent.trim() === option);
  if (!found)
    throw new Error(`no "${option}" among: ${options.map(({ textContent }) => textContent).join(' | ')}`);
  found.click();
  detectChanges();
}

interface Of {
  readonly nativeElement: unknown;
  readonly detectChanges: () => void;
}

/** A component that is shown, as {@link chooseOption} takes it. */
export const shownIn = (fixture: ComponentFixture<unknown>): Of => ({
  nativeElement: fixture.nativeElement,
  detectChanges: () => fixture.detectChanges(),
});

/** The box of the label that says this, whether it stands in the label or beside it. */
export const boxOf = (page: HTMLElement, words: string): HTMLInputElement | null => {
  const labels = [...page.querySelectorAll('label')];
  const label = labels.find(({ textContent }) => textContent.replace(/\s+/g, ' ').trim().includes(words));
  return (label?.control as HTMLInputElement | null | undefined) ?? null;
};
