import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { StudentFields } from '@nuvrah/contract';
import type { ApiProblem } from '../../api/api';
import { Students } from '../../api/students';
import { StudentForm } from './student-form';
import { PageBar } from '../../shared/page/page-bar';

@Component({
  selector: 'nv-new-student',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, MatButtonModule, RouterLink, StudentForm],
  template: `
    <div class="page">
      <nv-page-bar><h1>New student</h1></nv-page-bar>
      <nv-student-form class="narrow" action="Add" [busy]="busy()" [problem]="problem()" (save)="add($event)">
        <a matButton routerLink="/students">Cancel</a>
      </nv-student-form>
    </div>
  `,
})
export class NewStudent {
  private readonly students = inject(Students);
  private readonly router = inject(Router);

  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);

  protected add(fields: StudentFields): void {
    this.busy.set(true);
    this.students.add(fields).subscribe({
      next: ({ id }) => void this.router.navigate(['/students', id, 'intake']),
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }
}
