import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { MatCheckbox } from '@angular/material/checkbox';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { Student, StudentFact } from '@nuvrah/contract';
import {
  FACT_GROUPS,
  daysBetween,
  foldSpelling,
  isTrueOn,
  lastDayBefore,
  lastDayOf,
  PERSON_FACTS,
  weeksPregnant,
  type PersonFact,
  type Day,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import type { ApiProblem } from '../../api/api';
import { saidOf } from '../../api/sending';
import { Students } from '../../api/students';
import { NOT_KEPT } from '../../shared/offline-queue/words';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { intakeWords } from '../../words/intake-words';
import { endingQuestion } from './ending-question';
import { DateField } from '../../ui/date-field';
import { Questions } from '../../ui/questions';
import { studentWords } from '../../words/student-words';

const PREGNANCIES: readonly PersonFact[] = ['pregnancy', 'pregnancy-guarded'];

/** Every condition to ask about, in the order in which it is asked. Each tick is on record at once: nothing is lost. */
@Component({
  selector: 'nv-fact-checklist',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, MatCheckboxModule, DateField, MatButtonModule],
  template: `
    <mat-form-field class="find">
      <mat-label>{{ words.find }}</mat-label>
      <input
        matInput
        type="search"
        autocomplete="off"
        [attr.aria-label]="words.find"
        (input)="find.set(textIn($event))"
      />
    </mat-form-field>
    @if (groups().length === 0) {
      <p class="soft" role="status">{{ words.nothing }}</p>
    }
    @for (group of groups(); track group.name) {
      <fieldset>
        <legend>{{ group.name }}</legend>
        @for (row of group.rows; track row.fact) {
          <div class="fact" [class.true]="row.record">
            <mat-checkbox
              [checked]="row.record !== null"
              [disabled]="busy()"
              (change)="toggle(row.fact, row.record, $event.source)"
            >
              {{ row.name }}
            </mat-checkbox>
            @if (row.waits) {
              <p class="soft kept" role="status">{{ said.keptInThisBrowser }}</p>
            }
            @if (row.ended; as ended) {
              <span class="row">
                <nv-date-field
                  [label]="said.untilOf(row.name)"
                  [min]="ended.since"
                  [max]="today()"
                  [value]="ended.until"
                  (valueChange)="endOn(ended, $event)"
                />
                <button matButton type="button" [disabled]="busy()" (click)="save(ended, { until: null })">
                  {{ said.trueAgain }}
                </button>
              </span>
            }
            @if (failed(); as problem) {
              @if (problem.fact === row.fact) {
                <p class="notice problem" role="alert">
                  {{ row.record ? 'Still on record.' : 'Not on record.' }} {{ problem.message }}
                </p>
              }
            }
            @if (row.record; as record) {
              <span class="row">
                <nv-date-field
                  [label]="said.sinceOf(row.name)"
                  [max]="today()"
                  [value]="record.since"
                  (valueChange)="save(record, { since: $event })"
                />
                @if (row.pregnancy) {
                  <nv-date-field
                    [label]="said.dueDateOf(row.name)"
                    [value]="record.due"
                    (valueChange)="save(record, { due: $event })"
                  />
                  <span class="soft">{{ row.weeks }}</span>
                }
                <label class="wide">
                  <span>{{ said.note }}</span>
                  <input
                    maxlength="500"
                    autocomplete="off"
                    [attr.aria-label]="said.noteOf(row.name)"
                    [value]="record.note"
                    (change)="save(record, { note: textIn($event) })"
                  />
                </label>
              </span>
            }
          </div>
        }
      </fieldset>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    :host {
      display: block;
      columns: 26rem;
      column-gap: 3rem;
    }
    .find {
      width: 100%;
      break-inside: avoid;
    }
    fieldset {
      break-inside: avoid;
      border: 0;
      border-top: 1px solid var(--rule);
      margin: 0 0 0.5rem;
      padding: 0.5rem 0;
    }
    legend {
      font-weight: 600;
      padding-right: 0.75rem;
    }
    .kept {
      margin: 0 0 0.25rem 1.75rem;
    }
    .true > mat-checkbox {
      font-weight: 600;
    }
    .row {
      margin: 0 0 0.5rem 1.75rem;
    }
  `,
})
export class FactChecklist {
  protected readonly said = studentWords.factChecklist;
  readonly student = input.required<Student>();
  readonly changed = output();

