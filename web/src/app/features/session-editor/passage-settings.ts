import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  cyclesHalfMillis,
  cyclesPerRound,
  describeRatioProblem,
  describeTotals,
  FASTEST_PACE,
  formatClock,
  formatRatio,
  isOwnPaceAlone,
  millis,
  MOST_CYCLES,
  pace,
  parseRatio,
  passageTotals,
  roundsInTime,
  roundsToCycles,
  SLOWEST_PACE,
  withBase,
  withCycles,
  withMostCycles,
  type Conventions,
  type CountedPassage,
  type Counts,
  type Side,
} from '@nuvrah/core';
import { NumberField } from '../../ui/number-field';
import { PaceFinder } from './pace-finder';
import type { PassageEdit } from './session-edits';
import { breathForm, paceForm, roundsForm, roundsTimeForm, wholeForm } from '../../ui/number-forms';
import { SelectField } from '../../ui/select-field';
import { benchWords } from '../../words/bench-words';

const MOST_MINUTES = 240;

/** Rounds, minutes, pace, side and ratio of a counted passage, and what they amount to. */
@Component({
  selector: 'nv-passage-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, MatButtonModule, NumberField, PaceFinder],
  template: `
    <div class="fields">
      <label>
        <span>{{ words.ratio }}</span>
        <input
          class="ratio"
          [attr.aria-label]="words.ratio"
          aria-describedby="ratio-echo"
          autocomplete="off"
          placeholder="1:4:2"
          [attr.aria-invalid]="ratioProblem() ? true : null"
          [value]="ratioText()"
          (input)="typeRatio($event)"
          (blur)="leaveRatio()"
          (keydown.enter)="leaveRatio()"
          (keydown.escape)="ratioTyped.set(null)"
        />
      </label>
      <div class="labelled">
        <span>{{ words.baseCountsIn }}</span>
        <nv-number-field
          [label]="words.base"
          [unit]="words.counts"
          [value]="passage().base"
          [form]="forms.base"
          [min]="0.5"
          [max]="100"
          [width]="3"
          (valueChange)="setBase($event)"
        />
      </div>
      <div class="labelled">
        <span>{{ words.rounds }}</span>
        <nv-number-field
          [label]="words.rounds"
          [value]="totals().rounds"
          [form]="forms.rounds"
          [min]="fewest()"
          [max]="500"
          [fine]="1"
          [width]="3"
          (valueChange)="setRounds($event)"
        />
      </div>
      @if (!alone()) {
        <div class="labelled">
          <span>{{ words.upToRounds }}</span>
          <nv-number-field
            [label]="words.upToRoundsUntilCalled"
            [value]="totals().mostRounds ?? totals().rounds"
            [form]="forms.rounds"
            [min]="totals().rounds"
            [max]="500"
            [fine]="1"
            [width]="3"
            (valueChange)="setMostRounds($event)"
          />
        </div>
      }
      <div class="labelled">
        <span>{{ words.breaths }}</span>
        <nv-number-field
          [label]="words.breaths"
          [value]="breaths()"
          [form]="forms.breaths"
          [min]="fewest()"
          [max]="mostCycles"
          [by]="perRound()"
          [fine]="perRound()"
          [width]="4"
          (valueChange)="setBreaths($event)"
        />
      </div>
      <div class="labelled">
        <span>{{ words.time }}</span>
        <nv-number-field
          [label]="words.timeForRounds"
          [unit]="words.minutes"
          [value]="roundsTime()"
          [form]="forms.time"
          [min]="fewest() * 1000"
          [max]="mostMillis"
          [by]="60000"
          [fine]="10000"
          (valueChange)="setTime($event)"
        />
      </div>
      <div class="labelled">
        <span>{{ words.paceSACount }}</span>
        <nv-number-field
          [label]="words.pace"
          [unit]="words.secondsACount"
          [value]="passage().pace"
          [form]="forms.pace"
          [min]="fastest"
          [max]="slowest"
          [by]="50"
          [fine]="10"
          [width]="4"
          (valueChange)="setPace($event)"
        />
      </div>
    </div>
    <p id="ratio-echo" [class.wrong]="ratioProblem()" [attr.role]="ratioProblem() ? 'alert' : null">
      @if (ratioProblem(); as problem) {
        {{ problem }}
      } @else if (ratioTyped() !== null) {
        {{ words.ratioOf(ratioEcho()) }}
      }
    </p>
    <div class="round">
      @if (passage().route === 'alternating' || passage().route === 'one-sided') {
        <nv-select
          [label]="words.startingSide"
          [words]="sides()"
          [value]="passage().startsOn"
          (valueChange)="emit({ startsOn: $event }, 'side')"
        />
      }
      <p class="soft">{{ totalsLine() }}</p>
    </div>
    <nv-pace-finder (found)="setPace($event)" />
    @if (leftOver(); as left) {
      <p class="left-over" role="status">
        {{ left.text }}
        <button matButton="outlined" type="button" (click)="giveLeftOver()">{{ words.addItToThe }}</button>
      </p>
    }
  `,
  styleUrl: '../../ui/fields.scss',
  styles: `
    .fields {
      margin-bottom: 0;
    }
    .ratio {
      width: 5rem;
    }
    .round {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.25rem 0.75rem;
      margin-top: 0.625rem;
    }
    .round nv-select {
      width: 11rem;
    }
    .round p {
      flex: 1 1 12rem;
      margin: 0;
    }
  `,
})
export class PassageSettings {
  protected readonly words = benchWords.passageSettings;
  readonly passage = input.required<CountedPassage>();
  readonly start = input.required<Side>();
  readonly conventions = input.required<Conventions>();
  readonly edit = output<PassageEdit>();
  /** Milliseconds that whole rounds left over, for the rest that follows. */
  readonly rest = output<number>();

