import { setTimeout as pause } from 'node:timers/promises';
import type { Redis } from 'ioredis';
import {
  type RateLimiterAbstract,
  RateLimiterMemory,
  RateLimiterRedis,
  type RateLimiterRes,
} from 'rate-limiter-flexible';
import { ProblemError } from '../http/problem.ts';

/** How many visitors may come from one address at a time, unless it is set otherwise. */
export const VISITORS_PER_ADDRESS = 50;

/**
 * Who goes on although they were told to wait hears it so much later, in milliseconds: refusing takes time as well, and
 * who waits for an answer does not ask again. Of one allowance no more than so many wait, the others hear it at once.
 */
const HELD_FOR = 1_000;
const MOST_HELD = 300;

/** How often in how many seconds. */
export interface Bounds {
  times: number;
  seconds: number;
}

/**
 * What somebody, known by a visitor, an address or a site, may do in a while. Where Redis joins processes they count
 * together; else, and while it is away, each counts for itself: an allowance keeps one from slowing the others, and each
 * process has its own others. What must hold over all of them is counted in the database.
 */
export class Allowance {
  private readonly limiter: RateLimiterAbstract;
  private readonly sentence: string;
  private readonly times: number;
  private held = 0;

  /**
   * @param sentence what who goes beyond it is told
   * @param counters in what processes count together
   */
  constructor(name: string, { times, seconds }: Bounds, sentence: string, counters?: Redis) {
    const bounds = { keyPrefix: name, points: times, duration: seconds };
    const here = new RateLimiterMemory(bounds);
    this.limiter = counters
      ? new RateLimiterRedis({
          ...bounds,
          storeClient: counters,
          // Who has spent it all is not asked about again until then.
          inMemoryBlockOnConsumed: times + 1,
          insuranceLimiter: here,
        })
      : here;
    this.sentence = sentence;
    this.times = times;
  }

  /** @throws {ProblemError} `slow_down`, with the time after which it may be tried again */
  async spend(who: string): Promise<void> {
    try {
      await this.limiter.consume(who);
    } catch (refused) {
      if (refused instanceof Error) throw refused;
      // What it rejects with is no error.
      const { msBeforeNext, consumedPoints } = refused as RateLimiterRes;
      // Of whom Redis is not asked about any more, none are counted.
      if (consumedPoints === 0 || consumedPoints > 2 * this.times) await this.hold();
      const wait = Math.ceil(msBeforeNext / 1_000);
      throw new ProblemError('slow_down', this.sentence, { retryAfter: Math.max(1, wait) });
    }
  }

  private async hold(): Promise<void> {
    if (this.held >= MOST_HELD) return;
    this.held++;
    await pause(HELD_FOR);
    this.held--;
  }

  /** Whether there is some of it left, which is then spent. */
  async has(who: string): Promise<boolean> {
    return this.spend(who).then(
      () => true,
      () => false,
    );
  }
}

/** How many of something somebody has at the same time. */
export class Places {
  private readonly taken = new Map<string, number>();
  private readonly most: number;
  private readonly sentence: string;

  constructor(most: number, sentence: string) {
    this.most = most;
    this.sentence = sentence;
  }

  /**
   * @returns gives the place back
   * @throws {ProblemError} `slow_down` when all are taken
   */
  take(who: string): () => void {
    const taken = this.taken.get(who) ?? 0;
    if (taken >= this.most) throw new ProblemError('slow_down', this.sentence, { retryAfter: 10 });
    this.taken.set(who, taken + 1);
    let given = false;
    return () => {
      if (given) return;
      given = true;
      const left = (this.taken.get(who) ?? 1) - 1;
      if (left > 0) this.taken.set(who, left);
      else this.taken.delete(who);
    };
  }
}
