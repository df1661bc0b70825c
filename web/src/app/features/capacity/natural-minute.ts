import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { restingRate } from '@nuvrah/core';
import { interval, type Subscription } from 'rxjs';
import { isTap, STOPWATCH } from '../../shared/stopwatch';
import { capacityWords } from '../../words/capacity-words';

const MINUTE = 60_000;

/** A minute of natural breathing, with a tap at each inhale. */
@Component({
  selector: 'nv-natural-minute',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <p>
      {{ words.letTheStudentBreathe }}
    </p>
    <button #main matButton="filled" class="tap" type="button" (click)="tap()">
      {{ left() === null ? words.begin : words.inhale }} <small>{{ words.space }}</small>
    </button>
    @if (left() !== null) {
      <p class="soft" role="timer">{{ words.sLeftInhales(left() ?? 0, count()) }}</p>
      <button matButton type="button" (click)="again()">{{ words.beginAgain }}</button>
    }
    @if (rate(); as breaths) {
      <p role="status">
        <strong>{{ words.breathsAMinute(breaths) }}</strong>
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
      justify-items: start;
    }
    .tap {
      --mat-button-filled-container-height: 4rem;
      --mat-button-filled-label-text-size: 1.375rem;
      min-width: 12rem;
    }
    small {
      font-weight: 400;
      margin-left: 0.375rem;
    }
  `,
})
export class NaturalMinute {
  protected readonly words = capacityWords.naturalMinute;
  /** Breaths a minute, or null while it was not counted. */
  readonly rate = input.required<number | null>();
  readonly counted = output<number | null>();

  private readonly main = viewChild.required<string, ElementRef<HTMLElement>>('main', { read: ElementRef });
  private readonly stopwatch = inject(STOPWATCH);
  private inhales: number[] = [];
  protected readonly count = signal(0);
  protected readonly left = signal<number | null>(null);
  private looking: Subscription | null = null;

  constructor() {
    // From here on the space bar belongs to it.
    afterNextRender(() => this.main().nativeElement.focus());
    inject(DestroyRef).onDestroy(() => this.looking?.unsubscribe());
  }

  protected key(event: KeyboardEvent): void {
    if (!isTap(event)) return;
    event.preventDefault();
    this.tap();
  }

  protected tap(): void {
    const now = this.stopwatch();
    if (this.left() === null) {
      this.inhales = [now];
      this.counted.emit(null);
      this.left.set(60);
      this.looking = interval(250).subscribe(() => this.look());
    } else if (now - (this.inhales[0] ?? now) <= MINUTE) {
      this.inhales.push(now);
    }
    this.count.set(this.inhales.length);
    this.look();
  }

  protected again(): void {
    this.looking?.unsubscribe();
    this.left.set(null);
    this.counted.emit(null);
  }

  private look(): void {
    const gone = this.stopwatch() - (this.inhales[0] ?? 0);
    this.left.set(Math.max(0, Math.ceil((MINUTE - gone) / 1000)));
    if (gone < MINUTE) return;
    this.looking?.unsubscribe();
    this.left.set(null);
    this.counted.emit(restingRate(this.inhales));
  }
}
