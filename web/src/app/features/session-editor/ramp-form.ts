import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  checkRamp,
  firstStepOf,
  withFirstStep,
  counts,
  countsInCycle,
  holdsAllowedBy,
  isHold,
  PHASE_KINDS,
  PHASE_NAMES,
  techniqueOf,
  type Conventions,
  type CountedPassage,
  type CountedPattern,
  type HoldKind,
  type PhaseKind,
  type Ramp,
} from '@nuvrah/core';
import { SelectField } from '../../ui/select-field';
import { NumberField } from '../../ui/number-field';
import { countsForm, stepForm, wholeForm } from '../../ui/number-forms';
import type { PassageEdit } from './session-edits';
import { benchWords } from '../../words/bench-words';

/** Changes over the rounds: a phase or the base by steps to a limit, or a hold that comes in at a round. */
@Component({
  selector: 'nv-ramp-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, MatButtonModule, NumberField],
  template: `
    @for (row of rows(); track row.index) {
      <div class="fields">
        @if (row.ramp.kind === 'step') {
          <nv-select
            [label]="words.changes"
            [value]="row.ramp.of"
            [words]="steps()"
            (valueChange)="setOf(row.index, $event)"
          />
          <div class="labelled">
            <span>{{ words.by }}</span>
            <nv-number-field
              [label]="words.stepOfTheChange"
              [unit]="words.counts"
              [value]="row.ramp.by"
              [form]="forms.step"
              [min]="-20"
              [max]="20"
              [width]="4"
              (valueChange)="set(row.index, { by: $event })"
            />
          </div>
          <div class="labelled">
            <span>{{ words.everyRounds }}</span>
            <nv-number-field
              [label]="words.roundsBetweenSteps"
              [value]="row.ramp.every"
              [form]="forms.every"
              [min]="1"
              [max]="100"
              [width]="3"
              (valueChange)="set(row.index, { every: $event })"
            />
          </div>
          <div class="labelled">
            <span>{{ words.firstInRound }}</span>
            <nv-number-field
              [label]="words.firstStepInRound"
              [value]="firstOf(row.ramp)"
              [form]="forms.first"
              [min]="2"
              [max]="500"
              [width]="3"
              (valueChange)="setFirst(row.index, $event)"
            />
          </div>
          <div class="labelled">
            <span>{{ words.untilCounts }}</span>
            <nv-number-field
              [label]="words.limitOfTheChange"
              [unit]="words.counts"
              [value]="row.ramp.to"
              [form]="forms.counts"
              [min]="0"
              [max]="100"
              [width]="3"
              (valueChange)="set(row.index, { to: $event })"
            />
          </div>
        } @else {
          <nv-select
            [label]="words.comesIn"
            [value]="row.ramp.of"
            [words]="holdWords()"
            (valueChange)="setOf(row.index, $event)"
          />
          <div class="labelled">
            <span>{{ words.fromRound }}</span>
            <nv-number-field
              [label]="words.holdFromRound"
              [value]="row.ramp.round"
              [form]="forms.every"
              [min]="2"
              [max]="100"
              [width]="3"
              (valueChange)="set(row.index, { round: $event })"
            />
          </div>
        }
        <button matButton type="button" (click)="remove(row.index)">{{ words.takeOut }}</button>
      </div>
      @for (problem of row.problems; track problem) {
        <p class="wrong" role="alert">{{ problem }}</p>
      }
    }
    <div>
      <button matButton="outlined" type="button" (click)="addStep()">{{ words.addStep }}</button>
      @if (holds().length > 0) {
        <button matButton="outlined" type="button" (click)="addFrom()">{{ words.addHoldFrom }}</button>
      }
    </div>
  `,
  styleUrl: '../../ui/fields.scss',
})
export class RampForm {
  protected readonly words = benchWords.rampForm;
  readonly passage = input.required<CountedPassage>();
  readonly conventions = input.required<Conventions>();
  readonly edit = output<PassageEdit>();

  protected readonly forms = {
    step: stepForm,
    counts: countsForm,
    every: wholeForm(1, 100, 'rounds'),
    first: wholeForm(2, 500, 'rounds'),
  };

  private readonly pattern = computed(() => techniqueOf(this.passage().technique).pattern as CountedPattern);
  protected readonly holds = computed(() => holdsAllowedBy(this.pattern()));
  protected readonly steps = computed(() => {
    const kinds = PHASE_KINDS.filter((kind) => !isHold(kind) || this.holds().includes(kind));
    return Object.fromEntries([
      ['base', 'base'],
      ...kinds.map((kind) => [kind, PHASE_NAMES[kind]]),
    ]) as Record<PhaseKind | 'base', string>;
  });
  protected readonly holdWords = computed(
    () =>
      Object.fromEntries(this.holds().map((kind) => [kind, PHASE_NAMES[kind]])) as Record<HoldKind, string>,
  );
  private readonly first = computed(() =>
    countsInCycle({ ...this.passage(), ramps: [] }, 1, this.conventions()),
  );
  protected readonly rows = computed(() =>
    this.passage().ramps.map((ramp, index) => ({
      index,
      ramp,
      problems: checkRamp(this.passage(), ramp, this.first()).map(({ message }) => message),
    })),
  );

  protected addStep(): void {
    const to = counts(this.first().exhale + 2);
    this.emit([...this.passage().ramps, { kind: 'step', of: 'exhale', by: 1, every: 2, to }]);
  }

  protected addFrom(): void {
    const [of] = this.holds();
    if (of) this.emit([...this.passage().ramps, { kind: 'from', of, round: 3 }]);
  }

  protected setOf(index: number, of: string): void {
    this.set(index, { of });
  }

  protected set(index: number, change: Readonly<Record<string, unknown>>): void {
    this.emit(
      this.passage().ramps.map((ramp, at) => (at === index ? ({ ...ramp, ...change } as Ramp) : ramp)),
    );
  }

  protected readonly firstOf = firstStepOf;

  protected setFirst(index: number, round: number): void {
    this.emit(
      this.passage().ramps.map((ramp, at) =>
        at === index && ramp.kind === 'step' ? withFirstStep(ramp, round) : ramp,
      ),
    );
  }

  protected remove(index: number): void {
    this.emit(this.passage().ramps.filter((_, at) => at !== index));
  }

  private emit(ramps: readonly Ramp[]): void {
    this.edit.emit({ passage: { ...this.passage(), ramps }, name: 'ramps' });
  }
}
