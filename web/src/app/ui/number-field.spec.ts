import { provideIcons } from './icons';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { NumberField } from './number-field';
import { countsForm, paceForm, roundsTimeForm } from './number-forms';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NumberField],
  template: `<nv-number-field
    label="inhale"
    steppers
    [value]="value()"
    [form]="form"
    [min]="0.5"
    [max]="100"
    (valueChange)="take($event)"
  />`,
})
class Host {
  readonly value = signal(6);
  readonly form = countsForm;
  keeps = false;

  take(value: number): void {
    if (!this.keeps) this.value.set(value);
  }
}

describe('a number field', () => {
  let fixture: ComponentFixture<Host>;
  let box: HTMLInputElement;

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideIcons()] });
    fixture = TestBed.createComponent(Host);
    fixture.detectChanges();
    box = (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
  });

  const type = (text: string): void => {
    box.value = text;
    box.dispatchEvent(new Event('input'));
    fixture.detectChanges();
  };
  const press = (key: string, shiftKey = false): void => {
    box.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey }));
    fixture.detectChanges();
  };
  const alert = (): string | undefined =>
    (fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent ?? undefined;

  it('follows typing, arrow keys and buttons', () => {
    type('7½');
    expect(fixture.componentInstance.value()).toBe(7.5);
    press('ArrowUp');
    expect(box.value).toBe('8½');
    press('ArrowDown', true);
    expect(fixture.componentInstance.value()).toBe(8);
    (fixture.nativeElement as HTMLElement).querySelectorAll('button')[1]?.click();
    expect(fixture.componentInstance.value()).toBe(9);
  });

  it('keeps a text that is no number, says what to type, and leaves the value alone', () => {
    for (const text of ['a', '4.25', '-1', '101', '']) {
      type(text);
      expect(alert()).withContext(text).toContain('halves');
      expect(box.value).toBe(text);
      expect(fixture.componentInstance.value()).toBe(6);
    }
    box.dispatchEvent(new Event('blur'));
    fixture.detectChanges();
    expect(alert()).toBeDefined();
    press('Escape');
    expect(box.value).toBe('6');
    expect(alert()).toBe(undefined);
  });

  it('names the nearest value for one that is out of range', () => {
    type('101');
    expect(alert()).toContain('The nearest is 100.');
    type('a');
    expect(alert()).not.toContain('nearest');
  });

  it('goes on from the first press with a second before the page is drawn', () => {
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    fixture.detectChanges();
    expect(fixture.componentInstance.value()).toBe(8);
  });

  it('shows what came back, where whoever gave the number keeps the old one', async () => {
    fixture.componentInstance.keeps = true;
    press('ArrowUp');
    await fixture.whenStable();
    fixture.detectChanges();
    expect(fixture.componentInstance.value()).toBe(6);
    expect(box.value).toBe('6');
  });

  it('stops at its limits', () => {
    type('100');
    press('ArrowUp');
    expect(fixture.componentInstance.value()).toBe(100);
  });
});

describe('what number fields read and print', () => {
  it('pace is typed in seconds', () => {
    expect(paceForm.print(1000)).toBe('1.00');
    expect(paceForm.print(833)).toBe('0.833');
    expect(paceForm.read('1,2')).toBe(1200);
    expect(paceForm.read('fast')).toBeNull();
  });
  it('time is typed in minutes or as minutes and seconds', () => {
    expect(['10', '7.5', '7:30', '7:61', 'x'].map(roundsTimeForm.read)).toEqual([
      600_000,
      450_000,
      450_000,
      null,
      null,
    ]);
    expect(roundsTimeForm.print(648_000)).toBe('10:48');
  });
});
