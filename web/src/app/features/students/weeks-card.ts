import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { addDays } from '@nuvrah/core';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Sittings } from '../../api/sittings';
import { Card } from '../../ui/card';
import { BarChart } from '../../ui/bar-chart';
import { studentWords } from '../../words/student-words';

const DAYS = 56;

/** How the last eight weeks went: minutes of each sitting, and how hard it felt. */
@Component({
  selector: 'nv-weeks-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BarChart, Card],
  template: `
    <nv-card [name]="words.weeks">
      <span cardAct class="soft">{{ said() }}</span>
      @if (points().length > 0) {
        <nv-bar-chart
          [label]="words.chartOf"
          [days]="days()"
          [bars]="{ name: words.minutes, values: minutes() }"
          [dots]="{ name: words.effort, values: efforts() }"
          [from]="first()"
          [to]="today()"
        />
      } @else if (page.value()) {
        <p class="soft">{{ words.noWeeks }}</p>
      }
    </nv-card>
  `,
  styles: `
    p {
      padding: 0 1rem 0.875rem;
    }
  `,
})
export class WeeksCard {
  readonly studentId = input.required<string>();

  private readonly sittings = inject(Sittings);
  protected readonly today = inject(ScreeningClock).today;
  protected readonly words = studentWords.overview;

  protected readonly page = asked(this.studentId, (id) => this.sittings.trends(id));
  protected readonly first = computed(() => addDays(this.today(), 1 - DAYS));
  protected readonly points = computed(() =>
    (this.page.value() ?? []).filter(({ day }) => day >= this.first()),
  );
  protected readonly days = computed(() => this.points().map(({ day }) => day));
  protected readonly minutes = computed(() => this.points().map(({ minutes }) => round(minutes)));
  protected readonly efforts = computed(() => this.points().map(({ effort }) => effort));
  protected readonly said = computed(() => {
    const minutes = this.minutes().filter((value) => value !== null);
    if (minutes.length === 0) return '';
    const mean = minutes.reduce((sum, value) => sum + value, 0) / minutes.length;
    return this.words.weeksSaid(new Set(this.days()).size, Math.round(mean));
  });
}

const round = (value: number | null): number | null => (value === null ? null : Math.round(value * 10) / 10);
