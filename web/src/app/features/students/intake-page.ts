import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StudentFields } from '@nuvrah/contract';
import { describeMissing, readinessOf, dayInWords } from '@nuvrah/core';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { ScreeningClock } from '../../api/screening-clock';
import { savingStudent } from './saving-student';
import { Students } from '../../api/students';
import { FactChecklist } from './fact-checklist';
import { StudentForm } from './student-form';
import { PageBar } from '../../shared/page/page-bar';

/** The intake, filled in with the student present. What is entered is kept as it is; it can be gone on with later. */
@Component({
  selector: 'nv-intake-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, FactChecklist, LoadingNote, MatButtonModule, RouterLink, StudentForm],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value(); as student) {
        <nv-page-bar>
          <h1>Intake: {{ student.name }}</h1>
          <a matButton [routerLink]="['/students', student.id]">To the student</a>
        </nv-page-bar>
        <section aria-labelledby="who">
          <h2 id="who">1 · Who they are and what they want</h2>
          <nv-student-form
            action="Save"
            [value]="student"
            [busy]="saving.busy()"
            [problem]="saving.problem()"
            (save)="saving.change(student, $event)"
          />
        </section>
        <section aria-labelledby="health">
          <h2 id="health">2 · Health: is any of this true?</h2>
          <p class="soft">Each tick is saved by itself. Nothing here leaves this application.</p>
          <nv-fact-checklist [student]="student" (changed)="page.again()" />
        </section>
        <section aria-labelledby="done">
          <h2 id="done">3 · Asked everything?</h2>
          @for (line of missing(); track line) {
            <p class="notice clearance">{{ line }}</p>
          } @empty {
            <p>Nothing is missing. Next comes the comfortable capacity.</p>
          }
          <div class="actions">
            @if (student.healthAskedOn === day().today) {
              <span role="status">✓ Everything was asked today.</span>
            } @else {
              <button matButton="filled" type="button" [disabled]="saving.busy()" (click)="everything()">
                Everything was asked today
              </button>
              @if (student.healthAskedOn; as asked) {
                <span class="soft">last asked on {{ dayInWords(asked) }}</span>
              }
            }
            <a matButton [routerLink]="['/students', student.id, 'capacity']">Capacity check</a>
          </div>
        </section>
      }
    </div>
  `,
  styles: `
    section {
      margin-bottom: 2.25rem;
    }
    nv-student-form {
      display: block;
      max-width: 52rem;
    }
    h2 {
      margin-bottom: 0.75rem;
    }
    .notice {
      margin-bottom: 0.5rem;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 1rem;
      margin-top: 0.75rem;
    }
  `,
})
export class IntakePage {
  readonly id = input.required<string>();

  private readonly students = inject(Students);
  protected readonly day = inject(ScreeningClock).day;

  protected readonly dayInWords = dayInWords;
  protected readonly page = asked(this.id, (id) => this.students.get(id));
  protected readonly saving = savingStudent(() => this.page.again());

  protected readonly missing = computed(() => {
    const student = this.page.value();
    return student ? describeMissing(readinessOf(student, this.day()), this.day().today) : [];
  });

  protected everything(): void {
    const student = this.page.value();
    const change: Partial<StudentFields> = { healthAskedOn: this.day().today };
    if (student) this.saving.change(student, change);
  }
}
