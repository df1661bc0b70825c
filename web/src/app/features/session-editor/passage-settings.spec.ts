import { provideIcons } from '../../ui/icons';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { countsOf, DEFAULT_CONVENTIONS, formatRatio, type CountedPassage } from '@nuvrah/core';
import { countedOf, session } from '../../testing/fixtures';
import { PassageSettings } from './passage-settings';

describe('the settings of a passage', () => {
  let fixture: ComponentFixture<PassageSettings>;
  let page: HTMLElement;
  let passage: CountedPassage;

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideIcons()] });
    fixture = TestBed.createComponent(PassageSettings);
    passage = { ...countedOf(session), cycles: 16 };
    fixture.componentInstance.edit.subscribe((edit) => {
      passage = edit.passage as CountedPassage;
      fixture.componentRef.setInput('passage', passage);
    });
    fixture.componentRef.setInput('passage', passage);
    fixture.componentRef.setInput('start', 'left');
    fixture.componentRef.setInput('conventions', DEFAULT_CONVENTIONS);
    fixture.detectChanges();
    page = fixture.nativeElement as HTMLElement;
  });

  const field = (label: string): HTMLInputElement =>
    page.querySelector(`input[aria-label="${label}"]`) as HTMLInputElement;
  const type = (label: string, text: string): void => {
    field(label).value = text;
    field(label).dispatchEvent(new Event('input'));
    fixture.detectChanges();
  };
  const counts = (): string => formatRatio(countsOf(passage), 'compact');
  const echo = (): string => page.querySelector('#ratio-echo')?.textContent.trim() ?? '';

  it('reads a ratio in any short form and echoes it in full with labels', () => {
    for (const [text, expected, said] of [
      ['1:2', '4:0:8:0', 'in 1 · hold 0 · out 2 · empty 0'],
      ['1:4:2', '4:16:8:0', 'in 1 · hold 4 · out 2 · empty 0'],
      ['1:1:1:1', '4:4:4:4', 'in 1 · hold 1 · out 1 · empty 1'],
      ['6:3:9', '6:3:9:0', 'in 2 · hold 1 · out 3 · empty 0'],
    ] as const) {
      type('ratio', text);
      expect(counts()).toEqual(expected);
      expect(echo()).toBe(`Ratio ${said}`);
    }
  });

  it('refuses a ratio that is none, says why, and changes nothing', () => {
    for (const text of ['1::2', '0:4:2', '-1:2', '1:4:2:1:1', 'a:b', '']) {
      type('ratio', text);
      expect(page.querySelector('[role=alert]')?.textContent).withContext(text).toBeTruthy();
      expect(counts()).toBe('4:0:4:0');
      expect(field('ratio').value).toBe(text);
    }
  });

  it('turns minutes into whole rounds, says what is left over and offers it to the rest', () => {
    let given = 0;
    fixture.componentInstance.rest.subscribe((millis) => (given = millis));
    type('time for rounds', '5');
    // A round of 4:0:4:0 is 16 s: 18 rounds are 288 s.
    expect(passage.cycles).toBe(36);
    const status = page.querySelector('.left-over');
    expect(status?.textContent).toContain('5:00 holds 18 whole rounds; 0:12 is left over.');
    status?.querySelector('button')?.click();
    expect(given).toBe(12_000);
    fixture.detectChanges();
    expect(page.querySelector('.left-over')).toBeNull();
  });

  it('takes rounds as a range, until the last is called', () => {
    const upTo = 'up to so many rounds, until the last is called';
    type(upTo, '10');
    expect(passage).toEqual(jasmine.objectContaining({ cycles: 16, mostCycles: 20 }));
    type('rounds', '9');
    expect(passage).toEqual(jasmine.objectContaining({ cycles: 18, mostCycles: 20 }));
    type('rounds', '12');
    expect(passage.cycles).toBe(24);
    expect(passage.mostCycles).toBeUndefined();
  });

  it('shows minutes for rounds', () => {
    type('rounds', '10');
    field('rounds').dispatchEvent(new Event('blur'));
    fixture.detectChanges();
    expect(passage.cycles).toBe(20);
    expect(field('time for rounds').value).toBe('2:40');
  });

  it('refuses base 0, a pace of 0.1 s, 10,000 rounds and 25 hours', () => {
    for (const [label, text] of [
      ['base', '0'],
      ['pace', '0.1'],
      ['rounds', '10000'],
      ['time for rounds', '1500'],
    ] as const) {
      const before = passage;
      type(label, text);
      expect(passage).withContext(label).toBe(before);
      expect(page.querySelector('[role=alert]')).withContext(label).not.toBeNull();
      field(label).dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
      fixture.detectChanges();
    }
  });
});
