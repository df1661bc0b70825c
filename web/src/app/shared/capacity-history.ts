import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CapacityCheck } from '@nuvrah/contract';
import type { Series } from '../ui/chart-table';
import { LineChart } from '../ui/line-chart';

/** Every capacity check on record as lines over days. */
@Component({
  selector: 'nv-capacity-history',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineChart],
  template: `<nv-line-chart
    label="Comfortable seconds"
    unit="seconds"
    [days]="days()"
    [series]="series()"
  />`,
})
export class CapacityHistory {
  /** The oldest first. */
  readonly checks = input.required<readonly CapacityCheck[]>();

  protected readonly days = computed(() => this.checks().map(({ checkedOn }) => checkedOn));
  protected readonly series = computed((): Series[] => {
    const of = (name: string, key: 'inhale' | 'exhale' | 'hold' | 'emptyHold'): Series => ({
      name,
      values: this.checks().map((check) => check[key]),
    });
    return [
      of('inhale', 'inhale'),
      of('exhale', 'exhale'),
      of('hold', 'hold'),
      of('empty hold', 'emptyHold'),
    ].filter(({ values }) => values.some((value) => value !== null));
  });
}
