import { randomUUID } from 'node:crypto';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';
import type { AskName, Asks, FromThread, ToThread } from './messages.ts';

/** Thrown when the thread does not answer: it ended, is starting again, or takes too long. */
export class ThreadSilent extends Error {
  override name = 'ThreadSilent';
}

/** After an end of its own it is not started again for so long, twice as long each time, in milliseconds. */
const REST = 500;
const LONGEST_REST = 60_000;
/** So much waits for it at most: who comes then is told at once, and goes by words alone. */
const MOST_WAITING = 200;

interface Waiting {
  resolve(back: unknown): void;
  reject(error: Error): void;
  timer: NodeJS.Timeout;
}

/**
 * As it is built it stands beside what starts it. From the sources, in tests, it is built first: reading each of them by itself takes a
 * cold machine half a minute.
 */
function startWorker(): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL('./questions-thread.js', import.meta.url));
  const entry = fileURLToPath(new URL('./worker.ts', import.meta.url));
  const built = fileURLToPath(
    new URL(`../../../node_modules/.cache/questions-thread/${randomUUID()}.mjs`, import.meta.url),
  );
  const options = JSON.stringify({
    entryPoints: [entry],
    outfile: built,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    alias: { '@kineta/core': fileURLToPath(import.meta.resolve('@kineta/core')) },
  });
  const code = `import('esbuild')
    .then(({ build }) => build(${options}))
    .then(() => import(${JSON.stringify(pathToFileURL(built).href)}))
    .finally(() => require('node:fs').rmSync(${JSON.stringify(built)}, { force: true }));`;
  return new Worker(code, { eval: true });
}

/**
 * The thread that finds answers: started when it is first asked, and again when it has ended by itself. What it had been given is
 * gone then: `lives` tells in which of its lives it is.
 */
export class Thread {
  /** How often it was started. */
  lives = 0;
  private readonly logger: Logger;
  private readonly start: () => Worker;
  private readonly isPatient: boolean;
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;
  private falls = 0;
  private restsUntil = 0;

  /** @param isPatient whether it may go on with what nobody waits for any more; else it is ended, and begins anew */
  constructor(logger: Logger, { start = startWorker, isPatient = true } = {}) {
    this.logger = logger;
    this.start = start;
    this.isPatient = isPatient;
  }

  /**
   * @param within milliseconds; what takes longer is given up, and dropped when it comes
   * @throws {ThreadSilent} when it does not answer; `Error` when it says that it could not
   */
  ask<Name extends AskName>(name: Name, given: Asks[Name]['given'], within: number): Promise<Asks[Name]['back']> {
    const worker = this.alive();
    if (!worker || this.waiting.size >= MOST_WAITING) return Promise.reject(new ThreadSilent());
    const id = ++this.last;
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => {
        this.waiting.delete(id);
        reject(new ThreadSilent());
        if (!this.isPatient) void worker.terminate();
      }, within);
      timer.unref();
      this.waiting.set(id, { resolve: resolve as Waiting['resolve'], reject, timer });
      worker.postMessage({ id, name, given, at: Date.now() } satisfies ToThread<Name>);
    });
  }

  /** Lets the thread go, as nobody needs it for a while; it begins anew when it is asked again. */
  async end(): Promise<void> {
    const { worker } = this;
    this.ended();
    await worker?.terminate();
  }

  async close(): Promise<void> {
    const { worker } = this;
    this.restsUntil = Number.POSITIVE_INFINITY;
    this.ended();
    await worker?.terminate();
  }

  private alive(): Worker | undefined {
    if (this.worker) return this.worker;
    if (Date.now() < this.restsUntil) return undefined;
    const worker = this.start();
    this.lives++;
    this.worker = worker;
    // Whoever waits for it waits by a timer of their own; it keeps no process from ending.
    worker.unref();
    worker.on('message', (message: FromThread) => this.heard(message));
    worker.on('error', error => this.fell(worker, error));
    worker.on('exit', () => this.fell(worker));
    return worker;
  }

  private heard(message: FromThread): void {
    const waiting = this.waiting.get(message.id);
    if (!waiting) return;
    this.falls = 0;
    this.waiting.delete(message.id);
    clearTimeout(waiting.timer);
    if ('failed' in message) waiting.reject(new Error(message.failed));
    else waiting.resolve(message.back);
  }

  private fell(worker: Worker, error?: unknown): void {
    if (worker !== this.worker) return;
    this.restsUntil = Date.now() + Math.min(LONGEST_REST, REST * 2 ** this.falls++);
    this.logger.error({ err: error, falls: this.falls }, 'the thread that finds answers has ended');
    this.ended();
  }

  private ended(): void {
    this.worker = undefined;
    for (const { reject, timer } of this.waiting.values()) {
      clearTimeout(timer);
      reject(new ThreadSilent());
    }
    this.waiting.clear();
  }
}
