import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { LadderPlan } from '@nuvrah/contract';
import type { Gate, Day } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Checks } from '../../ui/checks';
import { DailySittings } from './daily-sittings';
import { WEEKDAYS, type Weekday } from '../../words/plan-words';
import { DateField } from '../../ui/date-field';

/** What the gate and the plan can be changed in. */
export interface Terms {
  readonly gate: Gate;
  readonly plan: LadderPlan;
  readonly wished: Day | null;
}

interface GateField {
  readonly key: keyof Gate;
  readonly label: string;
  readonly from: number;
  readonly to: number;
}
const GATE_FIELDS: readonly GateField[] = [
  { key: 'days', label: 'days on a rung', from: 1, to: 365 },
  { key: 'sittings', label: 'sittings on a rung', from: 1, to: 50 },
  { key: 'medianEffort', label: 'median effort at most', from: 0, to: 10 },
  { key: 'effort', label: 'no effort above', from: 0, to: 10 },
];

/** When is practised, what opens the next rung, and the wished date. */
@Component({
  selector: 'nv-plan-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DateField, Checks, DailySittings],
  template: `
    <nv-checks
      legend="days of practice"
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
    <div class="row">
      @for (field of fields; track field.key) {
        <label>
          <span>{{ field.label }}</span>
          <input
            type="number"
            [min]="field.from"
            [max]="field.to"
            [attr.aria-label]="field.label"
            [value]="terms().gate[field.key]"
            (change)="setGate(field, $event)"
          />
        </label>
      }
      <nv-date-field label="wished date" [value]="terms().wished" (valueChange)="emit({ wished: $event })" />
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

  protected setGate({ key, from, to }: GateField, event: Event): void {
    this.emit({ gate: { ...this.terms().gate, [key]: this.read(event, from, to, this.terms().gate[key]) } });
  }

  /** A whole number within its limits; anything else stays what it was. */
  private read(event: Event, from: number, to: number, now: number): number {
    const box = event.target as HTMLInputElement;
    const value = Number(box.value);
    const good = Number.isInteger(value) && value >= from && value <= to;
    if (!good) box.value = String(now);
    return good ? value : now;
  }

  protected emit(change: Partial<Terms>): void {
    const { gate, plan, wished } = this.terms();
    this.changed.emit({ gate, plan, wished, ...change });
  }
}
