import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { formatSeconds, resultOfTries, TRIES } from '@nuvrah/core';
import { interval, type Subscription } from 'rxjs';
import { isTap, STOPWATCH } from '../../shared/stopwatch';
import { capacityWords } from '../../words/capacity-words';

/** How often the seconds are looked at while a try runs, in milliseconds. */
const LOOK_EVERY = 100;
/** Shorter than this is a slip of the finger, in seconds. */
const SLIP = 0.3;

/** Tries of one phase: a tap begins one, a tap ends it; with a cap it ends by itself. */
@Component({
  selector: 'nv-try-taker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <p>{{ guide() }}</p>
    @if (cap() !== null) {
      <p class="soft">{{ words.aTryEndsBy(seconds(cap() ?? 0)) }}</p>
    }
    <button
      #main
      matButton="filled"
      class="tap"
      type="button"
      [disabled]="full() && !running()"
      (click)="tap()"
    >
      {{ running() ? words.end : words.begin }} <small>{{ words.space }}</small>
    </button>
    <p class="clock" aria-live="off">{{ running() ? seconds(elapsed()) + ' s' : ' ' }}</p>
    <ol>
      @for (one of tries(); track $index) {
        <li>
          {{ seconds(one) }} s
          <button
            matButton
            type="button"
            [attr.aria-label]="words.takeOutTry($index + 1)"
            (click)="takeOut($index)"
          >
            {{ words.takeOut }}
          </button>
        </li>
      }
    </ol>
    @if (result(); as found) {
      <p role="status">
        <strong>{{ words.medianS(seconds(found.median)) }}</strong>{{ words.spreadS(seconds(found.spread)) }}
        @if (found.erratic) {
          {{ full() ? words.theTriesDiffer : words.theTriesDifferOneMore }}
        } @else if (found.wantsAnother) {
          {{ words.moreToGo(least - tries().length) }}
        }
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
    .clock {
      font: 600 2.5rem/1 var(--serif);
      min-height: 2.5rem;
    }
    ol {
      margin: 0;
      padding-left: 1.5rem;
    }
  `,
})
export class TryTaker {
  protected readonly words = capacityWords.tryTaker;
  readonly guide = input.required<string>();
  readonly tries = input.required<readonly number[]>();
  /** Seconds at which a try ends by itself, or null. */
  readonly cap = input<number | null>(null);
  readonly changed = output<readonly number[]>();

  private readonly main = viewChild.required<string, ElementRef<HTMLElement>>('main', { read: ElementRef });
  private readonly stopwatch = inject(STOPWATCH);
  private readonly begun = signal<number | null>(null);
  protected readonly running = computed(() => this.begun() !== null);
  protected readonly elapsed = signal(0);
  protected readonly full = computed(() => this.tries().length >= TRIES.to);
  protected readonly least = TRIES.from;
  protected readonly result = computed(() => resultOfTries(this.tries()));
  private looking: Subscription | null = null;

  constructor() {
    // From here on the space bar belongs to it.
    afterNextRender(() => this.main().nativeElement.focus());
    inject(DestroyRef).onDestroy(() => this.looking?.unsubscribe());
  }

  protected seconds(value: number): string {
    return formatSeconds(value, 1);
  }

  protected key(event: KeyboardEvent): void {
    if (!isTap(event)) return;
    event.preventDefault();
    if (this.running() || !this.full()) this.tap();
  }

  protected tap(): void {
    if (this.begun() !== null) return this.end();
    this.begun.set(this.stopwatch());
    this.elapsed.set(0);
    this.looking = interval(LOOK_EVERY).subscribe(() => {
      const so = this.lasted();
      this.elapsed.set(so);
      if (so >= (this.cap() ?? Infinity)) this.end();
    });
  }

  private lasted(): number {
    return (this.stopwatch() - (this.begun() ?? 0)) / 1000;
  }

  private end(): void {
    const so = Math.min(this.lasted(), this.cap() ?? Infinity);
    this.begun.set(null);
    this.looking?.unsubscribe();
    if (so >= SLIP) this.changed.emit([...this.tries(), Math.round(so * 10) / 10]);
  }

  protected takeOut(index: number): void {
    this.changed.emit(this.tries().filter((_, at) => at !== index));
    // Or the next space would take out another.
    this.main().nativeElement.focus();
  }
}
