import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Data, Layout } from 'plotly.js';
import { ChartTable, type Series } from './chart-table';
import { plainLayout, Plot, type Figure, type Inks } from './plot';

/** How a line is drawn, so that it is told apart without colour. */
const STYLES = [
  { dash: 'solid', symbol: 'circle' },
  { dash: 'dash', symbol: 'square' },
  { dash: 'dot', symbol: 'diamond' },
  { dash: 'dashdot', symbol: 'cross' },
] as const;

const DAY_MS = 86_400_000;
/** Of so few days each is an own mark: between two of them there are no hours to be told. */
const FEW_DAYS = 8;

/** Marks of whole days where there are few; a single one stands between its neighbours. */
function daysOnly(days: readonly string[]): Partial<Layout['xaxis']> {
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return {};
  const [from, to] = [Date.parse(first), Date.parse(last)];
  if ((to - from) / DAY_MS >= FEW_DAYS) return {};
  const edge = first === last ? DAY_MS : DAY_MS / 4;
  return { dtick: DAY_MS, tickformat: '%-d %b %Y', range: [from - edge, to + edge] };
}

/** Of more points than this none can be told from the next: the line alone is drawn. */
const MOST_MARKED = 400;

/** Lines over days; the numbers stand in a table too. */
@Component({
  selector: 'nv-line-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChartTable, Plot],
  template: `
    <figure>
      <nv-plot [label]="label()" [figure]="figure()" />
      <figcaption>
        <nv-chart-table [label]="label()" [unit]="unit()" [days]="days()" [series]="series()" />
      </figcaption>
    </figure>
  `,
  styles: `
    figure {
      margin: 0;
    }
  `,
})
export class LineChart {
  readonly label = input.required<string>();
  readonly unit = input.required<string>();
  /** Days as yyyy-mm-dd, in order. */
  readonly days = input.required<readonly string[]>();
  readonly series = input.required<readonly Series[]>();

  protected readonly figure = computed(() => {
    const [days, series, unit] = [this.days(), this.series(), this.unit()];
    return (inks: Inks): Figure => ({
      data: series.map(({ name, values }, index): Data => ({
        type: 'scatter',
        mode: values.length > MOST_MARKED ? 'lines' : 'lines+markers',
        name,
        x: [...days],
        y: [...values],
        connectgaps: true,
        line: { color: inks.ink, width: 2, dash: STYLES[index % STYLES.length]?.dash ?? 'solid' },
        marker: { color: inks.ink, size: 9, symbol: STYLES[index % STYLES.length]?.symbol ?? 'circle' },
      })),
      layout: layoutOf(inks, days, unit, series.length > 1),
    });
  });
}

function layoutOf(inks: Inks, days: readonly string[], unit: string, several: boolean): Partial<Layout> {
  const axis = { gridcolor: inks.rule, linecolor: inks.rule, zeroline: false, fixedrange: true } as const;
  return {
    ...plainLayout(inks),
    xaxis: { ...axis, type: 'date', ...daysOnly(days) },
    yaxis: { ...axis, rangemode: 'tozero', title: { text: unit } },
    legend: { orientation: 'h', y: 1.15 },
    showlegend: several,
  };
}
