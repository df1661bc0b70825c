import { randomUUID } from 'node:crypto';
import { SHORTEST_PASSWORD } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS } from '@nuvrah/core';
import { IANAZone } from 'luxon';
import type { DataSource } from 'typeorm';
import { instructorTable } from '../db/entities.js';
import { StartupProblem } from '../startup-problem.js';
import { hashPassword } from './password.js';

export interface NewAccount {
  readonly email: string;
  readonly name: string;
  readonly password: string;
  readonly timeZone: string;
  /** Called in an emergency where the instructor works. */
  readonly emergencyNumber: string;
}

/** Makes an account. @returns the address to sign in with. @throws StartupProblem with one sentence when something about it is wrong. */
export async function makeAccount(
  source: DataSource,
  account: NewAccount,
  now: Date,
): Promise<{ email: string }> {
  const email = account.email.trim().toLowerCase();
  const name = account.name.trim();
  if (!/^[^\s@]+@[^\s@]+$/.test(email)) throw new StartupProblem(`"${account.email}" is no e-mail address.`);
  if (name === '') throw new StartupProblem('A name is needed.');
  if (account.password.length < SHORTEST_PASSWORD) {
    throw new StartupProblem(`The password is too short: use at least ${SHORTEST_PASSWORD} characters.`);
  }
  if (!IANAZone.isValidZone(account.timeZone)) {
    throw new StartupProblem(`"${account.timeZone}" is no time zone: write it as Europe/London.`);
  }
  const instructors = source.getRepository(instructorTable);
  if (await instructors.existsBy({ email })) {
    throw new StartupProblem(
      `There is an account for ${email} already. Sign in with it, or use another address.`,
    );
  }
  const { timeZone, emergencyNumber } = account;
  await instructors.insert({
    id: randomUUID(),
    email,
    name,
    passwordHash: await hashPassword(account.password),
    naming: 'english',
    timeZone,
    emergencyNumber,
    place: null,
    conventions: DEFAULT_CONVENTIONS,
    createdAt: now,
  });
  return { email };
}
