import { ProblemError } from '../http/problem.ts';

/**
 * Lets so many do something at the same time, and the others wait for their turn: for what takes so much of the processor
 * or the database that many at once would leave nothing for anybody else.
 */
export class Turns {
  private readonly most: number;
  private readonly queue: number;
  private readonly sentence: string;
  private busy = 0;
  private readonly waiting: Array<() => void> = [];

  /**
   * @param queue how many may wait
   * @param sentence what the next one is told
   */
  constructor(most: number, queue: number, sentence: string) {
    this.most = most;
    this.queue = queue;
    this.sentence = sentence;
  }

  /** @throws {ProblemError} `slow_down` when too many wait already; what `work` throws */
  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.busy >= this.most) {
      if (this.waiting.length >= this.queue) throw new ProblemError('slow_down', this.sentence, { retryAfter: 2 });
      await new Promise<void>(resolve => this.waiting.push(resolve));
    } else this.busy++;
    try {
      return await work();
    } finally {
      // The turn is handed on as it is, so that nobody comes in between.
      const next = this.waiting.shift();
      if (next) next();
      else this.busy--;
    }
  }
}
