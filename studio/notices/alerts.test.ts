import type { Alert } from '@kineta/contract';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';

/** The socket as far as alerts go by it, what it was asked, and what was made of them. */
const page = vi.hoisted(() => ({
  listeners: new Map<string, (said: unknown) => void>(),
  asked: [] as Array<{ for: number }>,
  sounded: [] as string[],
}));
vi.mock('../shell/live.ts', async () => {
  const { create } = await import('zustand');
  return {
    live: () => ({
      connected: true,
      on: (event: string, listener: (said: unknown) => void) => page.listeners.set(event, listener),
      off: (event: string) => page.listeners.delete(event),
      emit: (event: string, said: { for: number }) => event === 'alertsMissed' && page.asked.push(said),
    }),
    useConnection: create(() => ({ online: true, reachable: true, epoch: 1 })),
  };
});
vi.mock('./sounds.ts', () => ({ playOnce: async (alert: string) => page.sounded.push(alert) }));

const { followAlerts } = await import('./alerts.ts');
const { useConnection } = await import('../shell/live.ts');

const alert = (id: string): { alert: Alert; sound: 'bell' } => ({
  alert: { id, of: 'offered', conversation: '7', visitor: 'Oriel', says: 'Oriel is offered to you.', at: '' } as Alert,
  sound: 'bell',
});
const say = (event: string, said?: unknown) => page.listeners.get(event)?.(said);

let stop = () => {};
beforeEach(() => {
  Object.assign(page, { asked: [], sounded: [] });
  page.listeners.clear();
  vi.useFakeTimers();
  stop = followAlerts(() => {});
});
afterEach(() => {
  stop();
  vi.useRealTimers();
});

test('a page asks for what came just before it, and after it was cut off for as long as that may have been', () => {
  expect(page.asked).toEqual([{ for: 10_000 }]);
  vi.advanceTimersByTime(3_600_000);
  say('disconnect');
  vi.advanceTimersByTime(5_000);
  useConnection.setState(({ epoch }) => ({ epoch: epoch + 1 }));
  // It may have been lost for a minute before anybody noticed.
  expect(page.asked).toEqual([{ for: 10_000 }, { for: 65_000 }]);
  stop();
  useConnection.setState(({ epoch }) => ({ epoch: epoch + 1 }));
  expect(page.asked).toHaveLength(2);
});

test('what the server tells again is heard once', () => {
  say('alert', alert('1'));
  say('alert', alert('1'));
  say('alert', alert('2'));
  expect(page.sounded).toEqual(['1', '2']);
});
