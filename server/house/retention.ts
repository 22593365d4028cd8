import type { Duty } from '../clockwork/clockwork.ts';

/** Rows that are kept for a while and then are gone. */
export interface Passing {
  /** What they are. */
  name: string;
  /** For how many days they are kept. */
  days: number;
  /** How many are removed at once, when it is fewer than usual: what is large takes long. */
  atOnce?: number;
  /** Removes some of those from before then, `most` of them. @returns how many */
  clear(before: Date, most: number): Promise<number>;
}

const EVERY = 600_000;
/** Few enough that nobody waits for the rows that they lock. */
const AT_ONCE = 500;

/** Clears away what is older than it is kept, a little at a time. */
export function retention(passing: readonly Passing[]): Duty {
  return {
    name: 'retention',
    every: EVERY,
    async turn() {
      let more = false;
      for (const { days, atOnce = AT_ONCE, clear } of passing)
        if ((await clear(new Date(Date.now() - days * 86_400_000), atOnce)) === atOnce) more = true;
      return more;
    },
  };
}
