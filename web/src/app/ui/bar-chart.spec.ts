import { day } from '@nuvrah/core';
import { TestBed } from '@angular/core/testing';
import { BarChart } from './bar-chart';

describe('a chart of bars by day', () => {
  const shown = (minutes: readonly (number | null)[], days = ['2026-11-01', '2026-11-02', '2026-11-28']) => {
    const fixture = TestBed.createComponent(BarChart);
    fixture.componentRef.setInput('label', 'Minutes');
    fixture.componentRef.setInput('days', days.map(day));
    fixture.componentRef.setInput('bars', { name: 'minutes', values: minutes });
    fixture.componentRef.setInput('dots', { name: 'effort', values: [0, 5, 10] });
    fixture.componentRef.setInput('from', day('2026-11-01'));
    fixture.componentRef.setInput('to', day('2026-11-28'));
    fixture.detectChanges();
    return fixture.nativeElement as HTMLElement;
  };
  const styles = (page: HTMLElement, selector: string, name: string): string[] =>
    [...page.querySelectorAll<HTMLElement>(selector)].map((one) => one.style.getPropertyValue(name));
  const texts = (page: HTMLElement, selector: string): string[] =>
    [...page.querySelectorAll(selector)].map((one) => one.textContent.trim());

  it('has each bar as high as its share of the highest line, in the column of its day', () => {
    const page = shown([5, 10, 20]);
    expect(styles(page, '.bar', 'height')).toEqual(['25%', '50%', '100%']);
    expect(styles(page, '.bar', '--column')).toEqual(['1', '2', '28']);
    expect(texts(page, '.bars .line')).toEqual(['0', '10', '20']);
  });

  it('puts bars of one day on one another, and leaves out what was not measured', () => {
    const page = shown([5, 7, null], ['2026-11-01', '2026-11-01', '2026-11-28']);
    expect(styles(page, '.bar', 'height')).toEqual(['60%']);
    expect(texts(page, '.bars .line').at(-1)).toBe('20');
  });

  it('has the dots on their scale, days below, and the numbers in a table', () => {
    const page = shown([5, 120, 300]);
    expect(styles(page, '.dot', 'bottom')).toEqual(['0%', '50%', '100%']);
    expect(texts(page, '.days > span')).toEqual(['14 Nov', '28 Nov']);
    expect(texts(page, '.bars .line').at(-1)).toBe('300');
    expect(page.querySelector('nv-chart-table')).not.toBeNull();
  });
});
