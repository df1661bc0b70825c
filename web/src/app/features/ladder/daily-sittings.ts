import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { LadderPlan } from '@nuvrah/contract';
import { dailySittings, FURTHEST_FROM_SUN, type PracticeTime } from '@nuvrah/core';
import { NumberField } from '../../ui/number-field';
import { offsetForm } from '../../ui/number-forms';
import { SelectField } from '../../ui/select-field';
import { TimeField } from '../../ui/time-field';
import { ladderWords } from '../../words/ladder-words';

type Sitting = LadderPlan['sittings'][number];

/** What a time is told by. */
const BY = {
  clock: ladderWords.dailySittings.byTheClock,
  sunrise: ladderWords.dailySittings.bySunrise,
  sunset: ladderWords.dailySittings.bySunset,
} as const;
type By = keyof typeof BY;

/** Most sittings of a day. */
const MOST = 4;
const NUMBERS = [
  ladderWords.dailySittings.first,
  ladderWords.dailySittings.second,
  ladderWords.dailySittings.third,
  ladderWords.dailySittings.fourth,
];

/** The sittings of a day of practice: when each is, and which session it holds. */
@Component({
  selector: 'nv-daily-sittings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TimeField, SelectField, MatButtonModule, NumberField, RouterLink],
  template: `
    @for (row of rows(); track $index) {
      <div class="row" role="group" [attr.aria-label]="words.sittingOf(row.name)">
        <strong>{{ row.name }}</strong>
        <nv-select
          [label]="words.time"
          [words]="ways"
          [value]="row.by"
          (valueChange)="setBy($index, $event)"
        />
        @if (row.time.kind === 'clock') {
          <nv-time-field [label]="words.at" [value]="row.time.at" (valueChange)="setClock($index, $event)" />
        } @else {
          <nv-number-field
            [label]="words.minutesAfterItBelow"
            [caption]="words.minutesAfterItBelow"
            [form]="offset"
            [min]="-furthest"
            [max]="furthest"
            [by]="5"
            [fine]="1"
            [value]="row.time.minutes"
            (valueChange)="setMinutes($index, $event)"
          />
        }
        <nv-select
          [label]="words.session"
          [words]="sessions()"
          [value]="row.sessionId ?? ''"
          (valueChange)="setSession($index, $event)"
        />
        @if (rows().length > 1) {
          <button matButton type="button" (click)="remove($index)">{{ words.leaveOut }}</button>
        }
      </div>
    }
    @if (bySun() && !placed()) {
      <p class="notice clearance">
        {{ words.whereTheSunRises }} <a routerLink="/account" fragment="place">{{ words.sayWhereYouWork }}</a>
      </p>
    }
    @if (rows().length < most) {
      <button matButton type="button" (click)="add()">{{ words.oneSittingADay }}</button>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    :host {
      display: block;
      margin-block: 0.75rem;
    }
    .row {
      margin-bottom: 0.75rem;
    }
    strong {
      flex: 0 0 4.5rem;
      padding-bottom: 0.5rem;
    }
  `,
})
export class DailySittings {
  protected readonly words = ladderWords.dailySittings;
  readonly sittings = input.required<readonly Sitting[]>();
  /** Other sessions of the student, by id. */
  readonly others = input<Readonly<Record<string, string>>>({});
  /** Whether it is known where the instructor works. */
  readonly placed = input.required<boolean>();
  readonly changed = output<Sitting[]>();

  protected readonly ways = BY;
  protected readonly most = MOST;
  protected readonly sessions = computed(() => ({ '': this.words.theOneThatClimbs, ...this.others() }));
  protected readonly rows = computed(() =>
    this.sittings().map((sitting, index) => ({
      ...sitting,
      name: NUMBERS[index] ?? '',
      by: sitting.time.kind === 'clock' ? ('clock' as const) : sitting.time.event,
    })),
  );
  protected readonly bySun = computed(() => this.rows().some(({ by }) => by !== 'clock'));

  protected setBy(index: number, by: By): void {
    const [usual] = dailySittings(1);
    const time: PracticeTime =
      by === 'clock'
        ? (usual?.time ?? { kind: 'clock', at: '06:30' })
        : { kind: 'sun', event: by, minutes: by === 'sunrise' ? 30 : -30 };
    this.set(index, { time });
  }

  protected setClock(index: number, at: string): void {
    this.set(index, { time: { kind: 'clock', at } });
  }

  protected readonly furthest = FURTHEST_FROM_SUN;
  protected readonly offset = offsetForm(FURTHEST_FROM_SUN);

  protected setMinutes(index: number, minutes: number): void {
    const time = this.sittings()[index]?.time;
    if (time?.kind === 'sun') this.set(index, { time: { ...time, minutes } });
  }

  protected setSession(index: number, id: string): void {
    this.set(index, { sessionId: id === '' ? null : id });
  }

  protected add(): void {
    const next = dailySittings(this.sittings().length + 1).at(-1);
    if (next) this.changed.emit([...this.sittings(), next as Sitting]);
  }

  protected remove(index: number): void {
    this.changed.emit(this.sittings().filter((_, at) => at !== index));
  }

  private set(index: number, change: Partial<Sitting>): void {
    this.changed.emit(this.sittings().map((one, at) => (at === index ? { ...one, ...change } : one)));
  }
}
