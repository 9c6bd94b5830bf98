import { createHash, randomBytes } from 'node:crypto';

/** Something that nobody can guess: 256 bits, as letters, digits, "-" and "_". */
export const newSecret = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret: who reads it cannot tell the secret. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');
