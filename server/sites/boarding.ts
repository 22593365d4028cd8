import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../database/rows.ts';
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
  private readonly secret: string;

  constructor(secret: string) {
    this.secret = secret;
  }

  issue(siteKey: string, now = Date.now()): string {
    const content = `${siteKey}.${(now + VALID_FOR).toString(36)}`;
    return `${content}.${this.sign(content)}`;
  }

  /** The site’s key when the pass is genuine; `late` when it is past its day, which only known visitors may be. */
  read(pass: string, now = Date.now()): { siteKey: string; late: boolean } | undefined {
    const [siteKey, until, signature] = pass.split('.');
    if (!siteKey || !until || !signature) return undefined;
    const expected = Buffer.from(this.sign(`${siteKey}.${until}`));
    const given = Buffer.from(signature);
    if (expected.length !== given.length || !timingSafeEqual(expected, given)) return undefined;
    return { siteKey, late: Number.parseInt(until, 36) < now };
  }

  private sign(content: string): string {
    return createHmac('sha256', this.secret).update(content).digest('base64url');
  }
}
