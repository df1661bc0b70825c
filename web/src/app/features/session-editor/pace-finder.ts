import { ChangeDetectionStrategy, Component, computed, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  describePaceProblem,
  millis,
  paceFromPulse,
  paceFromTaps,
  PULSE_RANGE,
  type Millis,
  type Pace,
} from '@nuvrah/core';
import { NumberField } from '../../ui/number-field';
import { pulseForm } from '../../ui/number-forms';
import { Fold } from '../../ui/fold';
import { SelectField } from '../../ui/select-field';
import { benchWords } from '../../words/bench-words';

const FIRST_PULSE = 66;
const MOST_BEATS = 4;

/** The pace of a count, tapped in or tied to the pulse. */
@Component({
  selector: 'nv-pace-finder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, Fold, MatButtonModule, NumberField],
  template: `
    <nv-fold [name]="words.findThePaceTap">
      <ng-template>
        <div class="ways">
          <div>
            <button matButton="outlined" type="button" (pointerdown)="tap($event)" (keydown)="tapKey($event)">
              {{ words.tapTheCounts }}
            </button>
            <p class="soft" role="status">{{ tapped() }}</p>
          </div>
          <div class="pulse">
            <nv-number-field
              steppers
              [label]="words.pulse"
              [unit]="words.beatsAMinute"
              [value]="pulse()"
              [form]="pulseForm"
              [min]="range.from"
              [max]="range.to"
              [fine]="1"
              [width]="3"
              (valueChange)="pulse.set($event)"
            />
            <span>{{ words.beatsAMinute }}</span>
            <nv-select
              [label]="words.beatsACount"
              [words]="beatWords"
              [value]="beats()"
              (valueChange)="beats.set($event)"
            />
            <button matButton="outlined" type="button" [disabled]="!byPulse().pace" (click)="usePulse()">
              {{ words.use(byPulse().text) }}
            </button>
          </div>
        </div>
      </ng-template>
    </nv-fold>
  `,
  styles: `
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.75rem 2rem;
      padding: 0.5rem 0;
    }
    .pulse {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem;
    }
  `,
})
export class PaceFinder {
  protected readonly words = benchWords.paceFinder;
  readonly found = output<Pace>();

  protected readonly pulseForm = pulseForm;
  protected readonly range = PULSE_RANGE;
  protected readonly beatWords: Readonly<Record<string, string>> = Object.fromEntries(
    Array.from({ length: MOST_BEATS }, (_, index) => [String(index + 1), String(index + 1)]),
  );
  protected readonly pulse = signal(FIRST_PULSE);
  protected readonly beats = signal('1');
  private readonly taps = signal<readonly Millis[]>([]);

  protected readonly tapped = computed(() => {
    if (this.taps().length === 0) return this.words.fourTapsOrMore;
    const answer = paceFromTaps(this.taps());
    return answer.ok
      ? this.words.sACount((answer.value / 1000).toFixed(2))
      : describePaceProblem(answer.problem);
  });

  protected readonly byPulse = computed(() => {
    const answer = paceFromPulse(this.pulse(), Number(this.beats()));
    return answer.ok
      ? { pace: answer.value, text: `${(answer.value / 1000).toFixed(3).replace(/0$/, '')} s` }
      : { pace: null, text: describePaceProblem(answer.problem) };
  });

  protected tap({ timeStamp }: Event): void {
    this.taps.update((taps) => [...taps, millis(timeStamp)]);
    const answer = paceFromTaps(this.taps());
    if (answer.ok) this.found.emit(answer.value);
  }

  protected tapKey(event: KeyboardEvent): void {
    if ((event.key !== ' ' && event.key !== 'Enter') || event.repeat) return;
    event.preventDefault();
    this.tap(event);
  }

  protected usePulse(): void {
    const { pace } = this.byPulse();
    if (pace) this.found.emit(pace);
  }
}
