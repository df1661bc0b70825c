import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { TemplateRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, inject, signal, viewChild } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatDialogHarness } from '@angular/material/dialog/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { MatSnackBarHarness } from '@angular/material/snack-bar/testing';
import { MatTimepickerInputHarness } from '@angular/material/timepicker/testing';
import { MatTooltipHarness } from '@angular/material/tooltip/testing';
import { day, type Day } from '@nuvrah/core';
import { Shown } from '../testing/shown';
import { Checks } from './checks';
import { Choice } from './choice';
import { DateField } from './date-field';
import { Fold } from './fold';
import { provideIcons } from './icons';
import { Notices } from './notices';
import { KitForm } from './kit-form';
import { NumberField } from './number-field';
import { countsForm } from './number-forms';
import { Questions } from './questions';
import { SelectField } from './select-field';
import { SideSheet } from './side-sheet';
import { SideSheets } from './side-sheets';
import { TimeField } from './time-field';
import { Tip } from './tip';
import { asksWhileUnsaved } from './unsaved';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Checks,
    Choice,
    DateField,
    Fold,
    NumberField,
    ReactiveFormsModule,
    SelectField,
    SideSheet,
    TimeField,
    Tip,
  ],
  template: `
    <form [formGroup]="form">
      <nv-select label="Seat" [words]="words" formControlName="seat" />
      <nv-choice legend="Side" [words]="words" formControlName="side" />
      <nv-checks legend="Goals" [words]="words" formControlName="goals" />
      <nv-date-field label="Day" [min]="first" [max]="last" formControlName="day" />
      <nv-time-field label="Time" formControlName="time" />
      <nv-number-field label="Counts" formControlName="counts" [form]="counts" [min]="1" [max]="50" />
    </form>
    <nv-fold name="More"
      ><ng-template><p class="inner">Inner</p></ng-template></nv-fold
    >
    <button type="button" nvTip="Undo the last edit">x</button>
    <ng-template #sheet>
      <nv-side-sheet name="Details"><p>Edited here.</p></nv-side-sheet>
    </ng-template>
  `,
})
class Everything {
  readonly words = { a: 'first', b: 'second', c: 'third' };
  readonly first = day('2026-01-01');
  readonly last = day('2026-12-31');
  readonly counts = countsForm;
  readonly form = new FormGroup({
    seat: new FormControl<string | null>('a'),
    side: new FormControl<string | null>(null),
    goals: new FormControl<string[]>(['b']),
    day: new FormControl<Day | null>(day('2026-03-10')),
    time: new FormControl<string | null>('06:30'),
    counts: new FormControl<number | null>(4),
  });
  readonly sheet = viewChild.required<TemplateRef<unknown>>('sheet');
  readonly questions = inject(Questions);
  typed = false;

  constructor() {
    asksWhileUnsaved(() => this.typed);
  }
}

@Component({
  selector: 'nv-inner',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NumberField, TimeField],
  template: `
    <nv-time-field label="At" value="06:30" />
    <nv-number-field label="Rounds" [form]="counts" [value]="4" [min]="1" [max]="50" />
  `,
})
class Inner {
  readonly counts = countsForm;
}

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DateField, Inner, KitForm],
  template: `
    <form (submit)="send()">
      @if (dated()) {
        <nv-date-field label="Until" />
      }
      <nv-inner />
    </form>
  `,
})
class Sent {
  readonly dated = signal(true);
  sent = 0;

  send(): void {
    this.sent++;
  }
}

