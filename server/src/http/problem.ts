import { describeNeed, type LeadNeed } from '@nuvrah/core';
import type { Problem } from '@nuvrah/contract';

interface ProblemFields {
  readonly status: number;
  readonly code: string;
  readonly title: string;
  /** One plain sentence: what is wrong and what to do. */
  readonly detail: string;
  readonly errors?: NonNullable<Problem['errors']>;
  readonly current?: unknown;
}

/** An answer that is not what was asked for. Thrown by handlers, turned into problem details in one place. */
export class RequestProblem extends Error {
  constructor(readonly fields: ProblemFields) {
    super(fields.detail);
  }

  toJson(): Problem {
    return { type: `urn:nuvrah:problem:${this.fields.code}`, ...this.fields };
  }
}

export const notFound = (what: string): RequestProblem =>
  new RequestProblem({
    status: 404,
    code: 'not-found',
    title: 'Not found',
    detail: `There is no such ${what}. It may have been removed; go back and choose another.`,
  });

export const notSignedIn = (): RequestProblem =>
  new RequestProblem({
    status: 401,
    code: 'not-signed-in',
    title: 'Not signed in',
    detail: 'Sign in and try again.',
  });

export const wrongCredentials = (): RequestProblem =>
  new RequestProblem({
    status: 401,
    code: 'wrong-credentials',
    title: 'Not signed in',
    detail: 'E-mail and password do not match. Check both and try again.',
  });

export const wrongPassword = (): RequestProblem =>
  invalidRequest([
    {
      pointer: '/current',
      detail: 'This is not the password of this account. Type the one you signed in with.',
    },
  ]);

export const tooManyTries = (): RequestProblem =>
  new RequestProblem({
    status: 429,
    code: 'too-many-tries',
    title: 'Too many tries',
    detail: 'Too many tries to sign in. Wait a quarter of an hour and try again.',
  });

export const tooManyRequests = (): RequestProblem =>
  new RequestProblem({
    status: 429,
    code: 'too-many-requests',
    title: 'Too many requests',
    detail: 'This was asked too often. Wait a quarter of an hour and try again; what waits here is kept.',
  });

export const foreignRequest = (): RequestProblem =>
  new RequestProblem({
    status: 403,
    code: 'foreign-request',
    title: 'Not accepted',
    detail: 'This request did not come from the open application. Load the page again and repeat it.',
  });

/** The body, query or address does not have the shape that was asked for. */
export const invalidRequest = (errors: NonNullable<Problem['errors']>): RequestProblem =>
  new RequestProblem({
    status: 422,
    code: 'invalid',
    title: 'Not valid',
    detail: errors[0]?.detail ?? 'The request is not valid.',
    errors,
  });

/** A save that was based on an older version; `current` is what is stored now. */
export const staleVersion = (current: unknown): RequestProblem =>
  new RequestProblem({
    status: 409,
    code: 'stale',
    title: 'Changed elsewhere',
    detail:
      'This was changed somewhere else since you opened it. Nothing was overwritten: choose which one to keep.',
    current,
  });

/**
 * Something must be known, decided or changed before a session is led.
 *
 * @param who the name of the student, where several are led at once.
 */
export const notReady = (needs: readonly LeadNeed[], who = ''): RequestProblem => {
  const reasons = needs.map((need) => (who === '' ? '' : `${who}: `) + describeNeed(need));
  return new RequestProblem({
    status: 409,
    code: 'not-ready',
    title: 'Not ready to be led',
    detail: reasons.join(' '),
    errors: needs.map((need, index) => ({ pointer: `/${need.code}`, detail: reasons[index] ?? '' })),
  });
};

/** What cannot be deleted while something else needs it. */
export const inUse = (detail: string): RequestProblem =>
  new RequestProblem({ status: 409, code: 'in-use', title: 'In use', detail });

/** A template or a class's session is led by nobody until it is fitted to a student. */
export const sessionHasNoStudent = (): RequestProblem =>
  new RequestProblem({
    status: 409,
    code: 'not-ready',
    title: 'Not ready to be led',
    detail:
      'This session is no single student’s. Lead a class from its own page, or fit the session to a student.',
  });

export const idTaken = (): RequestProblem =>
  new RequestProblem({
    status: 409,
    code: 'id-taken',
    title: 'Id taken',
    detail: 'This id is taken. Begin again to get a new one.',
  });

/** A private link that was never given: made up, or copied in part. */
export const noSuchLink = (): RequestProblem =>
  new RequestProblem({
    status: 404,
    code: 'no-such-link',
    title: 'No such link',
    detail: 'This link leads nowhere. Check that all of it was copied, or ask your instructor for a new one.',
  });

/** A code by which no class is led, or was led. */
export const noSuchCode = (): RequestProblem =>
  new RequestProblem({
    status: 404,
    code: 'no-such-code',
    title: 'No such class',
    detail: 'No class is led by this code now. Look at it again: it has eight letters and digits.',
  });

export const tooManyCodes = (): RequestProblem =>
  new RequestProblem({
    status: 429,
    code: 'too-many-codes',
    title: 'Too many codes',
    detail:
      'Too many codes were tried from here that were none. Wait a quarter of an hour, or ask who leads.',
  });

/** A class that a phone followed, or wants to follow, and cannot any more. */
export const phoneRefused = (
  code: 'class-gone' | 'class-full' | 'name-taken',
  detail: string,
): RequestProblem =>
  new RequestProblem({ status: code === 'class-gone' ? 410 : 409, code, title: 'Not in this class', detail });

/** A private link that was ended, or ran out. */
export const linkEnded = (why: string): RequestProblem =>
  new RequestProblem({
    status: 410,
    code: 'link-ended',
    title: 'Link ended',
    detail: `${why} Ask your instructor for a new one.`,
  });

/** Two sittings of one student cannot begin at one moment. */
export const sameMoment = (): RequestProblem =>
  new RequestProblem({
    status: 409,
    code: 'same-moment',
    title: 'Two at one moment',
    detail: 'A sitting that began at this very moment is on record already: this one was not added.',
  });

/** Seconds after which it is worth asking again. */
export const AGAIN_AFTER = 2;

/** The database does not answer: what was asked may have been done or not. */
export const databaseAway = (): RequestProblem =>
  new RequestProblem({
    status: 503,
    code: 'away',
    title: 'Not reachable',
    detail:
      'The records cannot be reached just now, and it is not known whether this was still done. Ask again in a moment: what was done once is not done twice.',
  });

/** What this belongs to was removed while it was written. */
export const goneMeanwhile = (): RequestProblem =>
  new RequestProblem({
    status: 404,
    code: 'not-found',
    title: 'Not found',
    detail: 'What this belongs to was removed meanwhile. Nothing was kept; go back and choose another.',
  });
