import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { PassThrough, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import { connect } from './connect.ts';
import { migrations } from './migrate.ts';

/**
 * A backup is the SQL that MariaDB’s own tool writes, packed with gzip, between two comments: what it is, and the checksum
 * of all before, so that one that broke off is known. Any MariaDB reads it: `gunzip -c FILE | mariadb DATABASE`.
 */
const FIRST = '-- Kineta backup ';
const LAST = '-- Kineta backup, complete: ';
const Head = z.object({ format: z.literal('kineta.backup/1'), at: z.iso.datetime(), migrations: z.array(z.string()) });
export type Head = z.infer<typeof Head>;

/** A backup that cannot be made or used, in the words of who runs Kineta. */
export class BackupError extends Error {
  override name = 'BackupError';
}

/** How MariaDB’s tools are told where the database is; the password stays out of what other accounts can see. */
function reached(url: string): { words: string[]; name: string; env: NodeJS.ProcessEnv } {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    words: [
      '--no-defaults',
      '--protocol=tcp',
      `--host=${hostname}`,
      `--port=${port || 3306}`,
      `--user=${decodeURIComponent(username)}`,
      '--default-character-set=utf8mb4',
    ],
    name: decodeURIComponent(pathname.slice(1)),
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(password) },
  };
}

/** Runs one of MariaDB’s tools; `done` fails with what it complained of. */
function tool(command: string, words: readonly string[], env: NodeJS.ProcessEnv) {
  const child = spawn(command, words, { env, stdio: ['pipe', 'pipe', 'pipe'] });
  let complaint = '';
  child.stderr.on('data', (text: Buffer) => {
    complaint = (complaint + text).slice(-2_000);
  });
  const done = new Promise<void>((resolve, reject) => {
    child.once('error', () => reject(new BackupError(`${command} was not found; it is in Debian’s mariadb-client.`)));
    child.once('close', code =>
      code === 0 ? resolve() : reject(new BackupError(`${command} failed: ${complaint.trim() || code}`)),
    );
  });
  // Whoever waits for it is told; until then it is nobody’s mistake.
  done.catch(() => {});
  return { child, done };
}

/** The database as SQL, as it is at one moment, however much is written meanwhile; the same each time when nothing is. */
function dumped(url: string): { out: Readable; done: Promise<void> } {
  const { words, name, env } = reached(url);
  const { child, done } = tool(
    'mariadb-dump',
    [
      ...words,
      '--single-transaction',
      '--quick',
      '--hex-blob',
      '--order-by-primary',
      '--skip-comments',
      '--no-tablespaces',
      name,
    ],
    env,
  );
  child.stdin.end();
  return { out: child.stdout, done };
}

async function tablesOf(url: string): Promise<string[]> {
  const database = connect(url, 1);
  try {
    const rows = await database.query<{ name: string }>(
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
      { type: QueryTypes.SELECT },
    );
    return rows.map(({ name }) => name);
  } finally {
    await database.close();
  }
}

/** How many rows each table has. */
export async function countsOf(url: string): Promise<Record<string, number>> {
  const database = connect(url, 1);
  try {
    const counts: Record<string, number> = {};
    for (const table of await tablesOf(url)) {
      const [row] = await database.query<{ n: string }>(`SELECT COUNT(*) AS n FROM \`${table}\``, {
        type: QueryTypes.SELECT,
      });
      counts[table] = Number(row?.n);
    }
    return counts;
  } finally {
    await database.close();
  }
}

/**
 * Writes a backup of a database to a file that is not there yet; it has its name only once it is whole.
 * @throws {BackupError}
 */
export async function backup(url: string, file: string): Promise<void> {
  if (existsSync(file)) throw new BackupError(`${file} is there already; a backup is never written over another.`);
  const database = connect(url, 1);
  let made: string[];
  try {
    const rows = await database.query<{ name: string }>('SELECT name FROM sequelize_meta ORDER BY name', {
      type: QueryTypes.SELECT,
    });
    made = rows.map(({ name }) => name);
  } catch {
    throw new BackupError('There is nothing of Kineta in this database.');
  } finally {
    await database.close();
  }
  const partial = `${file}.partial`;
  try {
    const head: Head = { format: 'kineta.backup/1', at: new Date().toISOString(), migrations: made };
    const { out, done } = dumped(url);
    const hash = createHash('sha256');
    const first = `${FIRST}${JSON.stringify(head)}\n`;
    hash.update(first);
    const framed = new Transform({
      construct(ready) {
        this.push(first);
        ready();
      },
      transform(part: Buffer, _, next) {
        hash.update(part);
        next(null, part);
      },
      // Only what its tool says is whole is marked as such.
      flush(end) {
        done.then(
          () => end(null, `${LAST}${hash.digest('hex')}\n`),
          error => end(error),
        );
      },
    });
    await pipeline(out, framed, createGzip({ level: 6 }), createWriteStream(partial, { mode: 0o600 }));
    renameSync(partial, file);
  } catch (error) {
    rmSync(partial, { force: true });
    throw error;
  }
}

