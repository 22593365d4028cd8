import { randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import { Seal } from '../house/seal.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed } from '../http/secret.ts';
import { members } from './model.ts';

/** How many codes are written down, each good once. */
const RECOVERY = 10;
const ISSUER = 'Kineta';
/** Clocks may differ by so many steps of half a minute. */
const WINDOW = 1;

interface Whose {
  id: string;
  workspace: string;
  email: string;
}

const totp = (key: string, label: string): TOTP => new TOTP({ issuer: ISSUER, label, secret: Secret.fromBase32(key) });

/** Codes to write down: five and five letters and digits without those that look alike. */
function recoveryCode(): string {
  const signs = 'abcdefghjkmnpqrstuvwxyz23456789';
  const code = [...randomBytes(10)].map(byte => signs[byte % signs.length]).join('');
  return `${code.slice(0, 5)}-${code.slice(5)}`;
}
const plain = (code: string): string => code.toLowerCase().replace(/[^a-z0-9]/g, '');

/** One-time codes by time (RFC 6238) as a second factor of members, with codes to write down for who loses their app. */
export class SecondFactor {
  private readonly tables: House['tables'];
  private readonly seal: Seal;

  constructor({ tables, options }: Pick<House, 'tables' | 'options'>) {
    this.tables = tables;
    this.seal = new Seal(options.secret);
  }

  /** Begins to set one up: it counts once a first code has shown that it is kept. The one that there is goes on meanwhile. */
  async begin({ id, workspace, email }: Whose): Promise<{ key: string; uri: string }> {
    const rows = this.tables.in(workspace).of(members);
    const member = await rows.one({ id });
    if (member?.factorSince) throw new ProblemError('known_already', 'You have a second factor. Give it up first.');
    const key = new Secret({ size: 20 }).base32;
    await rows.change({ factor: this.seal.close(key, `factor ${id}`), factorStep: null }, { id });
    return { key, uri: totp(key, email).toString() };
  }

  /**
   * Confirms it by a first code.
   * @returns the codes to write down, which are told this once
   * @throws {ProblemError} `invalid_request` at the code
   */
  async confirm({ id, workspace, email }: Whose, code: string): Promise<string[]> {
    return this.tables.database.transaction(async transaction => {
      const rows = this.tables.in(workspace).of(members);
      const member = await rows.one({ id }, { transaction, lock: true });
      const step = member?.factor && this.stepOf(member.factor, id, email, code);
      if (!member || step === undefined || step === null) {
        const message = 'That code is not right. It changes every half minute; is the clock of your phone right?';
        throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.code', message }] });
      }
      const recovery = Array.from({ length: RECOVERY }, recoveryCode);
      await rows.change(
        { factorSince: new Date(), factorStep: String(step), recovery: recovery.map(one => hashed(plain(one))) },
        { id },
        { transaction },
      );
      return recovery;
    });
  }

  async drop(workspace: string, id: string, transaction?: Transaction): Promise<void> {
    await this.tables
      .in(workspace)
      .of(members)
      .change({ factor: null, factorSince: null, factorStep: null, recovery: [] }, { id }, { transaction });
  }

  /** Takes a code of a member, once: under the lock of their row, so that of two who send the same one is let in. */
  async takes({ id, workspace, email }: Whose, code: string): Promise<boolean> {
    return this.tables.database.transaction(async transaction => {
      const rows = this.tables.in(workspace).of(members);
      const member = await rows.one({ id }, { transaction, lock: true });
      if (!member?.factor) return false;
      const written = hashed(plain(code));
      if (member.recovery.includes(written)) {
        await rows.change({ recovery: member.recovery.filter(one => one !== written) }, { id }, { transaction });
        return true;
      }
      const step = this.stepOf(member.factor, id, email, code);
      if (step === undefined || (member.factorStep !== null && step <= Number(member.factorStep))) return false;
      await rows.change({ factorStep: String(step) }, { id }, { transaction });
      return true;
    });
  }

  /** The step of time that a code is of; undefined when it is of none near now. */
  private stepOf(factor: Buffer, id: string, email: string, code: string): number | undefined {
    const key = this.seal.open(factor, `factor ${id}`);
    if (key === undefined || !/^\d{6}$/.test(code)) return undefined;
    const one = totp(key, email);
    const delta = one.validate({ token: code, window: WINDOW });
    return delta === null ? undefined : one.counter() + delta;
  }
}
