import type { StudioCalls, StudioNews } from '@kineta/contract';
import { call } from './api.ts';
import { live, useConnection } from './live.ts';

/** How what is open in this page reaches the server and hears of it; a test has one of its own. */
export interface Page {
  call: typeof call;
  /** Hears news of the server until what is returned is called. */
  hear<N extends keyof StudioNews>(news: N, listener: StudioNews[N]): () => void;
  /** Tells the server something over the socket. */
  emit<N extends keyof StudioCalls>(name: N, ...given: Parameters<StudioCalls[N]>): void;
  /** Calls back whenever Kineta is reached again, until what is returned is called. */
  onReached(listener: () => void): () => void;
}

/** This page. */
export const page: Page = {
  call,
  hear(news, listener) {
    live().on(news, listener as never);
    return () => live().off(news, listener as never);
  },
  emit(name, ...given) {
    live().emit(name, ...given);
  },
  onReached: listener => useConnection.subscribe((now, before) => now.epoch !== before.epoch && listener()),
};
