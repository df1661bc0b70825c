import { inject, Injectable } from '@angular/core';
import type { DayCheck, Student, StudentFact } from '@nuvrah/contract';
import { dayAt } from '@nuvrah/core';
import { defer, distinctUntilChanged, map, startWith, switchMap, tap, type Observable } from 'rxjs';
import { AccountStore } from '../../api/account';
import { OfflineQueue } from './offline-queue';
import type { Waiting } from './entry';

/** What was entered of a student, as it changes what the server said of them. */
type Patch = (student: Student) => Student;

type StudentEntry = Waiting<'fact' | 'day-check'>;

const isOfStudent = (entry: Waiting): entry is StudentEntry =>
  entry.kind === 'fact' || entry.kind === 'day-check';

/** Something entered that reached the server after some student was asked for. */
interface Arrived {
  readonly turn: number;
  readonly studentId: string | null;
  readonly patch: Patch;
}

type Entered = Arrived | StudentEntry;

/**
 * Students as they are known here: what the server answered, with the facts and day checks on top that wait in this browser
 * or arrived since. They are screened by what is known here, whether the server has it yet or not.
 */
@Injectable({ providedIn: 'root' })
export class StudentHere {
  private readonly queue = inject(OfflineQueue);
  private readonly account = inject(AccountStore);
  private turn = 0;
  private arrived: readonly Arrived[] = [];

  constructor() {
    this.queue.outcomes.subscribe(({ entry, delivery }) => {
      if (delivery.kind !== 'there') return;
      const { answer } = delivery;
      const patch =
        entry.kind === 'fact'
          ? withFact(entry.id, answer as StudentFact | null)
          : entry.kind === 'day-check'
            ? withDayCheck(answer as DayCheck)
            : null;
      const { studentId } = entry;
      if (patch) this.arrived = [...this.arrived, { turn: ++this.turn, studentId, patch }];
    });
  }

  /** Emits a student as they are known here whenever that changes. @param ask asks the server */
  live(id: string, ask: () => Observable<Student>): Observable<Student> {
    return defer(() => {
      const asked = this.turn;
      return ask().pipe(
        // What had arrived when it was asked for is in the answer.
        tap(() => {
          this.arrived = this.arrived.filter(({ turn, studentId }) => studentId !== id || turn > asked);
        }),
        switchMap((student) => this.enteredOf(id).pipe(map((entered) => this.over(student, entered)))),
      );
    });
  }

  private enteredOf(id: string): Observable<readonly Entered[]> {
    return this.queue.changes.pipe(
      startWith(undefined),
      map((): readonly Entered[] => [...this.arrived, ...this.queue.waiting().filter(isOfStudent)]),
      map((entered) => entered.filter(({ studentId }) => studentId === id)),
      distinctUntilChanged<readonly Entered[]>(sameItems),
    );
  }

  private over = (student: Student, entered: readonly Entered[]): Student =>
    entered.reduce((known, one) => this.patchOf(one)(known), student);

  private patchOf(entry: Entered): Patch {
    if ('patch' in entry) return entry.patch;
    if (entry.kind === 'fact') {
      const { fact, gone } = entry.body;
      if (gone === null) return withFact(entry.id, { id: entry.id, ...fact });
      // What began today and is taken off today was never true.
      return withFact(entry.id, gone === fact.since ? null : { id: entry.id, ...fact, until: gone });
    }
    const day = dayAt(entry.at, this.account.required().timeZone);
    const checkedAt = new Date(entry.at).toISOString();
    return withDayCheck({ id: entry.id, day, checkedAt, ...entry.body });
  }
}

const withFact =
  (id: string, fact: StudentFact | null): Patch =>
  (student) => {
    const before = student.facts;
    const there = before.some((one) => one.id === id);
    const facts = there
      ? before.flatMap((one) => (one.id === id ? (fact ?? []) : one))
      : [...before, ...(fact ? [fact] : [])];
    return { ...student, facts };
  };

const withDayCheck =
  (check: DayCheck): Patch =>
  (student) =>
    (student.dayCheck?.checkedAt ?? '') > check.checkedAt ? student : { ...student, dayCheck: check };

const sameItems = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((item, index) => item === b[index]);
