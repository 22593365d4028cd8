import { randomBytes } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../database/rows.ts';
import { Signature } from '../http/signed.ts';
import { instance } from './model.ts';

const VALID_FOR = 24 * 60 * 60 * 1_000;

/** The instance’s secret, made by whichever process starts first. */
export async function instanceSecret(tables: Tables): Promise<string> {
  // Raw: of processes that start at once the first writes it, and the others leave it as it is.
  await tables.database.query(`INSERT IGNORE INTO instance (name, value) VALUES ('secret', :secret)`, {
    replacements: { secret: randomBytes(32).toString('base64url') },
    type: QueryTypes.INSERT,
  });
  return (await tables.everywhere(instance).one({ name: 'secret' }))!.value;
}

/**
 * A boarding pass says that the chat’s page was loaded inside an allowed page of a site: sockets without one are not
 * let in. Any process can read it, as all share the instance’s secret.
 */
export class Boarding {
  private readonly signature: Signature;

  constructor(secret: string) {
    this.signature = new Signature(secret, '');
  }

  issue(siteKey: string, now = Date.now()): string {
    return this.signature.sign(`${siteKey}.${(now + VALID_FOR).toString(36)}`);
  }

  /** The site’s key when the pass is genuine; `late` when it is past its day, which only known visitors may be. */
  read(pass: string, now = Date.now()): { siteKey: string; late: boolean } | undefined {
    const [siteKey, until] = this.signature.read(pass)?.split('.') ?? [];
    return siteKey && until ? { siteKey, late: Number.parseInt(until, 36) < now } : undefined;
  }
}
