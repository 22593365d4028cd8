import type { Logger } from 'pino';

/** How often what is due is looked for, in milliseconds, so that what another process left is found as well. */
const EVERY = 1_000;
/**
 * What falls due after the next look is remembered by its quarter of a second, for so long (both in milliseconds): of whatever
 * is farther off than that, another look is the first to know.
 */
const QUARTER = 250;
const REMEMBERED_FOR = 120_000;

/** One kind of work that is kept in rows until it is due. */
export interface Duty {
  name: string;
  /** How often it turns, in milliseconds, for what is in no hurry: such a duty is not woken in between. */
  every?: number;
  /**
   * Looks for what is due, and begins it.
   * @returns whether there may be more at once
   */
  turn(): Promise<boolean>;
  /** Is told, once, how to be turned again at once: when there is room for more. */
  begins?(again: () => void): void;
  /** Ends when all that was begun is over; what is due after that is left to others. */
  close?(): Promise<void>;
}

/** One duty, turned again and again by itself. */
class Wheel {
  private readonly duty: Duty;
  private readonly logger: Logger;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private next = Number.POSITIVE_INFINITY;
  /** When it is to turn after that (epoch milliseconds, whole quarters): a few hundred at most. */
  private readonly later = new Set<number>();
  private running: Promise<void> | undefined;
  /** Whether it was to turn while it turned. */
  private again = false;
  private stopped = false;

  /** @param first in how many milliseconds it turns first */
  constructor(duty: Duty, logger: Logger, first: number) {
    this.duty = duty;
    this.logger = logger;
    duty.begins?.(() => this.wake(0));
    this.wake(first);
  }

  get isSlow(): boolean {
    return this.duty.every !== undefined;
  }

  wake(after: number): void {
    const at = Date.now() + after;
    if (this.stopped) return;
    if (at >= this.next) {
      this.remember(at);
      return;
    }
    // What it was to turn for is still to come.
    this.remember(this.next);
    this.next = at;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.next = Number.POSITIVE_INFINITY;
      this.go();
    }, after);
  }

  private remember(at: number): void {
    if (at <= Date.now() + REMEMBERED_FOR) this.later.add(Math.ceil(at / QUARTER) * QUARTER);
  }

  /** One turn at a time; however often it is woken meanwhile, one more follows. */
  private go(): void {
    if (this.running) {
      this.again = true;
      return;
    }
    this.running = this.turn().finally(() => {
      this.running = undefined;
      if (this.again) this.wake(0);
      this.again = false;
    });
  }

  async close(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    await this.running;
    await this.duty.close?.();
  }

  private async turn(): Promise<void> {
    if (this.stopped) return;
    let more = false;
    try {
      more = await this.duty.turn();
    } catch (error) {
      if (!this.stopped) this.logger.error({ err: error, duty: this.duty.name }, 'the clockwork stumbled');
    }
    this.wake(more ? 0 : this.untilNext());
  }

  /** In how many milliseconds it turns again by itself, or is remembered to be woken. */
  private untilNext(): number {
    const now = Date.now();
    let next = now + (this.duty.every ?? EVERY);
    for (const at of this.later) {
      if (at <= now) this.later.delete(at);
      else if (at < next) next = at;
    }
    return next - now;
  }
}

/**
 * Looks, again and again, for what has fallen due, in whichever process it was ordered. What this process ordered itself
 * is looked for at its time, by {@link wake}. Every duty goes its own way: one that takes long holds up no other.
 */
export class Clockwork {
  private readonly wheels: readonly Wheel[];

  constructor(duties: readonly Duty[], logger: Logger) {
    // One after the other through the second, so that messages do not wait for all of them at once.
    this.wheels = duties.map((duty, index) => new Wheel(duty, logger, ((index + 1) / duties.length) * EVERY));
  }

  /** Something falls due in so many milliseconds. */
  wake(after: number): void {
    for (const wheel of this.wheels) if (!wheel.isSlow) wheel.wake(after);
  }

  /**
   * Begins nothing any more, and ends when what is being done is done; what takes longer than so many milliseconds is
   * left behind, and is taken over by another process.
   */
  async close(within = 10_000): Promise<void> {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const enough = new Promise<void>(resolve => {
      timer = setTimeout(resolve, within);
    });
    await Promise.race([Promise.all(this.wheels.map(wheel => wheel.close())), enough]);
    clearTimeout(timer);
  }
}
