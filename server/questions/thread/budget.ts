/** How much of its time something may take in the long run, and how much at once. */
export class Budget {
  private readonly share: number;
  private readonly burst: number;
  private readonly now: () => number;
  private owed = 0;
  private at: number;

  /**
   * @param share of the time that passes, from 0 to 1
   * @param burst how much more than that may be taken at once, in milliseconds
   */
  constructor(share: number, burst: number, now: () => number = () => performance.now()) {
    this.share = share;
    this.burst = burst;
    this.now = now;
    this.at = now();
  }

  /** Whether there is room for more. */
  get hasRoom(): boolean {
    this.settle();
    return this.owed < this.burst;
  }

  /** Does something that takes its time, of which as much is spent as it took. */
  async spend<T>(work: () => Promise<T>): Promise<T> {
    const begun = this.now();
    try {
      return await work();
    } finally {
      this.settle();
      this.owed += this.now() - begun;
    }
  }

  private settle(): void {
    const now = this.now();
    this.owed = Math.max(0, this.owed - (now - this.at) * this.share);
    this.at = now;
  }
}
