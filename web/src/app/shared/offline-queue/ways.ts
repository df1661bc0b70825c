import { LONGEST_WAIT, routes } from '@nuvrah/contract';
import { catchError, map, of, switchMap, throwError, type Observable } from 'rxjs';
import { codeOf, type Api, type ApiProblem } from '../../api/api';
import { markOf } from '../../api/mark-of';
import type { Answers, Bodies, Entry, EntryKind } from './entry';

/** How one kind of entry gets to the server. */
export interface Way<K extends EntryKind> {
  /** @param waited how long ago it was entered, in milliseconds */
  send(entry: Entry<K>, waited: number): Observable<Answers[K]>;
  /** Of what is saved over a version: all that is saved; null where nothing was put there yet. */
  readonly content?: (of: Bodies[K] | Answers[K]) => unknown;
}

export type Ways = { readonly [K in EntryKind]: Way<K> };

export const waysBy = (api: Api): Ways => ({
  session: {
    send: ({ id, body }) => api.call(routes.saveSession, { params: { id }, body }),
    content: ({ document }) => document,
  },
  sitting: {
    send: ({ id, body }) => api.call(routes.recordSitting, { params: { id }, body }),
    content: ({ record, effort, feltAfter, note }) =>
      record && { record, effort, feltAfter: feltAfter ?? null, note },
  },
  report: {
    send: ({ body: { token, report } }) => api.call(routes.reportHome, { params: { token }, body: report }),
  },
  fact: {
    send: (entry) => (entry.body.gone === null ? putFact(api, entry) : takeFactOff(api, entry)),
  },
  'day-check': {
    send: ({ id, studentId, body }, waited) =>
      api.call(routes.addDayCheck, {
        params: { id: studentId ?? '' },
        body: { id, waited: Math.min(Math.round(waited), LONGEST_WAIT), ...body },
      }),
  },
});

/** Added once; where it is there already with other words or days, it is changed to these. */
function putFact(api: Api, { id, studentId, body: { fact } }: Entry<'fact'>): Observable<Answers['fact']> {
  const wanted = { id, ...fact };
  return api
    .call(routes.addFact, { params: { id: studentId ?? '' }, body: wanted })
    .pipe(
      switchMap((there) =>
        markOf(there) === markOf(wanted)
          ? of(there)
          : api.call(routes.changeFact, { params: { id }, body: fact }),
      ),
    );
}

function takeFactOff(api: Api, { id, body: { fact, gone } }: Entry<'fact'>): Observable<Answers['fact']> {
  return api.call(routes.removeFact, { params: { id } }).pipe(
    map(() => null),
    catchError((problem: ApiProblem) => {
      const code = codeOf(problem);
      if (code === 'not-found') return of(null);
      // What is on record for longer than today is ended.
      if (code === 'invalid')
        return api.call(routes.changeFact, { params: { id }, body: { ...fact, until: gone } });
      return throwError(() => problem);
    }),
  );
}
