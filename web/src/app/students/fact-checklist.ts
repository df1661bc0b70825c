import { Component, computed, inject, input, output, signal } from '@angular/core';
import type { Student, StudentFact } from '@nuvrah/contract';
import {
  FACT_GROUPS,
  daysBetween,
  isTrueOn,
  lastDayBefore,
  lastDayOf,
  PERSON_FACTS,
  weeksPregnant,
  type PersonFact,
  type Day,
} from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { ScreeningClock } from '../api/screening-clock';
import type { ApiProblem } from '../api/api';
import { saidOf } from '../api/sending';
import { Students } from '../api/students';
import { dayTyped } from '../forms/day-typed';

const PREGNANCIES: readonly PersonFact[] = ['pregnancy', 'pregnancy-guarded'];

/** Every condition to ask about, in the order in which it is asked. Each tick is on record at once: nothing is lost. */
@Component({
  selector: 'nv-fact-checklist',
  template: `
    @for (group of groups(); track group.name) {
      <fieldset>
        <legend>{{ group.name }}</legend>
        @for (row of group.rows; track row.fact) {
          <div class="fact" [class.true]="row.record">
            <label>
              <input
                type="checkbox"
                [checked]="row.record !== null"
                [disabled]="busy()"
                (change)="toggle(row.fact, row.record, $event)"
              />
              {{ row.name }}
            </label>
            @if (failed(); as problem) {
              @if (problem.fact === row.fact) {
                <p class="notice problem" role="alert">
                  {{ row.record ? 'Still on record.' : 'Not on record.' }} {{ problem.message }}
                </p>
              }
            }
            @if (row.record; as record) {
              <span class="row">
                <label>
                  <span>since</span>
                  <input
                    type="date"
                    [attr.aria-label]="row.name + ', since'"
                    [max]="today()"
                    [value]="record.since ?? ''"
                    (change)="change(record, { since: dayIn($event) })"
                  />
                </label>
                @if (row.pregnancy) {
                  <label>
                    <span>due {{ row.weeks }}</span>
                    <input
                      type="date"
                      [attr.aria-label]="row.name + ', due date'"
                      [value]="record.due ?? ''"
                      (change)="change(record, { due: dayIn($event) })"
                    />
                  </label>
                }
                <label class="wide">
                  <span>note</span>
                  <input
                    maxlength="500"
                    autocomplete="off"
                    [attr.aria-label]="row.name + ', note'"
                    [value]="record.note"
                    (change)="change(record, { note: textIn($event) })"
                  />
                </label>
              </span>
            }
          </div>
        }
      </fieldset>
    }
  `,
  styleUrl: '../forms/form.scss',
  styles: `
    :host {
      display: block;
      columns: 26rem;
      column-gap: 3rem;
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
    .fact > label {
      display: inline-flex;
      align-items: center;
      gap: 0.5rem;
      min-height: 2rem;
    }
    input[type='checkbox'] {
      width: 1.25rem;
      height: 1.25rem;
      accent-color: var(--ink);
    }
    .true > label {
      font-weight: 600;
    }
    .row {
      margin: 0 0 0.5rem 1.75rem;
    }
  `,
})
export class FactChecklist {
  readonly student = input.required<Student>();
  readonly changed = output();

  private readonly students = inject(Students);
  protected readonly today = inject(ScreeningClock).today;
  /** One tick at a time: a second press on one that is on its way would be taken for another. */
  protected readonly busy = signal(false);
  /** What was refused or not sent, where it stands: it is not shown as if it were on record. */
  protected readonly failed = signal<{ readonly fact: PersonFact; readonly message: string } | null>(null);

  protected readonly groups = computed(() => {
    const today = this.today();
    const now = this.student().facts.filter((fact) => isTrueOn(fact, today));
    return FACT_GROUPS.map(({ name, facts }) => ({
      name,
      rows: facts.map((fact) => {
        const record = now.find((one) => one.fact === fact) ?? null;
        const weeks = record?.due ? `(${weeksPregnant(record.due, today)} weeks)` : '';
        return { fact, name: PERSON_FACTS[fact], record, pregnancy: PREGNANCIES.includes(fact), weeks };
      }),
    }));
  });

  protected dayIn(event: Event): Day | null {
    return dayTyped((event.target as HTMLInputElement).value);
  }

  protected textIn(event: Event): string {
    return (event.target as HTMLInputElement).value.trim();
  }

  /** Ticked: on record. Unticked: off it if it was a slip of today, else ended with yesterday. */
  protected toggle(fact: PersonFact, record: StudentFact | null, event: Event): void {
    this.failed.set(null);
    this.busy.set(true);
    const box = event.target as HTMLInputElement;
    const refused = (message: string): void => {
      this.busy.set(false);
      // As it is on record, not as it was pressed.
      box.checked = record !== null;
      this.failed.set({ fact, message });
    };
    if (record === null) return this.send(this.truth(fact), refused);
    this.students.removeFact(record.id).subscribe({
      next: () => this.arrived(),
      error: (problem: ApiProblem) => {
        // Only what is refused as too old is ended; when the server is away nothing is.
        if (problem.kind !== 'refused') return refused(problem.message);
        const until = lastDayBefore(this.today(), record);
        this.send(this.students.changeFact({ ...record, until }), refused);
      },
    });
  }

  /** What was ended a day ago at the most is true again; what ended longer ago is true anew, from today on. */
  private truth(fact: PersonFact): Observable<unknown> {
    const ended = this.student()
      .facts.filter((one) => one.fact === fact)
      .sort((a, b) => ((lastDayOf(a) ?? '') < (lastDayOf(b) ?? '') ? 1 : -1))[0];
    const last = ended && lastDayOf(ended);
    if (ended?.until && last && daysBetween(last, this.today()) <= 1)
      return this.students.changeFact({ ...ended, until: null });
    const since = last ? this.today() : null;
    const body = { id: crypto.randomUUID(), fact, since, until: null, due: null, note: '' };
    return this.students.addFact(this.student().id, body);
  }

  private send(request: Observable<unknown>, refused: (message: string) => void): void {
    request.subscribe({
      next: () => this.arrived(),
      error: (problem: ApiProblem) => refused(saidOf(problem)),
    });
  }

  private arrived(): void {
    this.busy.set(false);
    this.changed.emit();
  }

  protected change(record: StudentFact, change: Partial<StudentFact>): void {
    this.failed.set(null);
    this.send(this.students.changeFact({ ...record, ...change }), (message) =>
      this.failed.set({ fact: record.fact, message }),
    );
  }
}
