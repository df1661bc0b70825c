import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { addDays, dayInShort, daysBetween, type Day } from '@nuvrah/core';
import { ChartTable, type Series } from './chart-table';

/** What the highest line stands for: the first of these that is as high as every bar, then whole hundreds. */
const TOPS = [5, 10, 20, 30, 40, 60, 90, 120, 180, 240];
/** A day below the bars is told every so many days. */
const DAYS_APART = 14;
/** The scale of the dots. */
const MOST = 10;

/**
 * A bar by day, and below it a dot by day on a scale of 0 to 10; the numbers stand in a table too. Small enough to be drawn
 * by the page itself: it is there before a chart library would have been read.
 */
@Component({
  selector: 'nv-bar-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChartTable],
  template: `
    <figure>
      <div
        class="chart"
        role="img"
        [attr.aria-label]="label()"
        [style.--days]="length()"
        [style.--most]="most"
      >
        <span class="name soft">{{ bars().name }}</span>
        <div class="field bars">
          @for (line of lines(); track line) {
            <span class="line" [style.bottom.%]="(line / top()) * 100"
              ><span class="soft">{{ line }}</span></span
            >
          }
          @for (bar of columns(); track bar.column) {
            <span class="bar" [style.--column]="bar.column" [style.height.%]="(bar.sum / top()) * 100"></span>
          }
        </div>
        <span class="name soft">{{ dots().name }}</span>
        <div class="field dots">
          @for (line of [0, most]; track line) {
            <span class="line" [style.bottom.%]="line * most"
              ><span class="soft">{{ line }}</span></span
            >
          }
          @for (dot of marks(); track $index) {
            <span class="dot" [style.--column]="dot.column" [style.bottom.%]="dot.value * most"></span>
          }
        </div>
        <div class="field days soft">
          @for (day of told(); track day.column) {
            <span [style.--column]="day.column">{{ day.words }}</span>
          }
        </div>
      </div>
      <figcaption>
        <nv-chart-table [label]="label()" [days]="days()" [series]="[bars(), dots()]" />
      </figcaption>
    </figure>
  `,
  styles: `
    figure {
      margin: 0;
    }
    .chart {
      display: grid;
      padding: 0.5rem 1.75rem 0 3rem;
      font-size: 0.875rem;
    }
    .field {
      position: relative;
    }
    .bars {
      height: 7rem;
      margin-bottom: 0.75rem;
    }
    .dots {
      height: 3rem;
    }
    .days {
      height: 1.75rem;
    }
    .name {
      margin-left: -2rem;
      margin-bottom: 0.5rem;
    }
    .line {
      position: absolute;
      inset-inline: 0;
      border-top: 1px solid var(--rule);
    }
    .line > span {
      position: absolute;
      inset-inline-end: calc(100% + 0.375rem);
      transform: translateY(-50%);
    }
    .bar,
    .dot,
    .days > span {
      position: absolute;
      inset-inline-start: calc((var(--column) - 0.5) / var(--days) * 100%);
    }
    .bar {
      bottom: 0;
      width: calc(70% / var(--days));
      translate: -50%;
      background: var(--soft-ink);
    }
    .dot {
      width: 7px;
      height: 7px;
      translate: -50% 50%;
      border-radius: 50%;
      background: var(--ink);
    }
    .days > span {
      top: 0.375rem;
      translate: -50%;
      white-space: nowrap;
    }
    @media print {
      .bar,
      .dot {
        print-color-adjust: exact;
      }
    }
  `,
})
export class BarChart {
  readonly label = input.required<string>();
  /** The day of each value; a day may come more than once. */
  readonly days = input.required<readonly Day[]>();
  readonly bars = input.required<Series>();
  readonly dots = input.required<Series>();
  /** The days between which is drawn, both drawn too. */
  readonly from = input.required<Day>();
  readonly to = input.required<Day>();

  protected readonly most = MOST;
  protected readonly length = computed(() => daysBetween(this.from(), this.to()) + 1);
  /** Bars of one day stand on one another. */
  protected readonly columns = computed(() => {
    const sums = new Map<number, number>();
    this.days().forEach((day, at) => {
      const value = this.bars().values[at] ?? null;
      const column = this.columnOf(day);
      if (value !== null) sums.set(column, (sums.get(column) ?? 0) + value);
    });
    return [...sums].map(([column, sum]) => ({ column, sum }));
  });
  protected readonly top = computed(() => {
    const highest = Math.max(0, ...this.columns().map(({ sum }) => sum));
    return TOPS.find((top) => top >= highest) ?? Math.ceil(highest / 100) * 100;
  });
  protected readonly lines = computed(() => [0, this.top() / 2, this.top()]);
  protected readonly marks = computed(() =>
    this.days().flatMap((day, at) => {
      const value = this.dots().values[at] ?? null;
      return value === null ? [] : [{ column: this.columnOf(day), value }];
    }),
  );
  protected readonly told = computed(() => {
    const times = Math.floor((this.length() - 1) / DAYS_APART);
    return Array.from({ length: times + 1 }, (_, index) => {
      const day = addDays(this.to(), -(times - index) * DAYS_APART);
      return { column: this.columnOf(day), words: dayInShort(day) };
    });
  });

  private columnOf(day: Day): number {
    return daysBetween(this.from(), day) + 1;
  }
}
