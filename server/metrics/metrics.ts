import { timingSafeEqual } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { STUDIO_NAMESPACE, VISITOR_NAMESPACE } from '@kineta/contract';
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { Server } from 'socket.io';
import type { Database } from '../database/connect.ts';
import { hashed } from '../http/secret.ts';

/** As much of Sequelize’s pool as tells how many connections there are. */
interface Pool {
  size: number;
  available: number;
  waiting: number;
}

/** Values that are looked up when somebody asks for them: what stands in the database, for all processes alike. */
export interface Measure {
  name: string;
  help: string;
  labels: readonly string[];
  /** The values now, each with what its labels are. */
  look(): Promise<ReadonlyArray<{ labels: Record<string, string>; value: number }>>;
}

/**
 * What this process measures of itself, in the format that Prometheus reads. Labels hold names of ours, never what somebody
 * sent.
 */
export class Metrics {
  private readonly registry = new Registry();
  private readonly requests: Histogram;
  private readonly entries: Counter;
  private isWatched = false;

  constructor(io: Server, database: Database) {
    const registers = [this.registry];
    this.requests = new Histogram({
      name: 'kineta_request_seconds',
      help: 'How long requests took, by route.',
      labelNames: ['method', 'route', 'status'],
      buckets: [0.005, 0.02, 0.05, 0.1, 0.3, 1, 3, 10],
      registers,
    });
    this.entries = new Counter({
      name: 'kineta_entries_total',
      help: 'Entries of conversations that this process wrote, by kind.',
      labelNames: ['kind'],
      registers,
    });
    new Gauge({
      name: 'kineta_sockets',
      help: 'Sockets that are connected to this process, by end.',
      labelNames: ['end'],
      registers,
      collect() {
        for (const end of [VISITOR_NAMESPACE, STUDIO_NAMESPACE])
          this.set({ end: end.slice(1) }, io.of(end).sockets.size);
      },
    });
    new Gauge({
      name: 'kineta_database_connections',
      help: 'Connections of this process to the database, and who waits for one.',
      labelNames: ['state'],
      registers,
      collect() {
        const { pool } = (database as unknown as { connectionManager: { pool?: Partial<Pool> } }).connectionManager;
        const { size = 0, available = 0, waiting = 0 } = pool ?? {};
        this.set({ state: 'used' }, size - available);
        this.set({ state: 'free' }, available);
        this.set({ state: 'waited for' }, waiting);
      },
    });
  }

  /** Adds what an area measures. */
  add({ name, help, labels, look }: Measure): void {
    new Gauge({
      name,
      help,
      labelNames: [...labels],
      registers: [this.registry],
      async collect() {
        // The database may be away, which is worth knowing by the rest.
        const values = await look().catch(() => []);
        this.reset();
        for (const one of values) this.set(one.labels, one.value);
      },
    });
  }

  answered(method: string, route: string, status: number, seconds: number): void {
    this.requests.observe({ method, route, status: String(status) }, seconds);
  }

  wrote(entries: ReadonlyArray<{ kind: string }>): void {
    for (const { kind } of entries) this.entries.inc({ kind });
  }

  /** All of them as text. What the process itself takes and how late its loop is, are watched from the first time on. */
  async text(): Promise<{ type: string; text: string }> {
    if (!this.isWatched) collectDefaultMetrics({ register: this.registry, prefix: 'kineta_' });
    this.isWatched = true;
    return { type: this.registry.contentType, text: await this.registry.metrics() };
  }
}

/** Whether who asks sits on this very machine, with nobody in between who would only pass it on. */
function isLocal({ socket, headers }: Pick<IncomingMessage, 'socket' | 'headers'>): boolean {
  if (headers['x-forwarded-for'] !== undefined || headers.forwarded !== undefined || headers.via !== undefined)
    return false;
  return /^(?:127\.|::1$|::ffff:127\.)/.test(socket.remoteAddress ?? '');
}

/**
 * Whether somebody may read the metrics: with the token, when there is one, else from the machine itself.
 * @param token of the settings
 */
export function mayRead(request: Pick<IncomingMessage, 'socket' | 'headers'>, token: string | undefined): boolean {
  if (token === undefined) return isLocal(request);
  const given = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1] ?? '';
  return timingSafeEqual(Buffer.from(hashed(given)), Buffer.from(hashed(token)));
}
