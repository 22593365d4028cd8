import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import { hashed } from '../http/secret.ts';
import { signInFailures } from './model.ts';

const LONGEST_WAIT = 15 * 60;
const DAY = 86_400_000;

/** Whose attempts are counted, and how many wrong ones are free of waiting. */
export interface Guesser {
  name: string;
  free: number;
}

/** Seconds to wait after so many failures: nothing at first, then doubling up to a quarter of an hour. */
export function waitAfter(failures: number, free: number): number {
  return failures < free ? 0 : Math.min(LONGEST_WAIT, 2 ** (failures - free + 1));
}

const isOld = (lastAt: Date, now: Date): boolean => now.getTime() - lastAt.getTime() > DAY;

/**
 * Slows down who guesses passwords. Attempts are counted before the password is looked at, and taken back when it was
 * right, so that guesses made at the same moment are no way around it. They are counted in the database, so that every
 * process knows them; a day without one clears the count.
 */
export class Slowdown {
  private readonly tables: Tables;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /**
   * Counts an attempt of each of these, unless one of them has to wait.
   * @returns for how many seconds; zero when the attempt may be made
   */
  async attempt(guessers: readonly Guesser[]): Promise<number> {
    const free = new Map(guessers.map(guesser => [hashed(guesser.name), guesser.free]));
    const keys = [...free.keys()].toSorted();
    const rows = this.tables.everywhere(signInFailures);
    const now = new Date();
    return this.tables.database.transaction(async transaction => {
      const known = await this.locked(keys, now, transaction);
      const wait = Math.max(
        0,
        ...known.map(({ subject, failures, lastAt }) =>
          isOld(lastAt, now)
            ? 0
            : waitAfter(failures, free.get(subject) ?? 0) - (now.getTime() - lastAt.getTime()) / 1_000,
        ),
      );
      if (wait > 0) return wait;
      for (const { subject, failures, lastAt } of known)
        await rows.change(
          { failures: isOld(lastAt, now) ? 1 : failures + 1, lastAt: now },
          { subject },
          { transaction },
        );
      return 0;
    });
  }

  /** The password was right: the member begins anew, and whoever else was counted has one attempt less. */
  async succeeded(member: Guesser, others: readonly Guesser[]): Promise<void> {
    const rows = this.tables.everywhere(signInFailures);
    await rows.remove({ subject: hashed(member.name) });
    await rows.remove({ lastAt: { before: new Date(Date.now() - DAY) } }, { most: 1_000 });
    for (const key of others.map(({ name }) => hashed(name)).toSorted())
      await this.tables.database.transaction(async transaction => {
        const row = await rows.one({ subject: key }, { transaction, lock: true });
        if (row && row.failures > 0)
          await rows.change({ failures: row.failures - 1 }, { subject: key }, { transaction });
      });
  }

  /** The rows of these, made where there are none, and locked in one order, so that nobody waits for one who waits for them. */
  private async locked(keys: readonly string[], now: Date, transaction: Transaction) {
    const rows = this.tables.everywhere(signInFailures);
    const marks = keys.map(() => '(?, 0, ?)').join(', ');
    // Raw: of attempts at the same moment the first makes the row, and the others find it.
    await this.tables.database.query(
      `INSERT INTO sign_in_failures (subject, failures, last_at) VALUES ${marks}
       ON DUPLICATE KEY UPDATE failures = failures`,
      { replacements: keys.flatMap(key => [key, now]), transaction },
    );
    return rows.all({ subject: keys }, { by: 'subject', transaction, lock: true });
  }
}
