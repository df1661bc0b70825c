import { provideIcons } from './icons';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { NumberField } from './number-field';
import { Shown } from '../testing/shown';
import { countsForm, offsetForm, paceForm, roundsTimeForm, shareForm, wholeForm } from './number-forms';

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

describe('a number that may be left out', () => {
  let field: Shown<NumberField>;
  let told: (number | null)[];

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideIcons()] });
    const form = wholeForm(25, 220, 'beats a minute');
    field = new Shown(NumberField, {
      ...{ label: 'pulse', form, min: 25, max: 220, optional: true, placeholder: 'open', value: null },
    });
    told = [];
    field.fixture.componentInstance.valueChange.subscribe((value) => told.push(value));
    field.fixture.componentInstance.cleared.subscribe(() => told.push(null));
  });
  const box = (): HTMLInputElement => field.page.querySelector('input') as HTMLInputElement;

  it('is empty at first, and says so', () => {
    expect(box().value).toBe('');
    expect(box().placeholder).toBe('open');
    expect(box().getAttribute('aria-valuenow')).toBeNull();
    expect(box().getAttribute('aria-valuetext')).toBe('empty');
  });

  it('is told as it is typed, the least too, and emptied', () => {
    field.type('pulse', '25');
    field.type('pulse', '66');
    field.type('pulse', '');
    expect(told).toEqual([25, 66, null]);
    expect(field.text('[role=alert]')).toBe('');
  });

  it('says what to type where it is none, and tells nothing', () => {
    field.type('pulse', 'fast');
    expect(field.text('[role=alert]')).toBe('From 25 to 220 beats a minute.');
    field.type('pulse', '20');
    expect(field.text('[role=alert]')).toContain('The nearest is 25.');
    expect(told).toEqual([]);
  });

  it('minutes may lie before, shares go in hundredths', () => {
    const offset = offsetForm(240);
    expect(['-30', '−30', '+15', '15', '0', '7.5', 'x'].map((text) => offset.read(text))).toEqual([
      -30,
      -30,
      15,
      15,
      0,
      null,
      null,
    ]);
    expect(offset.print(-30)).toBe('−30');
    expect(['0.65', '0,7', '1', '0.655', ''].map((text) => shareForm(0.3, 1).read(text))).toEqual([
      0.65,
      0.7,
      1,
      null,
      null,
    ]);
  });
});
