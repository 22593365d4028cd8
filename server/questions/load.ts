import { performance } from 'node:perf_hooks';

/** How often it is looked how busy this process is, in milliseconds. */
const LOOKED_EVERY = 1_000;
/** From what share of its time on a process has no room for what can be done without. */
const BUSY_FROM = 0.75;
/** It is busy for so long at least, in milliseconds: with less to do it would seem to have room at once. */
const BUSY_FOR = 3_000;

/** Tells, each time that it is asked, what share of its time since then the server’s own thread has worked. */
function sharesOfTime(): () => number {
  let last = performance.eventLoopUtilization();
  return () => {
    const now = performance.eventLoopUtilization();
    const { utilization } = performance.eventLoopUtilization(now, last);
    last = now;
    return utilization;
  };
}

/** How busy the server’s own thread is. Where nearly all of its time goes into work, all that is asked of this machine waits. */
export class Load {
  private until = 0;
  private readonly timer: NodeJS.Timeout;

  constructor(share: () => number = sharesOfTime()) {
    this.timer = setInterval(() => {
      if (share() > BUSY_FROM) this.until = Date.now() + BUSY_FOR;
    }, LOOKED_EVERY);
    this.timer.unref();
  }

  get isBusy(): boolean {
    return Date.now() < this.until;
  }

  close(): void {
    clearInterval(this.timer);
  }
}
