import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  API_ROOT,
  type AnswerOf,
  type BodyOf,
  type ParamsOf,
  type Problem,
  type QueryOf,
  type Route,
} from '@nuvrah/contract';
import { catchError, type Observable, throwError } from 'rxjs';
import { frameWords } from '../words/frame-words';

/** What comes back instead of an answer. */
export type ApiProblem =
  /** The server could not be reached, or something between is broken. */
  | { readonly kind: 'away'; readonly message: string }
  /** The server said no, and why. */
  | { readonly kind: 'refused'; readonly message: string; readonly problem: Problem };

interface Sent<R extends Route> {
  readonly params?: ParamsOf<R>;
  readonly body?: BodyOf<R>;
  readonly query?: QueryOf<R>;
}

/** The one way to the server. Requests and answers have the types of the contract; errors are {@link ApiProblem}. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  call<R extends Route>(route: R, sent: Sent<R> = {}): Observable<AnswerOf<R>> {
    const request = this.http.request<AnswerOf<R>>(route.method.toUpperCase(), addressOf(route, sent), {
      body: sent.body,
    });
    return request.pipe(catchError((error: unknown) => throwError(() => toApiProblem(error))));
  }
}

/** Where a route is asked with these parameters: of one that answers a file, the address to take it from. */
export function addressOf<R extends Route>({ path }: R, { params, query }: Omit<Sent<R>, 'body'>): string {
  const names = (params ?? {}) as Record<string, string>;
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(names[name] ?? ''));
  const asked = Object.entries((query ?? {}) as Record<string, string | undefined>).filter(
    (entry): entry is [string, string] => entry[1] !== undefined,
  );
  const search = asked.length > 0 ? `?${new URLSearchParams(asked)}` : '';
  return `${API_ROOT}${filled}${search}`;
}

/** From this status on it is not the request that is wrong: the server is away, and what is sent may be sent again. */
const AWAY_FROM = 500;

export function toApiProblem(error: unknown): ApiProblem {
  if (error instanceof HttpErrorResponse && error.status < AWAY_FROM && isProblem(error.error))
    return { kind: 'refused', message: error.error.detail, problem: error.error };
  return AWAY;
}

/** How often the server is tried again while it is away, in milliseconds. */
export const TRY_EVERY = 5_000;

/** Only what the queue of this browser holds is called kept, and by whoever put it there. */
export const AWAY: ApiProblem = {
  kind: 'away',
  message: frameWords.api.serverAway,
};

const isProblem = (body: unknown): body is Problem =>
  typeof body === 'object' && body !== null && 'code' in body && 'detail' in body && 'status' in body;

/** The code of a refusal, or null when the server was away. */
export const codeOf = (problem: ApiProblem): string | null =>
  problem.kind === 'refused' ? problem.problem.code : null;

/** What the server said about one field of the body, or null. */
export const fieldProblem = (problem: ApiProblem | null, pointer: string): string | null =>
  (problem?.kind === 'refused' &&
    problem.problem.errors?.find((error) => error.pointer === pointer)?.detail) ||
  null;
