import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { LadderPlan } from '@nuvrah/contract';
import type { Gate, Day } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Checks } from '../../ui/checks';
import { DailySittings } from './daily-sittings';
import { WEEKDAYS, type Weekday } from '../../words/plan-words';
import { DateField } from '../../ui/date-field';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { wholeForm } from '../../ui/number-forms';
import { ladderWords } from '../../words/ladder-words';

/** What the gate and the plan can be changed in. */
export interface Terms {
  readonly gate: Gate;
  readonly plan: LadderPlan;
  readonly wished: Day | null;
}

interface GateField {
  readonly key: keyof Gate;
  readonly label: string;
  readonly form: NumberForm;
  readonly from: number;
  readonly to: number;
}
const words = ladderWords.plan;
const GATE_FIELDS: readonly GateField[] = [
  { key: 'days', label: words.days, form: wholeForm(1, 365, words.days), from: 1, to: 365 },
  { key: 'sittings', label: words.sittings, form: wholeForm(1, 50, words.sittings), from: 1, to: 50 },
  { key: 'medianEffort', label: words.medianEffort, form: wholeForm(0, 10, ''), from: 0, to: 10 },
  { key: 'effort', label: words.effort, form: wholeForm(0, 10, ''), from: 0, to: 10 },
];

/** When is practised, what opens the next rung, and the wished date. */
@Component({
  selector: 'nv-plan-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DateField, Checks, DailySittings, NumberField],
  template: `
    <nv-checks
      [legend]="words.weekdays"
      [words]="weekdays"
      [value]="chosen()"
      (valueChange)="setDays($event)"
    />
    <nv-daily-sittings
      [sittings]="terms().plan.sittings"
      [others]="others()"
      [placed]="placed()"
      (changed)="setSittings($event)"
    />
    <p class="soft">{{ words.gateAbout }}</p>
    <div class="row">
      @for (field of fields; track field.key) {
        <nv-number-field
          [label]="field.label"
          [caption]="field.label"
          [form]="field.form"
          [min]="field.from"
          [max]="field.to"
          steppers
          [value]="terms().gate[field.key]"
          (valueChange)="setGate(field.key, $event)"
        />
      }
      <nv-date-field
        [label]="words.wished"
        [value]="terms().wished"
        (valueChange)="emit({ wished: $event })"
      />
    </div>
  `,
  styleUrl: '../../ui/form.scss',
})
export class PlanForm {
  readonly terms = input.required<Terms>();
  /** Other sessions of the student, by id. */
  readonly others = input<Readonly<Record<string, string>>>({});
  readonly changed = output<Terms>();

  private readonly account = inject(AccountStore);
  protected readonly placed = computed(() => this.account.required().place !== null);

  protected readonly words = words;
  protected readonly weekdays = WEEKDAYS;
  protected readonly fields = GATE_FIELDS;
  protected readonly chosen = computed(() => this.terms().plan.weekdays.map((day) => String(day) as Weekday));

  /** At least one day is left: a plan without any is none. */
  protected setDays(days: readonly Weekday[]): void {
    if (days.length === 0) return;
    const weekdays = days.map(Number).sort((a, b) => a - b);
    this.emit({ plan: { ...this.terms().plan, weekdays } });
  }

  protected setSittings(sittings: LadderPlan['sittings']): void {
    this.emit({ plan: { ...this.terms().plan, sittings } });
  }

  protected setGate(key: keyof Gate, value: number): void {
    this.emit({ gate: { ...this.terms().gate, [key]: value } });
  }

  protected emit(change: Partial<Terms>): void {
    const { gate, plan, wished } = this.terms();
    this.changed.emit({ gate, plan, wished, ...change });
  }
}
