import { inject, Injectable } from '@angular/core';
import type { Student } from '@nuvrah/contract';
import {
  describeNeed,
  failure,
  isLed,
  isUnderWay,
  needsToLeadOn,
  success,
  type ClassAnswer,
  type ClassRun,
} from '@nuvrah/core';
import { catchError, forkJoin, of, take, tap, timeout, type Observable } from 'rxjs';
import { ScreeningClock } from '../../../api/screening-clock';
import { Students } from '../../../api/students';
import { PATIENCE } from '../../../shared/playback/lead-runner';

/** Who may be led on: everybody of a class is screened anew before what asks more of them. */
@Injectable()
export class ClassScreening {
  private readonly api = inject(Students);
  private readonly day = inject(ScreeningClock).day;
  /** All that is known of who is here, by id. */
  private readonly known = new Map<string, Student>();

  know(students: readonly Student[]): void {
    for (const student of students) this.known.set(student.id, student);
  }

  /** Looks up what decides whether they may go on; without a connection what was known last stays. */
  lookedAgain(): Observable<unknown> {
    const all = [...this.known.keys()].map((id) =>
      this.api.get(id).pipe(
        take(1),
        tap((one) => this.know([one])),
      ),
    );
    const given = of(null);
    return all.length === 0
      ? given
      : forkJoin(all).pipe(
          timeout({ first: PATIENCE, with: () => given }),
          catchError(() => given),
        );
  }

  /** What keeps a student from being led on in their lane, in words; empty where nothing does. */
  needsOf({ lanes }: ClassRun, id: string): string {
    const lane = lanes.find(({ students }) => students.includes(id));
    const student = this.known.get(id);
    if (!lane || !student || !isUnderWay(lane)) return '';
    return needsToLeadOn(lane.run, student, [], this.day()).map(describeNeed).join(' ');
  }

  /** A class that is led otherwise from now on, screened anew for everybody whose lane it is. */
  screened(before: ClassRun, after: ClassRun, nameOf: (student: string) => string): ClassAnswer {
    for (const lane of after.lanes) {
      if (before.lanes.includes(lane) || !isLed(lane)) continue;
      for (const id of lane.students) {
        const needs = this.needsOf(after, id);
        if (needs !== '') return failure({ code: 'forbidden', message: `${nameOf(id)}: ${needs}` });
      }
    }
    return success(after);
  }
}
