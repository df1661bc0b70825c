import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  countAfter,
  countingDrift,
  countsOfRound,
  describeDrift,
  DRIFT_TOLD,
  formatSeconds,
  millis,
  nameOfPhase,
  type Counted,
  type Millis,
  type PhaseDrift,
  type Timeline,
} from '@nuvrah/core';
import { timer, type Subscription } from 'rxjs';
import { plainLayout, Plot, type Figure, type Inks } from '../../ui/plot';
import { mirrorWords } from '../../words/mirror-words';
import { isTap, STOPWATCH } from '../stopwatch';
import { Microphone, type Heard } from '../microphone/microphone';

/** Milliseconds of listening after which it is said that nothing was heard. */
const SILENT_AFTER = 8_000;

type Problem = keyof typeof mirrorWords.problems;

/** Shows a teacher how evenly they count: they tap, or count into the microphone, and see where they run fast or slow. */
@Component({
  selector: 'nv-counting-mirror',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, Plot],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <p>{{ words.howTo }}</p>
    @if (next().count; as count) {
      <p class="expected" aria-live="polite">
        {{ words.expected(nameOf(count), count.number) }}
        <span class="soft">{{ words.inRound(next().round) }}</span>
      </p>
    }
    <div class="row">
      <button matButton="filled" class="tap" type="button" (pointerdown)="press($event)">
        {{ taps().length === 0 ? words.begin : words.tap }} <small>{{ words.space }}</small>
      </button>
      @if (listening()) {
        <button matButton="outlined" type="button" (click)="stopListening()">
          {{ words.stopListening }}
        </button>
      } @else {
        <button matButton="outlined" type="button" (click)="listen()">{{ words.byMicrophone }}</button>
      }
      @if (taps().length > 0) {
        <button matButton type="button" (click)="again()">{{ words.again }}</button>
      }
    </div>
    @if (listening()) {
      <p role="status">{{ words.listening }}</p>
    }
    @if (problem(); as code) {
      <p role="alert" class="wrong">{{ words.problems[code] }}</p>
    }
    @if (counted(); as found) {
      <p role="status">
        <strong>{{ words.rounds(found.rounds) }}</strong> {{ paceLine() }}
      </p>
      <ul>
        @for (line of lines(); track line) {
          <li>{{ line }}</li>
        }
      </ul>
      <nv-plot [label]="words.chart" [figure]="figure()" />
    } @else if (taps().length > 0) {
      <p class="soft" role="status">{{ words.more(missing()) }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0.5rem 0;
    }
    .expected {
      font: 600 1.75rem / 1.2 var(--sans);
    }
    .expected span {
      font: 400 1rem / 1.2 var(--sans);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 1rem;
      align-items: center;
    }
    .tap {
      --mat-button-filled-container-height: 4rem;
      --mat-button-filled-label-text-size: 1.375rem;
      min-width: 12rem;
      touch-action: manipulation;
    }
    small {
      font-weight: 400;
      margin-left: 0.375rem;
    }
    ul {
      margin: 0;
      padding-left: 1.25rem;
    }
    .wrong {
      color: var(--no);
    }
    nv-plot {
      --plot-height: 14rem;
      margin-top: 0.75rem;
    }
  `,
})
export class CountingMirror {
  protected readonly words = mirrorWords;
  /** One round of what is counted, as it is practised. */
  readonly timeline = input.required<Timeline>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly stopwatch = inject(STOPWATCH);
  private readonly microphone = inject(Microphone);

  protected readonly taps = signal<readonly Millis[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  private readonly ear = signal<Subscription | null>(null);
  protected readonly listening = computed(() => this.ear() !== null);

  private readonly round = computed(() => countsOfRound(this.timeline()));
  private readonly drift = computed(() => countingDrift(this.round(), this.taps()));
  protected readonly next = computed(() => countAfter(this.round(), this.taps()));
  protected readonly counted = computed((): Counted | null => {
    const drift = this.drift();
    return drift.ok ? drift.value : null;
  });
  protected readonly missing = computed(() => {
    const drift = this.drift();
    return drift.ok ? 0 : drift.problem.missing;
  });

  protected readonly paceLine = computed(() => {
    const [found, pace] = [this.counted(), this.timeline().passages[0]?.rounds?.pace ?? 1000];
    if (!found) return '';
    return this.words.pace(formatSeconds(pace / 1000 / (1 + found.drift)), formatSeconds(pace / 1000));
  });
  protected readonly lines = computed(() => {
    const found = this.counted();
    if (!found) return [];
    const told = found.phases.filter(({ told }) => told !== null).map(describeDrift);
    return [
      ...(told.length === 0 ? [this.words.even(DRIFT_TOLD * 100)] : told),
      ...(found.leftOut > 0 ? [this.words.leftOut(found.leftOut)] : []),
      ...(found.twice > 0 ? [this.words.twice(found.twice)] : []),
    ];
  });
  protected readonly figure = computed(() => {
    const phases = this.counted()?.phases ?? [];
    return (inks: Inks): Figure => drawn(phases, inks);
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stopListening());
    // Another passage is another round.
    effect(() => {
      this.round();
      this.taps.set([]);
    });
  }

  protected readonly nameOf = nameOfPhase;

  /** The moment of the press itself, not that of its handling. */
  protected press(event: PointerEvent): void {
    event.preventDefault();
    this.tap();
  }

  protected key(event: KeyboardEvent): void {
    if (!isTap(event, this.host.nativeElement)) return;
    event.preventDefault();
    this.tap();
  }

  private tap(): void {
    this.stopListening();
    this.taps.update((taps) => [...taps, millis(Math.round(this.stopwatch()))]);
  }

  protected again(): void {
    this.taps.set([]);
    this.problem.set(null);
  }

  protected listen(): void {
    this.again();
    const ear = this.microphone.words().subscribe((heard) => this.hear(heard));
    ear.add(
      timer(SILENT_AFTER).subscribe(() => {
        if (this.taps().length === 0 && this.problem() === null) this.problem.set('silent');
      }),
    );
    if (!ear.closed) this.ear.set(ear);
  }

  private hear(heard: Heard): void {
    if (heard.kind === 'problem') {
      this.problem.set(heard.code);
      this.stopListening();
    } else if (heard.kind === 'word') {
      this.problem.set(null);
      this.taps.update((taps) => [...taps, millis(heard.at)]);
    }
  }

  protected stopListening(): void {
    this.ear()?.unsubscribe();
    this.ear.set(null);
  }
}

/** A bar for each count of each phase, above the line where it is fast. */
function drawn(phases: readonly PhaseDrift[], inks: Inks): Figure {
  const names = phases.map(nameOfPhase);
  return {
    data: phases.map(({ counts }, index) => ({
      type: 'bar' as const,
      name: names[index] ?? '',
      x: counts.map((_, count) => `${names[index] ?? ''} ${count + 1}`),
      y: counts.map((drift) => (drift === null ? null : Math.round(drift * 1000) / 10)),
      marker: { color: index % 2 === 0 ? inks.ink : inks.soft },
    })),
    layout: {
      ...plainLayout(inks),
      showlegend: false,
      yaxis: { title: { text: mirrorWords.fast }, gridcolor: inks.rule, zerolinecolor: inks.ink },
      xaxis: { type: 'category', tickangle: -40, automargin: true },
    },
  };
}
