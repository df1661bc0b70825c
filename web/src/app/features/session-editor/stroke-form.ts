import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  counts,
  BREATH_PATH_NAMES,
  seconds,
  STROKE_REST,
  STROKE_NAMES,
  techniqueOf,
  type BreathPath,
  type Recovery,
  type StrokeAirway,
  type StrokePassage,
  type StrokePattern,
} from '@nuvrah/core';
import { Variants } from '../../api/variants';
import { SelectField } from '../../ui/select-field';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { breathForm, countsForm, secondsForm, wholeForm } from '../../ui/number-forms';
import type { PassageEdit } from './session-edits';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { benchWords } from '../../words/bench-words';

interface Row {
  readonly key: 'strokes' | 'rate' | 'sets';
  readonly label: string;
  readonly form: NumberForm;
  readonly from: number;
  readonly to: number;
  readonly by: number;
}

/** Strokes, rate, sets and turns; the recovery after each turn and the rest that follows it. */
@Component({
  selector: 'nv-stroke-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, SelectField, NumberField],
  template: `
    <p class="soft">{{ kind() }}</p>
    <div class="fields">
      @for (row of rows(); track row.key) {
        <div class="labelled">
          <span>{{ row.label }}</span>
          <nv-number-field
            steppers
            [label]="row.label"
            [value]="passage()[row.key]"
            [form]="row.form"
            [min]="row.from"
            [max]="row.to"
            [by]="row.by"
            [fine]="1"
            [width]="4"
            (valueChange)="setNumber(row.key, $event)"
          />
        </div>
      }
      @if (turnsMayChange()) {
        <nv-select
          [label]="words.turns"
          [value]="turnsKey()"
          [words]="turnWords"
          (valueChange)="setTurns($event)"
        />
      }
    </div>
    <div class="fields">
      <mat-checkbox [checked]="passage().rateRamp !== null" (change)="toggleRamp()">
        {{ words.fasterOrSlowerBy }}
      </mat-checkbox>
      @if (passage().rateRamp; as ramp) {
        <div class="labelled">
          <span>{{ words.rateOfTheLast }}</span>
          <nv-number-field
            [label]="words.rateOfTheLast"
            [unit]="words.aMinute"
            [value]="ramp.to"
            [form]="rateForm()"
            [min]="pattern().rate.from"
            [max]="pattern().rate.to"
            [by]="5"
            [width]="4"
            (valueChange)="setRampTo($event)"
          />
        </div>
        <div class="labelled">
          <span>{{ words.stepBySet }}</span>
          <nv-number-field
            [label]="words.stepOfTheRate"
            [unit]="words.aMinute"
            [value]="step()"
            [form]="stepForm"
            [min]="1"
            [max]="100"
            [width]="3"
            (valueChange)="setRampBy($event)"
          />
        </div>
      }
    </div>
    <div class="fields">
      <mat-checkbox [checked]="passage().recovery !== null" (change)="toggleRecovery()">
        {{ words.recoveryBreath }}
      </mat-checkbox>
      @if (passage().recovery; as recovery) {
        @for (part of recoveryParts; track part.key) {
          <div class="labelled">
            <span>{{ words.counts(part.label) }}</span>
            <nv-number-field
              [label]="words.recovery(part.label)"
              [unit]="words.inCounts"
              [value]="recovery[part.key]"
              [form]="part.form"
              [min]="part.from"
              [max]="20"
              [width]="3"
              (valueChange)="setRecovery(part.key, $event)"
            />
          </div>
        }
        <nv-select
          [label]="words.outThrough"
          [value]="recovery.exhaleThrough"
          [words]="outWays"
          (valueChange)="setRecovery('exhaleThrough', $event)"
        />
      }
    </div>
    <div class="fields">
      <nv-select
        [label]="words.naturalBreathingAfter"
        [value]="passage().quiet === 'convention' ? 'convention' : 'fixed'"
        [words]="{ convention: 'by convention', fixed: 'so many seconds' }"
        (valueChange)="setQuiet($event)"
      />
      @if (fixedQuiet(); as fixed) {
        <div class="labelled">
          <span>{{ words.seconds }}</span>
          <nv-number-field
            [label]="words.naturalBreathingAfterStrokes"
            [unit]="words.seconds"
            [value]="fixed"
            [form]="quietForm"
            [min]="least"
            [max]="most"
            [by]="5"
            [width]="4"
            (valueChange)="set({ quiet: asSeconds($event) }, 'quiet')"
          />
        </div>
      }
    </div>
  `,
  styleUrl: '../../ui/fields.scss',
})
export class StrokeForm {
  protected readonly words = benchWords.strokeForm;
  readonly passage = input.required<StrokePassage>();
  readonly edit = output<PassageEdit>();

