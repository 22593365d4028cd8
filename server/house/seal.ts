import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';
import { existsSync, linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const CIPHER = 'aes-256-gcm';
const NONCE_BYTES = 12;
const TAG_BYTES = 16;

/**
 * Seals what the database may keep but not know: AES-256-GCM (NIST SP 800-38D) under a key that comes from a secret
 * outside of the database (HKDF, RFC 5869). Who reads the tables, or a copy of them, reads nothing of it.
 */
export class Seal {
  private readonly key: Buffer;

  constructor(secret: string) {
    this.key = Buffer.from(hkdfSync('sha256', secret, '', 'kineta.seal', 32));
  }

  /** @param place where it is kept: sealed for one place, it cannot be opened at another */
  close(text: string, place: string): Buffer {
    const nonce = randomBytes(NONCE_BYTES);
    const cipher = createCipheriv(CIPHER, this.key, nonce).setAAD(Buffer.from(place));
    const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]);
  }

  /** What was sealed for this place; undefined when it was not, was tampered with, or was sealed under another secret. */
  open(sealed: Buffer, place: string): string | undefined {
    const nonce = sealed.subarray(0, NONCE_BYTES);
    const tag = sealed.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES);
    try {
      const cipher = createDecipheriv(CIPHER, this.key, nonce, { authTagLength: TAG_BYTES })
        .setAAD(Buffer.from(place))
        .setAuthTag(tag);
      const text = cipher.update(sealed.subarray(NONCE_BYTES + TAG_BYTES));
      return Buffer.concat([text, cipher.final()]).toString('utf8');
    } catch {
      return undefined;
    }
  }
}

/**
 * The secret that this machine seals with, kept in a file for its owner alone; made when there is none.
 * @throws {Error} with what to do, when the folder cannot be written to
 */
export function secretIn(home: string): string {
  const file = join(home, 'secret');
  if (existsSync(file)) return readFileSync(file, 'utf8');
  const made = `${file}.${process.pid}`;
  try {
    mkdirSync(home, { recursive: true });
    writeFileSync(made, randomBytes(32).toString('base64url'), { mode: 0o600 });
  } catch (cause) {
    throw new Error(
      `Kineta keeps a secret, and ${file} cannot be written. Set KINETA_SECRET, or another KINETA_HOME.`,
      { cause },
    );
  }
  try {
    // Written first and named then: of processes that start at once, one names it, and all read the whole of it.
    linkSync(made, file);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  } finally {
    rmSync(made);
  }
  return readFileSync(file, 'utf8');
}
