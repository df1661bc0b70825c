import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { ChartTable, type Series } from './chart-table';
import { plainLayout, Plot, type Figure, type Inks } from './plot';

const DAY_MS = 86_400_000;

/** A bar by day, and below it a dot by day on a scale of 0 to 10; the numbers stand in a table too. */
@Component({
  selector: 'nv-bar-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChartTable, Plot],
  template: `
    <figure>
      <nv-plot [label]="label()" [figure]="figure()" />
      <figcaption>
        <nv-chart-table [label]="label()" [days]="days()" [series]="[bars(), dots()]" />
      </figcaption>
    </figure>
  `,
  styles: `
    figure {
      margin: 0;
      --plot-height: 15rem;
    }
  `,
})
export class BarChart {
  readonly label = input.required<string>();
  /** Days as yyyy-mm-dd, in order. */
  readonly days = input.required<readonly string[]>();
  readonly bars = input.required<Series>();
  readonly dots = input.required<Series>();
  /** The days between which is drawn. */
  readonly from = input.required<string>();
  readonly to = input.required<string>();

  protected readonly figure = computed(() => {
    const [days, bars, dots, from, to] = [this.days(), this.bars(), this.dots(), this.from(), this.to()];
    return (inks: Inks): Figure => {
      const axis = { gridcolor: inks.rule, linecolor: inks.rule, zeroline: false, fixedrange: true } as const;
      return {
        data: [
          {
            type: 'bar',
            name: bars.name,
            x: [...days],
            y: [...bars.values],
            width: 0.7 * DAY_MS,
            marker: { color: inks.soft },
          },
          {
            type: 'scatter',
            mode: 'markers',
            name: dots.name,
            x: [...days],
            y: [...dots.values],
            yaxis: 'y2',
            marker: { color: inks.ink, size: 7 },
          },
        ],
        layout: {
          ...plainLayout(inks),
          margin: { l: 56, r: 16, t: 8, b: 32 },
          xaxis: {
            ...axis,
            type: 'date',
            range: [from, to],
            tickformat: '%-d %b',
            showgrid: false,
            anchor: 'y2',
          },
          yaxis: { ...axis, domain: [0.42, 1], rangemode: 'tozero', nticks: 4, title: { text: bars.name } },
          yaxis2: { ...axis, domain: [0, 0.3], range: [-0.5, 10.5], dtick: 5, title: { text: 'effort' } },
          showlegend: false,
        },
      };
    };
  });
}
