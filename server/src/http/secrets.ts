import { createHash } from 'node:crypto';

/** What a secret is recognised by: whoever reads the database cannot open anything with it. SHA-256, base64url. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');
