import { inject, signal, type Signal } from '@angular/core';
import type { Student, StudentFields } from '@nuvrah/contract';
import type { ApiProblem } from '../../api/api';
import { Students } from '../../api/students';

/** Saving a student over the version that was read. */
export interface SavingStudent {
  readonly busy: Signal<boolean>;
  readonly problem: Signal<ApiProblem | null>;
  /** @param then is called when it is on record */
  change(student: Student, change: Partial<StudentFields & { archived: boolean }>, then?: () => void): void;
}

/** Belongs to the view that calls it; `saved` is called when the student is on record. */
export function savingStudent(saved: () => void): SavingStudent {
  const students = inject(Students);
  const busy = signal(false);
  const problem = signal<ApiProblem | null>(null);
  return {
    busy: busy.asReadonly(),
    problem: problem.asReadonly(),
    change: (student, change, then = () => undefined) => {
      busy.set(true);
      problem.set(null);
      students.change(student, change).subscribe({
        next: () => {
          busy.set(false);
          then();
          saved();
        },
        error: (failed: ApiProblem) => {
          busy.set(false);
          problem.set(failed);
        },
      });
    },
  };
}
