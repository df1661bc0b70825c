import { inject, Injectable } from '@angular/core';
import { routes, type BodyOf, type Sitting } from '@nuvrah/contract';
import type { Observable } from 'rxjs';
import { Api } from './api';

/** Sittings on the server. */
@Injectable({ providedIn: 'root' })
export class Sittings {
  private readonly api = inject(Api);

  list(student?: string): Observable<Sitting[]> {
    return this.api.call(routes.listSittings, { query: student ? { student } : {} });
  }

  get(id: string): Observable<Sitting> {
    return this.api.call(routes.getSitting, { params: { id } });
  }

  begin(body: BodyOf<typeof routes.beginSitting>): Observable<Sitting> {
    return this.api.call(routes.beginSitting, { body });
  }

  record(id: string, body: BodyOf<typeof routes.recordSitting>): Observable<Sitting> {
    return this.api.call(routes.recordSitting, { params: { id }, body });
  }
}
