import { randomBytes, timingSafeEqual } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import type { RequestHandler } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import type { Pool } from 'pg';
import type { DataSource } from 'typeorm';
import { foreignRequest } from './problem.js';

declare module 'express-session' {
  interface SessionData {
    instructorId: string;
    csrfToken: string;
  }
}

const SESSION_DAYS = 30;
export const SESSION_COOKIE = 'nuvrah.sid';

/** Headers of every answer. Scripts come from here alone; styles may be inline because the components need it. */
export const securityHeaders = (secure: boolean): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        baseUri: ["'self'"],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        formAction: ["'self'"],
        scriptSrc: ["'self'"],
        scriptSrcAttr: ["'none'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ["'self'", 'blob:', 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
      },
    },
    strictTransportSecurity: secure,
  });

/** Web sessions in PostgreSQL, so that several copies of the server share them. */
export function webSessions(source: DataSource, secret: string, secure: boolean): RequestHandler {
  const Store = connectPgSimple(session);
  const pool = (source.driver as unknown as { master: Pool }).master;
  return session({
    // The cookie ends when it was said to: no write with every request to move that on.
    store: new Store({ pool, tableName: 'web_session', pruneSessionInterval: 3600, disableTouch: true }),
    name: SESSION_COOKIE,
    secret,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    cookie: {
      httpOnly: true,
      sameSite: 'strict',
      secure,
      maxAge: SESSION_DAYS * 24 * 3600 * 1000,
    },
  });
}

/** Ends every web session of an instructor, in whichever browser. */
export async function endWebSessions(source: DataSource, instructorId: string): Promise<void> {
  await source.query(`DELETE FROM web_session WHERE sess ->> 'instructorId' = $1`, [instructorId]);
}

/** Cookie that the application's own script reads and sends back as a header: nobody else's page can. */
export const CSRF_COOKIE = 'XSRF-TOKEN';
const CSRF_HEADER = 'x-xsrf-token';

export const newCsrfToken = (): string => randomBytes(24).toString('base64url');

/** Refuses changes that were not sent by the open application, and hands out the token once somebody is signed in. */
export const csrfProtection = (secure: boolean): RequestHandler => {
  return (request, response, next) => {
    const expected = request.session.csrfToken;
    if (expected) response.cookie(CSRF_COOKIE, expected, { sameSite: 'strict', secure });
    const reads = request.method === 'GET' || request.method === 'HEAD';
    if (!reads && expected && !sameToken(request.get(CSRF_HEADER) ?? '', expected)) throw foreignRequest();
    next();
  };
};

function sameToken(given: string, expected: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(expected)];
  return a.length === b.length && timingSafeEqual(a, b);
}
