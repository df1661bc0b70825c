import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CapacityCheck } from '@nuvrah/contract';
import type { Series } from '../ui/chart-table';
import { LineChart } from '../ui/line-chart';
import { capacityWords } from '../words/capacity-words';

/** Every capacity check on record as lines over days. */
@Component({
  selector: 'nv-capacity-history',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineChart],
  template: `<nv-line-chart
    [label]="words.history"
    [unit]="words.seconds"
    [days]="days()"
    [series]="series()"
  />`,
})
export class CapacityHistory {
  protected readonly words = capacityWords;
  /** The oldest first. */
  readonly checks = input.required<readonly CapacityCheck[]>();

  protected readonly days = computed(() => this.checks().map(({ checkedOn }) => checkedOn));
  protected readonly series = computed((): Series[] => {
    return (['inhale', 'exhale', 'hold', 'emptyHold'] as const)
      .map((key) => ({ name: capacityWords.phases[key], values: this.checks().map((check) => check[key]) }))
      .filter(({ values }) => values.some((value) => value !== null));
  });
}
