import { Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Student, StudentFact } from '@nuvrah/contract';
import { isTrueOn, PERSON_FACTS, weeksPregnant, type PersonFact } from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { AccountStore } from '../api/account';
import type { ApiProblem } from '../api/api';
import { Students } from '../api/students';
import { ChoiceField } from '../bench/choice-field';
import { dayInWords } from '../shell/dates';

/** What is true of a person and bears on what they may do; what was true once stays to be seen. */
@Component({
  selector: 'nv-fact-list',
  imports: [ChoiceField, MatButtonModule],
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
          </span>
          @if (row.now) {
            <button matButton type="button" [disabled]="busy()" (click)="end(row.fact)">No longer</button>
          }
        </li>
      } @empty {
        <li class="soft">Nothing is on record. Ask before the first session.</li>
      }
    </ul>
    <form (submit)="add($event)">
      <nv-choice-field label="what is true" [value]="fact()" [words]="facts" (choose)="fact.set($event)" />
      <label>
        <span>since (if known)</span>
        <input #since type="date" aria-label="since" [max]="today()" />
      </label>
      @if (pregnant()) {
        <label>
          <span>due date</span>
          <input #due type="date" aria-label="due date" />
        </label>
      }
      <label class="wide">
        <span>note</span>
        <input #note aria-label="note on the fact" maxlength="500" autocomplete="off" />
      </label>
      <button matButton="outlined" type="submit" [disabled]="busy()">Put on record</button>
    </form>
    @if (problem(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0 0 0.75rem;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 1rem;
      border-bottom: 1px solid var(--rule);
      padding: 0.375rem 0;
    }
    .note {
      display: block;
    }
    .past strong {
      font-weight: 400;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.5rem 0.75rem;
    }
    label span {
      display: block;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    input {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
      min-height: 2.25rem;
    }
    .wide {
      flex: 1 1 14rem;
    }
    .wide input {
      width: 100%;
    }
  `,
})
export class FactList {
  readonly student = input.required<Student>();
  readonly changed = output();

  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);

  protected readonly facts = { '': 'choose …', ...PERSON_FACTS } as Record<PersonFact | '', string>;
  protected readonly fact = signal<PersonFact | ''>('');
  protected readonly pregnant = computed(
    () => this.fact() === 'pregnancy' || this.fact() === 'pregnancy-guarded',
  );
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly today = computed(() => this.account.required().today);

  protected readonly rows = computed(() => {
    const today = this.today();
    const rows = this.student().facts.map((fact) => ({
      fact,
      name: PERSON_FACTS[fact.fact],
      when: this.whenOf(fact, today),
      now: isTrueOn(fact, today),
    }));
    return [...rows.filter(({ now }) => now), ...rows.filter(({ now }) => !now)];
  });

  private whenOf({ since, until, due }: StudentFact, today: string): string {
    const parts = [
      ...(since ? [`since ${dayInWords(since)}`] : []),
      ...(until ? [`until ${dayInWords(until)}`] : []),
      ...(due ? [`due ${dayInWords(due)}, ${weeksPregnant(due, today)} weeks now`] : []),
    ];
    return parts.join(' · ');
  }

  protected add(event: Event): void {
    event.preventDefault();
    const fact = this.fact();
    if (fact === '') return this.problem.set('Choose what is true of this student.');
    const form = event.target as HTMLFormElement;
    const value = (label: string): string =>
      form.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)?.value.trim() ?? '';
    const day = (label: string): string | null => value(label) || null;
    const body = {
      id: crypto.randomUUID(),
      fact,
      since: day('since'),
      until: null,
      due: day('due date'),
      note: value('note on the fact'),
    };
    this.send(this.students.addFact(this.student().id, body), () => {
      this.fact.set('');
      form.reset();
    });
  }

  /** It was true up to today; what was led until now was led with it. */
  protected end(fact: StudentFact): void {
    this.send(
      this.students.changeFact({
        ...fact,
        until: this.today() < (fact.since ?? '') ? fact.since : this.today(),
      }),
    );
  }

  private send(request: Observable<StudentFact>, then?: () => void): void {
    this.busy.set(true);
    this.problem.set(null);
    request.subscribe({
      next: () => {
        this.busy.set(false);
        then?.();
        this.changed.emit();
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        const [first] = problem.kind === 'refused' ? (problem.problem.errors ?? []) : [];
        this.problem.set(first?.detail ?? problem.message);
      },
    });
  }
}