  private readonly students = inject(Students);
  private readonly queue = inject(OfflineQueue);
  private readonly questions = inject(Questions);
  protected readonly today = inject(ScreeningClock).today;
  /** Ticked on this page: unticking them again is taking back a slip, and asks nothing. */
  private readonly ticked = new Set<string>();
  /** One tick at a time: a second press on one that is on its way would be taken for another. */
  protected readonly busy = signal(false);
  protected readonly words = intakeWords.health;
  /** What conditions are narrowed to; what is true stays in sight. */
  protected readonly find = signal('');
  /** What was refused or not sent, where it stands: it is not shown as if it were on record. */
  protected readonly failed = signal<{ readonly fact: PersonFact; readonly message: string } | null>(null);

  protected readonly groups = computed(() => {
    const today = this.today();
    const { id, facts: known } = this.student();
    const now = known.filter((fact) => isTrueOn(fact, today));
    const waiting = this.queue.waiting().filter(({ kind, studentId }) => kind === 'fact' && studentId === id);
    const waits = (fact: PersonFact): boolean =>
      waiting.some((entry) => entry.kind === 'fact' && entry.body.fact.fact === fact);
    const find = foldSpelling(this.find());
    const found = (fact: PersonFact): boolean =>
      find === '' || foldSpelling(PERSON_FACTS[fact]).includes(find) || now.some((one) => one.fact === fact);
    const shown = FACT_GROUPS.map(({ name, facts }) => ({ name, facts: facts.filter(found) }));
    return shown
      .filter(({ facts }) => facts.length > 0)
      .map(({ name, facts }) => ({
        name,
        rows: facts.map((fact) => {
          const record = now.find((one) => one.fact === fact) ?? null;
          const weeks = record?.due ? this.said.weeks(weeksPregnant(record.due, today)) : '';
          const ended = record === null ? this.endedLast(fact) : null;
          const pregnancy = PREGNANCIES.includes(fact);
          return { fact, name: PERSON_FACTS[fact], record, ended, pregnancy, weeks, waits: waits(fact) };
        }),
      }));
  });

  protected textIn(event: Event): string {
    return (event.target as HTMLInputElement).value.trim();
  }

  /** Ticked: on record. Unticked: off it if it was a slip of today, else ended with yesterday. */
  protected toggle(fact: PersonFact, record: StudentFact | null, box: MatCheckbox): void {
    const toggled = (): void => {
      const told = record ?? this.truth(fact);
      if (record === null) this.ticked.add(told.id);
      const gone = record && lastDayBefore(this.today(), record);
      this.send(told, gone, () => (box.checked = record !== null));
    };
    if (record === null || this.ticked.has(record.id)) return toggled();
    this.questions.ask(endingQuestion(record)).subscribe((yes) => {
      if (yes) toggled();
      else box.checked = true;
    });
  }

  protected save(record: StudentFact, change: Partial<StudentFact>): void {
    this.send({ ...record, ...change }, null);
  }

  protected endOn(record: StudentFact, until: Day | null): void {
    if (until) return this.save(record, { until });
    const message = this.said.sayUntilWhichDay;
    this.failed.set({ fact: record.fact, message });
  }

  /** What was ended a day ago at the most is true again; what ended longer ago is true anew, from today on. */
  private truth(fact: PersonFact): StudentFact {
    const ended = this.endedLast(fact);
    const last = ended && lastDayOf(ended);
    if (ended?.until && last && daysBetween(last, this.today()) <= 1) return { ...ended, until: null };
    const since = last ? this.today() : null;
    return { id: crypto.randomUUID(), fact, since, until: null, due: null, note: '' };
  }

  private endedLast(fact: PersonFact): StudentFact | null {
    const ended = this.student().facts.filter((one) => one.fact === fact && lastDayOf(one) !== null);
    return ended.sort((a, b) => ((lastDayOf(a) ?? '') < (lastDayOf(b) ?? '') ? 1 : -1))[0] ?? null;
  }

  /** @param refused puts what was pressed back as it is on record */
  private send(fact: StudentFact, gone: Day | null, refused: () => void = () => undefined): void {
    this.failed.set(null);
    this.busy.set(true);
    this.students.saveFact(this.student().id, fact, gone).subscribe({
      next: (delivery) => {
        this.busy.set(false);
        if (delivery.kind === 'waiting' && !delivery.kept)
          this.failed.set({ fact: fact.fact, message: NOT_KEPT });
        // What waits here is shown already; the server has nothing new to say.
        if (delivery.kind === 'there') this.changed.emit();
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        refused();
        this.failed.set({ fact: fact.fact, message: saidOf(problem) });
      },
    });
  }
}
