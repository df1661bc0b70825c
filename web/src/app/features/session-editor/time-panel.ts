import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  atItsMost,
  sessionHalfMillis,
  fitTime,
  formatClock,
  LONGEST_SESSION_HOURS,
  millis,
  placesForLeftOver,
  type Session,
  type Timeline,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Fold } from '../../ui/fold';
import { KitForm } from '../../ui/kit-form';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { wholeForm } from '../../ui/number-forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { timeWords } from '../../words/time-words';

const MOST_MINUTES = LONGEST_SESSION_HOURS * 60;
/** Places that are offered for it: more is a choice without a difference. */
const MOST_PLACES = 4;
/** What is left over below this is not worth a question, in milliseconds. */
const NOTHING = 1000;

/**
 * The time planned against the time there is: what is left over and where it could go, and "make it fit": whole rounds only,
 * by weights, passages that are locked stay as they are, the remainder to the rests.
 */
@Component({
  selector: 'nv-time-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, Fold, KitForm, MatButtonModule, NumberField],
  template: `
    <form (submit)="fit($event)">
      <div class="row">
        <nv-number-field
          optional
          [label]="words.timeThereIsMinutes"
          [caption]="words.timeThereIsMinutes"
          [form]="minutesForm"
          [min]="1"
          [max]="most"
          [placeholder]="words.open"
          [value]="session().minutes"
          (valueChange)="setMinutes($event)"
          (cleared)="setMinutes(null)"
        />
        <button matButton="outlined" type="submit">{{ words.makeItFit }}</button>
      </div>
      <p [class.wrong]="wrong()" [attr.role]="wrong() ? 'alert' : null">{{ wrong() ?? balance() }}</p>
      <nv-fold [name]="words.weightsAndLocks">
        <ng-template>
          <table>
            <thead>
              <tr>
                <th scope="col">{{ words.passage }}</th>
                <th scope="col">{{ words.lock }}</th>
                <th scope="col">{{ words.weight }}</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.id) {
                <tr>
                  <th scope="row">{{ row.name }}</th>
                  <td>
                    <mat-checkbox
                      [aria-label]="'lock ' + row.name"
                      [checked]="locked().has(row.id)"
                      (change)="toggle(row.id)"
                    />
                  </td>
                  <td>
                    @if (row.weight !== null && !locked().has(row.id)) {
                      <nv-number-field
                        [label]="words.weightOf(row.name)"
                        [form]="weightForm"
                        [min]="0"
                        [max]="99"
                        [value]="row.weight"
                        (valueChange)="setWeight(row.id, $event)"
                      />
                    } @else {
                      <span class="soft">{{ row.weight === null ? words.theRest : words.asItIs }}</span>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <p class="soft">{{ words.timeIsSharedBy }}</p>
        </ng-template>
      </nv-fold>
    </form>
    @if (said(); as lines) {
      <ul role="status">
        @for (line of lines; track $index) {
          <li>{{ line }}</li>
        }
      </ul>
    }
    @if (places().length > 0) {
      <p class="soft">{{ words.itCouldGoTo }}</p>
      <div class="places">
        @for (place of places(); track place.passageId) {
          <button matButton="outlined" type="button" (click)="give(place.session)">{{ place.text }}</button>
        }
      </div>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    :host {
      display: block;
    }
    form {
      gap: 0.375rem;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      font-size: 0.9375rem;
    }
    th {
      text-align: left;
      font-weight: 400;
    }
    thead th {
      color: var(--soft-ink);
    }
    td input[type='number'] {
      width: 4.25rem;
    }
    ul {
      margin: 0.375rem 0 0;
      padding-left: 1.25rem;
      font-size: 0.9375rem;
    }
    .places {
      display: flex;
      flex-wrap: wrap;
      gap: 0.375rem;
    }
    .places button {
      height: auto;
      min-height: 2.25rem;
      padding-block: 0.375rem;
    }
  `,
})
export class TimePanel {
  protected readonly words = timeWords.timePanel;
  readonly session = input.required<Session>();
  readonly timeline = input.required<Timeline>();
  readonly names = input.required<ReadonlyMap<string, string>>();
  /** The time there is; null where it is open. */
  readonly minutes = output<number | null>();
  readonly fitted = output<Session>();

