import { routes, type Account } from '@nuvrah/contract';
import type { Request } from 'express';
import { dayAt, DEFAULT_SOUND, type Day } from '@nuvrah/core';
import { IANAZone } from 'luxon';
import type { DataSource } from 'typeorm';
import { instructorTable, type InstructorRow } from '../db/entities.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notSignedIn, wrongCredentials, wrongPassword } from '../http/problem.js';
import { CSRF_COOKIE, endWebSessions, newCsrfToken, SESSION_COOKIE } from '../http/security.js';
import { hashPassword, passwordMatches } from './password.js';

/** The date at a moment where the instructor works. */
export const localDay = (instructor: Pick<InstructorRow, 'timeZone'>, at: Date): Day =>
  dayAt(at.getTime(), instructor.timeZone);

const toAccount = (row: InstructorRow): Account => ({
  id: row.id,
  name: row.name,
  email: row.email,
  naming: row.naming,
  emergencyNumber: row.emergencyNumber,
  timeZone: row.timeZone,
  place: row.place,
  conventions: row.conventions,
  sound: row.sound ?? DEFAULT_SOUND,
});

/** The row of whoever is signed in. @throws RequestProblem (401) when the account is gone. */
export async function instructorById(source: DataSource, id: string): Promise<InstructorRow> {
  const row = await source.getRepository(instructorTable).findOneBy({ id });
  if (!row) throw notSignedIn();
  return row;
}

export function implementAccounts(implement: Implement, source: DataSource): void {
  implement(routes.signIn, async ({ body, request }) => {
    const email = body.email.trim().toLowerCase();
    const row = await source.getRepository(instructorTable).findOneBy({ email });
    const matches = await passwordMatches(row?.passwordHash ?? null, body.password);
    if (!row || !matches) throw wrongCredentials();
    await openSession(request, row.id);
    return toAccount(row);
  });

  implement(routes.signOut, async ({ request }) => {
    await endSession(request);
    request.res?.clearCookie(SESSION_COOKIE).clearCookie(CSRF_COOKIE);
    return null;
  });

  implement(routes.signOutEverywhere, async ({ store, request }) => {
    await endWebSessions(source, store.instructorId);
    await endSession(request);
    request.res?.clearCookie(SESSION_COOKIE).clearCookie(CSRF_COOKIE);
    return null;
  });

  implement(routes.changePassword, async ({ store, body, request }) => {
    const row = await instructorById(source, store.instructorId);
    if (!(await passwordMatches(row.passwordHash, body.current))) throw wrongPassword();
    const passwordHash = await hashPassword(body.next);
    await source.getRepository(instructorTable).update({ id: row.id }, { passwordHash });
    // Whoever knew the old password is out; this browser stays, under a new session id.
    await endWebSessions(source, row.id);
    await openSession(request, row.id);
    return null;
  });

  implement(routes.changePreferences, async ({ store, body }) => {
    await source.getRepository(instructorTable).update({ id: store.instructorId }, body);
    return toAccount(await instructorById(source, store.instructorId));
  });

  implement(routes.changeWorkplace, async ({ store, body }) => {
    if (!IANAZone.isValidZone(body.timeZone)) {
      const detail = `There is no time zone "${body.timeZone}": use one like Europe/London.`;
      throw invalidRequest([{ pointer: '/timeZone', detail }]);
    }
    await source.getRepository(instructorTable).update({ id: store.instructorId }, body);
    return toAccount(await instructorById(source, store.instructorId));
  });

  implement(routes.changeSound, async ({ store, body }) => {
    await source.getRepository(instructorTable).update({ id: store.instructorId }, { sound: body });
    return toAccount(await instructorById(source, store.instructorId));
  });

  implement(routes.account, async ({ store }) => toAccount(await instructorById(source, store.instructorId)));
}

/** Opens a web session under a new id, so that an id known before is worth nothing after. */
async function openSession(request: Request, instructorId: string): Promise<void> {
  await freshSession(request);
  request.session.instructorId = instructorId;
  request.session.csrfToken = newCsrfToken();
  request.res?.cookie(CSRF_COOKIE, request.session.csrfToken, { sameSite: 'strict', secure: request.secure });
}

const endSession = (request: Request): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.destroy((error?: Error) => (error ? reject(error) : resolve()));
  });

const freshSession = (request: Request): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.regenerate((error?: Error) => (error ? reject(error) : resolve()));
  });
