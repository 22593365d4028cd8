import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, connect as dial } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';

const answers = (port: number): Promise<boolean> =>
  new Promise(resolve => {
    const socket = dial(port, '127.0.0.1');
    socket.once('error', () => resolve(false));
    socket.once('connect', () => socket.write('PING\r\n'));
    socket.once('data', () => {
      socket.destroy();
      resolve(true);
    });
  });

function freePort(): Promise<number> {
  return new Promise(resolve => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** A Redis of a test’s own, on loopback, that keeps nothing. It can be killed and started again at the same address. */
export class TestRedis {
  readonly url: string;
  private readonly port: number;
  private readonly folder = mkdtempSync(join(tmpdir(), 'kineta-redis-'));
  private child: ChildProcess | undefined;

  private constructor(port: number) {
    this.port = port;
    this.url = `redis://127.0.0.1:${port}`;
  }

  static async start(): Promise<TestRedis> {
    const redis = new TestRedis(await freePort());
    await redis.start();
    return redis;
  }

  async start(): Promise<void> {
    const words = [
      '--port',
      this.port,
      '--bind',
      '127.0.0.1',
      '--save',
      '',
      '--appendonly',
      'no',
      '--dir',
      this.folder,
    ];
    this.child = spawn('redis-server', words.map(String), { stdio: 'ignore' });
    while (!(await answers(this.port))) await pause(20);
  }

  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise(resolve => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }

  async stop(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
