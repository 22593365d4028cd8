import type { Redis } from 'ioredis';

/**
 * How the processes that share a database are joined: alone when nothing joins them, joined when what one tells its
 * sockets is heard at the others’, cut while Redis is away.
 */
export type WireState = 'alone' | 'joined' | 'cut';

/** What the processes that share a database say to each other beside what they tell everybody’s sockets. */
export interface Wire {
  state(): WireState;
  /** By what others know that they are on the same wire; undefined when there is none, or it was never reached. */
  readonly name: string | undefined;
  /** In what all of them count, where they can. */
  readonly counters: Redis | undefined;
  /** Tells the other processes. Nobody hears it while the wire is cut: what matters is in the database as well. */
  tell(what: string, about: string): void;
  /** Asks the other processes; what those say that answer within a second. */
  ask(what: string, about: string): Promise<unknown[]>;
  /** Hears what others tell, and answers what they ask; what is returned has to be JSON. */
  hear(what: string, listener: (about: string) => unknown): void;
  close(): Promise<void>;
}

/** A process that is the only one of its database. */
export function noWire(): Wire {
  return {
    state: () => 'alone',
    name: undefined,
    counters: undefined,
    tell() {},
    ask: async () => [],
    hear() {},
    close: async () => {},
  };
}
