import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { StudentFields } from '@nuvrah/contract';
import type { ApiProblem } from '../../api/api';
import { Students } from '../../api/students';
import { intakeWords } from '../../words/intake-words';
import { StudentForm } from './student-form';
import { PageBar } from '../../shared/page/page-bar';

@Component({
  selector: 'nv-new-student',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, MatButtonModule, RouterLink, StudentForm],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>{{ words.newTitle }}</h1>
      </nv-page-bar>
      <nv-student-form
        part="who"
        [action]="words.next"
        [busy]="busy()"
        [problem]="problem()"
        (save)="add($event)"
      >
        <a matButton routerLink="/students">{{ words.cancel }}</a>
      </nv-student-form>
    </div>
  `,
})
export class NewStudent {
  protected readonly words = intakeWords;
  private readonly students = inject(Students);
  private readonly router = inject(Router);

  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);

  protected add(fields: StudentFields): void {
    this.busy.set(true);
    this.students.add(fields).subscribe({
      next: ({ id }) =>
        void this.router.navigate(['/students', id, 'intake'], { queryParams: { step: 'health' } }),
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }
}
