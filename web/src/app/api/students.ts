import { inject, Injectable } from '@angular/core';
import {
  routes,
  type AnswerOf,
  type AuditEvent,
  type BodyOf,
  type CapacityCheck,
  type DayCheck,
  type RuleBook,
  type StoredClearance,
  type Student,
  type StudentFact,
  type StudentFields,
  type StudentLine,
  type StoredApproval,
} from '@nuvrah/contract';
import { tap, type Observable } from 'rxjs';
import { Api } from './api';
import { OnceId } from './once-id';

/** Students on the server. */
@Injectable({ providedIn: 'root' })
export class Students {
  private readonly api = inject(Api);
  private readonly added = new OnceId();
  private readonly checked = new OnceId();

  list(): Observable<StudentLine[]> {
    return this.api.call(routes.listStudents);
  }

  get(id: string): Observable<Student> {
    return this.api.call(routes.getStudent, { params: { id } });
  }

  /** Adds a student; pressed again because the answer was lost, they are there once. */
  add(fields: StudentFields): Observable<Student> {
    const body = { id: this.added.for(fields), ...fields };
    return this.api.call(routes.addStudent, { body }).pipe(tap(() => this.added.done()));
  }

  /** Saves over the version that was read; a stale one is refused. */
  change(student: Student, change: Partial<StudentFields & { archived: boolean }>): Observable<Student> {
    const { version, archived } = student;
    const body = { version, archived, ...fieldsOf(student), ...change };
    return this.api.call(routes.changeStudent, { params: { id: student.id }, body });
  }

  /** Erases a student for good; the name is typed once more. */
  erase(id: string, name: string): Observable<AnswerOf<typeof routes.eraseStudent>> {
    return this.api.call(routes.eraseStudent, { params: { id }, body: { name } });
  }

  addCapacity(id: string, body: BodyOf<typeof routes.addCapacityCheck>): Observable<CapacityCheck> {
    const once = { id: this.checked.for({ id, ...body }), ...body };
    return this.api
      .call(routes.addCapacityCheck, { params: { id }, body: once })
      .pipe(tap(() => this.checked.done()));
  }

  addFact(student: string, body: BodyOf<typeof routes.addFact>): Observable<StudentFact> {
    return this.api.call(routes.addFact, { params: { id: student }, body });
  }

  changeFact({ id, ...body }: StudentFact): Observable<StudentFact> {
    return this.api.call(routes.changeFact, { params: { id }, body });
  }

  removeFact(id: string): Observable<null> {
    return this.api.call(routes.removeFact, { params: { id } });
  }

  addDayCheck(student: string, body: BodyOf<typeof routes.addDayCheck>): Observable<DayCheck> {
    return this.api.call(routes.addDayCheck, { params: { id: student }, body });
  }

  addClearance(student: string, body: BodyOf<typeof routes.addClearance>): Observable<StoredClearance> {
    return this.api.call(routes.addClearance, { params: { id: student }, body });
  }

  changeClearance({ id, filedAt: _, ...body }: StoredClearance): Observable<StoredClearance> {
    return this.api.call(routes.changeClearance, { params: { id }, body });
  }

  addApproval(student: string, body: BodyOf<typeof routes.addApproval>): Observable<StoredApproval> {
    return this.api.call(routes.addApproval, { params: { id: student }, body });
  }

  withdrawApproval(id: string): Observable<unknown> {
    return this.api.call(routes.withdrawApproval, { params: { id } });
  }

  /** From then on sittings from a log outside count as led. */
  confirmLogged(student: string): Observable<AnswerOf<typeof routes.confirmLogged>> {
    return this.api.call(routes.confirmLogged, { params: { id: student } });
  }

  capacityChecks(student: string): Observable<CapacityCheck[]> {
    return this.api.call(routes.listCapacityChecks, { params: { id: student } });
  }

  /** Of one student, or of all. */
  auditEvents(student?: string): Observable<AuditEvent[]> {
    return this.api.call(routes.listAuditEvents, { query: student ? { student } : {} });
  }

  ruleBook(): Observable<RuleBook> {
    return this.api.call(routes.ruleBook);
  }
}

/** What of a student is typed in, without what follows from it. */
export const fieldsOf = ({
  name,
  birthYear,
  hand,
  tongueRolls,
  experienced,
  seats,
  goals,
  guardian,
  consentOn,
  healthAskedOn,
  comfort,
  note,
}: StudentFields): StudentFields => ({
  name,
  birthYear,
  hand,
  tongueRolls,
  experienced,
  seats,
  goals,
  guardian,
  consentOn,
  healthAskedOn,
  comfort,
  note,
});

/** A student of whom nothing was asked yet. */
export const NOTHING_ASKED: StudentFields = {
  name: '',
  birthYear: null,
  hand: 'right',
  tongueRolls: null,
  experienced: false,
  seats: [],
  goals: [],
  guardian: '',
  consentOn: null,
  healthAskedOn: null,
  comfort: null,
  note: '',
};
