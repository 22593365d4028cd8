import { createHash, randomBytes } from 'node:crypto';

/** A new secret that cannot be guessed: 256 bits, as text that fits into addresses and headers. */
export const secret = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret, so that who reads the tables cannot use it: its SHA-256. */
export const hashed = (text: string): string => createHash('sha256').update(text).digest('hex');
