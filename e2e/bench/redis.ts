import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';

export function freePort(): Promise<number> {
  return new Promise(resolve => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** A Redis on loopback that keeps nothing. */
export function redisOn(port: number, folder: string): ChildProcess {
  const words = ['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no', '--dir', folder];
  return spawn('redis-server', words, { stdio: 'ignore' });
}
