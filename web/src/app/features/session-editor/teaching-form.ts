import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import {
  formatSeconds,
  LONGEST_NATURAL_SECONDS,
  LONGEST_QUESTION,
  LONGEST_SETTLING,
  MOST_READY_COUNTS,
  MOST_TAUGHT_ROUNDS,
  NOT_TAUGHT,
  partsTaught,
  raisedHand,
  seconds,
  timeToSay,
  type CountedPassage,
  type StrokePassage,
  type Teaching,
} from '@nuvrah/core';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { restForm, secondsForm, wholeForm } from '../../ui/number-forms';
import { sayWords } from '../../words/say-words';
import type { PassageEdit } from './session-edits';

/** A number of the arc as it is edited. */
interface NumberRow {
  readonly label: string;
  readonly unit: string;
  readonly form: NumberForm;
  readonly max: number;
  readonly by?: number;
  readonly fine?: number;
  readonly width: number;
  readonly steppers?: boolean;
  readonly value: number;
  readonly set: (value: number) => void;
}

/** How a passage is taught: what comes before its counted rounds and after them, and how it begins and ends. */
@Component({
  selector: 'nv-teaching-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, NgTemplateOutlet, NumberField],
  template: `
    <h3>{{ words.before }}</h3>
    <label>
      <span>{{ words.explain }}</span>
      <textarea
        rows="2"
        maxlength="1000"
        [attr.aria-label]="words.explain"
        [value]="teaching().explain"
        (input)="writeExplained($event)"
      ></textarea>
    </label>
    @if (tooShort(); as line) {
      <p class="soft" role="status">{{ line }}</p>
    }
    <ng-container [ngTemplateOutlet]="numbers" [ngTemplateOutletContext]="{ rows: before() }" />
    <p class="soft">{{ words.notCounted }}</p>

    <h3>{{ words.after }}</h3>
    <ng-container [ngTemplateOutlet]="numbers" [ngTemplateOutletContext]="{ rows: after() }" />

    <h3>{{ words.startAndEnd }}</h3>
    <ng-container [ngTemplateOutlet]="numbers" [ngTemplateOutletContext]="{ rows: ends() }" />
    <ng-template #numbers let-rows="rows">
      <div class="fields">
        @for (row of asRows(rows); track row.label) {
          <nv-number-field
            [label]="row.label"
            [caption]="row.label"
            [unit]="row.unit"
            [form]="row.form"
            [min]="0"
            [max]="row.max"
            [by]="row.by ?? 1"
            [fine]="row.fine ?? 1"
            [width]="row.width"
            [steppers]="row.steppers ?? false"
            [value]="row.value"
            (valueChange)="row.set($event)"
          />
        }
      </div>
    </ng-template>
    @if (strokes(); as passage) {
      <mat-checkbox
        [checked]="passage.firstBreath === true"
        (change)="set({ firstBreath: $event.checked }, 'first breath')"
      >
        {{ words.firstBreath }}
      </mat-checkbox>
    }
  `,
  styleUrls: ['../../ui/fields.scss', '../../ui/form.scss'],
  styles: `
    h3 {
      margin: 0.75rem 0 0.375rem;
      font: 600 1rem / 1.3 var(--sans);
    }
    h3:first-child {
      margin-top: 0;
    }
    textarea {
      width: 100%;
    }
    .fields {
      margin-bottom: 0;
    }
  `,
})
export class TeachingForm {
  protected readonly words = sayWords.teaching;
  readonly passage = input.required<CountedPassage | StrokePassage>();
  readonly edit = output<PassageEdit>();

  protected readonly teaching = computed(() => this.passage().teaching ?? NOT_TAUGHT);
  protected readonly strokes = computed(() => {
    const passage = this.passage();
    return passage.kind === 'strokes' ? passage : null;
  });
  private readonly isStrokes = computed(() => this.strokes() !== null);

  protected readonly asRows = (rows: readonly NumberRow[]): readonly NumberRow[] => rows;

