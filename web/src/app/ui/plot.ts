import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import type { Data, Layout, PlotlyHTMLElement } from 'plotly.js';

/** What is drawn: made anew in the inks of the page whenever these change. */
export interface Figure {
  readonly data: Data[];
  readonly layout: Partial<Layout>;
}

/** The inks of the page, as they are in the theme now. */
export interface Inks {
  readonly ink: string;
  readonly soft: string;
  readonly rule: string;
  readonly no: string;
}

/** Everything that a chart of ours has in common. */
export const plainLayout = ({ ink }: Inks): Partial<Layout> => ({
  margin: { l: 56, r: 16, t: 16, b: 44 },
  paper_bgcolor: 'rgba(0,0,0,0)',
  plot_bgcolor: 'rgba(0,0,0,0)',
  font: { family: "'Source Sans 3 Variable', sans-serif", size: 15, color: ink },
});

/** A chart, drawn by a library that is loaded when the first one is shown; as wide as its place, in the inks of the page. */
@Component({
  selector: 'nv-plot',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #plot class="plot" role="img" [attr.aria-label]="label()"></div>`,
  styles: `
    :host {
      display: block;
      /* As wide as its place: what is drawn in it pushes nothing apart. */
      contain: inline-size;
    }
    .plot {
      height: var(--plot-height, 18rem);
      overflow: hidden;
      background: var(--sheet);
    }
  `,
})
export class Plot {
  readonly label = input.required<string>();
  readonly figure = input.required<(inks: Inks) => Figure>();

  private readonly plot = viewChild.required<ElementRef<HTMLElement>>('plot');
  private draw: (() => void) | null = null;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      void import('plotly.js-basic-dist-min').then(({ default: plotly }) => {
        if (destroyed.destroyed) return;
        const element = this.plot().nativeElement;
        this.draw = () => {
          const { data, layout } = this.figure()(inksOf(element));
          void plotly.react(element, data, layout, { displayModeBar: false });
        };
        this.draw();
        // The width follows the element: text made larger narrows it, and no window is resized by that.
        const width = new ResizeObserver(() => {
          if (element.offsetWidth > 0) void plotly.Plots.resize(element);
        });
        width.observe(element);
        const forget = onThemeChange(() => this.draw?.());
        destroyed.onDestroy(() => {
          width.disconnect();
          forget();
          plotly.purge(element as PlotlyHTMLElement);
        });
      });
    });
    effect(() => {
      this.figure();
      this.draw?.();
    });
  }
}

/** Inks as the browser works them out: a chart knows nothing of variables and of the two themes. */
function inksOf(element: HTMLElement): Inks {
  const probe = element.appendChild(document.createElement('span'));
  const of = (ink: string): string => {
    probe.style.color = ink;
    return getComputedStyle(probe).color;
  };
  const inks = {
    ink: of('var(--ink)'),
    soft: of('var(--soft-ink)'),
    rule: of('var(--rule)'),
    no: of('var(--no)'),
  };
  probe.remove();
  return inks;
}

/** @returns ends it */
function onThemeChange(changed: () => void): () => void {
  const root = document.documentElement;
  const chosen = new MutationObserver(changed);
  chosen.observe(root, { attributes: true, attributeFilter: ['class', 'data-appearance'] });
  const system = matchMedia('(prefers-color-scheme: dark)');
  system.addEventListener('change', changed);
  return () => {
    chosen.disconnect();
    system.removeEventListener('change', changed);
  };
}
