import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import { hashed } from './session.ts';

/** How many wrong passwords are free of waiting. */
const FREE = 5;
const LONGEST_WAIT = 15 * 60;

/** Seconds to wait after so many failures: nothing at first, then doubling up to a quarter of an hour. */
export function waitAfter(failures: number): number {
  return failures < FREE ? 0 : Math.min(LONGEST_WAIT, 2 ** (failures - FREE + 1));
}

/**
 * Slows down who guesses passwords. Failures are counted by account and by address, in the database, so that every
 * process knows them; a day without failures clears the count.
 */
export class Slowdown {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /** For how many seconds none of the subjects may try again; zero when they may. */
  async wait(subjects: string[]): Promise<number> {
    const rows = await this.database.query<{ failures: number; ago: string | number }>(
      `SELECT failures, TIMESTAMPDIFF(MICROSECOND, last_at, UTC_TIMESTAMP(3)) / 1000000 AS ago
       FROM sign_in_failures WHERE subject IN (:subjects) AND last_at > UTC_TIMESTAMP(3) - INTERVAL 1 DAY`,
      { replacements: { subjects: subjects.map(hashed) }, type: QueryTypes.SELECT },
    );
    return Math.max(0, ...rows.map(row => waitAfter(row.failures) - Number(row.ago)));
  }

  async failed(subjects: string[]): Promise<void> {
    await this.database.query(
      'DELETE FROM sign_in_failures WHERE last_at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY LIMIT 1000',
    );
    for (const subject of subjects)
      await this.database.query(
        `INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (:subject, 1, UTC_TIMESTAMP(3))
         ON DUPLICATE KEY UPDATE failures = failures + 1, last_at = UTC_TIMESTAMP(3)`,
        { replacements: { subject: hashed(subject) } },
      );
  }

  async succeeded(subject: string): Promise<void> {
    await this.database.query('DELETE FROM sign_in_failures WHERE subject = :subject', {
      replacements: { subject: hashed(subject) },
    });
  }
}
