import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { SIGNS } from '@nuvrah/core';
import { boxOf } from '../../testing/kit';
import { SignPanel } from './sign-panel';

describe('the signs', () => {
  let fixture: ComponentFixture<SignPanel>;
  let page: HTMLElement;

  beforeEach(() => {
    fixture = TestBed.createComponent(SignPanel);
    fixture.componentRef.setInput('asked', true);
    fixture.componentRef.setInput('emergencyNumber', '112');
    fixture.componentRef.setInput('chosen', []);
    fixture.detectChanges();
    page = fixture.nativeElement as HTMLElement;
  });

  const tick = (label: string): void => {
    boxOf(page, label)?.click();
    fixture.detectChanges();
  };
  const told = (): string[] =>
    [...page.querySelectorAll('[role=alert]')].map(({ textContent }) => textContent);

  it('can all be chosen', () => {
    expect(page.querySelectorAll('input[type=checkbox]').length).toBe(SIGNS.length);
  });

  it('say what to do, the emergency first whatever was chosen first, with the local number', () => {
    tick('Dizzy');
    tick('Faint');
    expect(told().length).toBe(2);
    expect(told()[0]).toContain('legs raised');
    expect(told()[0]).toContain('112');
    expect(told()[1]).toContain('breathe naturally');
  });

  it('say the same advice once', () => {
    tick('Dizzy');
    tick('Nausea');
    expect(told().length).toBe(1);
    expect(told()[0]).toContain('Dizzy, Nausea');
  });

  it('are taken back by a second press', () => {
    tick('Dizzy');
    tick('Dizzy');
    expect(told()).toEqual([]);
    expect(fixture.componentInstance.chosen()).toEqual([]);
  });
});
