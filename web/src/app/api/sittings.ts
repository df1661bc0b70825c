import { inject, Injectable } from '@angular/core';
import {
  routes,
  type AnswerOf,
  type BodyOf,
  type LedgerRows,
  type NewLoggedSitting,
  type QueryOf,
  type Sitting,
  type SittingCorrection,
  type TrendPoint,
} from '@nuvrah/contract';
import type { Observable } from 'rxjs';
import { Api } from './api';

/** Sittings on the server. */
@Injectable({ providedIn: 'root' })
export class Sittings {
  private readonly api = inject(Api);

  list(student?: string): Observable<Sitting[]> {
    return this.api.call(routes.listSittings, { query: student ? { student } : {} });
  }

  /** A page of the Ledger. */
  ledger(query: QueryOf<typeof routes.ledger>): Observable<LedgerRows> {
    return this.api.call(routes.ledger, { query });
  }

  trends(student: string): Observable<TrendPoint[]> {
    return this.api.call(routes.trends, { params: { id: student } });
  }

  /** How a sitting stood before it was corrected, the newest first. */
  corrections(id: string): Observable<SittingCorrection[]> {
    return this.api.call(routes.listCorrections, { params: { id } });
  }

  /** Which sittings are on record, and when they began. */
  known(): Observable<AnswerOf<typeof routes.knownSittings>> {
    return this.api.call(routes.knownSittings);
  }

  /** Puts sittings of a log from outside on record. */
  addLogged(sittings: NewLoggedSitting[]): Observable<AnswerOf<typeof routes.addLogged>> {
    return this.api.call(routes.addLogged, { body: { sittings } });
  }

  get(id: string): Observable<Sitting> {
    return this.api.call(routes.getSitting, { params: { id } });
  }

  begin(body: BodyOf<typeof routes.beginSitting>): Observable<Sitting> {
    return this.api.call(routes.beginSitting, { body });
  }

  takeSignBack(id: string, body: BodyOf<typeof routes.takeSignBack>): Observable<Sitting> {
    return this.api.call(routes.takeSignBack, { params: { id }, body });
  }
}
