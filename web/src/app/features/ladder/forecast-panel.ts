import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Ladder } from '@nuvrah/contract';
import {
  buildLadder,
  rhythmOf,
  isTechniqueId,
  SCHOOLS,
  schoolsFor,
  type Alternative,
  type Forecast,
  type ForecastRequest,
  type Help,
  type Pace,
  type Day,
  sustainableFrom,
  unmeasured,
  dayInWords,
} from '@nuvrah/core';
import { Subscription } from 'rxjs';
import { Forecaster } from './forecaster';
import { ladderWords } from '../../words/ladder-words';

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** When the target will be reached, by ten thousand courses lived through, and what would help most. */
@Component({
  selector: 'nv-forecast-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <div class="actions">
      <button matButton="outlined" type="button" [disabled]="progress() !== null" (click)="work()">
        {{ said.workOutAForecast }}
      </button>
      @if (progress() !== null) {
        <progress max="1" [attr.aria-label]="said.forecast" [value]="progress()"></progress>
        <button matButton type="button" (click)="cancel()">{{ said.cancel }}</button>
      }
    </div>
    @if (failed()) {
      <p class="wrong" role="alert">{{ said.failed }}</p>
    }
    @if (forecast(); as found) {
      <dl role="status">
        <dt>{{ said.oneCourseInTen }}</dt>
        <dd>{{ on(found.p10) }}</dd>
        <dt>{{ said.halfOfThemBy }}</dt>
        <dd>{{ on(found.p50) }}</dd>
        <dt>{{ said.nineInTenBy }}</dt>
        <dd>{{ on(found.p90) }}</dd>
        @if (found.chance !== null) {
          <dt>{{ said.chanceOfTheWished }}</dt>
          <dd>{{ percent(found.chance) }}</dd>
        }
      </dl>
      @if (found.arrived < 0.995) {
        <p>
          {{ said.coursesNotThere(percent(1 - found.arrived)) }}
        </p>
      }
      @if (help().length > 0) {
        <p class="soft">{{ said.whatWouldHelpMost }}</p>
        <ol>
          @for (line of helpLines(); track line) {
            <li>{{ line }}</li>
          }
        </ol>
      }
      <p class="soft">
        {{
          said.basis(
            ladder().log.practised,
            ladder().log.planned,
            ladder().log.comfortable,
            ladder().log.sittings
          )
        }}
      </p>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 0.25rem 1rem;
      margin: 0.75rem 0;
    }
    dd {
      margin: 0;
      font-weight: 600;
    }
    ol {
      margin: 0.25rem 0 0.75rem;
      padding-left: 1.25rem;
    }
  `,
})
export class ForecastPanel {
  protected readonly said = ladderWords.forecastPanel;
  readonly ladder = input.required<Ladder>();
  readonly today = input.required<Day>();

  private readonly forecaster = inject(Forecaster);
  private running = new Subscription();
  protected readonly percent = percent;
  protected readonly progress = signal<number | null>(null);
  protected readonly forecast = signal<Forecast | null>(null);
  protected readonly help = signal<readonly Help[]>([]);
  protected readonly failed = signal(false);

  protected readonly helpLines = computed(() =>
    this.help().map(({ said, forecast, earlier }) => {
      if (earlier === null) return this.said.getThere(said, percent(forecast.arrived));
      const by = Math.abs(earlier);
      const words = by === 0 ? this.said.noEarlier : this.said.days(by, earlier > 0);
      return this.said.halfAreThere(said, words);
    }),
  );

  constructor() {
    // What was worked out is about the ladder as it was.
    effect((onCleanup) => {
      this.ladder();
      onCleanup(() => {
        this.cancel();
        this.forecast.set(null);
        this.help.set([]);
      });
    });
  }

  protected on(day: string | null): string {
    return day === null ? this.said.notWithinThreeYears : dayInWords(day);
  }

  protected work(): void {
    this.failed.set(false);
    this.progress.set(0);
    this.help.set([]);
    const request = requestOf(this.ladder(), this.today());
    this.running = this.forecaster
      .forecast({ request, others: otherSchools(this.ladder(), request) })
      .subscribe({
        next: (message) => {
          if (message.kind === 'progress') this.progress.set(message.done);
          else if (message.kind === 'forecast') this.forecast.set(message.forecast);
          else {
            this.help.set(message.help);
            this.progress.set(null);
          }
        },
        error: () => {
          this.progress.set(null);
          this.failed.set(true);
        },
      });
  }

  protected cancel(): void {
    this.running.unsubscribe();
    this.progress.set(null);
  }
}

const requestOf = ({ id, rungs, at, gate, plan, log, wished }: Ladder, today: Day): ForecastRequest => ({
  rungs: rungs.length - 1 - at,
  gate,
  plan: rhythmOf(plan),
  log,
  from: today,
  wished,
  // The same ladder gives the same answer.
  seed: parseInt(id.slice(0, 8), 16),
});

/** Other schools that lead from here to the same target. */
function otherSchools(
  { technique, school, rungs, at, pace }: Ladder,
  request: ForecastRequest,
): readonly Alternative[] {
  const [start, target] = [rungs[at], rungs.at(-1)];
  if (!start || !target) return [];
  if (!isTechniqueId(technique)) return [];
  return schoolsFor(technique).flatMap((other): Alternative[] => {
    if (other === school || SCHOOLS[other].of !== SCHOOLS[school].of) return [];
    const built = buildLadder({
      technique,
      school: other,
      start,
      target,
      pace: pace as Pace,
      sustainable: sustainableFrom(unmeasured()),
    });
    if (!built.ok) return [];
    const { gate, name } = SCHOOLS[other];
    return [
      {
        said: ladderWords.forecastPanel.theSchool(name),
        request: { ...request, rungs: built.value.length - 1, gate },
      },
    ];
  });
}
