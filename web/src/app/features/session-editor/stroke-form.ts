import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  counts,
  BREATH_PATH_NAMES,
  seconds,
  STROKE_REST,
  STROKE_NAMES,
  techniqueOf,
  withStrokes,
  type BreathPath,
  type Range,
  type Recovery,
  type SetRamp,
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

/** Something that can change from set to set. */
interface Change {
  readonly of: 'strokes' | 'rate';
  readonly words: Readonly<Record<'bySet' | 'last' | 'unit' | 'step', string>>;
  readonly start: number;
  readonly ramp: SetRamp | null;
  readonly range: Range;
  readonly form: NumberForm;
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
      @for (change of changes(); track change.of) {
        <mat-checkbox [checked]="change.ramp !== null" (change)="toggleRamp(change)">
          {{ change.words.bySet }}
        </mat-checkbox>
        @if (change.ramp; as ramp) {
          <div class="labelled">
            <span>{{ change.words.last }}</span>
            <nv-number-field
              [label]="change.words.last"
              [unit]="change.words.unit"
              [value]="ramp.to"
              [form]="change.form"
              [min]="change.range.from"
              [max]="change.range.to"
              [by]="5"
              [width]="4"
              (valueChange)="setRampTo(change, $event)"
            />
          </div>
          <div class="labelled">
            <span>{{ words.stepBySet }}</span>
            <nv-number-field
              [label]="change.words.step"
              [unit]="change.words.unit"
              [value]="stepOf(ramp)"
              [form]="stepForm"
              [min]="1"
              [max]="100"
              [width]="3"
              (valueChange)="setRampBy(change, $event)"
            />
          </div>
        }
      }
    </div>
    <div class="fields">
      <mat-checkbox [checked]="passage().ownPaceFrom !== undefined" (change)="toggleOwnPace()">
        {{ words.atOwnPace }}
      </mat-checkbox>
      @if (passage().ownPaceFrom; as from) {
        <div class="labelled">
          <span>{{ words.fromSet }}</span>
          <nv-number-field
            [label]="words.ownPaceFromSet"
            [value]="from"
            [form]="setsForm()"
            [min]="1"
            [max]="passage().sets"
            [fine]="1"
            [width]="3"
            (valueChange)="set({ ownPaceFrom: $event }, 'own pace')"
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
      { key: 'sets', label: this.words.sets, form: this.formOf(sets, this.words.sets), ...sets, by: 1 },
    ];
  });
  protected readonly turnsMayChange = computed(() => this.pattern().turns.length > 1);
  protected readonly turnsKey = computed(() => this.passage().turns.join(' ') as keyof typeof this.turnWords);
  /** What can change from set to set. */
  protected readonly changes = computed((): readonly Change[] => {
    const { strokes, rate, strokesRamp = null, rateRamp } = this.passage();
    const pattern = this.pattern();
    const { strokesATurn, strokesAMinute, strokesBySet, rateBySet } = this.words;
    return [
      {
        of: 'strokes',
        words: strokesBySet,
        start: strokes,
        ramp: strokesRamp,
        range: pattern.strokes,
        form: this.formOf(pattern.strokes, strokesATurn),
      },
      {
        of: 'rate',
        words: rateBySet,
        start: rate,
        ramp: rateRamp,
        range: pattern.rate,
        form: this.formOf(pattern.rate, strokesAMinute),
      },
    ];
  });
  protected readonly setsForm = computed(() =>
    this.formOf({ from: 1, to: this.passage().sets }, this.words.sets),
  );
  protected readonly stepOf = ({ by }: SetRamp): number => Math.abs(by);
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

  protected toggleRamp({ of, start, ramp, range }: Change): void {
    const to = Math.min(range.to, start + 10 * Math.max(1, this.passage().sets - 1));
    this.setRamp(of, ramp ? null : { by: 10, every: 1, to });
  }

  protected setRampTo({ of, start, ramp }: Change, to: number): void {
    const step = ramp ? this.stepOf(ramp) : 1;
    this.setRamp(of, { by: to < start ? -step : step, every: 1, to });
  }

  protected setRampBy({ of, ramp }: Change, value: number): void {
    if (ramp) this.setRamp(of, { ...ramp, by: ramp.by < 0 ? -value : value });
  }

  private setRamp(of: Change['of'], ramp: SetRamp | null): void {
    const passage = this.passage();
    if (of === 'rate') return this.set({ rateRamp: ramp }, 'rate ramp');
    const steady = withStrokes(passage, passage.strokes);
    this.edit.emit({ passage: { ...steady, ...(ramp && { strokesRamp: ramp }) }, name: 'strokes ramp' });
  }

  /** All strokes called, or those of the last set at one's own pace. */
  protected toggleOwnPace(): void {
    const { ownPaceFrom, ...called } = this.passage();
    const passage = ownPaceFrom === undefined ? { ...called, ownPaceFrom: called.sets } : called;
    this.edit.emit({ passage, name: 'own pace' });
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
