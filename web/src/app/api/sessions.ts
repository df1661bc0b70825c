import { inject, Injectable } from '@angular/core';
import {
  routes,
  type BodyOf,
  type ClassGroup,
  type QueryOf,
  type SessionOwner,
  type SessionReview,
  type SessionVersion,
  type StoredOverruling,
  type StoredSession,
  type Student,
} from '@nuvrah/contract';
import type { Session, SessionJson } from '@nuvrah/core';
import {
  combineLatest,
  concatMap,
  defaultIfEmpty,
  from,
  map,
  type Observable,
  of,
  scan,
  switchMap,
  tap,
} from 'rxjs';
import { Api } from './api';
import { Classes } from './classes';
import { OnceId } from './once-id';
import { Students } from './students';
import { Variants } from './variants';
import { frameWords } from '../words/frame-words';

/** Whose a session is, with all that is known of them. */
export type Owner =
  | { readonly kind: 'student'; readonly student: Student }
  | { readonly kind: 'class'; readonly group: ClassGroup; readonly members: readonly Student[] }
  | { readonly kind: 'nobody' };

export interface OwnedSession {
  readonly session: StoredSession;
  readonly owner: Owner;
}

/** The one whose hand it is written for; a class and a template are written for a right hand. */
export const handOf = (owner: Owner): Pick<Student, 'hand'> =>
  owner.kind === 'student' ? owner.student : { hand: 'right' };

/** The id of the student or class, or "nobody". */
export const ownerId = (owner: SessionOwner): string =>
  owner.kind === 'student' ? owner.studentId : owner.kind === 'class' ? owner.classId : owner.kind;

/** Everybody who practises it. */
export const studentsOf = (owner: Owner): readonly Student[] =>
  owner.kind === 'student' ? [owner.student] : owner.kind === 'class' ? owner.members : [];

export const nameOfOwner = (owner: Owner): string =>
  owner.kind === 'student'
    ? owner.student.name
    : owner.kind === 'class'
      ? owner.group.name
      : frameWords.sessions.templateForNobodyYet;

/** Sessions that are reviewed with one request. */
const MOST_REVIEWED = 100;
const NO_REVIEW: ReadonlyMap<string, SessionReview> = new Map();

/** Sessions on the server. */
@Injectable({ providedIn: 'root' })
export class Sessions {
  private readonly api = inject(Api);
  private readonly students = inject(Students);
  private readonly classes = inject(Classes);
  private readonly variants = inject(Variants);
  private readonly added = new OnceId();

  /** All of them, or those of a student or of a class. */
  list(query: QueryOf<typeof routes.listSessions> = {}): Observable<StoredSession[]> {
    return this.api.call(routes.listSessions, { query });
  }

  get(id: string): Observable<StoredSession> {
    return this.api.call(routes.getSession, { params: { id } });
  }

  /** A session and whose it is; the variants that it may be made of are loaded with it. */
  withOwner(id: string): Observable<OwnedSession> {
    const owned = this.get(id).pipe(
      switchMap((session) => this.ownerOf(session).pipe(map((owner) => ({ session, owner })))),
    );
    return combineLatest([owned, this.variants.load()]).pipe(map(([found]) => found));
  }

  private ownerOf({ owner }: StoredSession): Observable<Owner> {
    switch (owner.kind) {
      case 'student':
        return this.students.get(owner.studentId).pipe(map((student) => ({ kind: 'student', student })));
      case 'class':
        return this.classes.withMembers(owner.classId).pipe(map((found) => ({ kind: 'class', ...found })));
      case 'nobody':
        return of({ kind: 'nobody' });
    }
  }

  /** Adds a session; pressed again because the answer was lost, it is there once. */
  add(owner: SessionOwner, session: Session): Observable<StoredSession> {
    // Its passages get new ids with every press: by what it is made of it is the same one.
    const passages = session.passages.map(({ id: _, ...passage }) => passage);
    const id = this.added.for({ owner, session: { ...session, passages } });
    const body = { id, owner, document: toJson(session) };
    return this.api.call(routes.addSession, { body }).pipe(tap(() => this.added.done()));
  }

  /** Saves a document over the version that it was based on. */
  save(id: string, version: number, document: SessionJson): Observable<StoredSession> {
    return this.api.call(routes.saveSession, { params: { id }, body: { version, document } });
  }

  /** Gives it other tags, archives it or brings it back. */
  file(id: string, body: BodyOf<typeof routes.fileSession>): Observable<StoredSession> {
    return this.api.call(routes.fileSession, { params: { id }, body });
  }

  delete(id: string): Observable<null> {
    return this.api.call(routes.deleteSession, { params: { id } });
  }

  /** Brings a deleted one back. */
  restore(id: string): Observable<StoredSession> {
    return this.api.call(routes.restoreSession, { params: { id } });
  }

  /** What leading some of them now would find, by id; one that is not there is left out. */
  reviews(ids: readonly string[]): Observable<ReadonlyMap<string, SessionReview>> {
    const asked = [...new Set(ids)];
    const parts = Array.from({ length: Math.ceil(asked.length / MOST_REVIEWED) }, (_, part) =>
      asked.slice(part * MOST_REVIEWED, (part + 1) * MOST_REVIEWED),
    );
    return from(parts).pipe(
      concatMap((part) => this.api.call(routes.reviewSessions, { query: { ids: part.join(',') } })),
      scan(
        (found, reviews) => new Map([...found, ...reviews.map((one) => [one.id, one] as const)]),
        NO_REVIEW,
      ),
      defaultIfEmpty(NO_REVIEW),
    );
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
}

/** The document is its own JSON: only the units are gone from the types. */
export const toJson = (session: Session): SessionJson => session as unknown as SessionJson;
