import { TestBed } from '@angular/core/testing';
import { newPassage, type OwnWords } from '@nuvrah/core';
import { configure, ids } from '../../testing/fixtures';
import { OwnWordsForm } from './own-words';

describe('own words later in a passage', () => {
  const shown = (words: readonly OwnWords[], kind: 'nadi-shodhana' | 'closing-stillness') => {
    configure();
    const fixture = TestBed.createComponent(OwnWordsForm);
    fixture.componentRef.setInput('passage', { ...newPassage(kind, ids.counted), words });
    const written: (readonly OwnWords[])[] = [];
    fixture.componentInstance.written.subscribe((all) => written.push(all));
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    const press = (label: string): void =>
      [...page.querySelectorAll('button')]
        .find((button) => (button.getAttribute('aria-label') ?? button.textContent).includes(label))
        ?.click();
    return { fixture, page, written, press };
  };
  const soft: OwnWords = { text: 'Soft', round: 2, every: null, phase: 'exhale' };

  it('are added empty, written, and taken away', async () => {
    const { fixture, page, written, press } = shown([soft], 'nadi-shodhana');
    press('Words later in it');
    expect(written.at(-1)).toEqual([soft, { text: '', round: 1, every: null, phase: null }]);
    const text = page.querySelector<HTMLInputElement>('input[aria-label="Words 1"]');
    if (text) text.value = 'Softer';
    text?.dispatchEvent(new Event('input'));
    expect(written.at(-1)).toEqual([{ ...soft, text: 'Softer' }]);
    press('Remove words 1');
    expect(written.at(-1)).toEqual([]);
    await fixture.whenStable();
    expect(page.textContent).toContain('s to say');
    expect(page.textContent).toContain('in the exhale');
  });

  it('go by minutes in natural breathing, where there are no phases', () => {
    const { page } = shown([{ ...soft, phase: null }], 'closing-stillness');
    expect(page.textContent).toContain('from minute');
    expect(page.querySelector('nv-select')).toBeNull();
  });
});
