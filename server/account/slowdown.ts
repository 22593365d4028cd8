import { QueryTypes } from 'sequelize';
import type { Tables } from '../database/rows.ts';
import { hashed } from '../http/secret.ts';
import { signInFailures } from './model.ts';

/** How many wrong passwords are free of waiting. */
const FREE = 5;
const LONGEST_WAIT = 15 * 60;
const DAY = 86_400_000;

/** Seconds to wait after so many failures: nothing at first, then doubling up to a quarter of an hour. */
export function waitAfter(failures: number): number {
  return failures < FREE ? 0 : Math.min(LONGEST_WAIT, 2 ** (failures - FREE + 1));
}

/**
 * Slows down who guesses passwords. Failures are counted by account and by address, in the database, so that every
 * process knows them; a day without failures clears the count.
 */
export class Slowdown {
  private readonly tables: Tables;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /** For how many seconds none of the subjects may try again; zero when they may. */
  async wait(subjects: string[]): Promise<number> {
    const now = Date.now();
    const rows = await this.tables
      .everywhere(signInFailures)
      .all({ subject: subjects.map(hashed), lastAt: { after: new Date(now - DAY) } });
    return Math.max(0, ...rows.map(row => waitAfter(row.failures) - (now - row.lastAt.getTime()) / 1_000));
  }

  async failed(subjects: string[]): Promise<void> {
    await this.tables
      .everywhere(signInFailures)
      .remove({ lastAt: { before: new Date(Date.now() - DAY) } }, { most: 1_000 });
    // Raw: the database counts on, so that guesses made at the same moment are all counted.
    for (const subject of subjects)
      await this.tables.database.query(
        `INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (:subject, 1, UTC_TIMESTAMP(3))
         ON DUPLICATE KEY UPDATE failures = failures + 1, last_at = UTC_TIMESTAMP(3)`,
        { replacements: { subject: hashed(subject) }, type: QueryTypes.INSERT },
      );
  }

  async succeeded(subject: string): Promise<void> {
    await this.tables.everywhere(signInFailures).remove({ subject: hashed(subject) });
  }
}
