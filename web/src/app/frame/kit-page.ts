import { ChangeDetectionStrategy, Component, inject, viewChild, type TemplateRef } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { JsonPipe } from '@angular/common';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatIconModule } from '@angular/material/icon';
import { day, type Day } from '@nuvrah/core';
import { PageBar } from '../shared/page/page-bar';
import { BarChart } from '../ui/bar-chart';
import { Card } from '../ui/card';
import { Checks } from '../ui/checks';
import { Choice } from '../ui/choice';
import { DateField } from '../ui/date-field';
import { FileButton } from '../ui/file-button';
import { Fold } from '../ui/fold';
import { ICONS } from '../ui/icons';
import { LineChart } from '../ui/line-chart';
import { Notices } from '../ui/notices';
import { NumberField } from '../ui/number-field';
import { countsForm } from '../ui/number-forms';
import { Questions } from '../ui/questions';
import { SearchSelect } from '../ui/search-select';
import { SelectField } from '../ui/select-field';
import { SideSheet } from '../ui/side-sheet';
import { SideSheets } from '../ui/side-sheets';
import { TagsField } from '../ui/tags-field';
import { TimeField } from '../ui/time-field';
import { Tip } from '../ui/tip';

const DAYS = ['2026-11-02', '2026-11-09', '2026-11-20'].map(day);

/** The whole kit on one page, in the light and in the dark theme. For developers: it is left out of a production build. */
@Component({
  selector: 'nv-kit-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BarChart,
    Card,
    Checks,
    Choice,
    DateField,
    FileButton,
    Fold,
    JsonPipe,
    LineChart,
    MatButtonModule,
    MatCheckboxModule,
    MatIconModule,
    NumberField,
    PageBar,
    ReactiveFormsModule,
    SearchSelect,
    SelectField,
    SideSheet,
    TagsField,
    TimeField,
    Tip,
  ],
  template: `
    <nv-page-bar><h1>Kit</h1></nv-page-bar>
    @for (theme of ['light', 'dark']; track theme) {
      <div class="theme" [style.color-scheme]="theme">
        <nv-card [name]="theme">
          <form [formGroup]="form">
            <nv-select label="Select" [words]="words" formControlName="one" />
            <nv-search-select label="Search select" [words]="words" formControlName="one" />
            <nv-tags label="Tags" [known]="tags" formControlName="tags" />
            <nv-choice legend="Choice" [words]="words" formControlName="one" />
            <nv-checks legend="Checks" [words]="words" formControlName="some" />
            <nv-date-field label="Day" formControlName="day" />
            <nv-time-field label="Time" formControlName="time" />
            <nv-number-field
              steppers
              label="Counts"
              unit="counts"
              formControlName="counts"
              [form]="counts"
              [min]="0.5"
              [max]="100"
            />
            <mat-checkbox>Checkbox</mat-checkbox>
            <pre>{{ form.value | json }}</pre>
          </form>
          <p class="row">
            <button matButton="filled" type="button">Main action</button>
            <button matButton="outlined" type="button">Other action</button>
            <button matButton type="button">Least action</button>
            <button matIconButton type="button" nvTip="Icon button">
              <mat-icon svgIcon="edit" aria-hidden="true" />
            </button>
            <nv-file-button label="Choose a file" accept=".csv" />
            <button matButton="outlined" type="button" (click)="ask()">Question</button>
            <button matButton="outlined" type="button" (click)="say()">Notice with undo</button>
            <button matButton="outlined" type="button" (click)="openSheet()">Side sheet</button>
          </p>
          <nv-fold name="Fold"><ng-template>What is folded away.</ng-template></nv-fold>
          <nv-line-chart
            label="Line chart"
            unit="s"
            [days]="days"
            [series]="[{ name: 'inhale', values: [8, 9, 10] }]"
          />
          <nv-bar-chart
            label="Bar chart"
            [from]="days[0]!"
            [to]="days.at(-1)!"
            [days]="days"
            [bars]="{ name: 'minutes', values: [5, 10, 7] }"
            [dots]="{ name: 'effort', values: [3, 4, null] }"
          />
          <p class="row">
            @for (icon of icons; track icon) {
              <span class="icon"><mat-icon [svgIcon]="icon" aria-hidden="true" /> {{ icon }}</span>
            }
          </p>
        </nv-card>
      </div>
    }
    <ng-template #sheet>
      <nv-side-sheet name="Side sheet"><p>What is edited.</p></nv-side-sheet>
    </ng-template>
  `,
  styles: `
    .theme {
      padding: 1rem 1.375rem;
      background: var(--ground);
      color: var(--ink);
    }
    form,
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 1rem;
      padding: 1rem;
    }
    .icon {
      display: inline-flex;
      align-items: center;
      gap: 0.375rem;
    }
  `,
})
export class KitPage {
  private readonly questions = inject(Questions);
  private readonly notices = inject(Notices);
  private readonly sheets = inject(SideSheets);
  private readonly sheet = viewChild.required<TemplateRef<unknown>>('sheet');

  protected readonly tags = ['calm', 'evening', 'long breath'];
  protected readonly words = { a: 'one', b: 'another', c: 'a third' };
  protected readonly counts = countsForm;
  protected readonly days = DAYS;
  protected readonly icons = Object.keys(ICONS);
  protected readonly form = new FormGroup({
    one: new FormControl<'a' | 'b' | 'c'>('a'),
    some: new FormControl<('a' | 'b' | 'c')[]>(['b']),
    tags: new FormControl<readonly string[]>(['calm'], { nonNullable: true }),
    day: new FormControl<Day | null>(null),
    time: new FormControl('06:30'),
    counts: new FormControl(4),
  });

  protected ask(): void {
    this.questions.ask({ title: 'A question?', text: 'What it does.', yes: 'Do it' }).subscribe();
  }

  protected say(): void {
    this.notices.say('Something was done.', { label: 'Undo', run: () => undefined });
  }

  protected openSheet(): void {
    this.sheets.open(this.sheet());
  }
}
