import { inject, Injectable } from '@angular/core';
import { routes, type BodyOf, type Home, type HomeLink } from '@nuvrah/contract';
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
}
