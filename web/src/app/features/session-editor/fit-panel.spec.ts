import { TestBed, type ComponentFixture } from '@angular/core/testing';
import {
  countsOf,
  DEFAULT_CONVENTIONS,
  formatRatio,
  parseRatio,
  type Numbers,
  type Sustainable,
  sustainableOf,
} from '@nuvrah/core';
import { configure, countedOf, session, student, DAY } from '../../testing/fixtures';
import { FitPanel } from './fit-panel';
import { PaceFinder } from './pace-finder';

describe('the fit beside a passage', () => {
  let fixture: ComponentFixture<FitPanel>;
  let page: HTMLElement;
  let used: Numbers | null;

  beforeEach(() => {
    configure();
    used = null;
    fixture = TestBed.createComponent(FitPanel);
    fixture.componentInstance.use.subscribe((numbers) => (used = numbers));
    page = fixture.nativeElement as HTMLElement;
  });

  const show = (ratio: string, sustainable: Sustainable | null = sustainableOf(student, DAY)): string => {
    const parsed = parseRatio(ratio);
    if (!parsed.ok) throw new Error(ratio);
    fixture.componentRef.setInput('student', student);
    fixture.componentRef.setInput('sustainable', sustainable);
    fixture.componentRef.setInput('conventions', DEFAULT_CONVENTIONS);
    fixture.componentRef.setInput('passage', { ...countedOf(session), ratio: parsed.value.ratio });
    fixture.detectChanges();
    return page.textContent.replace(/\s+/g, ' ');
  };
  const press = (): string => {
    page.querySelector('button')?.click();
    return used ? formatRatio(countsOf(used), 'compact') : '';
  };

  it('proposes counts within what is sustainable and names what limits', () => {
    // Sustainable: in 8, hold 8.4, out 10.4.
    expect(show('1:2')).toContain('in 5 · out 10');
    expect(page.textContent).toContain('The exhale limits; to spare: inhale 3 s.');
    expect(press()).toBe('5:0:10:0');
  });

  it('offers the gentler ratios in order where the base would be below 2', () => {
    const little = { inhale: 4, internalHold: 4, exhale: 6, externalHold: null } as unknown as Sustainable;
    expect(show('1:4:2', little)).toContain('Not yet');
    expect(page.querySelectorAll('button').length).toBeGreaterThan(1);
    expect(press()).toBe('2:4:4:0');
  });

  it('refuses to fit a hold that was never measured, and asks for a capacity where none is on record', () => {
    expect(show('1:1:1:1')).toContain('external hold was never measured');
    expect(show('1:1', null)).toContain('No capacity is on record');
  });
});

describe('finding the pace', () => {
  let fixture: ComponentFixture<PaceFinder>;
  let page: HTMLElement;
  let found: number[];

  beforeEach(() => {
    found = [];
    configure();
    fixture = TestBed.createComponent(PaceFinder);
    fixture.componentInstance.found.subscribe((pace) => found.push(pace));
    fixture.detectChanges();
    page = fixture.nativeElement as HTMLElement;
    page.querySelector<HTMLElement>('mat-expansion-panel-header')?.click();
    fixture.detectChanges();
  });

  const tap = (at: number): void => {
    const event = new Event('pointerdown');
    Object.defineProperty(event, 'timeStamp', { value: at });
    page.querySelector('button')?.dispatchEvent(event);
    fixture.detectChanges();
  };

  it('follows the taps once there are enough', () => {
    [0, 1200, 2400].forEach(tap);
    expect(found).toEqual([]);
    expect(page.querySelector('[role=status]')?.textContent).toBe('Tap on: 1 more.');
    tap(3600);
    expect(found).toEqual([1200]);
    expect(page.querySelector('[role=status]')?.textContent).toBe('1.20 s a count');
  });

  it('ties a count to beats of the pulse', () => {
    const [, , , use] = page.querySelectorAll('button');
    expect(use?.textContent).toContain('Use 0.909 s');
    use?.click();
    expect(found).toEqual([909]);
  });
});
