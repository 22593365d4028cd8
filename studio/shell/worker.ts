import { type Remote, wrap } from 'comlink';
import { toast } from 'sonner';

/** A worker died of something, or could not be started; what it worked on is lost. */
export class WorkerFailed extends Error {
  override name = 'WorkerFailed';
  constructor() {
    super('What works this out beside the page has failed. Try it again, or reload the page.');
  }
}

/** How often something that was lost is begun again by itself, and after how many milliseconds, twice as many each time. */
const MOST_AGAIN = 2;
const PAUSE = 400;

interface Running<Work> {
  remote: Remote<Work>;
  failed: Promise<never>;
}

/**
 * What a worker does, asked for from here. The worker is started when it is first asked for anything, and started again
 * when it has failed; that is said, as nothing may be stuck silently.
 * @returns asks the worker for something; rejected with {@link WorkerFailed} when it failed again and again, or at once
 * for what must not be begun twice
 */
export function onFirstUse<Work>(
  start: () => Worker,
): <Result>(work: (remote: Remote<Work>) => Promise<Result>, once?: 'once') => Promise<Result> {
  let running: Running<Work> | undefined;
  const begin = (): Running<Work> => {
    const worker = start();
    const failed = new Promise<never>((_, reject) => {
      worker.addEventListener(
        'error',
        event => {
          event.preventDefault();
          worker.terminate();
          if (running === mine) running = undefined;
          reject(new WorkerFailed());
        },
        { once: true },
      );
    });
    // Whoever waits for something hears of it; if nobody does, there is nothing to tell.
    failed.catch(() => undefined);
    const mine = { remote: wrap<Work>(worker), failed };
    return mine;
  };
  return async (work, once) => {
    for (let again = 0; ; again++) {
      running ??= begin();
      const { remote, failed } = running;
      try {
        return await Promise.race([work(remote), failed]);
      } catch (error) {
        if (!(error instanceof WorkerFailed) || once) throw error;
        if (again === MOST_AGAIN) {
          toast.error(error.message, { id: 'worker' });
          throw error;
        }
        toast('Something worked out beside the page was lost, and is begun again.', { id: 'worker' });
        await new Promise(resolve => setTimeout(resolve, PAUSE * 2 ** again));
      }
    }
  };
}
