import { inject, Injectable } from '@angular/core';
import {
  routes,
  type BodyOf,
  type SessionVersion,
  type StoredOverruling,
  type StoredSession,
  type Student,
} from '@nuvrah/contract';
import type { Session, SessionJson } from '@nuvrah/core';
import { forkJoin, map, type Observable, switchMap } from 'rxjs';
import { Api } from './api';
import { Students } from './students';
import { Variants } from './variants';

/** Sessions on the server. */
@Injectable({ providedIn: 'root' })
export class Sessions {
  private readonly api = inject(Api);
  private readonly students = inject(Students);
  private readonly variants = inject(Variants);

  list(student?: string): Observable<StoredSession[]> {
    return this.api.call(routes.listSessions, { query: student ? { student } : {} });
  }

  get(id: string): Observable<StoredSession> {
    return this.api.call(routes.getSession, { params: { id } });
  }

  /** A session and whose it is; the variants that it may be made of are loaded with it. */
  withStudent(id: string): Observable<{ readonly session: StoredSession; readonly student: Student }> {
    const withOwner = this.get(id).pipe(
      switchMap((session) =>
        this.students.get(session.studentId).pipe(map((student) => ({ session, student }))),
      ),
    );
    return forkJoin([withOwner, this.variants.load()]).pipe(map(([found]) => found));
  }

  add(studentId: string, session: Session): Observable<StoredSession> {
    return this.api.call(routes.addSession, { body: { studentId, document: toJson(session) } });
  }

  /** Earlier versions, the newest first. */
  versions(id: string): Observable<SessionVersion[]> {
    return this.api.call(routes.listSessionVersions, { params: { id } });
  }

  /** Puts a decision about a finding on record. */
  decide(id: string, body: BodyOf<typeof routes.addOverruling>): Observable<StoredOverruling> {
    return this.api.call(routes.addOverruling, { params: { id }, body });
  }

  /** Takes a decision back. */
  withdraw(id: string): Observable<null> {
    return this.api.call(routes.withdrawOverruling, { params: { id } });
  }

  /** Saves over `version`; refused with what is stored now when that has moved on. */
  save(id: string, version: number, session: Session): Observable<StoredSession> {
    return this.api.call(routes.saveSession, {
      params: { id },
      body: { version, document: toJson(session) },
    });
  }
}

/** The document is its own JSON: only the units are gone from the types. */
const toJson = (session: Session): SessionJson => session as unknown as SessionJson;
