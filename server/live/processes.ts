import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Tables } from '../database/rows.ts';
import { processes } from './model.ts';
import type { Wire } from './wire.ts';

/** How often a process says that it is there, and after how long it counts as gone, in milliseconds. */
const SEEN_EVERY = 5_000;
const GONE_AFTER = 20_000;
const APART =
  'Another process runs on this database and nothing joins them: what one tells, those who are connected to the other see only after they reload. Set KINETA_REDIS_URL in both.';

/**
 * Keeps a row for this process while it runs, and looks whether another runs on the same database that is not on the same
 * wire: live messages do not cross between them, which whoever runs them has to hear of.
 */
export class Processes {
  private readonly id = randomUUID();
  private readonly startedAt = new Date();
  private readonly tables: Tables;
  private readonly wire: Wire;
  private readonly logger: Logger;
  private timer: ReturnType<typeof setInterval> | undefined;
  private looking: Promise<void> | undefined;
  /** Whether live messages cross between all processes, as last seen; and why not, in a sentence. */
  apart: string | undefined;

  constructor(tables: Tables, wire: Wire, logger: Logger) {
    this.tables = tables;
    this.wire = wire;
    this.logger = logger;
  }

  async open(): Promise<void> {
    await this.enter();
    await this.look();
    this.timer = setInterval(() => {
      this.looking ??= this.look()
        .catch(error => this.logger.warn({ err: error }, 'other processes were not looked for'))
        .finally(() => {
          this.looking = undefined;
        });
    }, SEEN_EVERY);
    this.timer.unref();
  }

  async close(): Promise<void> {
    clearInterval(this.timer);
    await this.looking;
    await this.tables.everywhere(processes).remove({ id: this.id });
  }

  private async enter(): Promise<void> {
    const seenAt = new Date();
    const row = { id: this.id, wire: this.wire.name ?? null, startedAt: this.startedAt, seenAt };
    await this.tables.everywhere(processes).add(row);
  }

  private async look(): Promise<void> {
    const rows = this.tables.everywhere(processes);
    const now = Date.now();
    const wire = this.wire.name ?? null;
    // Whoever was held up for so long that others took it for gone is there again. A row that is the same already, as in
    // the millisecond in which it was made, counts as not changed.
    const changed = await rows.change({ seenAt: new Date(now), wire }, { id: this.id });
    if (changed === 0 && !(await rows.one({ id: this.id }))) await this.enter();
    const gone = new Date(now - GONE_AFTER);
    await rows.remove({ seenAt: { before: gone } });
    const others = (await rows.all({ seenAt: { from: gone } }, { only: ['id', 'wire'], most: 100 })).filter(
      ({ id }) => id !== this.id,
    );
    const apart = others.some(other => other.wire === null || other.wire !== wire) ? APART : undefined;
    if (apart && !this.apart) this.logger.warn(apart);
    this.apart = apart;
  }
}
