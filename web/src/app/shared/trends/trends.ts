import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import type { TrendPoint } from '@nuvrah/contract';
import { FELT_ON_SCALE, techniqueName, type TechniqueId } from '@nuvrah/core';
import { dayWords } from '../../words/day-words';
import { forkJoin } from 'rxjs';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../loading-note';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { CapacityHistory } from '../capacity-history';
import type { Series } from '../../ui/chart-table';
import { SelectField } from '../../ui/select-field';
import { ledgerWords } from '../../words/ledger-words';
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
  imports: [CapacityHistory, LineChart, LoadingNote, PracticeCalendar, SelectField],
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    @if (page.value(); as ready) {
      <nv-practice-calendar [sittings]="days()" [today]="today()" />
      @if (practised().length > 1) {
        <nv-select
          [label]="words.technique"
          [words]="techniqueWords()"
          [value]="technique()"
          (valueChange)="technique.set($event)"
        />
      }
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
  private readonly points = computed(() => this.page.value()?.[0] ?? []);
  protected readonly days = computed(() => this.points().map(({ day }) => day));
  protected readonly words = ledgerWords.trends;
  private readonly account = inject(AccountStore);

  /** Techniques by how often they were practised, the most often in front. */
  protected readonly practised = computed(() => {
    const times = new Map<string, number>();
    for (const { techniques } of this.points())
      for (const { technique } of techniques) times.set(technique, (times.get(technique) ?? 0) + 1);
    return [...times].sort(([, a], [, b]) => b - a).map(([technique]) => technique);
  });
  /** Of which technique numbers are drawn. */
  protected readonly technique = linkedSignal<readonly string[], string>({
    source: this.practised,
    computation: (practised, before) =>
      before && practised.includes(before.value) ? before.value : (practised[0] ?? ''),
  });
  protected readonly techniqueWords = computed((): Readonly<Record<string, string>> => {
    const { naming } = this.account.required();
    return Object.fromEntries(this.practised().map((id) => [id, techniqueName(id as TechniqueId, naming)]));
  });

  /** Charts in which there is something to be seen. */
  protected readonly charts = computed((): readonly Chart[] => {
    const { points, words } = { points: this.points(), words: this.words };
    const checks = this.page.value()?.[1] ?? [];
    const own = points.flatMap(({ day, techniques }) => {
      const found = techniques.find(({ technique }) => technique === this.technique());
      return found ? [{ day, ...found }] : [];
    });
    const ofSittings = (label: string, unit: string, key: 'effort' | 'minutes'): Chart =>
      chartOf(
        label,
        unit,
        points.map((point) => ({ day: point.day, value: point[key] })),
      );
    const ofTechnique = (
      label: string,
      unit: string,
      key: 'base' | 'cycle' | 'rounds' | 'strokes' | 'openHold',
    ): Chart =>
      chartOf(
        label,
        unit,
        own.map((point) => ({ day: point.day, value: point[key] })),
      );
    const rests = checks.map(({ checkedOn, restingRate }) => ({ day: checkedOn, value: restingRate }));
    return [
      ofTechnique(words.base, words.counts, 'base'),
      ofTechnique(words.cycle, words.seconds, 'cycle'),
      ofTechnique(words.rounds, words.number, 'rounds'),
      ofTechnique(words.strokes, words.number, 'strokes'),
      ofTechnique(words.openHolds, words.seconds, 'openHold'),
      feltChart(words.felt, words.effortUnit, this.points(), this.technique()),
      ofSittings(words.effort, words.effortUnit, 'effort'),
      ofSittings(words.time, words.minutes, 'minutes'),
      chartOf(words.restingRate, words.breaths, rests),
    ].filter(({ series }) => series.some(({ values }) => values.some((value) => value !== null)));
  });
}

/** By how much calm, alertness and mood changed in the sittings with a technique. */
const feltChart = (label: string, unit: string, points: readonly TrendPoint[], technique: string): Chart => {
  const own = points.filter(({ techniques }) => techniques.some((one) => one.technique === technique));
  return {
    label,
    unit,
    days: own.map(({ day }) => day),
    series: FELT_ON_SCALE.map((key) => ({
      name: dayWords.feelings[key],
      values: own.map((point) => point[key]),
    })),
  };
};

const chartOf = (
  label: string,
  unit: string,
  points: readonly { readonly day: string; readonly value: number | null }[],
): Chart => ({
  label,
  unit,
  days: points.map(({ day }) => day),
  series: [
    {
      name: label.toLowerCase(),
      values: points.map(({ value }) => (value === null ? null : Math.round(value * 10) / 10)),
    },
  ],
});
