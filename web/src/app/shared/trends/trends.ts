import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { forkJoin } from 'rxjs';
import { ScreeningClock } from '../../api/screening-clock';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../loading-note';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { CapacityHistory } from '../capacity-history';
import type { Series } from '../../ui/chart-table';
import { LineChart } from '../../ui/line-chart';
import { PracticeCalendar } from './practice-calendar';

interface Chart {
  readonly label: string;
  readonly unit: string;
  readonly days: readonly string[];
  readonly series: readonly Series[];
}

/** Numbers of a student's practice over days, as charts with their tables. */
@Component({
  selector: 'nv-trends',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CapacityHistory, LineChart, LoadingNote, PracticeCalendar],
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    @if (page.value(); as ready) {
      <nv-practice-calendar [sittings]="days()" [today]="today()" />
      <div class="charts">
        @for (chart of charts(); track chart.label) {
          <nv-line-chart
            [label]="chart.label"
            [unit]="chart.unit"
            [days]="chart.days"
            [series]="chart.series"
          />
        }
        @if (ready[1].length > 0) {
          <nv-capacity-history [checks]="ready[1]" />
        }
      </div>
    }
  `,
  styles: `
    .charts {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 26rem), 1fr));
      gap: 1rem 2rem;
    }
  `,
})
export class Trends {
  readonly student = input.required<string>();

  private readonly sittings = inject(Sittings);
  private readonly students = inject(Students);

  protected readonly page = asked(this.student, (id) =>
    forkJoin([this.sittings.trends(id), this.students.capacityChecks(id)]),
  );
  protected readonly today = inject(ScreeningClock).today;
  protected readonly days = computed(() => (this.page.value()?.[0] ?? []).map(({ day }) => day));

  /** Charts in which there is something to be seen. */
  protected readonly charts = computed((): readonly Chart[] => {
    const [points, checks] = this.page.value() ?? [[], []];
    const days = points.map(({ day }) => day);
    const of = (label: string, unit: string, ...series: Series[]): Chart => ({ label, unit, days, series });
    const line = (name: string, key: 'effort' | 'minutes' | 'base' | 'cycle' | 'openHold'): Series => ({
      name,
      values: points.map((point) => {
        const value = point[key];
        return value === null ? null : Math.round(value * 10) / 10;
      }),
    });
    const all: readonly Chart[] = [
      of('Base', 'counts', line('base', 'base')),
      of('Cycle', 'seconds', line('cycle', 'cycle')),
      of('Effort', '0 to 10', line('effort', 'effort')),
      of('Time practised', 'minutes', line('minutes', 'minutes')),
      of('Open holds', 'seconds', line('longest open hold', 'openHold')),
      {
        label: 'Resting rate',
        unit: 'breaths a minute',
        days: checks.map(({ checkedOn }) => checkedOn),
        series: [{ name: 'resting rate', values: checks.map(({ restingRate }) => restingRate) }],
      },
    ];
    return all.filter(({ series }) => series.some(({ values }) => values.some((value) => value !== null)));
  });
}
