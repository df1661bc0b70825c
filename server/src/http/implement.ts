import {
  API_ROOT,
  type AnswerOf,
  type BodyOf,
  type FileAnswer,
  type ParamsOf,
  type QueryOf,
  type Route,
} from '@nuvrah/contract';
import { linkToken, uuid } from '@nuvrah/contract';
import type { Request, RequestHandler, Response, Router } from 'express';
import type { DataSource } from 'typeorm';
import { InstructorStore } from '../db/instructor-store.js';
import { noSuchLink, notFound, notSignedIn, RequestProblem } from './problem.js';
import { parse } from './validate.js';

/** What a handler is given: its input parsed, and the rows of whoever is signed in. */
export interface Call<R extends Route> {
  readonly params: ParamsOf<R>;
  readonly body: BodyOf<R>;
  readonly query: QueryOf<R>;
  readonly store: InstructorStore;
  readonly request: Request;
}

/** An answer that is JSON already. */
export class ReadyJson {
  constructor(readonly text: string) {}
}

export type Handler<R extends Route> = (call: Call<R>) => Promise<AnswerOf<R> | ReadyJson>;

/** Answers one route of the contract: who may call, shapes checked, then the handler. */
export type Implement = <R extends Route>(route: R, handler: Handler<R>) => void;

export const implementOn =
  (router: Router, source: DataSource): Implement =>
  (route, handler) => {
    const mediaType = route.answer['contentMediaType'] as string | undefined;
    const answer: RequestHandler = async (request, response) => {
      const instructorId = request.session.instructorId;
      if (route.access === 'signed-in' && !instructorId) throw notSignedIn();
      const result = await handler({
        params: parseParams(request.params) as ParamsOf<typeof route>,
        body: parse(route.body, request.method === 'GET' ? null : (request.body ?? null)) as never,
        query: parse(route.query, { ...request.query }) as never,
        store: InstructorStore.of(source, instructorId ?? ''),
        request,
      });
      response.status(route.status);
      if (route.status === 204) response.end();
      else if (result instanceof ReadyJson) response.type('json').send(result.text);
      else if (mediaType) sendFile(response, mediaType, result as FileAnswer);
      else response.json(result);
    };
    router[route.method](`${API_ROOT}${route.path}`, answer);
  };

function sendFile(response: Response, mediaType: string, { name, content }: FileAnswer): void {
  response.type(mediaType).attachment(name).type(mediaType);
  response.send(typeof content === 'string' ? content : Buffer.from(content));
}

/** An address with something that cannot be an id in it leads nowhere. */
function parseParams(params: Request['params']): Record<string, string> {
  for (const [name, value] of Object.entries(params)) {
    try {
      parse(name === 'token' ? linkToken : uuid, value);
    } catch (problem) {
      if (!(problem instanceof RequestProblem)) throw problem;
      throw name === 'token' ? noSuchLink() : notFound('page');
    }
  }
  return params as Record<string, string>;
}
