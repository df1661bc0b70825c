import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { Router, RouterLink } from '@angular/router';
import { combineLatest, of, switchMap, type Observable } from 'rxjs';
import type { SessionOwner, Student } from '@nuvrah/contract';
import type { ApiProblem } from '../../api/api';
import { Classes } from '../../api/classes';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { ownerId, Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import { firstSessionFor } from '../../shared/sessions/first-session';
import { SessionTable } from '../../shared/sessions/session-table';
import { ScreeningClock } from '../../api/screening-clock';
import { PageBar } from '../../shared/page/page-bar';

/** All sessions: to work on one at the Bench, or to choose one to lead. */
@Component({
  selector: 'nv-session-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PageBar,
    FormsModule,
    LoadingNote,
    MatButtonModule,
    MatFormFieldModule,
    MatSelectModule,
    RouterLink,
    SessionTable,
  ],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>{{ purpose() === 'lead' ? 'Lead: which session?' : 'Bench' }}</h1>
      </nv-page-bar>
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value()) {
        @if (interrupted(); as kept) {
          <p class="notice">
            Leading “{{ kept.sitting.led.session.title }}” was interrupted.
            <a [routerLink]="['/lead', kept.sitting.sessionId]">Go on with it, or end it there</a>
          </p>
        }
        @if (purpose() !== 'lead') {
          <form (ngSubmit)="add()">
            <mat-form-field subscriptSizing="dynamic">
              <mat-label>New session for</mat-label>
              <mat-select name="student" [ngModel]="chosen()" (ngModelChange)="chosen.set($event)">
                @for (student of students(); track student.id) {
                  <mat-option [value]="student.id">{{ student.name }}</mat-option>
                }
                @for (group of classes(); track group.id) {
                  <mat-option [value]="group.id">{{ group.name }}</mat-option>
                }
                <mat-option value="nobody">nobody: a template</mat-option>
              </mat-select>
            </mat-form-field>
            <button matButton="outlined" type="submit" [disabled]="busy() || !chosen()">Open it</button>
          </form>
        }
        @if (problem(); as text) {
          <p class="notice problem" role="alert">{{ text }}</p>
        }
        <nv-session-table
          [sessions]="sessions()"
          [names]="names()"
          empty="No session yet. Choose a student above to write the first one."
        />
      }
    </div>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: center;
      margin-bottom: 1.5rem;
    }
  `,
})
export class SessionList {
  readonly purpose = input<'lead'>();

  private readonly studentsApi = inject(Students);
  private readonly classesApi = inject(Classes);
  private readonly sessionsApi = inject(Sessions);
  private readonly router = inject(Router);
  private readonly day = inject(ScreeningClock).day;

  protected readonly page = askedOnce(() =>
    combineLatest([this.studentsApi.list(), this.sessionsApi.list(), this.classesApi.list()]),
  );
  protected readonly students = computed(() =>
    (this.page.value()?.[0] ?? []).filter(({ archived }) => !archived),
  );
  protected readonly classes = computed(() =>
    (this.page.value()?.[2] ?? []).filter(({ archived }) => !archived),
  );
  protected readonly names = computed(
    () => new Map([...this.students(), ...this.classes()].map(({ id, name }) => [id, name])),
  );
  /** Sessions of archived students and classes rest with them; only a student's can be led. */
  protected readonly sessions = computed(() => {
    const here = new Set([...this.names().keys(), 'nobody']);
    return (this.page.value()?.[1] ?? []).filter(
      ({ owner }) => here.has(ownerId(owner)) && (this.purpose() !== 'lead' || owner.kind === 'student'),
    );
  });
  protected readonly interrupted = signal(inject(LeadKeeper).kept()).asReadonly();
  protected readonly chosen = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected add(): void {
    const chosen = this.chosen();
    if (chosen === null) return;
    const student = this.students().find(({ id }) => id === chosen);
    const owner: SessionOwner = student
      ? { kind: 'student', studentId: chosen }
      : chosen === 'nobody'
        ? { kind: 'nobody' }
        : { kind: 'class', classId: chosen };
    this.busy.set(true);
    const asked: Observable<Student | null> = student ? this.studentsApi.get(chosen) : of(null);
    const added = asked.pipe(
      switchMap((found) => this.sessionsApi.add(owner, firstSessionFor(found, this.day()))),
    );
    added.subscribe({
      next: ({ id }) => void this.router.navigate(['/bench', id]),
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem.message);
      },
    });
  }
}
