import { inject, Injectable } from '@angular/core';
import { routes, type BodyOf, type ClassGroup, type Sitting, type Student } from '@nuvrah/contract';
import { combineLatest, map, type Observable, of, switchMap } from 'rxjs';
import { Api } from './api';
import { Students } from './students';

/** Groups that breathe together, on the server. */
@Injectable({ providedIn: 'root' })
export class Classes {
  private readonly api = inject(Api);
  private readonly students = inject(Students);

  list(): Observable<ClassGroup[]> {
    return this.api.call(routes.listClasses);
  }

  /** One class with all that is known of who comes to it. */
  withMembers(id: string): Observable<{ readonly group: ClassGroup; readonly members: readonly Student[] }> {
    return this.get(id).pipe(
      switchMap((group) => {
        const members = group.members.map((member) => this.students.get(member));
        return (members.length > 0 ? combineLatest(members) : of([])).pipe(
          map((known) => ({ group, members: known })),
        );
      }),
    );
  }

  add(body: BodyOf<typeof routes.addClass>): Observable<ClassGroup> {
    return this.api.call(routes.addClass, { body });
  }

  /** Saves over the version that was read; a stale one is refused. */
  change({ id, ...group }: ClassGroup, change: Partial<ClassGroup>): Observable<ClassGroup> {
    return this.api.call(routes.changeClass, { params: { id }, body: { ...group, ...change } });
  }

  /** Puts a sitting on record as begun for each who is here, where each may be led in their lane. */
  begin(id: string, body: BodyOf<typeof routes.beginClass>): Observable<Sitting[]> {
    return this.api.call(routes.beginClass, { params: { id }, body });
  }

  get(id: string): Observable<ClassGroup> {
    return this.api.call(routes.getClass, { params: { id } });
  }
}
