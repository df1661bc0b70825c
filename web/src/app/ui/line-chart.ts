import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  viewChild,
  type ElementRef,
} from '@angular/core';
import type { Data, Layout, PlotlyHTMLElement } from 'plotly.js';
import { Fold } from './fold';

/** One line of a chart: a number by day, or nothing where it was not measured. */
export interface Series {
  readonly name: string;
  readonly values: readonly (number | null)[];
}

/** How a line is drawn, so that it is told apart without colour. */
const STYLES = [
  { dash: 'solid', symbol: 'circle' },
  { dash: 'dash', symbol: 'square' },
  { dash: 'dot', symbol: 'diamond' },
  { dash: 'dashdot', symbol: 'cross' },
] as const;

const DAY = 86_400_000;
/** Of so few days each is an own mark: between two of them there are no hours to be told. */
const FEW_DAYS = 8;

/** Marks of whole days where there are few; a single one stands between its neighbours. */
function daysOnly(days: readonly string[]): Partial<Layout['xaxis']> {
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return {};
  const [from, to] = [Date.parse(first), Date.parse(last)];
  if ((to - from) / DAY >= FEW_DAYS) return {};
  const edge = first === last ? DAY : DAY / 4;
  return { dtick: DAY, tickformat: '%-d %b %Y', range: [from - edge, to + edge] };
}

/** Of more points than this none can be told from the next: the line alone is drawn. */
const MOST_MARKED = 400;

/** Lines over days, drawn by a library that is loaded when the first chart is shown; the numbers stand in a table too. */
@Component({
  selector: 'nv-line-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold],
  template: `
    <figure>
      <div #plot class="plot" role="img" [attr.aria-label]="label()"></div>
      <figcaption>
        <nv-fold [name]="label() + ', as a table'">
          <ng-template>
            <table class="sheet-table">
              <thead>
                <tr>
                  <th scope="col">day</th>
                  @for (line of series(); track line.name) {
                    <th scope="col" class="number">{{ line.name }}, {{ unit() }}</th>
                  }
                </tr>
              </thead>
              <tbody>
                @for (row of rows(); track $index) {
                  <tr>
                    <td>{{ row.day }}</td>
                    @for (value of row.values; track $index) {
                      <td class="number">{{ value ?? '–' }}</td>
                    }
                  </tr>
                }
              </tbody>
            </table>
          </ng-template>
        </nv-fold>
      </figcaption>
    </figure>
  `,
  styles: `
    figure {
      margin: 0;
    }
    .plot {
      height: 18rem;
      overflow: hidden;
      background: var(--sheet);
    }
  `,
})
export class LineChart {
  readonly label = input.required<string>();
  readonly unit = input.required<string>();
  /** Days as yyyy-mm-dd, in order. */
  readonly days = input.required<readonly string[]>();
  readonly series = input.required<readonly Series[]>();

  private readonly plot = viewChild.required<ElementRef<HTMLElement>>('plot');
  protected readonly rows = computed(() =>
    this.days().map((day, at) => ({ day, values: this.series().map(({ values }) => values[at] ?? null) })),
  );

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      void import('plotly.js-basic-dist-min').then(({ default: plotly }) => {
        if (destroyed.destroyed) return;
        const element = this.plot().nativeElement;
        const draw = (): void => {
          const ink = getComputedStyle(element);
          const { data, layout } = this.figure(ink.getPropertyValue('color'), ink.getPropertyValue('--rule'));
          void plotly.react(element, data, layout, { displayModeBar: false });
        };
        draw();
        this.redraw = draw;
        // The width follows the element: text made larger narrows it, and no window is resized by that.
        const width = new ResizeObserver(() => {
          if (element.offsetWidth > 0) void plotly.Plots.resize(element);
        });
        width.observe(element);
        destroyed.onDestroy(() => {
          width.disconnect();
          plotly.purge(element as PlotlyHTMLElement);
        });
      });
    });
    effect(() => {
      this.days();
      this.series();
      this.redraw?.();
    });
  }
  private redraw: (() => void) | null = null;

  private figure(ink: string, rule: string): { data: Data[]; layout: Partial<Layout> } {
    const data = this.series().map(({ name, values }, index): Data => ({
      type: 'scatter',
      mode: values.length > MOST_MARKED ? 'lines' : 'lines+markers',
      name,
      x: [...this.days()],
      y: [...values],
      connectgaps: true,
      line: { color: ink, width: 2, dash: STYLES[index % STYLES.length]?.dash ?? 'solid' },
      marker: { color: ink, size: 9, symbol: STYLES[index % STYLES.length]?.symbol ?? 'circle' },
    }));
    const axis = { gridcolor: rule, linecolor: rule, zeroline: false, fixedrange: true } as const;
    const layout: Partial<Layout> = {
      margin: { l: 56, r: 16, t: 16, b: 44 },
      paper_bgcolor: 'rgba(0,0,0,0)',
      plot_bgcolor: 'rgba(0,0,0,0)',
      font: { family: "'Source Sans 3 Variable', sans-serif", size: 15, color: ink },
      xaxis: { ...axis, type: 'date', ...daysOnly(this.days()) },
      yaxis: { ...axis, rangemode: 'tozero', title: { text: this.unit() } },
      legend: { orientation: 'h', y: 1.15 },
      showlegend: this.series().length > 1,
    };
    return { data, layout };
  }
}
