import { DateTime } from 'luxon';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { day, recordOfRounds, type Day, type PassageRecord } from '@nuvrah/core';
import { NOW } from '../../api/now';
import { nameOfPassage, type Practised } from '../../shared/practice/practised';
import { DateField } from '../../ui/date-field';
import { TimeField } from '../../ui/time-field';
import { KitForm } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { halfRoundsForm } from '../../ui/number-forms';
import { homeWords } from '../../words/home-words';

/** What was done without the page. */
export interface ByHand {
  /** Rounds done of each passage, in order. */
  readonly rounds: readonly number[];
  readonly startedAt: string;
}

/** Hours and minutes, as the field for them has them. */
const CLOCK = 'HH:mm';
const dayOf = (moment: DateTime): Day => day(moment.toFormat('yyyy-MM-dd'));

interface Row {
  readonly name: string;
  readonly planned: number;
  readonly word: string;
}

/** Rounds that were done by the card or by heart, to be told without being led here. */
@Component({
  selector: 'nv-home-by-hand',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, TimeField, DateField, MatButtonModule, NumberField],
  template: `
    <form (submit)="tell($event)">
      @for (row of rows(); track $index) {
        @if (row) {
          <nv-number-field
            [label]="words.doneOf(row.name, row.word, row.planned)"
            [caption]="words.of(row.name, row.word, row.planned)"
            [form]="form"
            [min]="0"
            [max]="row.planned"
            [value]="done()[$index] ?? 0"
            (valueChange)="set($index, $event)"
          />
        }
      }
      <div class="row">
        <nv-date-field [label]="words.day" [max]="today" [value]="day()" (valueChange)="day.set($event)" />
        <nv-time-field [label]="words.time" [value]="time()" (valueChange)="time.set($event)" />
      </div>
      @if (problem(); as text) {
        <p class="wrong" role="alert">{{ text }}</p>
      }
      <button matButton="outlined" type="submit">{{ words.goOnToTell }}</button>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    label > span {
      display: block;
    }
  `,
})
export class HomeByHand {
  protected readonly words = homeWords.homeByHand;
  readonly practised = input.required<Practised>();
  readonly told = output<ByHand>();

  private readonly now = inject(NOW);
  /** By the clock of the phone. */
  private readonly opened = DateTime.fromMillis(this.now());
  protected readonly today = dayOf(this.opened);
  private readonly timeNow = this.opened.toFormat(CLOCK);
  protected readonly day = signal<Day | null>(this.today);
  protected readonly time = signal(this.timeNow);
  protected readonly problem = signal<string | null>(null);

  /** What is asked of each passage; null of natural breathing. */
  protected readonly rows = computed((): readonly (Row | null)[] => {
    const practised = this.practised();
    const { session, hand, conventions } = practised;
    const { passages } = recordOfRounds({ session, student: { hand }, conventions }, []);
    return session.passages.map((passage, index) =>
      rowOf(nameOfPassage(practised, passage), passages[index]),
    );
  });
  protected readonly form = halfRoundsForm;
  protected readonly done = linkedSignal(() => this.rows().map((row) => row?.planned ?? 0));

  protected set(index: number, value: number): void {
    this.done.set(this.done().map((one, at) => (at === index ? value : one)));
  }

  protected tell(event: Event): void {
    event.preventDefault();
    const day = this.day();
    if (day === null) return this.problem.set(this.words.sayOnWhichDay);
    // Left as it was it is now, to the second.
    const asOpened = day === this.today && this.time() === this.timeNow;
    const moment = asOpened ? this.now() : DateTime.fromISO(`${day}T${this.time()}`).toMillis();
    if (moment > this.now()) return this.problem.set(this.words.thatLiesAheadSay);
    this.problem.set(null);
    this.told.emit({ rounds: this.done(), startedAt: new Date(moment).toISOString() });
  }
}

function rowOf(name: string, passage: PassageRecord | undefined): Row | null {
  if (!passage || passage.kind === 'natural') return null;
  const { minutes, sets, rounds } = homeWords.homeByHand;
  // All of it at one's own pace.
  if (passage.kind === 'counted' && passage.cyclesPlanned === 0)
    return { name, planned: passage.secondsPlanned / 60, word: minutes };
  const planned = passage.cyclesPlanned / passage.cyclesPerRound;
  return { name, planned, word: passage.kind === 'strokes' ? sets : rounds };
}
