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

  /** Whether nobody has a turn, nor waits for one. */
  get isIdle(): boolean {
    return this.busy === 0;
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

/**
 * Turns of many, each with their own: so that what one wants done all at once is done a few at a time, and stands in
 * nobody’s way but theirs.
 */
export class TurnsOfEach {
  private readonly each = new Map<string, Turns>();
  private readonly made: () => Turns;

  /**
   * @param most how much of one is done at the same time
   * @param queue how much of one may wait
   * @param sentence what is told beyond that
   */
  constructor(most: number, queue: number, sentence: string) {
    this.made = () => new Turns(most, queue, sentence);
  }

  /** How many have a turn, or wait for one. */
  get size(): number {
    return this.each.size;
  }

  /** @throws {ProblemError} `slow_down` when too much of `who` waits already; what `work` throws */
  async take<T>(who: string, work: () => Promise<T>): Promise<T> {
    const turns = this.each.get(who) ?? this.made();
    this.each.set(who, turns);
    try {
      return await turns.take(work);
    } finally {
      if (turns.isIdle) this.each.delete(who);
    }
  }
}
