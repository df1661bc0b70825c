import { inject, Injectable } from '@angular/core';
import {
  routes,
  type BodyOf,
  type CapacityCheck,
  type PaperScreening,
  type Student,
  type StudentFact,
  type StudentFields,
  type StudentLine,
} from '@nuvrah/contract';
import type { Observable } from 'rxjs';
import { Api } from './api';

/** Students on the server. */
@Injectable({ providedIn: 'root' })
export class Students {
  private readonly api = inject(Api);

  list(): Observable<StudentLine[]> {
    return this.api.call(routes.listStudents);
  }

  get(id: string): Observable<Student> {
    return this.api.call(routes.getStudent, { params: { id } });
  }

  add(body: StudentFields): Observable<Student> {
    return this.api.call(routes.addStudent, { body });
  }

  /** Saves over the version that was read; a stale one is refused. */
  change(student: Student, change: Partial<StudentFields & { archived: boolean }>): Observable<Student> {
    const { version, name, birthYear, hand, tongueRolls, experienced, note, archived } = student;
    const body = { version, name, birthYear, hand, tongueRolls, experienced, note, archived, ...change };
    return this.api.call(routes.changeStudent, { params: { id: student.id }, body });
  }

  addCapacity(id: string, body: BodyOf<typeof routes.addCapacityCheck>): Observable<CapacityCheck> {
    return this.api.call(routes.addCapacityCheck, { params: { id }, body });
  }

  addFact(student: string, body: BodyOf<typeof routes.addFact>): Observable<StudentFact> {
    return this.api.call(routes.addFact, { params: { id: student }, body });
  }

  changeFact({ id, ...body }: StudentFact): Observable<StudentFact> {
    return this.api.call(routes.changeFact, { params: { id }, body });
  }

  addScreening(id: string, body: BodyOf<typeof routes.addPaperScreening>): Observable<PaperScreening> {
    return this.api.call(routes.addPaperScreening, { params: { id }, body });
  }
}
