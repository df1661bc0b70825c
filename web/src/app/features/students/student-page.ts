import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import { describeEmergency, describeMissing, dayCheckOf, readinessOf, momentInWords } from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Ladders } from '../../api/ladders';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { SessionTable } from '../../shared/sessions/session-table';
import { firstSessionFor } from '../../shared/sessions/first-session';
import { Fold } from '../../ui/fold';
import { LadderList } from './ladder-list';
import { HomeLinks } from './home-links';
import { AUDIT_WORDS } from '../../words/audit-words';
import { CapacityForm } from './capacity-form';
import { ClearanceList } from './clearance-list';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { describeDay } from '../../shared/day-check/describe-day';
import { FactList } from './fact-list';
import { savingStudent } from './saving-student';
import { StudentData } from './student-data';
import { StudentForm } from './student-form';
import { ApprovalList } from './approval-list';

/** One student: who they are, what is known, what they can sustain, how today is, the sessions and what was decided. */
@Component({
  selector: 'nv-student-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ApprovalList,
    CapacityForm,
    ClearanceList,
    DayCheckForm,
    FactList,
    HomeLinks,
    LadderList,
    LoadingNote,
    MatButtonModule,
    RouterLink,
    SessionTable,
    Fold,
    StudentData,
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
        @if (emergency(); as line) {
          <p class="notice no">
            {{ line }} <a href="#clearances" (click)="toClearances($event)">Clearances</a>
          </p>
        }
        @if (student.unconfirmed > 0) {
          <div class="notice care" id="unconfirmed">
            <p>
              {{ student.unconfirmed }}
              {{ student.unconfirmed === 1 ? 'sitting was' : 'sittings were' }} read in from a log and
              {{ student.unconfirmed === 1 ? 'is' : 'are' }} not counted yet: not for experience, not for what
              is known to be easy. Look at them in the Ledger, and confirm them if they were really led.
            </p>
            <button
              matButton="outlined"
              type="button"
              [disabled]="confirming.busy()"
              (click)="confirmLog(student)"
            >
              They were led: count them
            </button>
            @if (confirming.message(); as text) {
              <p role="alert">{{ text }}</p>
            }
          </div>
        }
        @for (line of missing(); track line) {
          <p class="notice clearance">
            {{ line }} <a [routerLink]="['/students', student.id, 'intake']">Open the intake</a>
          </p>
        }
        <div class="halves">
          <section aria-labelledby="facts">
            <div class="page-head">
              <h2 id="facts">Who they are</h2>
              <span class="grow"></span>
              <a matButton [routerLink]="['/students', student.id, 'intake']">Intake</a>
            </div>
            <nv-student-form
              action="Save"
              [value]="student"
              [busy]="saving.busy()"
              [problem]="saving.problem()"
              (save)="saving.change(student, $event)"
            >
              <button
                matButton
                type="button"
                (click)="saving.change(student, { archived: !student.archived })"
              >
                {{ student.archived ? 'Bring back' : 'Archive' }}
              </button>
            </nv-student-form>
          </section>
          <section aria-labelledby="capacity">
            <div class="page-head">
              <h2 id="capacity">Comfortable capacity</h2>
              <span class="grow"></span>
              <a matButton="outlined" [routerLink]="['/students', student.id, 'capacity']"
                >Measure with taps</a
              >
            </div>
            <nv-capacity-form [student]="student" (recorded)="page.again()" />
          </section>
        </div>
        <section aria-labelledby="known">
          <h2 id="known">What to know before leading</h2>
          <nv-fact-list [student]="student" (changed)="page.again()" />
        </section>
        <section aria-labelledby="clearances">
          <h2 id="clearances">Clearances by clinicians</h2>
          <nv-clearance-list [student]="student" (changed)="page.again()" />
        </section>
        <section aria-labelledby="approvals">
          <h2 id="approvals">Approvals by a teacher</h2>
          <nv-approval-list [student]="student" (changed)="page.again()" />
        </section>
        <section aria-labelledby="today">
          <h2 id="today">Today</h2>
          <p>{{ dayLine() }}</p>
          <details>
            <summary>{{ dayLine() ? 'Ask again' : 'Today was not asked yet: ask now' }}</summary>
            <nv-day-check-form [student]="student" (recorded)="page.again()" />
          </details>
        </section>
        <section aria-labelledby="sessions">
          <div class="page-head">
            <h2 id="sessions">Sessions</h2>
            <span class="grow"></span>
            <a matButton="outlined" [routerLink]="['/compose', student.id]">Compose</a>
            <button
              matButton="outlined"
              type="button"
              [disabled]="adding.busy()"
              (click)="addSession(student)"
            >
              New session
            </button>
          </div>
          @if (adding.message(); as text) {
            <p class="notice problem" role="alert">{{ text }}</p>
          }
          <nv-session-table
            [sessions]="sessions() ?? []"
            empty="No session yet. A new one opens on the Bench."
          />
        </section>
        <section aria-labelledby="home">
          <h2 id="home">Practice at home</h2>
          <nv-home-links [student]="student" [sessions]="sessions() ?? []" />
        </section>
        <section aria-labelledby="ladders">
          <div class="page-head">
            <h2 id="ladders">Ladders</h2>
            <span class="grow"></span>
            <a matButton="outlined" [routerLink]="['/students', student.id, 'ladder']">New ladder</a>
          </div>
          <nv-ladder-list [ladders]="climbs()" />
        </section>
        @if (decisions().length > 0) {
          <section aria-labelledby="decided">
            <h2 id="decided">What was decided</h2>
            <ul class="decided">
              @for (event of decisions(); track event.id) {
                <li>
                  <span class="soft">{{ event.when }}</span> <strong>{{ event.kind }}</strong>
                  {{ event.said }}
                </li>
              }
            </ul>
          </section>
        }
        <nv-fold name="Everything that is kept of them: take it out, or erase it">
          <ng-template>
            <nv-student-data [student]="student" [sessions]="sessions() ?? []" (erased)="leave()" />
          </ng-template>
        </nv-fold>
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
    summary {
      cursor: pointer;
      padding: 0.375rem 0;
    }
    .notice {
      margin-bottom: 0.75rem;
    }
    .decided {
      padding-left: 1.25rem;
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
  private readonly ladders = inject(Ladders);
  private readonly router = inject(Router);
  private readonly account = inject(AccountStore);

  protected readonly page = asked(this.id, (id) =>
    combineLatest([
      this.students.get(id),
      this.sessionsApi.list({ student: id }),
      this.students.auditEvents(id),
      this.ladders.list(id),
    ]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);
  protected readonly sessions = computed(() => this.page.value()?.[1] ?? null);
  protected readonly climbs = computed(() => this.page.value()?.[3] ?? []);
  protected readonly saving = savingStudent(() => this.page.again());
  protected readonly adding = sending();
  private readonly day = inject(ScreeningClock).day;
  protected readonly missing = computed(() => {
    const student = this.student();
    return student ? describeMissing(readinessOf(student, this.day()), this.day().today) : [];
  });
  protected readonly emergency = computed(() => {
    const emergency = this.student()?.emergency;
    return emergency ? describeEmergency(emergency) : null;
  });
  protected readonly dayLine = computed(() => {
    const student = this.student();
    const check = student && dayCheckOf(student, this.day().today);
    return check ? describeDay(check) : '';
  });
  protected readonly decisions = computed(() =>
    (this.page.value()?.[2] ?? []).map(({ id, at, kind, said }) => ({
      id,
      said,
      kind: AUDIT_WORDS[kind],
      when: momentInWords(at, this.account.required().timeZone),
    })),
  );

  protected leave(): void {
    void this.router.navigate(['/students'], { state: { erased: true } });
  }

  protected toClearances(event: Event): void {
    event.preventDefault();
    document.getElementById('clearances')?.scrollIntoView();
  }

  protected readonly confirming = sending();

  protected confirmLog(student: Student): void {
    this.confirming.send(this.students.confirmLogged(student.id), () => this.page.again());
  }

  protected addSession(student: Student): void {
    this.adding.send(
      this.sessionsApi.add({ kind: 'student', studentId: student.id }, firstSessionFor(student, this.day())),
      ({ id }) => void this.router.navigate(['/bench', id]),
    );
  }
}
