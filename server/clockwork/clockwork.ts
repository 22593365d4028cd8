import type { Logger } from 'pino';

/** How often what is due is looked for, in milliseconds, so that what another process left is found as well. */
const EVERY = 1_000;

/**
 * One kind of work that is kept in rows until it is due.
 * @returns whether there may be more at once
 */
export type Duty = () => Promise<boolean>;

/**
 * Looks, again and again, for what has fallen due, in whichever process it was ordered. What this process ordered itself
 * is looked for at its time, by {@link wake}.
 */
export class Clockwork {
  private readonly duties: readonly Duty[];
  private readonly logger: Logger;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private next = Number.POSITIVE_INFINITY;
  private running: Promise<void> | undefined;
  private stopped = false;

  constructor(duties: readonly Duty[], logger: Logger) {
    this.duties = duties;
    this.logger = logger;
    this.wake(EVERY);
  }

  /** Something falls due in so many milliseconds. */
  wake(after: number): void {
    const at = Date.now() + after;
    if (this.stopped || at >= this.next) return;
    this.next = at;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.next = Number.POSITIVE_INFINITY;
      this.running = (this.running ?? Promise.resolve()).then(() => this.turn());
    }, after);
  }

  /** Ends when what is being done is done. */
  async close(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    await this.running;
  }

  private async turn(): Promise<void> {
    if (this.stopped) return;
    let more = false;
    for (const duty of this.duties)
      try {
        more = (await duty()) || more;
      } catch (error) {
        if (!this.stopped) this.logger.error({ err: error }, 'the clockwork stumbled');
      }
    this.wake(more ? 0 : EVERY);
  }
}

/** Does several things at once, but not all. */
export async function fewAtOnce<T>(few: number, list: readonly T[], work: (item: T) => Promise<void>): Promise<void> {
  const rest = list.values();
  await Promise.all(
    Array.from({ length: Math.min(few, list.length) }, async () => {
      for (const item of rest) await work(item);
    }),
  );
}