/** Reads a backup to its end, and says what it is. @throws {BackupError} when it is none, or is not whole */
async function looked(file: string): Promise<Head> {
  if (!existsSync(file)) throw new BackupError(`There is no ${file}.`);
  const hash = createHash('sha256');
  let first = '';
  // The last line is no part of what its checksum is of, so as much as it is long is held back.
  const length = LAST.length + 65;
  let held = Buffer.alloc(0);
  const through = new PassThrough();
  through.on('data', (part: Buffer) => {
    if (first.length < 100_000 && !first.includes('\n')) first += part.toString('utf8');
    held = Buffer.concat([held, part]);
    if (held.length <= length) return;
    hash.update(held.subarray(0, -length));
    held = held.subarray(-length);
  });
  try {
    await pipeline(createReadStream(file), createGunzip(), through);
  } catch {
    throw new BackupError(`${file} cannot be read: it is no backup, or not all of it.`);
  }
  const [line = ''] = first.split('\n', 1);
  if (!line.startsWith(FIRST)) throw new BackupError(`${file} is no backup of Kineta.`);
  if (held.toString('utf8') !== `${LAST}${hash.digest('hex')}\n`)
    throw new BackupError(`${file} is not whole, or was changed: its checksum is another.`);
  const head = Head.safeParse(JSON.parse(line.slice(FIRST.length)));
  if (!head.success) throw new BackupError(`${file} was written by a newer Kineta than this one.`);
  const known = new Set(migrations.map(({ name }) => name));
  if (head.data.migrations.some(name => !known.has(name)))
    throw new BackupError(`${file} was written by a newer Kineta than this one.`);
  return head.data;
}

/** The checksum of all SQL between the two comments. */
async function checksum(parts: AsyncIterable<Buffer>): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of parts) hash.update(part);
  return hash.digest('hex');
}

/** What stands between the first line and the last. */
function unframed(): Transform {
  let begun = false;
  let held = Buffer.alloc(0);
  const length = LAST.length + 65;
  return new Transform({
    transform(part: Buffer, _, next) {
      held = Buffer.concat([held, part]);
      if (!begun) {
        const end = held.indexOf('\n');
        if (end < 0) return next();
        begun = true;
        held = held.subarray(end + 1);
      }
      if (held.length <= length) return next();
      const out = held.subarray(0, -length);
      held = held.subarray(-length);
      next(null, out);
    },
  });
}

/**
 * Reads a backup into a database in which nothing is, and looks whether it is all there: what was restored is written out
 * again, and has to be the same, byte for byte.
 * @returns how many rows each table has
 * @throws {BackupError} when the file or the place is not fit for it, with nothing done; or when what is there then is
 * something else
 */
export async function restore(url: string, file: string): Promise<{ head: Head; counts: Record<string, number> }> {
  const head = await looked(file);
  if ((await tablesOf(url)).length > 0)
    throw new BackupError('The database is not empty. A backup is restored into an empty one, and over nothing else.');
  const { words, name, env } = reached(url);
  const { child, done } = tool('mariadb', [...words, name], env);
  child.stdout.resume();
  const hash = createHash('sha256');
  const counted = new Transform({
    transform(part: Buffer, _, next) {
      hash.update(part);
      next(null, part);
    },
  });
  const [fed] = await Promise.allSettled([
    pipeline(createReadStream(file), createGunzip(), unframed(), counted, child.stdin),
    done,
  ]);
  await done;
  if (fed.status === 'rejected') throw fed.reason;
  const again = dumped(url);
  const found = await checksum(again.out as AsyncIterable<Buffer>);
  await again.done;
  if (found !== hash.digest('hex'))
    throw new BackupError('What was restored is not what the backup holds. Please do not use it.');
  return { head, counts: await countsOf(url) };
}
