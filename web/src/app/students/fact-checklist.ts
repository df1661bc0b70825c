import { Component, computed, inject, input, output } from '@angular/core';
import type { Student, StudentFact } from '@nuvrah/contract';
import {
  FACT_GROUPS,
  isTrueOn,
  lastDayBefore,
  PERSON_FACTS,
  weeksPregnant,
  type PersonFact,
  type Day,
} from '@nuvrah/core';
import { ScreeningClock } from '../api/screening-clock';
import type { ApiProblem } from '../api/api';
import { sending } from '../api/sending';
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
                [disabled]="sent.busy()"
                (change)="toggle(row.fact, row.record)"
              />
              {{ row.name }}
            </label>
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
    @if (sent.message(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
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
  protected readonly sent = sending();

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
  protected toggle(fact: PersonFact, record: StudentFact | null): void {
    const done = (): void => this.changed.emit();
    if (record === null) {
      const body = { id: crypto.randomUUID(), fact, since: null, until: null, due: null, note: '' };
      return this.sent.send(this.students.addFact(this.student().id, body), done);
    }
    this.students.removeFact(record.id).subscribe({
      next: done,
      error: (problem: ApiProblem) => {
        // Only what is refused as too old is ended; when the server is away nothing is.
        if (problem.kind === 'refused') this.change(record, { until: lastDayBefore(this.today(), record) });
        else this.sent.say(problem.message);
      },
    });
  }

  protected change(record: StudentFact, change: Partial<StudentFact>): void {
    this.sent.send(this.students.changeFact({ ...record, ...change }), () => this.changed.emit());
  }
}
