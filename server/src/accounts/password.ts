import { hash, verify } from '@node-rs/argon2';

/** argon2id, the package's default, with 19 MiB: about 26 ms a try. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

let decoy: Promise<string> | null = null;

/** Whether the password is the one that was hashed; takes as long when there is no such account. */
export async function passwordMatches(stored: string | null, password: string): Promise<boolean> {
  decoy ??= hashPassword('nobody has this password');
  const matches = await verify(stored ?? (await decoy), password);
  return stored !== null && matches;
}
