import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import { TECHNIQUES, variantOf } from '@nuvrah/core';
import { Variants } from '../../api/variants';
import { configure, ids } from '../../testing/fixtures';
import { TechniquePicker, type Pick } from './technique-picker';

describe('the technique picker', () => {
  let fixture: ComponentFixture<TechniquePicker>;
  let page: HTMLElement;
  let picked: Pick[];

  beforeEach(() => {
    const http = configure();
    TestBed.inject(Variants).load().subscribe();
    const own = { id: ids.session, version: 1, document: variantOf('ujjayi', 'Softer sea'), archived: false };
    const away = { ...own, id: ids.student, document: variantOf('ujjayi', 'Old one'), archived: true };
    http.expectOne(`${API_ROOT}/variants`).flush([own, away]);
    fixture = TestBed.createComponent(TechniquePicker);
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
    page.querySelector('input')?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(picked).toEqual([{ technique: 'ujjayi', variant: ids.session }]);
  });
});