  private readonly account = inject(AccountStore);
  protected readonly most = MOST_MINUTES;
  protected readonly minutesForm: NumberForm = {
    ...wholeForm(1, MOST_MINUTES, ''),
    hint: this.words.sayHowManyWhole(MOST_MINUTES),
  };
  protected readonly weightForm = wholeForm(0, 99, '');
  protected readonly locked = signal<ReadonlySet<string>>(new Set());
  private readonly weights = signal<ReadonlyMap<string, number>>(new Map());
  protected readonly said = signal<readonly string[] | null>(null);
  protected readonly wrong = signal<string | null>(null);

  /** Milliseconds that are left over; below zero where it is too long, null where the time is open. */
  private readonly left = computed(() => {
    const { minutes } = this.session();
    return minutes === null ? null : minutes * 60_000 - this.timeline().total;
  });
  /** What it takes, and what it may take with the rounds that follow until the last is called. */
  private readonly planned = computed(() => {
    const { total } = this.timeline();
    const most = sessionHalfMillis(atItsMost(this.session()), this.account.required().conventions) / 2;
    return most - total < NOTHING
      ? this.words.planned(formatClock(total))
      : this.words.plannedUpTo(formatClock(total), formatClock(most));
  });
  protected readonly balance = computed(() => {
    const left = this.left();
    const planned = this.planned();
    if (left === null) return `${planned}.`;
    if (Math.abs(left) < NOTHING) return this.words.itFillsTheTime(planned);
    const by = formatClock(Math.abs(left));
    return left > 0 ? this.words.leftOver(planned, by) : this.words.tooLong(planned, by);
  });

  protected readonly places = computed(() => {
    const left = this.left();
    if (left === null || left < NOTHING) return [];
    const { conventions } = this.account.required();
    const places = placesForLeftOver(this.session(), conventions, millis(left));
    return places.slice(0, MOST_PLACES).map((place) => ({
      ...place,
      text: `${this.names().get(place.passageId) ?? ''}: ${place.said}`,
    }));
  });

  /** Weights to begin with are what each takes now. */
  protected readonly rows = computed(() =>
    this.session().passages.map(({ id, kind }, index) => {
      const span = this.timeline().passages[index];
      const minutes = span ? Math.max(1, Math.round((span.to - span.from) / 60_000)) : 1;
      return {
        id,
        name: this.names().get(id) ?? '',
        weight: kind === 'natural' ? null : (this.weights().get(id) ?? minutes),
      };
    }),
  );

  protected setMinutes(minutes: number | null): void {
    this.wrong.set(null);
    this.said.set(null);
    this.minutes.emit(minutes);
  }

  protected toggle(id: string): void {
    const locked = new Set(this.locked());
    if (!locked.delete(id)) locked.add(id);
    this.locked.set(locked);
  }

  protected setWeight(id: string, weight: number): void {
    this.weights.set(new Map(this.weights()).set(id, weight));
  }

  protected give(session: Session): void {
    this.said.set(null);
    this.fitted.emit(session);
  }

  protected fit(event: Event): void {
    event.preventDefault();
    const { minutes } = this.session();
    if (this.wrong() !== null) return;
    if (minutes === null) {
      this.wrong.set(this.words.sayHowManyWhole(MOST_MINUTES));
      return;
    }
    const { conventions } = this.account.required();
    const weights = this.weights().size > 0 ? this.weightsOfAll() : undefined;
    const fit = fitTime(this.session(), conventions, minutes, this.locked(), weights);
    if (!fit.ok) {
      const least = formatClock(fit.problem.least * 1000);
      this.said.set([this.words.leastTime(least)]);
      return;
    }
    const { session, changes, leftOver } = fit.value;
    this.said.set([
      ...changes.map(({ passageId, said }) => `${this.names().get(passageId) ?? ''}: ${said}`),
      ...(changes.length === 0 ? [this.words.nothingHadToChange] : []),
      ...(leftOver >= 1 ? [this.words.secondsLeftOver(Math.round(leftOver))] : []),
    ]);
    if (changes.length > 0) this.fitted.emit(session);
  }

  /** Once one weight was given, all are meant in the same measure. */
  private weightsOfAll(): ReadonlyMap<string, number> {
    return new Map(this.rows().flatMap(({ id, weight }) => (weight === null ? [] : [[id, weight] as const])));
  }
}
