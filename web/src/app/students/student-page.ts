import { Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { Student, StudentFields } from '@nuvrah/contract';
import { combineLatest } from 'rxjs';
import type { ApiProblem } from '../api/api';
import { asked } from '../api/loaded';
import { LoadingNote } from '../api/loading-note';
import { Sessions } from '../api/sessions';
import { Students } from '../api/students';
import { SessionTable } from '../bench/session-table';
import { firstSessionFor } from '../bench/first-session';
import { dayInWords } from '../shell/dates';
import { CapacityForm } from './capacity-form';
import { FactList } from './fact-list';
import { PaperScreeningForm } from './paper-screening-form';
import { StudentForm } from './student-form';

/** One student: the facts, the capacity, the screening on paper and the sessions. */
@Component({
  selector: 'nv-student-page',
  imports: [
    CapacityForm,
    FactList,
    LoadingNote,
    MatButtonModule,
    PaperScreeningForm,
    RouterLink,
    SessionTable,
    StudentForm,
  ],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (student(); as student) {
        <div class="page-head">
          <h1>{{ student.name }}</h1>
          @if (student.archived) {
            <span class="soft">archived</span>
          }
          <span class="grow"></span>
          <a matButton routerLink="/ledger" [queryParams]="{ student: student.id }">
            {{ student.sittings }} {{ student.sittings === 1 ? 'sitting' : 'sittings' }} in the Ledger
          </a>
        </div>
        <div class="halves">
          <section aria-labelledby="facts">
            <h2 id="facts">Who they are</h2>
            <nv-student-form
              action="Save"
              [value]="student"
              [busy]="busy()"
              [problem]="problem()"
              (save)="change($event)"
            >
              <button matButton type="button" (click)="change({ archived: !student.archived })">
                {{ student.archived ? 'Bring back' : 'Archive' }}
              </button>
            </nv-student-form>
          </section>
          <section aria-labelledby="capacity">
            <h2 id="capacity">Comfortable capacity</h2>
            <nv-capacity-form [student]="student" (recorded)="page.again()" />
          </section>
        </div>
        <section aria-labelledby="known">
          <h2 id="known">What to know before leading</h2>
          <nv-fact-list [student]="student" (changed)="page.again()" />
        </section>
        <section aria-labelledby="sessions">
          <div class="page-head">
            <h2 id="sessions">Sessions</h2>
            <span class="grow"></span>
            <button matButton="outlined" type="button" [disabled]="busy()" (click)="addSession(student)">
              New session
            </button>
          </div>
          <nv-session-table
            [sessions]="sessions() ?? []"
            empty="No session yet. A new one opens on the Bench."
          />
        </section>
        <section aria-labelledby="screening">
          <h2 id="screening">Screening</h2>
          <p>
            @if (student.paperScreening; as screening) {
              Screened on paper on {{ dayInWords(screening.screenedOn) }}. {{ screening.note }}
            } @else {
              Not screened on paper: sessions with a hold over 2 s, locks or strokes cannot be led yet.
            }
          </p>
          <nv-paper-screening-form [studentId]="student.id" (recorded)="page.again()" />
        </section>
      }
    </div>
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 1.5rem 3rem;
    }
    section {
      margin-bottom: 2.25rem;
    }
    h2 {
      margin-bottom: 0.75rem;
    }
    .page-head h2 {
      margin: 0;
    }
    section p {
      margin-bottom: 0.75rem;
    }
    @media (max-width: 60rem) {
      .halves {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class StudentPage {
  readonly id = input.required<string>();

  private readonly students = inject(Students);
  private readonly sessionsApi = inject(Sessions);
  private readonly router = inject(Router);

  protected readonly dayInWords = dayInWords;
  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.students.get(id), this.sessionsApi.list(id)]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);
  protected readonly sessions = computed(() => this.page.value()?.[1] ?? null);
  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);

  protected change(change: Partial<StudentFields & { archived: boolean }>): void {
    const student = this.student();
    if (!student) return;
    this.busy.set(true);
    this.problem.set(null);
    this.students.change(student, change).subscribe({
      next: () => {
        this.busy.set(false);
        this.page.again();
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }

  protected addSession(student: Student): void {
    this.busy.set(true);
    this.sessionsApi.add(student.id, firstSessionFor(student)).subscribe({
      next: ({ id }) => void this.router.navigate(['/bench', id]),
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }
}
