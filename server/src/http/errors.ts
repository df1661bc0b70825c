import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { isDatabaseAway, isReferenceGone } from '../db/failures.js';
import { AGAIN_AFTER, databaseAway, goneMeanwhile, RequestProblem } from './problem.js';

/** What the body parser and the router report of a request that is broken before it reaches a handler. */
const BROKEN: Readonly<Record<number, string>> = {
  400: 'The request could not be read: it must be JSON in UTF-8.',
  413: 'The request is too large: at most 512 kB.',
  415: 'The request must be JSON in UTF-8.',
};

const statusOf = (error: unknown): number =>
  typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number'
    ? error.status
    : 500;

/** The one place where an error becomes an answer. Bodies are never logged: they may hold health facts. */
export const answerProblems = (log: Logger): ErrorRequestHandler => {
  // Express knows an error handler by its four parameters.
  return (error: unknown, _request, response, _next) => {
    if (error instanceof RequestProblem) return send(response, error);
    if (isDatabaseAway(error)) {
      response.set('Retry-After', String(AGAIN_AFTER));
      return send(response, databaseAway());
    }
    if (isReferenceGone(error)) return send(response, goneMeanwhile());
    const broken = BROKEN[statusOf(error)];
    if (broken) {
      const status = statusOf(error);
      const errors = [{ pointer: '', detail: broken }];
      return send(
        response,
        new RequestProblem({ status, code: 'unreadable', title: 'Not readable', detail: broken, errors }),
      );
    }
    log.error({ err: { name: (error as Error).name, stack: (error as Error).stack } }, 'request failed');
    const detail = 'Something went wrong here. Try again, and tell whoever runs this if it stays.';
    return send(
      response,
      new RequestProblem({ status: 500, code: 'internal', title: 'Server error', detail }),
    );
  };
};

function send(response: Response, problem: RequestProblem): void {
  if (response.headersSent) {
    response.destroy();
    return;
  }
  response
    .status(problem.fields.status)
    .type('application/problem+json')
    .send(JSON.stringify(problem.toJson()));
}