  protected readonly mostCycles = MOST_CYCLES;
  protected readonly forms = {
    rounds: roundsForm,
    breaths: wholeForm(1, MOST_CYCLES, this.words.breathsInWholeRounds),
    time: roundsTimeForm,
    pace: paceForm,
    base: breathForm,
  };
  protected readonly fastest = FASTEST_PACE;
  protected readonly slowest = SLOWEST_PACE;
  protected readonly mostMillis = MOST_MINUTES * 60_000;

  protected readonly sides = computed(() => ({
    convention: this.words.byConvention(this.start()),
    left: 'left',
    right: 'right',
  }));
  protected readonly totals = computed(() => passageTotals(this.passage(), this.start(), this.conventions()));
  protected readonly totalsLine = computed(() => describeTotals(this.totals()));
  protected readonly perRound = computed(() => cyclesPerRound(this.passage(), this.conventions()));
  /** None where it is at one's own pace alone. */
  protected readonly alone = computed(() => isOwnPaceAlone(this.passage()));
  protected readonly fewest = computed(() => (this.alone() ? 0 : 1));
  protected readonly breaths = computed(() => this.totals().rounds * this.perRound());
  protected readonly roundsTime = computed(() => {
    const passage = this.passage();
    const cycles = this.totals().rounds * cyclesPerRound(passage, this.conventions());
    return Math.round(cyclesHalfMillis(passage, this.conventions(), cycles) / 2);
  });

  /** What whole rounds left of the time that was typed last; gone as soon as the numbers change otherwise. */
  private readonly left = signal<{
    readonly millis: number;
    readonly of: number;
    readonly passage: CountedPassage;
  } | null>(null);
  protected readonly leftOver = computed(() => {
    const left = this.left();
    if (!left || left.millis === 0 || left.passage !== this.passage()) return null;
    const seconds = formatClock(left.millis);
    return {
      text: this.words.holdsWholeRoundsIs(formatClock(left.of), this.totals().rounds, seconds),
    };
  });

  protected readonly ratioTyped = signal<string | null>(null);
  protected readonly ratioText = computed(
    () => this.ratioTyped() ?? formatRatio(this.passage().ratio, 'compact'),
  );
  protected readonly ratioEcho = computed(() => formatRatio(this.passage().ratio));
  protected readonly ratioProblem = computed(() => {
    const typed = this.ratioTyped();
    const parsed = typed === null ? null : parseRatio(typed);
    return parsed && !parsed.ok ? describeRatioProblem(parsed.problem) : null;
  });

  constructor() {
    let shown: string | null = null;
    effect(() => {
      const { id } = this.passage();
      if (shown !== null && shown !== id) this.ratioTyped.set(null);
      shown = id;
    });
  }

  protected setRounds(rounds: number): void {
    const passage = this.passage();
    const cycles = roundsToCycles(passage, rounds, this.conventions());
    this.edit.emit({
      passage: withMostCycles(withCycles(passage, cycles), passage.mostCycles ?? 0),
      name: 'rounds',
    });
  }

  /** As many rounds as may follow until the last one is called. */
  protected setMostRounds(rounds: number): void {
    const most = roundsToCycles(this.passage(), rounds, this.conventions());
    this.edit.emit({ passage: withMostCycles(this.passage(), most), name: 'up to rounds' });
  }

  /** Breaths are dosed in whole rounds, as everything is: what is over goes to the nearest. */
  protected setBreaths(breaths: number): void {
    this.setRounds(Math.max(this.fewest(), Math.round(breaths / this.perRound())));
  }

  protected setTime(time: number): void {
    const passage = this.passage();
    const fit = roundsInTime(passage, millis(time), this.start(), this.conventions());
    const next = withMostCycles(withCycles(passage, fit.cycles), passage.mostCycles ?? 0);
    this.left.set({ millis: fit.leftOver, of: time, passage: next });
    this.edit.emit({ passage: next, name: 'time' });
  }

  protected setPace(value: number): void {
    this.emit({ pace: pace(value) }, 'pace');
  }

  protected setBase(value: number): void {
    this.edit.emit({ passage: withBase(this.passage(), value as Counts), name: 'base' });
  }

  /** 4:16:8 is meant as counts and sets the base too; 1:4:2 is a proportion and keeps it. */
  protected typeRatio(event: Event): void {
    const text = (event.target as HTMLInputElement).value;
    this.ratioTyped.set(text);
    const parsed = parseRatio(text);
    if (!parsed.ok) return;
    this.emit(parsed.value.asCounts ?? { ratio: parsed.value.ratio }, 'ratio');
  }

  protected leaveRatio(): void {
    if (this.ratioProblem() === null) this.ratioTyped.set(null);
  }

  protected giveLeftOver(): void {
    const left = this.left();
    this.left.set(null);
    if (left) this.rest.emit(left.millis);
  }

  protected emit(change: Partial<CountedPassage>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change }, name });
  }
}
