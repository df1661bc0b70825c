import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, newPassage, TECHNIQUES, variantOf } from '@nuvrah/core';
import { Variants } from '../../api/variants';
import { configure, ids } from '../../testing/fixtures';
import type { Pick, PickerSight } from './picker-sight';
import { TechniquePicker } from './technique-picker';

describe('the technique picker', () => {
  let fixture: ComponentFixture<TechniquePicker>;
  let page: HTMLElement;
  let picked: Pick[];
  const sight: PickerSight = {
    goal: 'calm',
    filled: ['balance'],
    hand: 'right',
    conventions: DEFAULT_CONVENTIONS,
    forName: 'Hesper Vane',
    passageOf: ({ technique }) => newPassage(technique, technique),
    verdictOf: ({ technique }) =>
      technique === 'bhastrika' ? { level: 'no', text: 'Glaucoma: forceful breathing.' } : null,
  };

  beforeEach(() => {
    localStorage.clear();
    const http = configure();
    TestBed.inject(Variants).load().subscribe();
    const own = { id: ids.session, version: 1, document: variantOf('ujjayi', 'Softer sea'), archived: false };
    const away = { ...own, id: ids.student, document: variantOf('ujjayi', 'Old one'), archived: true };
    http.expectOne(`${API_ROOT}/variants`).flush([own, away]);
    fixture = TestBed.createComponent(TechniquePicker);
    fixture.componentRef.setInput('sight', sight);
    picked = [];
    fixture.componentInstance.picked.subscribe(({ technique, variant }) =>
      picked.push({ technique, variant }),
    );
    fixture.detectChanges();
    page = fixture.nativeElement as HTMLElement;
  });

  const search = (text: string): string[] => {
    const box = page.querySelector('input') as HTMLInputElement;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    fixture.detectChanges();
    return [...page.querySelectorAll('li strong')].map((name) => name.textContent);
  };
  const settled = async (): Promise<void> => {
    for (let turn = 0; turn < 20; turn++) await new Promise((done) => setTimeout(done));
    fixture.detectChanges();
  };

  it('offers every technique and the variants in use', () => {
    expect(search('').length).toBe(TECHNIQUES.length + 1);
  });

  it('finds by any spelling, and own variants by their name', () => {
    expect(search('kapalbhati')).toEqual(['Kapalabhati']);
    expect(search('bee breath')).toEqual(['Bhramari']);
    expect(search('softer')).toEqual(['Softer sea']);
    expect(search('old one')).toEqual([]);
    expect(page.textContent).toContain('Try another spelling');
  });

  it('picks the first with Enter', () => {
    search('softer');
    page.querySelector('input')?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    expect(picked).toEqual([{ technique: 'ujjayi', variant: ids.session }]);
  });

  it('says which may not be led and why, and shows one round of what is looked at', async () => {
    await settled();
    const bellows = [...page.querySelectorAll<HTMLElement>('.entry')].find((row) =>
      row.textContent.includes('Bhastrika'),
    );
    expect(bellows?.querySelector('.against')?.textContent).toContain('Glaucoma: forceful breathing.');
    expect(page.querySelectorAll('.against').length).toBe(1);
    bellows?.dispatchEvent(new Event('mouseenter'));
    fixture.detectChanges();
    const shown = page.querySelector('.shown');
    expect(shown?.querySelector('h3')?.textContent).toBe('Bhastrika');
    expect(shown?.textContent).toContain('No Glaucoma');
    expect(shown?.querySelectorAll('path.comb, path.comb-far').length).toBe(1);
  });

  it('offers what was used last first, and says what serves the goal', () => {
    search('softer');
    page.querySelector('input')?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    expect(search('')[0]).toBe('Softer sea');
    expect(page.querySelector('h3')?.textContent).toContain('Used last');
    const serving = [...page.querySelectorAll('.entry')].filter(({ textContent }) =>
      textContent.includes('serves'),
    );
    expect(serving.length).toBeGreaterThan(3);
  });

  it('is walked with the arrow keys from the search into the list', () => {
    const down = (from: Element | null): void => {
      from?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true }));
    };
    document.body.append(page);
    down(page.querySelector('input'));
    down(document.activeElement);
    const rows = [...page.querySelectorAll('.entry')];
    expect(rows.indexOf(document.activeElement as Element)).toBe(1);
    page.remove();
  });
});