describe('the kit', () => {
  let shown: Shown<Everything>;
  let loader: HarnessLoader;
  let everywhere: HarnessLoader;
  const form = () => shown.fixture.componentInstance.form;

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideIcons()] });
    shown = new Shown(Everything);
    loader = TestbedHarnessEnvironment.loader(shown.fixture);
    everywhere = TestbedHarnessEnvironment.documentRootLoader(shown.fixture);
  });

  it('has a list that shows the value of a form, tells what is chosen, and can be disabled', async () => {
    const list = await loader.getHarness(MatSelectHarness);
    expect(await list.getValueText()).toBe('first');
    await list.open();
    await list.clickOptions({ text: 'second' });
    expect(form().value.seat).toBe('b');
    form().controls.seat.disable();
    shown.fixture.detectChanges();
    expect(await list.isDisabled()).toBeTrue();
  });

  it('has a choice of which nothing is chosen beforehand', async () => {
    const toggles = await loader.getAllHarnesses(MatButtonToggleHarness);
    expect(await Promise.all(toggles.map((toggle) => toggle.isChecked()))).toEqual([false, false, false]);
    await toggles[2]?.check();
    expect(form().value.side).toBe('c');
  });

  it('has checks that keep the order in which they were ticked', async () => {
    const boxes = await loader.getAllHarnesses(MatCheckboxHarness);
    expect(await Promise.all(boxes.map((box) => box.isChecked()))).toEqual([false, true, false]);
    await boxes[0]?.check();
    expect(form().value.goals).toEqual(['b', 'a']);
    await boxes[1]?.uncheck();
    expect(form().value.goals).toEqual(['a']);
  });

  describe('has a field for a day', () => {
    let field: MatDatepickerInputHarness;
    const wrong = async () =>
      (await loader.getHarness(MatFormFieldHarness.with({ floatingLabelText: 'Day' }))).getTextErrors();
    beforeEach(async () => {
      field = await loader.getHarness(MatDatepickerInputHarness);
    });

    it('written as everywhere, and read in any of the usual ways', async () => {
      expect(await field.getValue()).toBe('10 Mar 2026');
      for (const [typed, read] of [
        ['2026-04-02', '2026-04-02'],
        ['3 Apr 2026', '2026-04-03'],
        ['4.4.2026', '2026-04-04'],
      ] as const) {
        await field.setValue(typed);
        expect(form().value.day).withContext(typed).toBe(day(read));
      }
      await field.setValue('');
      expect(form().value.day).toBeNull();
    });

    it('in which what is no day, or lies outside, stays marked and is told to nobody', async () => {
      for (const [typed, said] of [
        ['soon', 'This is no day.'],
        ['2025-12-31', 'Not before 1 Jan 2026.'],
        ['2027-01-01', 'Not after 31 Dec 2026.'],
      ] as const) {
        await field.setValue(typed);
        await field.blur();
        expect((await wrong())[0])
          .withContext(typed)
          .toContain(said);
        expect(form().value.day).withContext(typed).toBe(day('2026-03-10'));
        expect(form().valid).withContext(typed).toBeFalse();
      }
      await field.setValue('2026-05-01');
      expect(form().valid).toBeTrue();
    });

    it('with a calendar to choose from', async () => {
      await field.openCalendar();
      await (await field.getCalendar()).selectCell({ text: '17' });
      expect(form().value.day).toBe(day('2026-03-17'));
    });
  });

  it('has a field for a time', async () => {
    const field = await loader.getHarness(MatTimepickerInputHarness);
    const write = async (text: string): Promise<void> => {
      await field.setValue(text);
      await (await field.host()).dispatchEvent('change');
    };
    expect(await field.getValue()).toBe('06:30');
    for (const [typed, read] of [
      ['7:15', '07:15'],
      ['18.05', '18:05'],
    ] as const) {
      await write(typed);
      expect(form().value.time).withContext(typed).toBe(read);
    }
    await write('late');
    expect(form().value.time).toBe('18:05');
  });

  it('has forms that are not sent while a field in them cannot be read, however deep it stands', () => {
    const { page, fixture } = new Shown(Sent);
    const type = (name: string, text: string): void => {
      const field = page.querySelector(`[aria-label="${name}"]`) as HTMLInputElement;
      field.value = text;
      for (const kind of ['input', 'change']) field.dispatchEvent(new Event(kind));
      fixture.detectChanges();
    };
    const send = (): number => {
      page.querySelector('form')?.dispatchEvent(new Event('submit'));
      return fixture.componentInstance.sent;
    };
    const focused = (): string | null => document.activeElement?.getAttribute('aria-label') ?? null;
    expect(send()).toBe(1);
    for (const [name, wrong, right] of [
      ['Until', 'soon', '4.4.2026'],
      ['At', 'late', '7:15'],
      ['Rounds', 'many', '8'],
    ] as const) {
      const before = fixture.componentInstance.sent;
      type(name, wrong);
      expect(send()).withContext(name).toBe(before);
      expect(focused()).toBe(name);
      type(name, right);
      expect(send())
        .withContext(name)
        .toBe(before + 1);
    }
    // A field that is gone holds nobody up.
    type('Until', 'soon');
    fixture.componentInstance.dated.set(false);
    fixture.detectChanges();
    const before = fixture.componentInstance.sent;
    expect(send()).toBe(before + 1);
  });

  it('has a field for a number that is part of a form, with keys for a step and for a page', () => {
    const box = shown.page.querySelector('[role=spinbutton]') as HTMLInputElement;
    const press = (key: string): void => {
      box.dispatchEvent(new KeyboardEvent('keydown', { key }));
      shown.fixture.detectChanges();
    };
    press('ArrowUp');
    expect(form().value.counts).toBe(5);
    press('PageUp');
    expect(form().value.counts).toBe(10);
    press('PageDown');
    press('PageDown');
    expect(form().value.counts).toBe(1);
    shown.type('Counts', '7½');
    expect(form().value.counts).toBe(7.5);
    form().controls.counts.disable();
    shown.fixture.detectChanges();
    expect(box.disabled).toBeTrue();
  });

  it('folds away what is made only when it is opened', async () => {
    const fold = await loader.getHarness(MatExpansionPanelHarness);
    expect(shown.page.querySelector('.inner')).toBeNull();
    await fold.expand();
    expect(shown.text('.inner')).toBe('Inner');
  });

  it('names what shows an icon alone, for the eye and for the ear', async () => {
    const tip = await loader.getHarness(MatTooltipHarness);
    await tip.show();
    expect(await tip.getTooltipText()).toBe('Undo the last edit');
    expect(shown.page.querySelector('[aria-label="Undo the last edit"]')).not.toBeNull();
  });

  const dialogs = () => everywhere.getAllHarnesses(MatDialogHarness);
  const dialog = async (): Promise<MatDialogHarness> => {
    await shown.until(() => document.querySelector('mat-dialog-container') !== null);
    return everywhere.getHarness(MatDialogHarness);
  };

  it('asks, and takes everything but yes for no', async () => {
    const answers: boolean[] = [];
    const ask = (): void => {
      shown.fixture.componentInstance.questions
        .ask({ title: 'Discard it?', text: 'It is kept nowhere else.', yes: 'Discard it' })
        .subscribe((answer) => answers.push(answer));
    };
    ask();
    const first = await dialog();
    expect(await first.getTitleText()).toBe('Discard it?');
    await (await first.getHarness(MatButtonHarness.with({ text: 'Discard it' }))).click();
    await shown.until(() => answers.length === 1);
    ask();
    await (await dialog()).close();
    await shown.until(() => answers.length === 2);
    expect(answers).toEqual([true, false]);
  });

  it('says what was done, and undoes it', async () => {
    let undone = 0;
    TestBed.inject(Notices).say('It is archived.', { label: 'Undo', run: () => undone++ });
    await shown.until(() => document.querySelector('mat-snack-bar-container') !== null);
    const bar = await everywhere.getHarness(MatSnackBarHarness);
    expect(await bar.getMessage()).toBe('It is archived.');
    await bar.dismissWithAction();
    expect(undone).toBe(1);
  });

  it('edits at the side, and asks before something typed there is lost', async () => {
    const { componentInstance } = shown.fixture;
    TestBed.inject(SideSheets).open(componentInstance.sheet());
    const sheet = await dialog();
    componentInstance.typed = true;
    const close = await sheet.getHarness(MatButtonHarness.with({ selector: '[aria-label="Close"]' }));
    await close.click();
    await shown.until(() => document.querySelectorAll('mat-dialog-container').length === 2);
    const question = (await dialogs())[1] as MatDialogHarness;
    await (await question.getHarness(MatButtonHarness.with({ text: 'Stay' }))).click();
    const open = (): number => document.querySelectorAll('mat-dialog-container').length;
    await shown.until(() => open() === 1);
    componentInstance.typed = false;
    await close.click();
    await shown.until(() => open() === 0);
    expect(open()).toBe(0);
  });
});
