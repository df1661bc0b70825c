import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { dayNumber, dayFromNumber, type Day, dayInShort } from '@nuvrah/core';
import { scaleLinear } from 'd3-scale';
import { elementWidth } from '../score/element-width';
import { ladderWords } from '../../words/ladder-words';

/** A rung entered on a day. */
export interface StairStep {
  readonly rung: number;
  readonly on: Day;
}

const GUTTER = 96;
const STEP = 26;
const TOP = 14;
const AXIS = 26;
/** Least room for a date under the stairs, in pixels. */
const ROOM_FOR_DATE = 96;
/** More rungs are named by every second, third … of them. */
const MOST_NAMES = 14;

/** A ladder as stairs over dates: dashed as planned, drawn through as it really went. Time runs from left to right. */
@Component({
  selector: 'nv-staircase',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width() + ' ' + height()" role="img" [attr.aria-label]="label()">
      @for (line of lines(); track line.y) {
        <line class="rung" [attr.x1]="gutter" [attr.x2]="width()" [attr.y1]="line.y" [attr.y2]="line.y" />
        <text class="name" [attr.y]="line.y - 4" x="0">{{ line.name }}</text>
      }
      @if (aboveFrom(); as y) {
        <text class="limit" [attr.x]="gutter + 4" [attr.y]="y">{{ words.aboveTodaysFit }}</text>
      }
      <path class="planned" [attr.d]="plannedPath()" />
      <path class="real" [attr.d]="realPath()" />
      @if (todayAt(); as x) {
        <line class="today" [attr.x1]="x" [attr.x2]="x" y1="0" [attr.y2]="height() - axis" />
        <text class="mark" [attr.x]="x + 4" [attr.y]="height() - axis - 6">{{ words.today }}</text>
      }
      @if (wishedAt(); as x) {
        <line class="wished" [attr.x1]="x" [attr.x2]="x" y1="0" [attr.y2]="height() - axis" />
        <text class="mark" [attr.x]="x - 4" y="12" text-anchor="end">{{ words.wished }}</text>
      }
      @for (date of dates(); track date.x) {
        <line
          class="tick"
          [attr.x1]="date.x"
          [attr.x2]="date.x"
          [attr.y1]="height() - axis"
          [attr.y2]="height() - axis + 5"
        />
        <text class="date" [attr.x]="date.x" [attr.y]="height() - 4">{{ date.text }}</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      background: var(--sheet);
      border-block: 1px solid var(--rule);
      padding: 0.5rem 0.75rem;
    }
    svg {
      display: block;
      width: 100%;
    }
    text {
      font: 400 15px var(--sans);
      fill: var(--ink);
      font-variant-numeric: tabular-nums;
    }
    .date,
    .mark,
    .limit {
      fill: var(--soft-ink);
    }
    .rung {
      stroke: var(--rule);
    }
    .planned {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 2;
      stroke-dasharray: 5 4;
    }
    .real {
      fill: none;
      stroke: var(--ink);
      stroke-width: 3.5;
    }
    .today {
      stroke: var(--ink);
      stroke-width: 1;
      stroke-dasharray: 2 3;
    }
    .wished {
      stroke: var(--care);
      stroke-width: 2;
    }
    .tick {
      stroke: var(--soft-ink);
    }
  `,
})
export class Staircase {
  protected readonly words = ladderWords.staircase;
  /** Names of the rungs, from the lowest. */
  readonly names = input.required<readonly string[]>();
  readonly planned = input.required<readonly StairStep[]>();
  readonly real = input.required<readonly StairStep[]>();
  readonly today = input.required<Day>();
  readonly wished = input<Day | null>(null);
  /** The first rung above today's fit; null where none is. */
  readonly above = input<number | null>(null);
  readonly label = input.required<string>();

  protected readonly gutter = GUTTER;
  protected readonly axis = AXIS;
  protected readonly width = elementWidth();
  protected readonly height = computed(() => TOP + this.names().length * this.step() + AXIS);
  private readonly step = computed(() => (this.names().length > 24 ? 14 : STEP));

  private readonly span = computed(() => {
    const wished = this.wished();
    const days = [...this.planned(), ...this.real()].map(({ on }) => dayNumber(on));
    const all = [...days, dayNumber(this.today()), ...(wished === null ? [] : [dayNumber(wished)])];
    const [from, to] = [Math.min(...all), Math.max(...all)];
    return { from, to: Math.max(to, from + 7) + 2 };
  });
  private readonly x = computed(() =>
    scaleLinear([this.span().from, this.span().to], [GUTTER, Math.max(GUTTER + 50, this.width() - 8)]),
  );
  private readonly yOf = (rung: number): number => TOP + (this.names().length - rung) * this.step() - 2;

  protected readonly lines = computed(() => {
    const names = this.names();
    const every = Math.ceil(names.length / MOST_NAMES);
    // Counted from the target down, which is always named.
    return names.flatMap((name, rung) =>
      (names.length - 1 - rung) % every === 0 ? [{ name, y: this.yOf(rung) }] : [],
    );
  });
  protected readonly plannedPath = computed(() => this.pathOf(this.planned(), this.span().to));
  protected readonly realPath = computed(() => this.pathOf(this.real(), dayNumber(this.today())));
  protected readonly todayAt = computed(() => this.x()(dayNumber(this.today())));
  protected readonly wishedAt = computed(() => {
    const wished = this.wished();
    return wished === null ? null : this.x()(dayNumber(wished));
  });
  protected readonly aboveFrom = computed(() => {
    const above = this.above();
    return above === null ? null : this.yOf(above) - 4;
  });

  protected readonly dates = computed(() => {
    const { from, to } = this.span();
    const room = Math.max(1, Math.floor((this.width() - GUTTER) / ROOM_FOR_DATE));
    const weeks = Math.max(1, Math.ceil((to - from) / 7 / room));
    const dates: { readonly x: number; readonly text: string }[] = [];
    for (let day = from; day <= to - 3; day += weeks * 7)
      dates.push({ x: this.x()(day), text: dayInShort(dayFromNumber(day)) });
    return dates;
  });

  /** A step goes along until the next rung is entered, then up or down to it. */
  private pathOf(steps: readonly StairStep[], until: number): string {
    const x = this.x();
    return steps
      .map(({ rung, on }, index) => {
        const from = x(dayNumber(on)).toFixed(1);
        const next = steps[index + 1];
        const to = x(Math.max(dayNumber(on), next ? dayNumber(next.on) : until)).toFixed(1);
        return `${index === 0 ? 'M' : 'L'}${from} ${this.yOf(rung)}H${to}`;
      })
      .join('');
  }
}
