/** Has something written at most once in a while, however often there is something to write. */
export class OnceInAWhile {
  private readonly write: () => Promise<void>;
  private readonly every: number;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private writing: Promise<void> = Promise.resolve();

  /** @param write does not fail @param every in milliseconds */
  constructor(write: () => Promise<void>, every: number) {
    this.write = write;
    this.every = every;
  }

  /** There is something to write. */
  soon(): void {
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      this.writing = this.writing.then(this.write);
    }, this.every);
  }

  /** Writes what is there, and begins nothing any more. */
  async close(): Promise<void> {
    clearTimeout(this.timer);
    await this.writing;
    await this.write();
  }
}
