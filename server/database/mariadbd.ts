import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { createConnection } from 'mariadb';

export const isRoot = process.getuid?.() === 0;
/** The system account that runs the database: never root. */
export const account = isRoot ? 'mysql' : execFileSync('id', ['-un'], { encoding: 'utf8' }).trim();

/** Where a MariaDB of ours keeps what it has. */
export interface Places {
  home: string;
  data: string;
  socket: string;
  log: string;
}

export function asRoot(socketPath: string) {
  return createConnection({ socketPath, user: isRoot ? 'root' : account, connectTimeout: 2_000 });
}

async function waitUntilReady(socket: string, database: ChildProcess, log: string): Promise<void> {
  for (let attempt = 0; attempt < 1_200; attempt++) {
    if (database.exitCode !== null)
      throw new Error(
        `MariaDB did not start; its log ends with:\n${readFileSync(log, 'utf8').split('\n').slice(-8).join('\n')}`,
      );
    try {
      const connection = await asRoot(socket);
      await connection.end();
      return;
    } catch {
      await pause(50);
    }
  }
  throw new Error(`MariaDB did not answer within a minute; see ${log}.`);
}

/**
 * Starts the server on loopback and waits until it answers.
 * @param durable whether a commit survives a power cut
 * @throws when it is not installed or does not start; the message holds the end of its log
 */
export async function spawnMariadb({
  home,
  data,
  socket,
  log,
  port,
  durable,
}: Places & { port: number; durable: boolean }): Promise<ChildProcess> {
  const child = spawn(
    'mariadbd',
    [
      '--no-defaults',
      `--user=${account}`,
      `--datadir=${data}`,
      `--tmpdir=${home}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      `--socket=${socket}`,
      `--pid-file=${join(home, 'mariadb.pid')}`,
      `--log-error=${log}`,
      '--skip-name-resolve',
      '--skip-log-bin',
      '--performance-schema=OFF',
      '--max-connections=200',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_520_ci',
      '--default-time-zone=+00:00',
      '--innodb-buffer-pool-size=256M',
      // A generous log, so that a busy hour is not stopped by pages that must be written before it is full.
      '--innodb-log-file-size=256M',
      '--innodb-flush-neighbors=0',
      '--innodb-io-capacity=1000',
      ...(durable
        ? ['--innodb-flush-log-at-trx-commit=1', '--innodb-doublewrite=ON']
        : [
            '--innodb-flush-log-at-trx-commit=0',
            '--innodb-doublewrite=OFF',
            '--innodb-flush-method=nosync',
            '--innodb-buffer-pool-dump-at-shutdown=OFF',
            '--innodb-buffer-pool-load-at-startup=OFF',
          ]),
    ],
    // In a group of its own, so that Ctrl-C reaches us first and we can stop it in order.
    { cwd: home, stdio: 'ignore', detached: true },
  );
  await new Promise<void>((resolve, reject) => {
    child.once('spawn', resolve);
    child.once('error', () => reject(new Error('MariaDB is not installed: mariadbd was not found.')));
  });
  await waitUntilReady(socket, child, log);
  return child;
}
