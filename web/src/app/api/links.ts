import { inject, Injectable } from '@angular/core';
import {
  routes,
  type AnswerOf,
  type BodyOf,
  type Home,
  type HomeLink,
  type HomeReport,
} from '@nuvrah/contract';
import type { Observable } from 'rxjs';
import { Api } from './api';

/** Private links for practice at home: as the instructor gives them, and as they are opened. */
@Injectable({ providedIn: 'root' })
export class Links {
  private readonly api = inject(Api);

  list(student: string): Observable<HomeLink[]> {
    return this.api.call(routes.listLinks, { params: { id: student } });
  }

  add(student: string, body: BodyOf<typeof routes.addLink>): Observable<HomeLink> {
    return this.api.call(routes.addLink, { params: { id: student }, body });
  }

  revoke(id: string): Observable<HomeLink> {
    return this.api.call(routes.revokeLink, { params: { id } });
  }

  open(token: string): Observable<Home> {
    return this.api.call(routes.home, { params: { token } });
  }

  report(token: string, body: HomeReport): Observable<AnswerOf<typeof routes.reportHome>> {
    return this.api.call(routes.reportHome, { params: { token }, body });
  }
}
