import { expose } from 'comlink';
import { beforeEach, expect, test, vi } from 'vitest';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn() }) }));

const { toast } = await import('sonner');
const { onFirstUse, WorkerFailed } = await import('./worker.ts');

interface Work {
  double(of: number): number;
}

/** A worker in this very process; one that is to fail dies of whatever it is asked. */
function worker(fails: boolean): Worker {
  const { port1, port2 } = new MessageChannel();
  const listeners = new Map<string, (event: unknown) => void>();
  if (!fails) expose({ double: (of: number) => of * 2 } satisfies Work, port2 as never);
  return {
    addEventListener: (type: string, hear: (event: unknown) => void) =>
      type === 'error' ? listeners.set(type, hear) : port1.addEventListener(type, hear as EventListener),
    removeEventListener: (type: string, hear: () => void) => port1.removeEventListener(type, hear),
    postMessage(message: unknown, transfer: Transferable[]) {
      if (fails) queueMicrotask(() => listeners.get('error')?.({ preventDefault() {} }));
      else {
        port1.start();
        port1.postMessage(message, transfer);
      }
    },
    terminate: () => port1.close(),
  } as unknown as Worker;
}

beforeEach(() => vi.clearAllMocks());

test('work that was lost with its worker is begun again in a new one, and that is said', async () => {
  const workers = [worker(true), worker(false)];
  const ask = onFirstUse<Work>(() => workers.shift()!);
  await expect(ask(remote => remote.double(21))).resolves.toBe(42);
  expect(toast).toHaveBeenCalledOnce();
  await expect(ask(remote => remote.double(4))).resolves.toBe(8);
  expect(workers).toEqual([]);
});

test('a worker that fails again and again is given up, and the next question starts one anew', async () => {
  let fails = true;
  const start = vi.fn(() => worker(fails));
  const ask = onFirstUse<Work>(start);
  await expect(ask(remote => remote.double(1))).rejects.toBeInstanceOf(WorkerFailed);
  expect(start).toHaveBeenCalledTimes(3);
  expect(toast.error).toHaveBeenCalledOnce();
  fails = false;
  await expect(ask(remote => remote.double(1))).resolves.toBe(2);
});

test('what must not be begun twice fails at once', async () => {
  const start = vi.fn(() => worker(true));
  await expect(onFirstUse<Work>(start)(remote => remote.double(1), 'once')).rejects.toBeInstanceOf(WorkerFailed);
  expect(start).toHaveBeenCalledOnce();
});
