import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Student, StudentFact } from '@nuvrah/contract';
import {
  isTrueOn,
  lastDayBefore,
  lastDayOf,
  PERSON_FACTS,
  weeksPregnant,
  type Day,
  type PersonFact,
  dayInWords,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { NOT_KEPT } from '../../shared/offline-queue/words';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { endingQuestion } from './ending-question';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { SelectField } from '../../ui/select-field';
import { DateField } from '../../ui/date-field';
import { Questions } from '../../ui/questions';
import { filter } from 'rxjs';
import { KitForm } from '../../ui/kit-form';
import { studentWords } from '../../words/student-words';
import { kitWords } from '../../words/kit-words';

type Dates = Pick<StudentFact, 'since' | 'until' | 'due'>;
const NO_DATES: Dates = { since: null, until: null, due: null };

/** What is true of a person and bears on what they may do; what was true once stays to be seen. */
@Component({
  selector: 'nv-fact-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, DateField, SelectField, MatButtonModule],
  template: `
    <ul>
      @for (row of rows(); track row.fact.id) {
        <li [class.past]="!row.now">
          <span>
            <strong>{{ row.name }}</strong>&ngsp;
            <span class="soft">{{ row.when }}</span>
            @if (row.fact.note) {
              <span class="note">{{ row.fact.note }}</span>
            }
            @if (row.waits) {
              <span class="note" role="status">{{ words.keptInThisBrowser }}</span>
            }
          </span>
          @if (row.now) {
            <button matButton type="button" [disabled]="sent.busy()" (click)="end(row.fact)">
              {{ words.noLonger }}
            </button>
          } @else if (row.fact.until !== null) {
            <span class="ways">
              <nv-date-field
                [label]="words.untilOf(row.name)"
                [min]="row.fact.since"
                [value]="row.fact.until"
                (valueChange)="endOn(row.fact, $event)"
              />
              <button matButton type="button" [disabled]="sent.busy()" (click)="reopen(row.fact)">
                {{ words.trueAgain }}
              </button>
            </span>
          }
        </li>
      } @empty {
        <li class="soft">{{ nothing() }}</li>
      }
    </ul>
    <form (submit)="add($event)" (input)="typing.set(true)">
      <div class="row">
        <nv-select
          [label]="words.whatIsTrue"
          [value]="fact()"
          [words]="facts"
          (valueChange)="fact.set($event)"
        />
        <nv-date-field
          [label]="words.since"
          [max]="today()"
          [value]="dates().since"
          (valueChange)="setDate({ since: $event })"
        />
        <nv-date-field
          [label]="words.until"
          [value]="dates().until"
          (valueChange)="setDate({ until: $event })"
        />
        @if (pregnant()) {
          <nv-date-field
            [label]="words.dueDate"
            [value]="dates().due"
            (valueChange)="setDate({ due: $event })"
          />
        }
        <label class="wide">
          <span>{{ words.note }}</span>
          <input name="note" [attr.aria-label]="words.noteOnTheFact" maxlength="500" autocomplete="off" />
        </label>
        <button matButton="outlined" type="submit" [disabled]="sent.busy()">{{ words.putOnRecord }}</button>
      </div>
      @if (sent.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
    </form>
  `,
  styleUrls: ['../../ui/form.scss', './record-list.scss'],
})
export class FactList {
  protected readonly words = studentWords.factList;
  readonly student = input.required<Student>();
  readonly changed = output();

  private readonly students = inject(Students);
  private readonly queue = inject(OfflineQueue);
  private readonly questions = inject(Questions);

  protected readonly facts = { '': kitWords.choose, ...PERSON_FACTS } as Record<PersonFact | '', string>;
  protected readonly fact = signal<PersonFact | ''>('');
  protected readonly pregnant = computed(
    () => this.fact() === 'pregnancy' || this.fact() === 'pregnancy-guarded',
  );
  protected readonly sent = sending();
  protected readonly typing = signal(false);
  protected readonly dates = signal(NO_DATES);
  protected readonly today = inject(ScreeningClock).today;

  protected readonly nothing = computed(() => {
    const asked = this.student().healthAskedOn;
    return asked === null ? this.words.nothingIsOnRecord : this.words.nothingTrue(dayInWords(asked));
  });
  protected readonly rows = computed(() => {
    const today = this.today();
    const rows = this.student().facts.map((fact) => ({
      fact,
      name: PERSON_FACTS[fact.fact],
      when: this.whenOf(fact, today),
      now: isTrueOn(fact, today),
      waits: this.queue.waits('fact', fact.id),
    }));
    return [...rows.filter(({ now }) => now), ...rows.filter(({ now }) => !now)];
  });

  constructor() {
    asksWhileUnsaved(() => this.typing() && !this.sent.busy());
  }

  private whenOf(fact: StudentFact, today: Day): string {
    const { since, due } = fact;
    const until = lastDayOf(fact);
    const parts = [
      ...(since ? [this.words.sinceDay(dayInWords(since))] : []),
      ...(until ? [this.words.untilDay(dayInWords(until))] : []),
      ...(due
        ? [
            until
              ? this.words.wasDue(dayInWords(due))
              : this.words.dueWeeksNow(dayInWords(due), weeksPregnant(due, today)),
          ]
        : []),
    ];
    return parts.join(' · ');
  }

  protected add(event: Event): void {
    event.preventDefault();
    const fact = this.fact();
    if (fact === '') return this.sent.say(this.words.chooseWhatIsTrue);
    const form = event.target as HTMLFormElement;
    const typed = (name: string): string =>
      form.querySelector<HTMLInputElement>(`input[name="${name}"]`)?.value.trim() ?? '';
    const { since, until, due } = this.dates();
    const dates = { since, until, due: this.pregnant() ? due : null };
    const body: StudentFact = { id: crypto.randomUUID(), fact, ...dates, note: typed('note') };
    this.save(body, () => {
      this.fact.set('');
      this.dates.set(NO_DATES);
      form.reset();
      this.typing.set(false);
    });
  }

  /** What was ended by mistake is true again, from when it was before. */
  protected reopen(fact: StudentFact): void {
    this.save({ ...fact, until: null });
  }

  protected endOn(fact: StudentFact, until: Day | null): void {
    if (until) return this.save({ ...fact, until });
    this.sent.say(this.words.sayUntilWhichDay);
  }

  protected setDate(change: Partial<Dates>): void {
    this.dates.update((dates) => ({ ...dates, ...change }));
    this.typing.set(true);
  }

  /** It was true up to yesterday; what was found when something was led stays with the sitting. */
  protected end(fact: StudentFact): void {
    this.questions
      .ask(endingQuestion(fact))
      .pipe(filter((yes) => yes))
      .subscribe(() => this.save({ ...fact, until: lastDayBefore(this.today(), fact) }));
  }

  private save(fact: StudentFact, then: () => void = () => undefined): void {
    this.sent.send(this.students.saveFact(this.student().id, fact), (delivery) => {
      if (delivery.kind === 'waiting' && !delivery.kept) return this.sent.say(NOT_KEPT);
      then();
      // What waits here is shown already; the server has nothing new to say.
      if (delivery.kind === 'there') this.changed.emit();
    });
  }
}