  private readonly variants = inject(Variants);
  protected readonly asSeconds = seconds;
  protected readonly least = STROKE_REST.least;
  protected readonly most = STROKE_REST.most;
  protected readonly quietForm = secondsForm(STROKE_REST.least, STROKE_REST.most);
  protected readonly stepForm = wholeForm(1, 100, 'a minute');
  protected readonly recoveryParts = [
    { key: 'inhale', label: 'in', form: breathForm, from: 0.5 },
    { key: 'hold', label: 'hold', form: countsForm, from: 0 },
    { key: 'exhale', label: 'out', form: breathForm, from: 0.5 },
  ] as const;
  protected readonly outWays: Partial<Record<BreathPath, string>> = {
    nose: BREATH_PATH_NAMES.nose,
    'rounded-lips': this.words.mouthRoundedLips,
  };
  protected readonly turnWords = {
    'left right both': 'left, right, both',
    'left right': 'left, right',
    left: 'left',
    right: 'right',
    both: 'both',
  };

  protected readonly pattern = computed(() => {
    const { variant, technique } = this.passage();
    return (this.variants.techniqueOf(variant) ?? techniqueOf(technique)).pattern as StrokePattern;
  });
  protected readonly kind = computed(() => this.words.strokes(STROKE_NAMES[this.passage().stroke]));
  protected readonly rateForm = computed(() => this.formOf(this.pattern().rate, this.words.strokesAMinute));
  protected readonly rows = computed((): readonly Row[] => {
    const { strokes, rate, sets } = this.pattern();
    return [
      {
        key: 'strokes',
        label: this.words.strokesATurn,
        form: this.formOf(strokes, 'strokes'),
        ...strokes,
        by: 5,
      },
      { key: 'rate', label: this.words.strokesAMinute, form: this.rateForm(), ...rate, by: 5 },
      { key: 'sets', label: 'sets', form: this.formOf(sets, 'sets'), ...sets, by: 1 },
    ];
  });
  protected readonly turnsMayChange = computed(() => this.pattern().turns.length > 1);
  protected readonly turnsKey = computed(() => this.passage().turns.join(' ') as keyof typeof this.turnWords);
  protected readonly step = computed(() => Math.abs(this.passage().rateRamp?.by ?? 1));
  protected readonly fixedQuiet = computed(() => {
    const { quiet } = this.passage();
    return quiet === 'convention' ? null : quiet;
  });

  private formOf({ from, to }: { from: number; to: number }, unit: string): NumberForm {
    return wholeForm(from, to, unit);
  }

  protected set(change: Partial<StrokePassage>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change }, name });
  }

  protected setNumber(key: Row['key'], value: number): void {
    this.set({ [key]: value }, key);
  }

  protected setTurns(key: string): void {
    this.set({ turns: key.split(' ') as StrokeAirway[] }, 'turns');
  }

  protected toggleRamp(): void {
    const { rateRamp, rate, sets } = this.passage();
    const to = Math.min(this.pattern().rate.to, rate + 10 * Math.max(1, sets - 1));
    this.set({ rateRamp: rateRamp ? null : { by: 10, every: 1, to } }, 'rate ramp');
  }

  protected setRampTo(to: number): void {
    const by = to < this.passage().rate ? -this.step() : this.step();
    this.set({ rateRamp: { by, every: 1, to } }, 'rate ramp');
  }

  protected setRampBy(value: number): void {
    const ramp = this.passage().rateRamp;
    if (ramp) this.set({ rateRamp: { ...ramp, by: ramp.by < 0 ? -value : value } }, 'rate ramp');
  }

  protected toggleRecovery(): void {
    const recovery: Recovery = {
      inhale: counts(4),
      hold: counts(0),
      exhale: counts(6),
      exhaleThrough: 'nose',
    };
    this.set({ recovery: this.passage().recovery ? null : recovery }, 'recovery');
  }

  protected setRecovery(key: keyof Recovery, value: number | BreathPath): void {
    const { recovery } = this.passage();
    if (recovery) this.set({ recovery: { ...recovery, [key]: value } }, `recovery ${key}`);
  }

  protected setQuiet(how: string): void {
    this.set({ quiet: how === 'convention' ? 'convention' : STROKE_REST.planned }, 'quiet');
  }
}