  /** Minutes, as milliseconds. */
  private minutes(label: string, key: 'explainFor' | 'quiet'): NumberRow {
    const set = (value: number): void => this.change({ [key]: seconds(Math.round(value / 1000)) });
    const max = LONGEST_NATURAL_SECONDS * 1000;
    const { minutes: unit } = this.words;
    return {
      label,
      unit,
      form: restForm,
      max,
      by: 30_000,
      fine: 5_000,
      width: 6,
      value: this.teaching()[key] * 1000,
      set,
    };
  }

  private rounds(label: string, key: 'demonstrate' | 'trial'): NumberRow {
    const { rounds: unit } = this.words;
    const form = wholeForm(0, MOST_TAUGHT_ROUNDS, unit);
    const set = (value: number): void => this.change({ [key]: value });
    return {
      label,
      unit,
      form,
      max: MOST_TAUGHT_ROUNDS,
      width: 2,
      steppers: true,
      value: this.teaching()[key],
      set,
    };
  }

  private settling(label: string, key: 'handUp' | 'closing'): NumberRow {
    const form = secondsForm(0, LONGEST_SETTLING.hand);
    const set = (value: number): void => this.set({ [key]: seconds(value) }, key);
    const { seconds: unit } = this.words;
    return {
      label,
      unit,
      form,
      max: LONGEST_SETTLING.hand,
      fine: 0.5,
      width: 4,
      value: this.passage()[key],
      set,
    };
  }

  protected readonly before = computed((): readonly NumberRow[] => {
    const { words } = this;
    const sets = this.isStrokes();
    return [
      this.minutes(words.explainFor, 'explainFor'),
      this.rounds(sets ? words.demonstrateSets : words.demonstrate, 'demonstrate'),
      this.rounds(sets ? words.trialSets : words.trial, 'trial'),
    ];
  });
  protected readonly after = computed((): readonly NumberRow[] => [
    this.minutes(this.words.quiet, 'quiet'),
    {
      label: this.words.ask,
      unit: this.words.seconds,
      form: wholeForm(0, LONGEST_QUESTION, this.words.seconds),
      max: LONGEST_QUESTION,
      by: 5,
      width: 4,
      value: this.teaching().ask,
      set: (value) => this.change({ ask: seconds(Math.round(value)) }),
    },
  ]);
  protected readonly ends = computed((): readonly NumberRow[] => [
    {
      label: this.words.getReady,
      unit: this.words.counts,
      form: wholeForm(0, MOST_READY_COUNTS, this.words.counts),
      max: MOST_READY_COUNTS,
      width: 2,
      steppers: true,
      value: this.passage().getReady ?? 0,
      set: (value) => this.setReady(value),
    },
    ...(raisedHand(this.passage()) === null
      ? []
      : [this.settling(this.words.handUp, 'handUp'), this.settling(this.words.closing, 'closing')]),
  ]);

  /** What there is to say lasts longer than there is time for it. */
  protected readonly tooShort = computed(() => {
    const { explain, explainFor } = this.teaching();
    if (explain.trim() === '') return null;
    const needed = timeToSay(explain);
    const line = this.words.lasts(formatSeconds(needed));
    return explainFor > needed ? line : `${line} ${this.words.giveItTime}`;
  });

  protected writeExplained(event: Event): void {
    this.change({ explain: (event.target as HTMLTextAreaElement).value.slice(0, 1000) });
  }

  private change(change: Partial<Teaching>): void {
    const teaching = { ...this.teaching(), ...change };
    const { teaching: _, ...itself } = this.passage();
    const empty = partsTaught(teaching).length === 0 && teaching.explain === '';
    const [name = ''] = Object.keys(change);
    this.edit.emit({ passage: empty ? itself : { ...itself, teaching }, name: `teaching ${name}` });
  }

  private setReady(getReady: number): void {
    const { getReady: _, ...itself } = this.passage();
    this.edit.emit({ passage: getReady === 0 ? itself : { ...itself, getReady }, name: 'get ready' });
  }

  protected set(change: Partial<CountedPassage> & Partial<StrokePassage>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change } as CountedPassage | StrokePassage, name });
  }
}
