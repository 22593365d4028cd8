import { statSync } from 'node:fs';
import { resolve } from 'node:path';
import { connect } from '../database/connect.ts';
import { BackupError, backup as dump, restore as readBack } from '../database/dump.ts';
import { migrate as bringUpToDate } from '../database/migrate.ts';
import { databaseOf, settingsOrExit } from './place.ts';

/** Does something with the database of the settings; what cannot be done is said in a sentence, and exits with 1. */
async function withDatabase(work: (url: string) => Promise<void>): Promise<void> {
  const database = await databaseOf(settingsOrExit());
  let code = 0;
  try {
    await work(database.url);
  } catch (error) {
    if (!(error instanceof BackupError)) throw error;
    console.error(error.message);
    code = 1;
  } finally {
    await database.stop();
  }
  process.exitCode = code;
}

function fileOf(words: readonly string[], command: string): string {
  const [file, more] = words;
  if (file !== undefined && more === undefined) return resolve(process.env.KINETA_FROM ?? '.', file);
  console.error(`Please name one file: ./kineta ${command} FILE`);
  process.exit(2);
}

/** `kineta migrate`: brings the tables up to date, and nothing else; before a new version starts, or after a restore. */
export async function migrate(): Promise<void> {
  await withDatabase(async url => {
    const database = connect(url, 2);
    try {
      const made = await bringUpToDate(database);
      console.log(made.length === 0 ? 'The tables are up to date.' : `Made: ${made.join(', ')}.`);
    } finally {
      await database.close();
    }
  });
}

/** `kineta backup FILE`: all that is in the database, as it is at one moment, while Kineta runs. */
export async function backup(words: readonly string[]): Promise<void> {
  const file = fileOf(words, 'backup');
  await withDatabase(async url => {
    await dump(url, file);
    console.log(`${file} is written, ${(statSync(file).size / 1e6).toFixed(1)} MB.`);
    console.log('The secret that the keys of services are sealed with is not in it: keep KINETA_SECRET as well.');
  });
}

/** `kineta restore FILE`: into an empty database, and compared with the file. */
export async function restore(words: readonly string[]): Promise<void> {
  const file = fileOf(words, 'restore');
  await withDatabase(async url => {
    const { head, counts } = await readBack(url, file);
    const rows = Object.values(counts).reduce((sum, count) => sum + count, 0);
    console.log(
      `Restored what was there at ${head.at}: ${rows} rows in ${Object.keys(counts).length} tables, all as in ${file}.`,
    );
  });
}
