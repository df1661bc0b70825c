import { inject, Injectable } from '@angular/core';
import {
  routes,
  type AnswerOf,
  type AuditEvent,
  type BodyOf,
  type CapacityCheck,
  type RuleBook,
  type StoredClearance,
  type Student,
  type StudentFact,
  type StudentFields,
  type StudentLine,
  type StoredApproval,
} from '@nuvrah/contract';
import type { Day } from '@nuvrah/core';
import { tap, type Observable } from 'rxjs';
import { Api } from './api';
import { OnceId } from './once-id';
import { OfflineQueue, type Accepted } from '../shared/offline-queue/offline-queue';
import { StudentHere } from '../shared/offline-queue/student-here';
import type { Bodies } from '../shared/offline-queue/entry';

/** Students on the server. */
@Injectable({ providedIn: 'root' })
export class Students {
  private readonly api = inject(Api);
  private readonly queue = inject(OfflineQueue);
  private readonly here = inject(StudentHere);
  private readonly added = new OnceId();
  private readonly checked = new OnceId();

  list(): Observable<StudentLine[]> {
    return this.api.call(routes.listStudents);
  }

  /** A student as they are known here, facts and day checks that still wait here included; emits whenever that changes. */
  get(id: string): Observable<Student> {
    return this.here.live(id, () => this.api.call(routes.getStudent, { params: { id } }));
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

  /**
   * Puts a fact on record as it is now, or takes it off with `gone`. Kept in this browser while the server is away; what is
   * refused is not kept, and fails.
   */
  saveFact(
    studentId: string,
    { id, ...fact }: StudentFact,
    gone: Day | null = null,
  ): Observable<Accepted<'fact'>> {
    return this.queue.putOrFail({ kind: 'fact', id, studentId, body: { fact, gone } });
  }

  /** Puts on record how today is. Kept in this browser while the server is away; what is refused is not kept, and fails. */
  addDayCheck(studentId: string, id: string, body: Bodies['day-check']): Observable<Accepted<'day-check'>> {
    return this.queue.putOrFail({ kind: 'day-check', id, studentId, body });
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
